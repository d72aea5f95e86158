import { kindOf, type ProblemKind } from '../base/problem-kind.ts';
import type { Problem } from '../base/result.ts';

const SILENT: readonly ProblemKind[] = ['silent', 'broken-off', 'no-contact'];

/**
 * True where the unit itself did not answer: the way to it was open, fed, and asked. A lost cable or a dead programmer is
 * none of these.
 */
export function isUnitSilent(problem: Problem | null): boolean {
  return problem !== null && SILENT.includes(kindOf(problem));
}
