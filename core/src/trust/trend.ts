import { findMismatch } from '../base/bytes.ts';
import type { ReadGroup } from './compare-reads.ts';
import type { TimedRead } from './read-set.ts';

/** How reads stand apart from the reference as time goes on. */
export interface Trend {
  /** Bytes in which each differs, in the order of time. */
  readonly differing: readonly number[];
  /** Rising, and hardly by chance. */
  readonly worse: boolean;
  /** Mean of the first and of the last half. */
  readonly first: number;
  readonly last: number;
}

/** Undefined for fewer than four reads. Method: Mann's test of rank against time, normal with correction for continuity. Source: H. B. Mann (1945), from memory. */
export function findTrend(reads: readonly TimedRead[], reference: ReadGroup): Trend | undefined {
  if (reads.length < 4) return undefined;
  const differing = [...reads]
    .sort((a, b) => a.number - b.number)
    .map(({ bytes }) => countDiffering(bytes, reference.bytes));
  const n = differing.length;
  let s = 0;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++)
      s += Math.sign((differing[j] as number) - (differing[i] as number));
  const spread = Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const z = s > 0 ? (s - 1) / spread : 0;
  const half = Math.floor(n / 2);
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const first = Math.round(mean(differing.slice(0, half)));
  const last = Math.round(mean(differing.slice(n - half)));
  return { differing, worse: z > Z_OF_CHANCE && last > first, first, last };
}

/** A rise that chance gives in one of ten orders is told. */
const Z_OF_CHANCE = 1.2816;

function countDiffering(a: Uint8Array, b: Uint8Array): number {
  const common = Math.min(a.length, b.length);
  let n = Math.max(a.length, b.length) - common;
  for (let i = findMismatch(a, b, 0, common); i < common; i = findMismatch(a, b, i + 1, common))
    n++;
  return n;
}
