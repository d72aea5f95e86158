import { nibbleOf } from '../base/bytes.ts';
import type { CanFrame } from './frame.ts';

/**
 * The ASCII serial-line CAN dialect: one command a line, ended by CR (0x0D); BEL (0x07) says no.
 * `tIIIL..` standard frame, `TIIIIIIIIL..` extended frame, `Sn` bit rate, `O` open, `C` close, `V` version,
 * `F` status flags, `z`/`Z` answer to an accepted frame; the adapter tells errors and state of the bus by itself. Source: common practice of serial CAN adapters.
 */
export type SerialLineEvent =
  | { readonly type: 'frame'; readonly frame: CanFrame }
  | { readonly type: 'ack' }
  | { readonly type: 'refused' }
  | { readonly type: 'sent' }
  | { readonly type: 'bus-error'; readonly kinds: readonly BusErrorKind[] }
  | { readonly type: 'bus-state'; readonly state: BusState }
  | { readonly type: 'line'; readonly text: string }
  | { readonly type: 'garbage'; readonly text: string };

/** What a controller saw go wrong on the bus (ISO 11898-1): nobody acknowledged, a fixed field, a bit, stuffing, checksum. */
export type BusErrorKind = 'ack' | 'form' | 'bit' | 'stuff' | 'crc';

/** How far a controller has withdrawn from the bus (ISO 11898-1). */
export type BusState = 'active' | 'warning' | 'passive' | 'off';

/** Letters of an error line `e` + count + letters. Source: common practice of serial CAN adapters, from memory. */
export const BUS_ERROR_LETTERS: Readonly<Record<string, BusErrorKind>> = {
  ...{ a: 'ack', b: 'bit', B: 'bit', c: 'crc', f: 'form', s: 'stuff' }
};

/** Letters of a state line `s` + letter + receive and transmit error counters, three digits each. Source as above. */
export const BUS_STATE_LETTERS: Readonly<Record<string, BusState>> = {
  ...{ a: 'active', w: 'warning', p: 'passive', b: 'off' }
};

const CR = 0x0d;
const BEL = 0x07;
const LOWER_T = 0x74;
const UPPER_T = 0x54;
const DIGITS = '0123456789ABCDEF';
/** Longest legal line is `T` + 8 + 1 + 16 and a time stamp of 4. */
const MAX_LINE_BYTES = 64;

/** `S` codes. Units: bit/s. */
export const BITRATE_CODES: ReadonlyMap<number, string> = new Map([
  [125_000, 'S4'],
  [250_000, 'S5'],
  [500_000, 'S6']
]);

/** One frame as a line, CR included. Errors: RangeError for an id or length outside the frame format. */
export function encodeSerialLine(frame: CanFrame): string {
  const { id, extended, data } = frame;
  if (id < 0 || id > (extended ? 0x1fffffff : 0x7ff)) {
    throw new RangeError(`"id" expected ${extended ? 29 : 11} bits, got ${id}`);
  }
  if (data.length > 8) throw new RangeError(`"data" expected at most 8 bytes, got ${data.length}`);
  let line = extended ? 'T' : 't';
  line += id
    .toString(16)
    .toUpperCase()
    .padStart(extended ? 8 : 3, '0');
  line += String(data.length);
  for (let i = 0; i < data.length; i++) {
    const b = data[i] as number;
    line += DIGITS.charAt(b >> 4) + DIGITS.charAt(b & 15);
  }
  return `${line}\r`;
}

/** Keeps half lines between chunks. */
export interface SerialLineDecoder {
  /** Takes any cut of the stream; gives what is complete, in order. */
  push(chunk: Uint8Array): SerialLineEvent[];
}

const ACK: SerialLineEvent = { type: 'ack' };
const REFUSED: SerialLineEvent = { type: 'refused' };
const SENT: SerialLineEvent = { type: 'sent' };

/**
 * Creates a decoder for one connection. `timeStamps`: the channel was told to end every frame with four digits; only then
 * are they taken, and then they must be there.
 * Memory: frames own their bytes.
 * A line that is no frame, no known answer, or too long comes out as `garbage` and is otherwise dropped.
 */
export function createSerialLineDecoder({
  timeStamps = false
}: { readonly timeStamps?: boolean } = {}): SerialLineDecoder {
  let rest: Uint8Array = new Uint8Array(0);
  return {
    push(chunk) {
      const events: SerialLineEvent[] = [];
      const bytes = rest.length === 0 ? chunk : join(rest, chunk);
      let start = 0;
      for (let i = 0; i < bytes.length; i++) {
        const b = bytes[i];
        if (b !== CR && b !== BEL) continue;
        if (b === BEL) events.push(i > start ? garbage(bytes, start, i) : REFUSED);
        else events.push(decodeLine(bytes, start, i, timeStamps ? 4 : 0));
        start = i + 1;
      }
      rest = bytes.slice(start);
      if (rest.length > MAX_LINE_BYTES) {
        events.push(garbage(rest, 0, rest.length));
        rest = new Uint8Array(0);
      }
      return events;
    }
  };
}

function join(a: Uint8Array, b: Uint8Array): Uint8Array {
  const out = new Uint8Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

function decodeLine(
  bytes: Uint8Array,
  start: number,
  end: number,
  stampDigits: 0 | 4
): SerialLineEvent {
  if (end === start) return ACK;
  const kind = bytes[start];
  if (kind === LOWER_T) return decodeFrame(bytes, { start, end, idDigits: 3, stampDigits });
  if (kind === UPPER_T) return decodeFrame(bytes, { start, end, idDigits: 8, stampDigits });
  const text = textOf(bytes, start, end);
  if (text === 'z' || text === 'Z') return SENT;
  const bus = decodeBusLine(text);
  if (bus) return bus;
  return /^[A-Za-z][\x20-\x7e]{0,40}$/.test(text)
    ? { type: 'line', text }
    : { type: 'garbage', text };
}

/** An error line or a state line; undefined for any other. */
function decodeBusLine(text: string): SerialLineEvent | undefined {
  const errors = /^e([1-8])([abBcfs]+)$/.exec(text);
  if (errors && Number(errors[1]) === errors[2]?.length)
    return {
      type: 'bus-error',
      kinds: [...errors[2]].flatMap((letter) => BUS_ERROR_LETTERS[letter] ?? [])
    };
  const state = BUS_STATE_LETTERS[/^s([awpb])\d{6}$/.exec(text)?.[1] ?? ''];
  return state && { type: 'bus-state', state };
}

function decodeFrame(
  bytes: Uint8Array,
  {
    start,
    end,
    idDigits,
    stampDigits
  }: { start: number; end: number; idDigits: 3 | 8; stampDigits: 0 | 4 }
): SerialLineEvent {
  const lengthAt = start + 1 + idDigits;
  if (lengthAt >= end) return garbage(bytes, start, end);
  let id = 0;
  for (let i = start + 1; i < lengthAt; i++) {
    const n = nibbleOf(bytes[i] as number);
    if (n < 0) return garbage(bytes, start, end);
    id = id * 16 + n;
  }
  const length = (bytes[lengthAt] as number) - 0x30;
  const dataAt = lengthAt + 1;
  const tail = end - dataAt - 2 * length;
  // the digits must be as many as the length says: one that was lost or doubled makes another frame of it
  if (length < 0 || length > 8 || tail !== stampDigits) return garbage(bytes, start, end);
  for (let i = end - stampDigits; i < end; i++)
    if (nibbleOf(bytes[i] as number) < 0) return garbage(bytes, start, end);
  if (id > (idDigits === 3 ? 0x7ff : 0x1fffffff)) return garbage(bytes, start, end);
  const data = new Uint8Array(length);
  for (let i = 0; i < length; i++) {
    const high = nibbleOf(bytes[dataAt + 2 * i] as number);
    const low = nibbleOf(bytes[dataAt + 2 * i + 1] as number);
    if (high < 0 || low < 0) return garbage(bytes, start, end);
    data[i] = high * 16 + low;
  }
  return { type: 'frame', frame: { id, extended: idDigits === 8, data } };
}

function textOf(bytes: Uint8Array, start: number, end: number): string {
  return String.fromCharCode(...bytes.subarray(start, Math.min(end, start + MAX_LINE_BYTES)));
}

function garbage(bytes: Uint8Array, start: number, end: number): SerialLineEvent {
  return { type: 'garbage', text: textOf(bytes, start, end) };
}
