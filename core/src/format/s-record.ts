import { concatBytes, encodeAscii, formatAscii, readUintBe } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { SparseImage } from '../image/image.ts';
import { FindingLog } from './finding-log.ts';
import { decodeHex, eachLine, putHex, type Line } from './hex-lines.ts';
import { concludeRead, type LoadedImage, type ReadFormatOptions } from './read-options.ts';
import { RecordImage } from './record-image.ts';

const LETTER_S = 0x53;
const LETTER_SMALL_S = 0x73;
const ZERO = 0x30;
/** Bytes of address by the kind of record. Source: Motorola S-record format, M68000 Family Programmer's Reference Manual, appendix C. */
const ADDRESS_BYTES: Readonly<Record<number, number>> = {
  ...{ 0: 2, 1: 2, 2: 3, 3: 4, 5: 2, 6: 3, 7: 4, 8: 3, 9: 2 }
};
const MOST_RECORD = 256;

/** What is remembered from one record to the next. */
class SReader {
  readonly log = new FindingLog();
  readonly data: RecordImage;
  readonly #bytes: Uint8Array;
  readonly #record = new Uint8Array(MOST_RECORD);
  #dataRecords = 0;
  /** Kind of the first record of data. */
  #kind: number | undefined;
  ended = false;
  start: number | undefined;
  header = '';

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
    this.data = new RecordImage(bytes.length >> 1);
  }

  take(line: Line): void {
    const place = { line: line.no, byte: line.from };
    const letter = this.#bytes[line.from];
    const kind = (this.#bytes[line.from + 1] ?? 0) - ZERO;
    if (letter !== LETTER_S && letter !== LETTER_SMALL_S)
      return this.log.add('look', 'format.line.other', place);
    if (this.ended) return this.log.add('look', 'format.end.after', place);
    const addressBytes = ADDRESS_BYTES[kind];
    if (addressBytes === undefined)
      return this.log.add('stop', 'format.record.unknown', { ...place, kind: `S${kind}` });
    const record = this.#record;
    const count = decodeHex(this.#bytes, line.from + 2, line.to, record);
    const length = count < 1 ? -1 : (record[0] as number);
    if (length < addressBytes + 1 || count < length + 1)
      return this.log.add('stop', 'format.record.cut', place);
    if ((line.to - line.from - 2) / 2 > length + 1)
      this.log.add('look', 'format.record.long', place);
    this.#check(record, length, place);
    this.#interpret(kind, { length, addressBytes }, place);
  }

  /** Count, address, data and checksum add up to FF. */
  #check(record: Uint8Array, length: number, place: { line: number; byte: number }): void {
    let sum = 0;
    for (let i = 0; i < length; i++) sum += record[i] as number;
    const expected = ~sum & 0xff;
    const found = record[length] as number;
    if (found !== expected)
      this.log.add('stop', 'format.checksum.wrong', { ...place, found, expected });
  }

  #interpret(
    kind: number,
    { length, addressBytes }: { length: number; addressBytes: number },
    place: { line: number; byte: number }
  ): void {
    const record = this.#record;
    const address = readUintBe(record, 1, addressBytes);
    const data = { from: 1 + addressBytes, to: length };
    if (kind === 0) this.header = formatAscii(record.slice(data.from, data.to));
    else if (kind <= 3) {
      this.#sameWidth(kind, place);
      this.#addData(address, data);
    } else if (kind <= 6) this.#count(address, addressBytes, place);
    else {
      this.ended = true;
      this.start = address;
    }
  }

  /** The checksum does not cover the kind: where one is another, its address may be cut or its first byte be address. */
  #sameWidth(kind: number, place: { line: number; byte: number }): void {
    this.#kind ??= kind;
    if (kind !== this.#kind)
      this.log.add('look', 'format.width.mixed', {
        ...{ ...place, kind: `S${kind}`, first: `S${this.#kind}` }
      });
  }

  #addData(address: number, { from, to }: { from: number; to: number }): void {
    this.#dataRecords++;
    const most = 2 ** 32;
    if (address + (to - from) > most)
      this.log.add('stop', 'format.address.high', {
        ...{ address: address + (to - from) - 1, most: most - 1 }
      });
    this.data.add(address, this.#record, from, Math.min(to, from + (most - address)));
  }

  /** A file that counts its records has lost one where the count differs. */
  #count(told: number, addressBytes: number, place: { line: number; byte: number }): void {
    const expected = this.#dataRecords % 2 ** (8 * addressBytes);
    if (told !== expected)
      this.log.add('stop', 'format.count.wrong', { ...place, found: told, expected });
  }
}

/**
 * Reads Motorola S-records, S0 to S9. What is wrong in a line is a finding with its line and byte; whoever takes the image looks at findings of
 * severity `stop`. Errors: `format.data.none`, `format.overlap.other`.
 */
export function readSRecord(
  bytes: Uint8Array,
  options: ReadFormatOptions = {}
): Result<LoadedImage> {
  const reader = new SReader(bytes);
  eachLine(bytes, (line) => reader.take(line));
  const { data, log, start: startAddress, header } = reader;
  if (!reader.ended) log.add('look', 'format.end.missing', {});
  return concludeRead({ data, log, startAddress, header }, options);
}

/** Which records carry the data: addresses of 16, 24 or 32 bits. */
export type SRecordKind = 's19' | 's28' | 's37';

const KINDS = {
  s19: { data: 1, end: 9, addressBytes: 2 },
  s28: { data: 2, end: 8, addressBytes: 3 },
  s37: { data: 3, end: 7, addressBytes: 4 }
} as const;
/** More records than this are not counted by any record. */
const MOST_COUNTED = 0xff_ffff;

/** How S-records are written. */
export interface WriteSOptions {
  readonly kind: SRecordKind;
  /** Data bytes of a record, 1 to 250. */
  readonly recordBytes?: number;
  readonly header?: string;
  readonly startAddress?: number | undefined;
}

/**
 * Writes S-records with header, count and end. Errors: `format.address.high` where an address does not fit the kind. RangeError for
 * `recordBytes` outside 1 to 250.
 */
export function writeSRecord(
  { pieces }: SparseImage<unknown>,
  { kind, recordBytes = 32, header = '', startAddress = 0 }: WriteSOptions
): Result<Uint8Array> {
  if (!(Number.isInteger(recordBytes) && recordBytes >= 1 && recordBytes <= 250))
    throw new RangeError(`"recordBytes" expected 1 to 250, got ${recordBytes}`);
  const { data, end, addressBytes } = KINDS[kind];
  const most = 2 ** (8 * addressBytes) - 1;
  const highest = Math.max((pieces.at(-1)?.range.end ?? 0) - 1, startAddress);
  if (highest > most) return fail('format.address.high', { address: highest, most });
  const lines: Uint8Array[] = [];
  const title = encodeAscii(header).subarray(0, 250);
  lines.push(lineOf(0, { address: 0, addressBytes: 2 }, title));
  let count = 0;
  for (const { range, bytes } of pieces)
    for (let from = 0; from < bytes.length; from += recordBytes, count++) {
      const part = bytes.subarray(from, from + recordBytes);
      lines.push(lineOf(data, { address: range.start + from, addressBytes }, part));
    }
  const none = new Uint8Array(0);
  if (count <= MOST_COUNTED) {
    const wide = count > 0xffff;
    lines.push(lineOf(wide ? 6 : 5, { address: count, addressBytes: wide ? 3 : 2 }, none));
  }
  lines.push(lineOf(end, { address: startAddress, addressBytes }, none));
  return ok(concatBytes(lines));
}

function lineOf(
  kind: number,
  { address, addressBytes }: { address: number; addressBytes: number },
  data: Uint8Array
): Uint8Array {
  const length = addressBytes + data.length + 1;
  const out = new Uint8Array(2 * length + 5);
  out[0] = LETTER_S;
  out[1] = ZERO + kind;
  let sum = length;
  let at = putHex(out, 2, length);
  for (let i = addressBytes - 1; i >= 0; i--) {
    const byte = Math.floor(address / 2 ** (8 * i)) % 256;
    at = putHex(out, at, byte);
    sum += byte;
  }
  for (let i = 0; i < data.length; i++) {
    const byte = data[i] as number;
    at = putHex(out, at, byte);
    sum += byte;
  }
  at = putHex(out, at, ~sum & 0xff);
  out[at] = 0x0a;
  return out;
}
