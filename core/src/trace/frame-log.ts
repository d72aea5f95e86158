/** Set in an id of 29 bits, in an error frame and in a remote request, as in SocketCAN. */
export const EXTENDED = 0x8000_0000;
export const REMOTE = 0x4000_0000;
export const ERROR = 0x2000_0000;
/** The id alone, whatever flags it has. */
export const ID_MASK = 0x1fff_ffff;

/**
 * Many classic CAN frames in columns, oldest first as the file has them. Shape: every column has `count` entries that count; `data` has
 * eight bytes a frame. `atUs`: microseconds on the file's own clock. `ids`: with the flags above. `sent`: 1 where the file says that
 * its own side sent it.
 */
export interface FrameLog {
  readonly count: number;
  readonly atUs: Float64Array;
  readonly ids: Uint32Array;
  readonly lengths: Uint8Array;
  readonly data: Uint8Array;
  readonly sent: Uint8Array;
}

/** What a file held beside frames. */
export interface LogNotes {
  /** Lines or records that are no classic CAN frame: longer frames of CAN FD, and what makes no sense. */
  readonly longer: number;
  readonly broken: number;
  /** Numbers of the first broken lines or records, from 1. */
  readonly brokenAt: readonly number[];
}

export interface LoadedLog extends LogNotes {
  readonly log: FrameLog;
}

const FIRST_ROOM = 4096;
const MOST_PLACES = 20;
const FRAME_BYTES = 8;

/** Grows a log frame by frame. */
export class FrameLogBuilder {
  #count = 0;
  #atUs = new Float64Array(FIRST_ROOM);
  #ids = new Uint32Array(FIRST_ROOM);
  #lengths = new Uint8Array(FIRST_ROOM);
  #data = new Uint8Array(FIRST_ROOM * FRAME_BYTES);
  #sent = new Uint8Array(FIRST_ROOM);
  #longer = 0;
  #broken = 0;
  readonly #brokenAt: number[] = [];

  /** `bytes` from `from` on; at most eight. */
  add(
    atUs: number,
    id: number,
    frame: { bytes: Uint8Array; from: number; length: number; sent?: boolean }
  ): void {
    if (this.#count === this.#ids.length) this.#grow();
    const i = this.#count++;
    this.#atUs[i] = atUs;
    this.#ids[i] = id;
    this.#lengths[i] = frame.length;
    if (frame.sent) this.#sent[i] = 1;
    const at = i * FRAME_BYTES;
    for (let k = 0; k < frame.length; k++) this.#data[at + k] = frame.bytes[frame.from + k] ?? 0;
  }

  /** A frame of CAN FD, which is told and not shown. */
  longer(): void {
    this.#longer++;
  }

  /** Something that is no frame. */
  broken(place: number): void {
    this.#broken++;
    if (this.#brokenAt.length < MOST_PLACES) this.#brokenAt.push(place);
  }

  build(): LoadedLog {
    const count = this.#count;
    return {
      log: {
        count,
        atUs: this.#atUs.slice(0, count),
        ids: this.#ids.slice(0, count),
        lengths: this.#lengths.slice(0, count),
        data: this.#data.slice(0, count * FRAME_BYTES),
        sent: this.#sent.slice(0, count)
      },
      ...{ longer: this.#longer, broken: this.#broken, brokenAt: this.#brokenAt }
    };
  }

  #grow(): void {
    const room = this.#ids.length * 2;
    const grown = <T extends Float64Array | Uint32Array | Uint8Array>(next: T, old: T): T => {
      next.set(old);
      return next;
    };
    this.#atUs = grown(new Float64Array(room), this.#atUs);
    this.#ids = grown(new Uint32Array(room), this.#ids);
    this.#lengths = grown(new Uint8Array(room), this.#lengths);
    this.#data = grown(new Uint8Array(room * FRAME_BYTES), this.#data);
    this.#sent = grown(new Uint8Array(room), this.#sent);
  }
}

/** Bytes of one frame; shares them. */
export const bytesOf = ({ data, lengths }: FrameLog, i: number): Uint8Array =>
  data.subarray(i * FRAME_BYTES, i * FRAME_BYTES + (lengths[i] ?? 0));

/** An id as people write it: three digits, or eight for 29 bits. */
export function formatId(id: number): string {
  return (id & ID_MASK)
    .toString(16)
    .toUpperCase()
    .padStart((id & EXTENDED) !== 0 ? 8 : 3, '0');
}
