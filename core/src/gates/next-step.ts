import type { Judgement } from '../base/verdict.ts';
import type { Stage } from '../job/stages.ts';
import type { StageStates } from './stage-states.ts';

export interface NextStep {
  readonly stage: Stage;
  readonly judgement: Judgement;
}

/** A donor is looked for while the original is read, so Match comes after Read unless it says Stop. */
const ORDER: readonly Stage[] = [
  'arrive',
  'prove',
  'identify',
  'read',
  'match',
  'build',
  'write',
  'return'
];

/**
 * Where the next thing is to be done, and why: the first stage that is held or wants a look.
 * A reading that waits only for the donor's backup waits for its chip id first. A chip id is read at Wire. What a person
 * has decided stays a Look, and the work goes on.
 * Example: with the original's chip id unread it is Wire.
 */
export function findNextStep(line: Record<Stage, Judgement>, states: StageStates): NextStep {
  const open = (stage: Stage) =>
    line[stage].verdict === 'stop' ||
    (line[stage].verdict === 'look' &&
      !(stage === 'prove' && states.prove === 'decided') &&
      // nothing of it can be read: the stock file is asked for at Build
      !(stage === 'read' && states.read === 'no-region'));
  if (line.match.verdict === 'stop') return { stage: 'match', judgement: line.match };
  const unread = line.match.verdict === 'look' && states.match === 'unread';
  if (unread && line.read.verdict === 'look' && states.read === 'donor-missing')
    return { stage: 'wire', judgement: line.match };
  const stage = ORDER.find(open) ?? 'return';
  const atWire =
    (stage === 'identify' && states.identify === 'unread') ||
    (stage === 'match' && states.match === 'unread');
  return { stage: atWire ? 'wire' : stage, judgement: line[stage] };
}
