import { nibbleOf } from '../base/bytes.ts';
import { ERROR, EXTENDED, FrameLogBuilder, ID_MASK, REMOTE, type LoadedLog } from './frame-log.ts';
import { forEachLine } from './lines.ts';

const DOT = 0x2e;
const OPEN = 0x28;
const CLOSE = 0x29;
const SPACE = 0x20;
const HASH = 0x23;
const T = 0x54;
const SCRATCH_BYTES = 8;

/** Where a line is being read. */
interface Cursor {
  readonly bytes: Uint8Array;
  at: number;
  readonly to: number;
}

/**
 * Reads a candump text log: `(seconds.micros) name ID#DATA`, `ID#R` a remote request, `ID##F…` a frame of CAN FD; a last `T` means
 * sent. Source: log format of can-utils, from memory. Total: lines that are none are counted.
 */
export function readCandump(bytes: Uint8Array): LoadedLog {
  const builder = new FrameLogBuilder();
  const scratch = new Uint8Array(SCRATCH_BYTES);
  forEachLine(bytes, (from, to, no) => {
    if (!readLine({ bytes, at: from, to }, builder, scratch)) builder.broken(no);
  });
  return builder.build();
}

function readLine(c: Cursor, builder: FrameLogBuilder, scratch: Uint8Array): boolean {
  const atUs = readTime(c);
  if (atUs === undefined || !skipName(c)) return false;
  const id = readId(c);
  if (id === undefined) return false;
  if (c.bytes[c.at] === HASH) {
    builder.longer();
    return true;
  }
  const first = c.bytes[c.at];
  if (first === 0x52 || first === 0x72) {
    const length = nibbleOf(c.bytes[c.at + 1] ?? 0);
    builder.add(atUs, (id | REMOTE) >>> 0, {
      bytes: scratch,
      from: 0,
      length: length === 8 ? 8 : 0
    });
    return true;
  }
  const length = readData(c, scratch);
  if (length === undefined) return false;
  const sent = c.to - c.at === 2 && c.bytes[c.at] === SPACE && c.bytes[c.at + 1] === T;
  if (c.at < c.to && c.bytes[c.at] !== SPACE) return false;
  builder.add(atUs, id, { bytes: scratch, from: 0, length, sent });
  return true;
}

/** `(seconds.micros)` and a space. Units: µs. */
function readTime(c: Cursor): number | undefined {
  if (c.bytes[c.at] !== OPEN) return undefined;
  let whole = 0;
  let i = c.at + 1;
  for (; i < c.to && c.bytes[i] !== DOT; i++) {
    const d = (c.bytes[i] as number) - 0x30;
    if (d < 0 || d > 9) return undefined;
    whole = whole * 10 + d;
  }
  let micros = 0;
  let digits = 0;
  for (i++; i < c.to && c.bytes[i] !== CLOSE; i++) {
    const d = (c.bytes[i] as number) - 0x30;
    if (d < 0 || d > 9) return undefined;
    if (digits++ < 6) micros = micros * 10 + d;
  }
  if (digits === 0 || c.bytes[i] !== CLOSE || c.bytes[i + 1] !== SPACE) return undefined;
  for (; digits < 6; digits++) micros *= 10;
  c.at = i + 2;
  return whole * 1e6 + micros;
}

function skipName(c: Cursor): boolean {
  const end = c.bytes.indexOf(SPACE, c.at);
  if (end <= c.at || end >= c.to) return false;
  c.at = end + 1;
  return true;
}

function readId(c: Cursor): number | undefined {
  let id = 0;
  let digits = 0;
  for (; c.at < c.to && c.bytes[c.at] !== HASH; c.at++, digits++) {
    const n = nibbleOf(c.bytes[c.at] as number);
    if (n < 0 || digits === 8) return undefined;
    id = id * 16 + n;
  }
  if (c.bytes[c.at] !== HASH || c.at >= c.to || (digits !== 3 && digits !== 8)) return undefined;
  c.at++;
  if (digits === 3) return id > 0x7ff ? undefined : id;
  const flags = id >= ERROR ? id & ERROR : 0;
  if (flags === 0 && id > ID_MASK) return undefined;
  return flags === 0 ? (id | EXTENDED) >>> 0 : id >>> 0;
}

/** Pairs of digits, a dot between them allowed; undefined for anything else. */
function readData(c: Cursor, into: Uint8Array): number | undefined {
  let length = 0;
  while (c.at < c.to && c.bytes[c.at] !== SPACE) {
    if (c.bytes[c.at] === DOT) {
      c.at++;
      continue;
    }
    const high = nibbleOf(c.bytes[c.at] as number);
    const low = nibbleOf(c.bytes[c.at + 1] ?? 0);
    if (high < 0 || low < 0 || c.at + 1 >= c.to || length === SCRATCH_BYTES) return undefined;
    into[length++] = high * 16 + low;
    c.at += 2;
  }
  return length;
}
