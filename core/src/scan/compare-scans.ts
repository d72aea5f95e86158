import { formatFault, type Fault } from '../faults/fault.ts';
import { answers, type ScannedUnit } from './scan.ts';

/** One fault of one unit in two scans. */
export interface ScanChange {
  readonly unitId: string;
  readonly unitName: string;
  readonly code: string;
  /** `unreached`: the unit was not heard, or its fault memory not read, in the later scan: nothing is known. */
  readonly change: 'gone' | 'new' | 'stays' | 'unreached';
  readonly fault: Fault;
}

/**
 * What became of every fault between two scans: gone, new, or still there. A unit that was not reached in the later
 * scan proves nothing about its faults.
 */
export function compareScans(
  before: readonly ScannedUnit[],
  after: readonly ScannedUnit[]
): ScanChange[] {
  const changes: ScanChange[] = [];
  const ids = [...new Set([...before, ...after].map((u) => u.id))];
  for (const id of ids) {
    const a = before.find((u) => u.id === id);
    const b = after.find((u) => u.id === id);
    const name = (a ?? b)?.name ?? id;
    const reached = b !== undefined && answers(b) && b.faultMemory === 'read';
    const then = new Map(a?.faults.map((f) => [formatFault(f), f]));
    const now = new Map(b?.faults.map((f) => [formatFault(f), f]));
    for (const [code, fault] of then) {
      const change = now.has(code) ? 'stays' : reached ? 'gone' : 'unreached';
      changes.push({ unitId: id, unitName: name, code, change, fault });
    }
    for (const [code, fault] of now) {
      if (!then.has(code)) changes.push({ unitId: id, unitName: name, code, change: 'new', fault });
    }
  }
  return changes;
}
