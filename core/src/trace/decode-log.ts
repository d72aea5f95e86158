import { ERROR, EXTENDED, ID_MASK, REMOTE, type FrameLog } from './frame-log.ts';

/** What a frame is to the transport (ISO 15765-2): `none` where its id carries none. */
export const PCI_KINDS = [
  'none',
  'single',
  'first',
  'consecutive',
  'flow',
  'broken',
  'orphan'
] as const;
export type PciKind = (typeof PCI_KINDS)[number];
const [NONE, SINGLE, FIRST, CONSECUTIVE, FLOW, BROKEN, ORPHAN] = [0, 1, 2, 3, 4, 5, 6] as const;

/**
 * A log as messages. Shape: columns over frames (`kind`, `messageOf`: index of the message that a frame belongs to, or -1) and over
 * messages (first and last frame, where its bytes lie in `payload`, how many it should have). A message that was never ended has fewer
 * bytes than it announced.
 */
export interface DecodedLog {
  readonly kinds: Uint8Array;
  readonly messageOf: Int32Array;
  readonly messages: number;
  readonly firstFrame: Uint32Array;
  readonly lastFrame: Uint32Array;
  readonly start: Uint32Array;
  readonly length: Uint32Array;
  readonly announced: Uint32Array;
  readonly payload: Uint8Array;
}

/** A message that is being put together. */
interface Open {
  message: number;
  announced: number;
  have: number;
  next: number;
  bytes: Uint8Array;
}

/** Ids of 11 bits that carry diagnosis by habit, and those of 29 bits by ISO 15765-2 (normal fixed addressing). */
export function carriesDiagnosis(id: number): boolean {
  if ((id & (ERROR | REMOTE)) !== 0) return false;
  const bare = id & ID_MASK;
  if ((id & EXTENDED) === 0) return bare >= 0x700;
  const kind = bare >>> 16;
  return kind === 0x18da || kind === 0x18db;
}

/** Room for a message at first. Units: bytes. */
const FIRST_ROOM = 64;

/** Puts messages together in one pass. `isDiagnosis`: which ids are taken for transport frames. Total. */
export function decodeLog(
  log: FrameLog,
  isDiagnosis: (id: number) => boolean = carriesDiagnosis
): DecodedLog {
  return new Decoder(log, isDiagnosis).run();
}

class Decoder {
  readonly #log: FrameLog;
  readonly #isDiagnosis: (id: number) => boolean;
  readonly #known = new Map<number, boolean>();
  readonly #open = new Map<number, Open>();
  readonly #kinds: Uint8Array;
  readonly #messageOf: Int32Array;
  readonly #firstFrame: number[] = [];
  readonly #lastFrame: number[] = [];
  readonly #start: number[] = [];
  readonly #length: number[] = [];
  readonly #announced: number[] = [];
  /** No frame carries more than seven bytes of a message. */
  readonly #payload: Uint8Array;
  #used = 0;

  constructor(log: FrameLog, isDiagnosis: (id: number) => boolean) {
    this.#log = log;
    this.#isDiagnosis = isDiagnosis;
    this.#kinds = new Uint8Array(log.count);
    this.#messageOf = new Int32Array(log.count).fill(-1);
    this.#payload = new Uint8Array(log.count * 7);
  }

  run(): DecodedLog {
    const { count, ids } = this.#log;
    for (let i = 0; i < count; i++) {
      const id = ids[i] as number;
      let diagnosis = this.#known.get(id);
      if (diagnosis === undefined) this.#known.set(id, (diagnosis = this.#isDiagnosis(id)));
      this.#kinds[i] = diagnosis ? this.#frame(i, id) : NONE;
    }
    for (const open of this.#open.values()) this.#close(open);
    return {
      ...{ kinds: this.#kinds, messageOf: this.#messageOf, messages: this.#firstFrame.length },
      firstFrame: Uint32Array.from(this.#firstFrame),
      lastFrame: Uint32Array.from(this.#lastFrame),
      start: Uint32Array.from(this.#start),
      length: Uint32Array.from(this.#length),
      announced: Uint32Array.from(this.#announced),
      payload: this.#payload.slice(0, this.#used)
    };
  }

  #frame(i: number, id: number): number {
    const { data, lengths } = this.#log;
    const length = lengths[i] as number;
    const at = i * 8;
    const head = data[at] as number;
    if (length === 0) return BROKEN;
    switch (head >> 4) {
      case 0:
        return this.#single(i, id, { at, length: head & 15, held: length });
      case 1:
        return this.#first(i, id, { at, held: length });
      case 2:
        return this.#consecutive(i, id, { at, held: length });
      case 3:
        return length >= 3 && (head & 15) <= 2 ? FLOW : BROKEN;
      default:
        return BROKEN;
    }
  }

  #single(i: number, id: number, f: { at: number; length: number; held: number }): number {
    if (f.length === 0 || f.length > 7 || f.held < f.length + 1) return BROKEN;
    this.#abandon(id);
    const message = this.#begin(i, f.length);
    this.#put(message, this.#log.data.subarray(f.at + 1, f.at + 1 + f.length));
    this.#messageOf[i] = message;
    return SINGLE;
  }

  #first(i: number, id: number, { at, held }: { at: number; held: number }): number {
    const { data } = this.#log;
    if (held < 8) return BROKEN;
    const short = ((data[at] as number) & 15) * 256 + (data[at + 1] as number);
    let long = 0;
    if (short === 0) for (let k = 2; k < 6; k++) long = long * 256 + (data[at + k] as number);
    const announced = short === 0 ? long : short;
    // the escape is for lengths that twelve bits cannot hold, and what fits into one frame needs no first one
    if (short === 0 ? long < 4096 : short < 8) return BROKEN;
    this.#abandon(id);
    const from = short === 0 ? 6 : 2;
    const message = this.#begin(i, announced);
    // what is announced may never come: room grows with what does
    const bytes = new Uint8Array(Math.min(announced, FIRST_ROOM));
    bytes.set(data.subarray(at + from, at + 8));
    this.#open.set(id, { message, announced, have: 8 - from, next: 1, bytes });
    this.#messageOf[i] = message;
    return FIRST;
  }

  #consecutive(i: number, id: number, { at, held }: { at: number; held: number }): number {
    const open = this.#open.get(id);
    if (!open) return ORPHAN;
    const { data } = this.#log;
    this.#messageOf[i] = open.message;
    this.#lastFrame[open.message] = i;
    if (((data[at] as number) & 15) !== open.next) {
      // what comes out of turn ends the message, as the receiver does
      this.#abandon(id);
      return BROKEN;
    }
    open.next = (open.next + 1) & 15;
    const take = Math.min(7, held - 1, open.announced - open.have);
    if (open.have + take > open.bytes.length) {
      const grown = new Uint8Array(Math.min(open.announced, open.bytes.length * 4));
      grown.set(open.bytes.subarray(0, open.have));
      open.bytes = grown;
    }
    open.bytes.set(data.subarray(at + 1, at + 1 + take), open.have);
    open.have += take;
    if (open.have >= open.announced) this.#abandon(id);
    return CONSECUTIVE;
  }

  #begin(i: number, announced: number): number {
    const message = this.#firstFrame.length;
    this.#firstFrame.push(i);
    this.#lastFrame.push(i);
    this.#start.push(0);
    this.#length.push(0);
    this.#announced.push(announced);
    return message;
  }

  /** Ends the message under way on an id, whole or not. */
  #abandon(id: number): void {
    const open = this.#open.get(id);
    if (!open) return;
    this.#close(open);
    this.#open.delete(id);
  }

  #close({ message, bytes, have }: Open): void {
    this.#put(message, bytes.subarray(0, have));
  }

  #put(message: number, bytes: Uint8Array): void {
    this.#start[message] = this.#used;
    this.#length[message] = bytes.length;
    this.#payload.set(bytes, this.#used);
    this.#used += bytes.length;
  }
}

/** Bytes of a message; shares them. */
export function payloadOf(decoded: DecodedLog, message: number): Uint8Array {
  const start = decoded.start[message] ?? 0;
  return decoded.payload.subarray(start, start + (decoded.length[message] ?? 0));
}
