import { formatHex } from '../base/bytes.ts';
import type { CodingField } from '../scan/scan.ts';

/** One field of a coding, as it was saved and as it is. */
export interface ComparedField {
  readonly name: string;
  readonly saved: string;
  readonly now: string;
  readonly same: boolean;
}

/**
 * Two codings of one unit side by side, field by field; bytes of which nobody knows what they mean come last, each by its place. A byte that one
 * of them does not have is told as nothing, and is not the same.
 */
export function compareCoding(
  fields: readonly CodingField[],
  saved: Uint8Array,
  now: Uint8Array
): ComparedField[] {
  const part = (bytes: Uint8Array, at: number, lengthBytes: number) =>
    formatHex(bytes.subarray(at, at + lengthBytes));
  const known = new Set(
    fields.flatMap((f) => Array.from({ length: f.lengthBytes }, (_, i) => f.at + i))
  );
  const unknown = Array.from({ length: Math.max(saved.length, now.length) }, (_, at) => at)
    .filter((at) => !known.has(at))
    .map((at) => ({ name: `Byte ${at + 1}`, at, lengthBytes: 1 }));
  return [...fields, ...unknown].map(({ name, at, lengthBytes }) => {
    const [was, is] = [part(saved, at, lengthBytes), part(now, at, lengthBytes)];
    return { name, saved: was, now: is, same: was === is && was.length === 2 * lengthBytes };
  });
}
