import { createRandom, seedOf } from '@badger/core/base/random';

/** What an upload of a failing unit delivers: the memory with bits lost in one place, the same for the same seed. */
export function loseBits(bytes: Uint8Array, seed: string): Uint8Array {
  const copy = bytes.slice();
  const random = createRandom(seedOf(seed));
  const start = Math.floor((random() / 2 ** 32) * bytes.length * 0.7);
  let changed = 0;
  for (let i = start; changed < 14 && i < copy.length; i++) {
    const before = copy[i] as number;
    copy[i] = before & ~(1 << (random() % 8));
    if (copy[i] !== before) changed++;
  }
  return copy;
}
