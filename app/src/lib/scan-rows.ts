import { findCodeText } from '@badger/core/faults/code-texts';
import { describeFailureType } from '@badger/core/faults/failure-types';
import { formatFault, type Fault } from '@badger/core/faults/fault';
import { classifyStanding, decodeStatus } from '@badger/core/faults/status';
import { describeCode, parseCode } from '@badger/core/faults/trouble-code';
import type { ScannedUnit } from '@badger/core/scan/scan';

const SYSTEMS = {
  powertrain: 'powertrain',
  chassis: 'chassis',
  body: 'body',
  network: 'network'
} as const;

/** What a code says: its text where we have one, else what its structure tells. */
export function textOfFault(fault: Fault): string {
  const known = fault.text ?? findCodeText(fault.code);
  const type =
    fault.failureType === undefined || fault.failureType === 0
      ? ''
      : describeFailureType(fault.failureType).text;
  if (known) return type && !fault.text ? `${known}: ${type}` : known;
  const value = parseCode(fault.code);
  const structure = value === undefined ? undefined : describeCode(value);
  const owner = structure?.owner === 'maker' ? 'maker’s own' : (structure?.owner ?? '');
  const about = structure ? `${SYSTEMS[structure.system]} code, ${owner}` : 'unknown code';
  return type ? `${about}: ${type}` : about;
}

/** The status of a fault in plain words. */
export function standingOfFault(fault: Fault): string {
  if (fault.status === undefined && fault.list === undefined) return 'not told';
  return {
    present: 'present now',
    pending: 'pending',
    stored: 'stored',
    old: 'old',
    untested: 'not tested'
  }[classifyStanding(fault)];
}

/** A scan as rows for a CSV file: one a fault, and one for each unit without any. */
export function scanRows(units: readonly ScannedUnit[]): string[][] {
  const head = ['unit', 'address', 'state', 'code', 'text', 'status', 'status bits', 'software'];
  return [
    head,
    ...units.flatMap((u) => {
      const start = [u.name, `0x${u.address.toString(16).toUpperCase()}`, u.state];
      const software = u.identification['software-number'] ?? '';
      if (u.faults.length === 0)
        return [[...start, '', u.faultMemory === 'read' ? 'no faults' : '', '', '', software]];
      return u.faults.map((f) => [
        ...start,
        formatFault(f),
        textOfFault(f),
        standingOfFault(f),
        f.status === undefined ? (f.list ?? '') : decodeStatus(f.status).join(' '),
        software
      ]);
    })
  ];
}
