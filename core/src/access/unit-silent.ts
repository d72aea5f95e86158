import type { Problem } from '../base/result.ts';

/** The unit itself did not answer: the way to it was open, fed, and asked. A lost cable or a dead programmer is none of these. */
const SILENT: readonly string[] = [
  'uds.answer.timeout',
  'uds.answer.hung',
  'isotp.frame.timeout',
  'isotp.flow.timeout',
  'chip.contact.none'
];

/** True where a problem says that the unit, not the way to it, is silent. */
export function isUnitSilent(problem: Problem | null): boolean {
  return problem !== null && SILENT.includes(problem.code);
}
