import type { Finding } from '../image/finding.ts';
import type { Range } from '../image/range.ts';
import type { Cause } from './cause.ts';
import { mapDisputes } from './compare-reads.ts';
import type { TrustJudgement, TrustVerdict } from './judge-reads.ts';
import { WRITABLE_BELOW } from './reconstruct.ts';
import type { Trend } from './trend.ts';

/** A judgement of reads as plain data, without a byte of their content: what is kept of it and shown. Reads by their numbers. */
export interface TrustSummary {
  readonly verdict: TrustVerdict;
  readonly cause: Cause;
  readonly evidence: readonly Finding[];
  /** Undefined where reading on is useless. */
  readonly readsNeeded: number | undefined;
  /** Reads that hold the same, the largest group first. */
  readonly groups: readonly (readonly number[])[];
  /** The group that is trusted or would be first. */
  readonly reference: readonly number[];
  /** Bytes in which two groups differ, by their places. */
  readonly differing: readonly (readonly number[])[];
  readonly disputedBytes: number;
  /** How many disputed bytes have so many reads for what most say there; the fewest reads first. */
  readonly support: readonly { readonly reads: number; readonly bytes: number }[];
  /** Offsets, at most {@link MOST_RANGES}. */
  readonly disputed: readonly Range[];
  /** Disputed bytes by stretches of equal length. */
  readonly map: readonly number[];
  readonly trend: Trend | undefined;
  readonly sums: { readonly hold: number; readonly differ: number; readonly unknown: number };
  readonly reconstruction: RebuiltSummary | undefined;
  /** Nothing speaks against the reads but that the shop asks for more of them. */
  readonly short: boolean;
}

/** What a reconstruction comes to. */
export interface RebuiltSummary {
  readonly wrongByteProbability: number;
  readonly bound: number;
  readonly writable: boolean;
  readonly places: number;
  /** The places of which it is least sure: how sure, and which reads say so. */
  readonly doubtful: readonly {
    readonly at: number;
    readonly probability: number;
    readonly reads: readonly number[];
  }[];
}

/** More ranges are not kept. */
export const MOST_RANGES = 256;
const CELLS = 128;
const MOST_DOUBTFUL = 24;

/** Takes what is kept out of a judgement. */
export function summariseTrust(judgement: TrustJudgement): TrustSummary {
  const { verdict, cause, evidence, readsNeeded, comparison, trend, sense, short } = judgement;
  const { reconstruction } = judgement;
  const { groups, differing, positions, disputed, longestBytes, commonBytes } = comparison;
  return {
    ...{ verdict, cause, evidence, readsNeeded, trend, differing, short },
    groups: groups.map((g) => g.numbers),
    reference: judgement.reference?.numbers ?? [],
    disputedBytes: positions.length + longestBytes - commonBytes,
    support: countBySupport(comparison.support),
    disputed: disputed.slice(0, MOST_RANGES),
    map: mapDisputes(comparison, CELLS),
    sums: { hold: sense?.hold ?? 0, differ: sense?.differ ?? 0, unknown: sense?.unknown ?? 0 },
    reconstruction: reconstruction && {
      wrongByteProbability: reconstruction.wrongByteProbability,
      bound: WRITABLE_BELOW,
      writable: reconstruction.writable,
      places: reconstruction.places.length,
      doubtful: [...reconstruction.places]
        .sort((a, b) => a.taken.probability - b.taken.probability)
        .slice(0, MOST_DOUBTFUL)
        .map(({ at, taken: { probability, reads } }) => ({ at, probability, reads }))
    }
  };
}

function countBySupport(support: Uint8Array): TrustSummary['support'] {
  const bytes = new Map<number, number>();
  for (const reads of support) bytes.set(reads, (bytes.get(reads) ?? 0) + 1);
  return [...bytes].sort((a, b) => a[0] - b[0]).map(([reads, n]) => ({ reads, bytes: n }));
}
