import { encodeUintBe, readUintBe } from '../base/bytes.ts';

/**
 * The invented key algorithm `tidemark` of the demonstration world: four bytes of seed, mixed with the family's
 * constant in eight rounds of xor, rotation and addition. It protects nothing; it only has to be asked for.
 * Shape: 4 bytes in, 4 bytes out. Errors: RangeError for another seed length.
 */
export function computeTidemarkKey(seed: Uint8Array, constant: number): Uint8Array {
  if (seed.length !== 4) throw new RangeError(`"seed" expected 4 bytes, got ${seed.length}`);
  let value = readUintBe(seed, 0, 4);
  for (let round = 1; round <= 8; round++) {
    value = (value ^ constant) >>> 0;
    value = ((value << (round + 2)) | (value >>> (30 - round))) >>> 0;
    value = (value + 0x9e37 * round) >>> 0;
  }
  return encodeUintBe(value, 4);
}
