import { readUintBe, readUintLe } from '../base/bytes.ts';

/**
 * Sum of the words of `bytes`, modulo 2^`sumWidth`*8.
 * Shape: `wordBytes` divides the length. Errors: RangeError otherwise. Source: definition (plain additive sum).
 * Example: 16-bit big-endian words of 0001 F203 F4F5 F6F7 sum to 0x2DDF0.
 */
export function computeSum(
  bytes: Uint8Array,
  { wordBytes = 1, littleEndian = false, sumBytes = 2 } = {}
): number {
  if (bytes.length % wordBytes !== 0) {
    throw new RangeError(`"bytes" expected a multiple of ${wordBytes}, got ${bytes.length}`);
  }
  const read = littleEndian ? readUintLe : readUintBe;
  const modulus = 256 ** sumBytes;
  let sum = 0;
  for (let i = 0; i < bytes.length; i += wordBytes) {
    sum = (sum + (wordBytes === 1 ? (bytes[i] as number) : read(bytes, i, wordBytes))) % modulus;
  }
  return sum;
}
