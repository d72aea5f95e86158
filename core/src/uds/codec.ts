import { concatBytes, encodeUintBe, readUintBe } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { Range } from '../image/range.ts';
import { lengthOf } from '../image/range.ts';
import { NEGATIVE_CODES, NEGATIVE_RESPONSE, SERVICES } from './services.ts';

export type UdsResponse =
  | { readonly type: 'positive'; readonly sid: number; readonly data: Uint8Array }
  | { readonly type: 'negative'; readonly sid: number; readonly nrc: number }
  | { readonly type: 'malformed' };

/** Tells positive from negative answers. `data` shares the bytes after the service id. */
export function decodeResponse(bytes: Uint8Array): UdsResponse {
  const head = bytes[0];
  if (head === undefined) return { type: 'malformed' };
  if (head === NEGATIVE_RESPONSE) {
    if (bytes.length < 3) return { type: 'malformed' };
    return { type: 'negative', sid: bytes[1] as number, nrc: bytes[2] as number };
  }
  if (head < 0x40) return { type: 'malformed' };
  return { type: 'positive', sid: head - 0x40, data: bytes.subarray(1) };
}

/** Name of a negative response code; an unknown one keeps its number. */
export function nameOfNrc(nrc: number): string {
  return NEGATIVE_CODES[nrc] ?? `0x${nrc.toString(16).toUpperCase().padStart(2, '0')}`;
}

/** 10 xx. Sessions: 1 default, 2 programming, 3 extended. */
export function encodeSession(session: 1 | 2 | 3): Uint8Array {
  return Uint8Array.of(SERVICES.diagnosticSessionControl, session);
}

/** 11 01: hard reset. */
export function encodeHardReset(): Uint8Array {
  return Uint8Array.of(SERVICES.ecuReset, 0x01);
}

/** 3E 00: nothing but a sign of life. */
export function encodeTesterPresent(): Uint8Array {
  return Uint8Array.of(SERVICES.testerPresent, 0x00);
}

/** 22 DDDD, one identifier. */
export function encodeReadDid(did: number): Uint8Array {
  return concatBytes([Uint8Array.of(SERVICES.readDataByIdentifier), encodeUintBe(did, 2)]);
}

/** 2E DDDD data: writes one identifier. */
export function encodeWriteDid(did: number, data: Uint8Array): Uint8Array {
  return concatBytes([Uint8Array.of(SERVICES.writeDataByIdentifier), encodeUintBe(did, 2), data]);
}

/** 27 with an odd level: seed request. */
export function encodeRequestSeed(level: number): Uint8Array {
  return Uint8Array.of(SERVICES.securityAccess, level);
}

/** 27 with the even level that follows: the key. */
export function encodeSendKey(level: number, key: Uint8Array): Uint8Array {
  return concatBytes([Uint8Array.of(SERVICES.securityAccess, level + 1), key]);
}

/** 35 (upload: out of the unit) with 4-byte address and size, no compression. */
export function encodeRequestUpload(range: Range): Uint8Array {
  return encodeTransferRequest(SERVICES.requestUpload, range);
}

/** 34 (download: into the unit), laid out alike. */
export function encodeRequestDownload(range: Range): Uint8Array {
  return encodeTransferRequest(SERVICES.requestDownload, range);
}

function encodeTransferRequest(sid: number, range: Range): Uint8Array {
  return concatBytes([
    Uint8Array.of(sid, 0x00, 0x44),
    encodeUintBe(range.start, 4),
    encodeUintBe(lengthOf(range), 4)
  ]);
}

/** 36 cc data. */
export function encodeTransferData(counter: number, data?: Uint8Array): Uint8Array {
  const head = Uint8Array.of(SERVICES.transferData, counter);
  return data ? concatBytes([head, data]) : head;
}

/** 37. */
export function encodeTransferExit(): Uint8Array {
  return Uint8Array.of(SERVICES.requestTransferExit);
}

/** 31 01 RRRR with options. */
export function encodeStartRoutine(routine: number, options: Uint8Array): Uint8Array {
  return concatBytes([
    Uint8Array.of(SERVICES.routineControl, 0x01),
    encodeUintBe(routine, 2),
    options
  ]);
}

/** 31 03 RRRR: what came out of a routine. */
export function encodeRoutineResults(routine: number): Uint8Array {
  return concatBytes([Uint8Array.of(SERVICES.routineControl, 0x03), encodeUintBe(routine, 2)]);
}

/** 2F DDDD 03 01: drives an output. Source: ISO 14229-1, shortTermAdjustment, from memory. */
export function encodeDriveOutput(did: number): Uint8Array {
  return concatBytes([
    Uint8Array.of(SERVICES.inputOutputControl),
    encodeUintBe(did, 2),
    Uint8Array.of(0x03, 0x01)
  ]);
}

/** 2F DDDD 00: gives the output back to the unit. Source: ISO 14229-1, returnControlToECU, from memory. */
export function encodeReleaseOutput(did: number): Uint8Array {
  return concatBytes([
    Uint8Array.of(SERVICES.inputOutputControl),
    encodeUintBe(did, 2),
    Uint8Array.of(0x00)
  ]);
}

/** Erase options: layout byte, address and size as in a transfer request. */
export function encodeEraseOptions(range: Range): Uint8Array {
  return concatBytes([
    Uint8Array.of(0x44),
    encodeUintBe(range.start, 4),
    encodeUintBe(lengthOf(range), 4)
  ]);
}

/** CRC-32 out of the answer to a memory check, behind sub-function and routine. Undefined: not four bytes. */
export function decodeMemoryCheck(answer: Uint8Array): number | undefined {
  return answer.length === 7 ? readUintBe(answer, 3, 4) : undefined;
}

/** Counter that follows `counter`: after FF comes 00. Source: ISO 14229-1. */
export function nextCounter(counter: number): number {
  return (counter + 1) % 256;
}

/** What one ISO-TP message carries with the length of twelve bits that every unit knows. Source: ISO 15765-2. */
const MOST_BLOCK_BYTES = 4095;

/**
 * Longest block (service id and counter included) out of the data of a 74 or 75 answer, cut to what one message carries:
 * a unit may offer more than its own transport can.
 * Errors: `uds.answer.short`, `uds.answer.nonsense` (a block of no use). Example: 20 0081 is 129.
 */
export function decodeMaxBlock(data: Uint8Array): Result<number> {
  const width = (data[0] ?? 0) >> 4;
  if (width < 1 || width > 4 || data.length < 1 + width) return fail('uds.answer.short');
  const block = readUintBe(data, 1, width);
  return block < 3 ? fail('uds.answer.nonsense', { block }) : ok(Math.min(block, MOST_BLOCK_BYTES));
}

export interface TransferRequest {
  readonly sid: number;
  readonly address: number;
  readonly lengthBytes: number;
}

/** Reads a 34 or 35 request of any address and size width (server side). Undefined when malformed. */
export function decodeTransferRequest(bytes: Uint8Array): TransferRequest | undefined {
  const layout = bytes[2];
  if (layout === undefined) return undefined;
  return decodeMemory(bytes, 3, layout);
}

/** Address and size behind a layout byte. Undefined when widths or length do not fit. */
export function decodeMemory(
  bytes: Uint8Array,
  offset: number,
  layout: number
): TransferRequest | undefined {
  const addressWidth = layout % 16;
  const sizeWidth = Math.floor(layout / 16);
  if (addressWidth < 1 || addressWidth > 5 || sizeWidth < 1 || sizeWidth > 4) return undefined;
  if (bytes.length !== offset + addressWidth + sizeWidth) return undefined;
  return {
    sid: bytes[0] as number,
    address: readUintBe(bytes, offset, addressWidth),
    lengthBytes: readUintBe(bytes, offset + addressWidth, sizeWidth)
  };
}
