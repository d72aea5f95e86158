import { formatFault, type ExpectedFault, type Fault } from '../faults/fault.ts';
import { isInternal } from './classify-fault.ts';

export type BenchClass = 'expected' | 'internal' | 'unexplained';

export interface BenchFault {
  readonly fault: Fault;
  readonly label: string;
  readonly class: BenchClass;
  /** Why: the family's list, the failure type alone, or neither. */
  readonly because: 'list' | 'type' | 'internal' | 'other-type' | 'unknown';
}

/** Without sensors and partners these are seen on any loose unit. Source: common practice. */
const ALONE = new Set([0x13, 0x14, 0x15, 0x31, 0x87]);

/**
 * Tells what a lone unit must complain about (no sensors, no actuators, no partners) from what is wrong inside.
 * A listed code under another failure type (a short instead of an open circuit) is not expected.
 * Example: an injector circuit open on the bench is expected, its short to battery is not.
 */
export function classifyBenchFault(fault: Fault, expected: readonly ExpectedFault[]): BenchFault {
  const made = (kind: BenchClass, because: BenchFault['because']): BenchFault => ({
    fault,
    label: formatFault(fault),
    class: kind,
    because
  });
  if (isInternal(fault)) return made('internal', 'internal');
  const listed = expected.filter((e) => fault.code.startsWith(e.code));
  const type = fault.failureType;
  if (
    listed.some(
      (e) => type === undefined || e.failureTypes.length === 0 || e.failureTypes.includes(type)
    )
  )
    return made('expected', 'list');
  if (listed.length > 0) return made('unexplained', 'other-type');
  const network = type === 0x08 || /^U0[1-2]/.test(fault.code);
  if (network || (type !== undefined && ALONE.has(type))) return made('expected', 'type');
  return made('unexplained', 'unknown');
}

/** The list sorted by weight: internal first, then unexplained, then expected. */
export function classifyBenchFaults(
  faults: readonly Fault[],
  expected: readonly ExpectedFault[]
): BenchFault[] {
  const rank = { internal: 0, unexplained: 1, expected: 2 };
  return faults
    .map((f) => classifyBenchFault(f, expected))
    .sort((a, b) => rank[a.class] - rank[b.class]);
}
