import { readUintBe } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { SparseImage } from '../image/image.ts';
import { FindingLog } from './finding-log.ts';
import { decodeHex, eachLine, putHex, type Line } from './hex-lines.ts';
import { concludeRead, type LoadedImage, type ReadFormatOptions } from './read-options.ts';
import { RecordImage } from './record-image.ts';

/** Types of records. Source: Intel Hexadecimal Object File Format Specification, revision A (1988). */
const TYPE = { data: 0, end: 1, segment: 2, startSegment: 3, linear: 4, startLinear: 5 } as const;
const COLON = 0x3a;
/** Length, two bytes of address, type, checksum. */
const FRAME_BYTES = 5;
const MOST_RECORD = 255 + FRAME_BYTES;
/** Length of what a record that is no data carries. */
const FIXED: Readonly<Record<number, number>> = { 1: 0, 2: 2, 3: 4, 4: 2, 5: 4 };
const ADDRESS_SPACE = 2 ** 32;

/** What is remembered from one record to the next. */
class HexReader {
  readonly log = new FindingLog();
  readonly data: RecordImage;
  readonly #bytes: Uint8Array;
  readonly #record = new Uint8Array(MOST_RECORD);
  #base = 0;
  #segmented = false;
  ended = false;
  start: number | undefined;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
    this.data = new RecordImage(bytes.length >> 1);
  }

  take(line: Line): void {
    const place = { line: line.no, byte: line.from };
    if (this.#bytes[line.from] !== COLON) return this.log.add('look', 'format.line.other', place);
    if (this.ended) return this.log.add('look', 'format.end.after', place);
    const record = this.#record;
    const count = decodeHex(this.#bytes, line.from + 1, line.to, record);
    const length = count < FRAME_BYTES ? -1 : (record[0] as number);
    if (length < 0 || count < length + FRAME_BYTES)
      return this.log.add('stop', 'format.record.cut', place);
    if ((line.to - line.from - 1) / 2 > length + FRAME_BYTES)
      this.log.add('look', 'format.record.long', place);
    this.#check(record, length, place);
    this.#interpret(record, length, place);
  }

  /** All bytes of a record add up to nothing. */
  #check(record: Uint8Array, length: number, place: { line: number; byte: number }): void {
    let sum = 0;
    for (let i = 0; i < length + 4; i++) sum += record[i] as number;
    const expected = -sum & 0xff;
    const found = record[length + 4] as number;
    if (found !== expected)
      this.log.add('stop', 'format.checksum.wrong', { ...place, found, expected });
  }

  #interpret(record: Uint8Array, length: number, place: { line: number; byte: number }): void {
    const type = record[3] as number;
    if (type === TYPE.data) return this.#addData(record, length, place);
    if (FIXED[type] === undefined)
      return this.log.add('stop', 'format.record.unknown', { ...place, kind: String(type) });
    if (length !== FIXED[type]) return this.log.add('stop', 'format.record.cut', place);
    if (type === TYPE.end) this.ended = true;
    else if (type === TYPE.segment) this.#setBase(readUintBe(record, 4, 2) * 16, true);
    else if (type === TYPE.linear) this.#setBase(readUintBe(record, 4, 2) * 65_536, false);
    else if (type === TYPE.startLinear) this.start = readUintBe(record, 4, 4);
    else this.start = readUintBe(record, 4, 2) * 16 + readUintBe(record, 6, 2);
  }

  #setBase(base: number, segmented: boolean): void {
    this.#base = base;
    this.#segmented = segmented;
  }

  #addData(record: Uint8Array, length: number, place: { line: number; byte: number }): void {
    const offset = readUintBe(record, 1, 2);
    // within a segment addresses begin anew after 64 KiB; linear ones run on
    const room = this.#segmented ? 65_536 - offset : ADDRESS_SPACE - this.#base - offset;
    const fits = Math.min(length, room);
    this.data.add(this.#base + offset, record, 4, 4 + fits);
    if (fits === length) return;
    if (!this.#segmented)
      return this.log.add('stop', 'format.address.high', {
        ...{ address: this.#base + offset + length - 1, most: ADDRESS_SPACE - 1 }
      });
    this.log.add('look', 'format.wrap.segment', place);
    this.data.add(this.#base, record, 4 + fits, 4 + length);
  }
}

/**
 * Reads Intel HEX, all record types, segment and linear. What is wrong in a line is a finding with its line and byte; whoever takes the
 * image looks at findings of severity `stop`. Errors: `format.data.none`, `format.overlap.other`.
 */
export function readIntelHex(
  bytes: Uint8Array,
  options: ReadFormatOptions = {}
): Result<LoadedImage> {
  const reader = new HexReader(bytes);
  eachLine(bytes, (line) => reader.take(line));
  const { data, log, start: startAddress } = reader;
  if (!reader.ended) log.add('look', 'format.end.missing', {});
  return concludeRead({ data, log, startAddress, header: '' }, options);
}

/** How Intel HEX is written. */
export interface WriteHexOptions {
  /** Data bytes of a record, 1 to 255. */
  readonly recordBytes?: number;
  /** Written as start linear address. */
  readonly startAddress?: number | undefined;
}

/**
 * Writes Intel HEX with linear addresses; a record never crosses 64 KiB. Errors: `format.address.high` above 2^32 - 1. RangeError for
 * `recordBytes` outside 1 to 255.
 */
export function writeIntelHex(
  { pieces }: SparseImage<unknown>,
  { recordBytes = 32, startAddress }: WriteHexOptions = {}
): Result<Uint8Array> {
  if (!(Number.isInteger(recordBytes) && recordBytes >= 1 && recordBytes <= 255))
    throw new RangeError(`"recordBytes" expected 1 to 255, got ${recordBytes}`);
  const end = pieces.at(-1)?.range.end ?? 0;
  if (end > ADDRESS_SPACE)
    return fail('format.address.high', { address: end - 1, most: ADDRESS_SPACE - 1 });
  const out = new HexText(estimate(pieces, recordBytes));
  let upper = 0;
  for (const { range, bytes } of pieces) {
    for (let at = range.start; at < range.end;) {
      if (Math.floor(at / 65_536) !== upper) {
        upper = Math.floor(at / 65_536);
        out.record(TYPE.linear, 0, Uint8Array.of(upper >> 8, upper & 0xff));
      }
      const most = Math.min(recordBytes, range.end - at, 65_536 - (at % 65_536));
      const from = at - range.start;
      out.record(TYPE.data, at % 65_536, bytes.subarray(from, from + most));
      at += most;
    }
  }
  if (startAddress !== undefined) {
    const four = [24, 16, 8, 0].map((shift) => (startAddress >>> shift) & 0xff);
    out.record(TYPE.startLinear, 0, Uint8Array.from(four));
  }
  out.record(TYPE.end, 0, new Uint8Array(0));
  return ok(out.done());
}

const LINE_CHARS = 2 * FRAME_BYTES + 2;

/** Characters that an image needs at most. */
function estimate(pieces: SparseImage<unknown>['pieces'], recordBytes: number): number {
  let chars = 4 * (LINE_CHARS + 8);
  for (const { bytes } of pieces) {
    const pages = Math.ceil(bytes.length / 65_536) + 2;
    const records = Math.ceil(bytes.length / recordBytes) + pages;
    chars += 2 * bytes.length + records * LINE_CHARS + pages * (LINE_CHARS + 4);
  }
  return chars;
}

/** Lines of records, written one after the other. */
class HexText {
  readonly #out: Uint8Array;
  #at = 0;

  constructor(mostChars: number) {
    this.#out = new Uint8Array(mostChars);
  }

  record(type: number, offset: number, data: Uint8Array): void {
    const out = this.#out;
    out[this.#at++] = COLON;
    const head = [data.length, offset >> 8, offset & 0xff, type];
    let sum = 0;
    for (const byte of head) {
      this.#at = putHex(out, this.#at, byte);
      sum += byte;
    }
    for (let i = 0; i < data.length; i++) {
      const byte = data[i] as number;
      this.#at = putHex(out, this.#at, byte);
      sum += byte;
    }
    this.#at = putHex(out, this.#at, -sum & 0xff);
    out[this.#at++] = 0x0a;
  }

  done(): Uint8Array {
    return this.#out.slice(0, this.#at);
  }
}
