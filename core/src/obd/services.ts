import { concatBytes, formatAscii } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { formatCode, parseCode } from '../faults/trouble-code.ts';

/** Services of the legislated diagnosis that are used here. Source: SAE J1979 / ISO 15031-5. */
export const OBD = {
  currentData: 0x01,
  storedCodes: 0x03,
  pendingCodes: 0x07,
  vehicleInformation: 0x09,
  permanentCodes: 0x0a
} as const;

/** Functional request identifier and the eight physical pairs on 11-bit CAN. Source: ISO 15765-4, from memory. */
export const OBD_FUNCTIONAL_ID = 0x7df;

/**
 * Codes out of the data of a 43, 47 or 4A answer (service id taken off): a count, then two bytes each.
 * Filler of zeros behind the codes is dropped. Errors: `obd.answer.short` (fewer codes than the count says).
 * Source: SAE J1979 / ISO 15031-5 over CAN. Example: `02 0143 C158` is P0143 and U0158.
 */
export function decodeCodes(data: Uint8Array): Result<string[]> {
  const count = data[0];
  if (count === undefined) return fail('obd.answer.short');
  if (data.length < 1 + 2 * count) return fail('obd.answer.short');
  const codes: string[] = [];
  for (let i = 0; i < count; i++) {
    codes.push(formatCode((data[1 + 2 * i] as number) * 256 + (data[2 + 2 * i] as number)));
  }
  return ok(codes);
}

/** Data of such an answer. Throws RangeError for a text that is no code. */
export function encodeCodes(codes: readonly string[]): Uint8Array {
  const parts = codes.map((code) => {
    const value = parseCode(code);
    if (value === undefined) throw new RangeError(`"codes" expected codes, got ${code}`);
    return Uint8Array.of(value >> 8, value & 255);
  });
  return concatBytes([Uint8Array.of(codes.length), ...parts]);
}

/**
 * VIN out of the data of a 49 answer: `02`, number of items 1, 17 characters. Zeros in front and behind are padding; a
 * zero, or anything else that no VIN holds, inside makes the answer nonsense, not another VIN.
 * Errors: `obd.answer.short`, `uds.answer.nonsense`. Source: SAE J1979 info type 02.
 */
export function decodeVinAnswer(data: Uint8Array): Result<string> {
  if (data[0] !== 0x02) return fail('uds.answer.nonsense');
  const start = data.findIndex((b, i) => i >= 2 && b !== 0);
  const end = data.findLastIndex((b) => b !== 0) + 1;
  if (start < 0 || end - start < 17) return fail('obd.answer.short');
  const text = formatAscii(data.subarray(start, end));
  return /^[A-HJ-NPR-Z0-9]{17}$/.test(text) ? ok(text) : fail('uds.answer.nonsense');
}
