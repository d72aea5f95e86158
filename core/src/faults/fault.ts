import { formatHex } from '../base/bytes.ts';
import { formatCode, parseCode } from './trouble-code.ts';

/** One stored fault of one unit. */
export interface Fault {
  /** Two-byte code as text, `U0158`. */
  readonly code: string;
  /** Third byte of a UDS code; undefined where the service gives two bytes only (OBD). */
  readonly failureType: number | undefined;
  /** Status byte of ISO 14229-1; undefined where the service has none. */
  readonly status: number | undefined;
  /** Standing of a code that came over OBD instead of a status byte. */
  readonly list?: 'stored' | 'pending' | 'permanent' | undefined;
  /** Text that came with it from another tool. */
  readonly text?: string | undefined;
}

/** A fault out of three code bytes and a status byte. Throws RangeError for less than four bytes. */
export function decodeFault(bytes: Uint8Array, offset = 0): Fault {
  if (offset + 4 > bytes.length) throw new RangeError('"bytes" expected 4 more, got less');
  const value = (bytes[offset] as number) * 256 + (bytes[offset + 1] as number);
  return {
    code: formatCode(value),
    failureType: bytes[offset + 2],
    status: bytes[offset + 3]
  };
}

/** Three code bytes and a status byte. Throws RangeError for a code that is none. */
export function encodeFault(fault: Fault): Uint8Array {
  const value = parseCode(fault.code);
  if (value === undefined) throw new RangeError(`"code" expected P, C, B or U, got ${fault.code}`);
  return Uint8Array.of(value >> 8, value & 255, fault.failureType ?? 0, fault.status ?? 0);
}

/** How a fault is written. Example: `P2522-1F`. */
export function formatFault(fault: Pick<Fault, 'code' | 'failureType'>): string {
  if (fault.failureType === undefined) return fault.code;
  return `${fault.code}-${formatHex(Uint8Array.of(fault.failureType))}`;
}

/** A fault that a sound unit of this family stores when it lies alone on a bench. */
export interface ExpectedFault {
  /** Whole code or its beginning, `P02`. */
  readonly code: string;
  /** Failure types under which it is expected; empty means any. */
  readonly failureTypes: readonly number[];
}
