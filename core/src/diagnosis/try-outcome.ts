import { kindOf, type ProblemKind } from '../base/problem-kind.ts';
import type { Problem } from '../base/result.ts';
import { NRC } from '../uds/services.ts';
import type { TryOutcome } from './evidence.ts';

const OUTCOMES: Readonly<Partial<Record<ProblemKind, TryOutcome>>> = {
  silent: 'silent',
  'no-contact': 'silent',
  'broken-off': 'silent',
  garbled: 'garbled',
  refused: 'refused',
  line: 'lost'
};

/** Negative responses that mean a lock, not a fault. Source: ISO 14229-1. */
const LOCKS: readonly number[] = [
  ...[NRC.securityAccessDenied, NRC.invalidKey],
  ...[NRC.exceededNumberOfAttempts, NRC.requiredTimeDelayNotExpired]
];
/** Negative responses of a unit that is not in the state for it. Source: ISO 14229-1. */
const STATES: readonly number[] = [NRC.conditionsNotCorrect, NRC.serviceNotInSession];

/** What a try that failed says of the wiring and the unit; undefined for what has nothing to do with either. */
export function tryOutcomeOf(problem: Problem): TryOutcome | undefined {
  const outcome = OUTCOMES[kindOf(problem)];
  if (outcome !== 'refused') return outcome;
  const nrc = Number(problem.params['nrcNumber']);
  if (LOCKS.includes(nrc)) return 'locked';
  return STATES.includes(nrc) ? 'conditions' : 'refused';
}

/** Worth another try, as a hand would: it said nothing, or nothing that makes sense. */
export function isWorthAnotherTry(problem: Problem): boolean {
  const kind = kindOf(problem);
  return kind === 'silent' || kind === 'broken-off' || kind === 'garbled' || kind === 'no-contact';
}
