import type { Judgement } from '../base/verdict.ts';
import type { Stop } from './stops.ts';

export interface NextStep {
  readonly stop: Stop;
  readonly judgement: Judgement;
}

/** A donor is looked for while the original is read, so Match comes after Read unless it says Stop. */
const ORDER: readonly Stop[] = [
  'arrive',
  'prove',
  'identify',
  'read',
  'match',
  'build',
  'write',
  'return'
];

/** These are cleared where the chip id is read. */
const AT_WIRE = new Set(['identify.chip.unread', 'match.donor.unread']);

/** A person has decided: it stays a Look, and the work goes on. */
const DECIDED = new Set(['prove.unit.decided']);

/**
 * Where the next thing is to be done, and why: the first stop that is held or wants a look.
 * A reading that waits only for the donor's backup waits for its chip id first.
 * Example: with the original's chip id unread it is Wire.
 */
export function findNextStep(line: Record<Stop, Judgement>): NextStep {
  const open = (stop: Stop) =>
    line[stop].verdict === 'stop' ||
    (line[stop].verdict === 'look' && !DECIDED.has(line[stop].code));
  if (line.match.verdict === 'stop') return { stop: 'match', judgement: line.match };
  if (line.read.code === 'read.donor.missing' && line.match.code === 'match.donor.unread') {
    return { stop: 'wire', judgement: line.match };
  }
  const stop = ORDER.find(open) ?? 'return';
  return { stop: AT_WIRE.has(line[stop].code) ? 'wire' : stop, judgement: line[stop] };
}
