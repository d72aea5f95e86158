import { concatBytes } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { decodeFault, encodeFault, type Fault } from '../faults/fault.ts';
import { SERVICES } from './services.ts';

/** reportDTCByStatusMask. Source: ISO 14229-1, from memory. */
export const REPORT_BY_STATUS_MASK = 0x02;
/** All groups. Source: ISO 14229-1, from memory. */
const ALL_GROUPS = Uint8Array.of(0xff, 0xff, 0xff);

/** 19 02 mask: every fault whose status has one of these bits. */
export function encodeReadFaults(mask: number): Uint8Array {
  return Uint8Array.of(SERVICES.readDtcInformation, REPORT_BY_STATUS_MASK, mask);
}

/** 14 FF FF FF: clear everything. */
export function encodeClearFaults(): Uint8Array {
  return concatBytes([Uint8Array.of(SERVICES.clearDiagnosticInformation), ALL_GROUPS]);
}

export interface FaultReport {
  /** Status bits that this unit supports; the others say nothing. */
  readonly availableMask: number;
  readonly faults: readonly Fault[];
}

/**
 * Faults out of the data of a 59 02 answer (service id taken off). Entries of 00 00 00 with status 00 are filler.
 * Errors: `uds.answer.nonsense` (another sub-function), `uds.answer.short` (not a whole number of entries).
 * Source: ISO 14229-1, from memory.
 */
export function decodeFaultReport(data: Uint8Array): Result<FaultReport> {
  if (data.length < 2) return fail('uds.answer.short');
  if (data[0] !== REPORT_BY_STATUS_MASK) return fail('uds.answer.nonsense');
  if ((data.length - 2) % 4 !== 0) return fail('uds.answer.short');
  const faults: Fault[] = [];
  for (let at = 2; at < data.length; at += 4) {
    if (data.subarray(at, at + 4).every((b) => b === 0)) continue;
    faults.push(decodeFault(data, at));
  }
  return ok({ availableMask: data[1] as number, faults });
}

/** Data of such an answer. */
export function encodeFaultReport(report: FaultReport): Uint8Array {
  return concatBytes([
    Uint8Array.of(REPORT_BY_STATUS_MASK, report.availableMask),
    ...report.faults.map(encodeFault)
  ]);
}
