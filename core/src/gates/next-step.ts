import type { Judgement } from '../base/verdict.ts';
import type { Stage } from '../job/stages.ts';

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

/** These are cleared where the chip id is read. */
const AT_WIRE = new Set(['identify.chip.unread', 'match.donor.unread']);

/** A person has decided: it stays a Look, and the work goes on. */
const DECIDED = new Set(['prove.unit.decided']);

/**
 * Where the next thing is to be done, and why: the first stage that is held or wants a look.
 * A reading that waits only for the donor's backup waits for its chip id first.
 * Example: with the original's chip id unread it is Wire.
 */
export function findNextStep(line: Record<Stage, Judgement>): NextStep {
  const open = (stage: Stage) =>
    line[stage].verdict === 'stop' ||
    (line[stage].verdict === 'look' && !DECIDED.has(line[stage].code));
  if (line.match.verdict === 'stop') return { stage: 'match', judgement: line.match };
  if (line.read.code === 'read.donor.missing' && line.match.code === 'match.donor.unread') {
    return { stage: 'wire', judgement: line.match };
  }
  const stage = ORDER.find(open) ?? 'return';
  return { stage: AT_WIRE.has(line[stage].code) ? 'wire' : stage, judgement: line[stage] };
}
