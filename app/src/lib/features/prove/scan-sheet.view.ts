import { decodeStatus, type StatusBit } from '@badger/core/faults/status';
import type { Fault } from '@badger/core/faults/fault';
import type { ScannedUnit } from '@badger/core/scan/scan';

const BITS: Record<StatusBit, string> = {
  testFailed: 'fails now',
  testFailedThisOperationCycle: 'failed in this cycle',
  pendingDTC: 'pending',
  confirmedDTC: 'confirmed',
  testNotCompletedSinceLastClear: 'not tested since clearing',
  testFailedSinceLastClear: 'failed since clearing',
  testNotCompletedThisOperationCycle: 'not tested in this cycle',
  warningIndicatorRequested: 'asks for the warning lamp'
};

/** The status bits that are set, in words; for a code that came over OBD the list that it was on. */
export function wordsOfStatus(fault: Pick<Fault, 'status' | 'list'>): string {
  if (fault.status === undefined) return fault.list ? `on the ${fault.list} list` : 'not told';
  return decodeStatus(fault.status)
    .map((b) => BITS[b])
    .join(', ');
}

const STATES: Record<ScannedUnit['state'], string> = {
  talks: 'talks',
  badly: 'talks badly',
  silent: 'silent',
  absent: 'not fitted',
  unasked: 'not asked'
};

export const wordsOfState = (unit: Pick<ScannedUnit, 'state' | 'optional'>): string =>
  unit.state === 'silent' && unit.optional ? 'silent, perhaps not fitted' : STATES[unit.state];

const NAMES: Readonly<Record<string, string>> = {
  vin: 'VIN',
  'part-number': 'part',
  'software-number': 'software',
  'hardware-number': 'hardware',
  serial: 'serial',
  'system-name': 'name'
};

/** Identification as pairs to show. */
export function identificationOf(unit: ScannedUnit): readonly { name: string; value: string }[] {
  return Object.entries(unit.identification).map(([id, value]) => ({
    name: NAMES[id] ?? id,
    value
  }));
}

const ORDER: Record<ScannedUnit['state'], number> = {
  silent: 0,
  badly: 1,
  unasked: 2,
  talks: 3,
  absent: 5
};

/** Units that want a look first: silent ones, those whose memory is not known, those with faults, then the sound ones, then what is not fitted. */
export function sortForReading(units: readonly ScannedUnit[]): ScannedUnit[] {
  const rank = (u: ScannedUnit) =>
    u.state === 'talks' && u.faultMemory !== 'read'
      ? 2
      : u.state === 'talks'
        ? u.faults.length > 0
          ? 3
          : 4
        : u.optional && u.state === 'silent'
          ? 5
          : ORDER[u.state];
  return [...units].sort((a, b) => rank(a) - rank(b));
}

/** How the scan was made. */
export function wordsOfSource(scan: { readonly kind: string; readonly source: string }): string {
  if (scan.source === 'doip') return 'over the network socket';
  if (scan.kind === 'typed') return `from ${scan.source}`;
  return `with the box of ${scan.source}`;
}
