import { createRandom } from '@badger/core/base/random';

/** Numbers from 0 up to 1. */
export type Random = () => number;

/** The same seed gives the same numbers. */
export function randomOf(seed: number): Random {
  const next = createRandom(seed);
  // the first numbers of neighbouring seeds are alike
  for (let i = 0; i < 8; i++) next();
  return () => next() / 2 ** 32;
}

export const between = (random: Random, from: number, to: number): number =>
  from + Math.floor(random() * (to - from));

export const chance = (random: Random, share: number): boolean => random() < share;

export function pick<T>(random: Random, list: readonly [T, ...T[]]): T {
  return list[between(random, 0, list.length)] as T;
}
