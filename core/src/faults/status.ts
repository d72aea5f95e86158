import type { Fault } from './fault.ts';

/** Bits of a fault's status byte, bit 0 first. Source: ISO 14229-1 D.2, from memory. */
export const STATUS_BITS = [
  'testFailed',
  'testFailedThisOperationCycle',
  'pendingDTC',
  'confirmedDTC',
  'testNotCompletedSinceLastClear',
  'testFailedSinceLastClear',
  'testNotCompletedThisOperationCycle',
  'warningIndicatorRequested'
] as const;

export type StatusBit = (typeof STATUS_BITS)[number];

/** Names of the bits that are set. Example: `decodeStatus(0x09)` is `['testFailed', 'confirmedDTC']`. */
export function decodeStatus(status: number): StatusBit[] {
  return STATUS_BITS.filter((_, i) => (status & (1 << i)) !== 0);
}

/** Where a fault stands, in one word of the trade. */
export type Standing = 'present' | 'pending' | 'stored' | 'old' | 'untested';

/**
 * Present: its test fails now. Pending: failed in this or the last cycle, not confirmed. Stored: confirmed, failed in this
 * or the last cycle, not now. Old: whole cycles have passed without it. Untested: nothing failed, the test has not run.
 * Source: meaning of the bits by ISO 14229-1 D.2, from memory; the five words are common practice.
 */
export function classifyStanding(fault: Pick<Fault, 'status' | 'list'>): Standing {
  if (fault.list !== undefined) return fault.list === 'pending' ? 'pending' : 'stored';
  const status = fault.status;
  if (status === undefined) return 'stored';
  const bit = (name: StatusBit) => (status & (1 << STATUS_BITS.indexOf(name))) !== 0;
  const recent = bit('testFailedThisOperationCycle') || bit('pendingDTC');
  if (bit('testFailed')) return 'present';
  if (bit('confirmedDTC')) return recent ? 'stored' : 'old';
  if (recent) return 'pending';
  return bit('testFailedSinceLastClear') ? 'old' : 'untested';
}

/** True when the unit itself counts the fault: it has failed or is confirmed. A test that has not run is no fault. */
export function isFault(fault: Pick<Fault, 'status' | 'list'>): boolean {
  return classifyStanding(fault) !== 'untested';
}
