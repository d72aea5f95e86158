import type { Result } from '../base/result.ts';
import type { Range } from '../image/range.ts';
import type { StopSignal } from '../port/diagnostic-link.ts';

/** What a unit says of itself. */
export interface ModuleIdentity {
  /** The fingerprint of the individual, as upper-case hex; undefined for a memory chip, which has none of its own. */
  readonly chipId: string | undefined;
  /** Undefined where the memory alone does not tell. */
  readonly family: string | undefined;
  /** Identity fields of the profile by id; what the unit does not tell is left out. */
  readonly fields: Readonly<Record<string, string>>;
}

/** How a read is followed and stopped. `onBytes` gets the bytes that are there so far, in order. */
export interface ReadOptions {
  readonly signal: StopSignal;
  readonly onBytes: (doneBytes: number) => void;
}

/** What is written, and how it is followed. A write is never stopped half way. */
export interface WriteOptions {
  readonly image: Uint8Array;
  readonly onBytes: (doneBytes: number) => void;
}

/**
 * The memory of one unit, whatever the access. One call at a time. Nothing that changes memory is ever repeated by
 * itself. Failures are data; their codes are those of the carrier and of the device.
 */
export interface MemoryAccess {
  /** Everything the unit tells of itself. */
  identify(): Promise<Result<ModuleIdentity>>;
  /** Only what tells this individual from every other; undefined where nothing but its content does. */
  fingerprint(): Promise<Result<string | undefined>>;
  /** Makes the memory readable and writable, where that takes more than speaking to it. */
  unlock(): Promise<Result<true>>;
  /** A whole range or nothing. Error beside the carrier's: `operation.run.stopped` with `doneBytes`. */
  read(range: Range, options: ReadOptions): Promise<Result<Uint8Array>>;
  /** CRC-32 (ISO-HDLC) of a range as the unit computes it itself. Error beside the carrier's: `read.check.none` (nothing there can tell). */
  check(range: Range): Promise<Result<number>>;
  erase(range: Range): Promise<Result<true>>;
  /** RangeError when the image does not fill the range. */
  write(range: Range, options: WriteOptions): Promise<Result<true>>;
  /** Leaves the unit as it would be found after power-up. A unit that does not answer is no fault. */
  reset(): Promise<Result<true>>;
  /** Something that may change the memory has been sent: only ever set, never taken back; in doubt true. */
  readonly memoryMayHaveChanged: boolean;
}
