/** A kept read of one region, as far as agreement needs it. */
export interface ReadFact {
  readonly readId: string;
  /** Number of the read within its unit and region, from 1. */
  readonly number: number;
  readonly sha256: string;
  readonly lengthBytes: number;
}

export type TrustState = 'none' | 'single' | 'trusted' | 'disputed';

export interface Agreement {
  readonly state: TrustState;
  readonly total: number;
  /** SHA-256 of the content that at least two reads share and no other content rivals. */
  readonly trustedSha256: string | undefined;
  /** Numbers of the reads that agree with each other (the largest group). */
  readonly agreeing: readonly number[];
  /** Numbers of the reads outside the largest group. */
  readonly dissenting: readonly number[];
}

/**
 * Judges repeated reads of one region: two equal reads are trusted unless another pair says otherwise.
 * `disputed`: at least two reads and no two equal, or two groups of equal size above one.
 * Source: common practice (read until two agree, and note which two).
 * Example: contents A, B, A give `trusted` with agreeing [1, 3] and dissenting [2].
 */
export function computeAgreement(reads: readonly ReadFact[]): Agreement {
  const groups = new Map<string, ReadFact[]>();
  for (const read of reads) {
    const group = groups.get(read.sha256);
    if (group) group.push(read);
    else groups.set(read.sha256, [read]);
  }
  const [largest = [], rival = []] = [...groups.values()].sort((a, b) => b.length - a.length);
  const trusted = largest.length >= 2 && rival.length < largest.length;
  const numbers = (list: readonly ReadFact[]) => list.map((r) => r.number).sort((a, b) => a - b);
  const state: TrustState =
    reads.length === 0 ? 'none' : trusted ? 'trusted' : reads.length === 1 ? 'single' : 'disputed';
  const [first] = trusted ? largest : [];
  return {
    state,
    total: reads.length,
    trustedSha256: first?.sha256,
    agreeing: trusted ? numbers(largest) : [],
    dissenting: numbers(trusted ? reads.filter((r) => !largest.includes(r)) : reads)
  };
}
