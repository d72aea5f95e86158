import type { Finding } from '../image/finding.ts';
import { firstSign, type Cause, type Sign } from './cause.ts';
import { findBetter, findRival, type Chosen } from './choose-reference.ts';
import { compareReads, type ReadComparison, type ReadGroup } from './compare-reads.ts';
import type { DisputedPlace } from './error-model.ts';
import { lookAtScatter, type ScatterLook } from './look-at-scatter.ts';
import type { RegionKnowledge, TimedRead } from './read-set.ts';
import { countReadsNeeded } from './reads-needed.ts';
import { reconstructBare } from './rebuild-bare.ts';
import type { Reconstruction } from './reconstruct.ts';
import type { ScatterFigures } from './scatter.ts';
import {
  areStrong,
  coveredAsRead,
  isConfirmed,
  isContradicted,
  isIn,
  type Sense
} from './sense.ts';
import { evidenceOf } from './tell-reads.ts';
import { findTrend, type Trend } from './trend.ts';

/** `reconstructed`: nothing agrees, but what was put together passes everything. `refuse`: reading on is useless. */
export type TrustVerdict = 'trusted' | 'reconstructed' | 'read-again' | 'refuse';

/** What the shop asks for before it trusts. */
export interface TrustPolicy {
  /** Reads that must be the same to the last byte: 2 or more. */
  readonly required: number;
}

/** Everything that is said of the reads of a region, with what it rests on. */
export interface TrustJudgement {
  readonly verdict: TrustVerdict;
  readonly cause: Cause;
  readonly evidence: readonly Finding[];
  readonly comparison: ReadComparison;
  /** The group that is trusted, or would be first; undefined without a read. */
  readonly reference: ReadGroup | undefined;
  readonly sense: Sense | undefined;
  /** Scattered places with what may stand there. */
  readonly places: readonly DisputedPlace[];
  readonly figures: ScatterFigures | undefined;
  readonly trend: Trend | undefined;
  /** Undefined where reading on is useless; 0 where nothing is needed. */
  readonly readsNeeded: number | undefined;
  readonly reconstruction: Reconstruction | undefined;
  /** Nothing speaks against the reads but that the shop asks for more of them. */
  readonly short: boolean;
}

/** Where reads differ and no check covers the place, what the most say must be as sure as this. */
const OPEN_BELOW = 1e-4;

/**
 * Judges 1 to 16 reads of a region. Trusted: as many as are asked for are the same, no two others are, nothing that is known of the region
 * speaks against it, and where others differ the doubt is small or a check covers it. Unknown is never sound: rules that do not hold are no
 * trust, however many reads agree. Total.
 */
export function judgeReads(
  reads: readonly TimedRead[],
  knowledge: RegionKnowledge,
  { required }: TrustPolicy = { required: 2 }
): TrustJudgement {
  const comparison = compareReads(reads);
  const chosen = findBetter(comparison, knowledge);
  if (!chosen) return nothingRead(comparison);
  const agreed = isAgreed(comparison, chosen, required);
  const first = { reads, knowledge, comparison, chosen, required, agreed };
  const doubtful = lookAtScatter(reads, chosen);
  const sound = isSound({ ...first, scattered: doubtful });
  const trusted = agreed && sound;
  const short = !agreed && sound && isAgreed(comparison, chosen, 2);
  // what agrees needs no putting together, and of two contents that both hold nobody knows which is meant
  const rival = isConfirmed(chosen.sense) && findRival(comparison, chosen);
  const rebuilt =
    trusted || short || rival ? undefined : rebuild({ ...first, scattered: doubtful });
  // once it is known what is right, it is also known which way every change went
  const truth =
    trusted || short ? chosen.reference.bytes : rebuilt?.writable ? rebuilt.bytes : undefined;
  const scattered = truth ? lookAtScatter(reads, chosen, truth) : doubtful;
  const sign = firstSign([...chosen.signs, ...scattered.signs]);
  const facts: Facts = { ...first, scattered, sign };
  const cause = causeOf(facts, trusted);
  const readsNeeded = trusted ? 0 : short ? missingOf(chosen, required) : needOf(facts, cause);
  const verdict = trusted
    ? 'trusted'
    : rebuilt?.writable
      ? 'reconstructed'
      : readsNeeded === undefined
        ? 'refuse'
        : 'read-again';
  const trend = findTrend(reads, chosen.reference);
  return {
    ...{ verdict, cause, comparison, reference: chosen.reference, sense: chosen.sense, trend },
    ...{ places: scattered.places, figures: scattered.figures, reconstruction: rebuilt },
    short,
    readsNeeded: verdict === 'reconstructed' ? 0 : readsNeeded,
    evidence: evidenceOf({
      ...{ chosen, comparison, knowledge, trend, reads: reads.length },
      signs: [...chosen.signs, ...scattered.signs]
    })
  };
}

interface Looked {
  readonly reads: readonly TimedRead[];
  readonly knowledge: RegionKnowledge;
  readonly comparison: ReadComparison;
  readonly chosen: Chosen;
  readonly scattered: ScatterLook;
  readonly required: number;
  readonly agreed: boolean;
}

interface Facts extends Looked {
  readonly sign: Sign | undefined;
}

function nothingRead(comparison: ReadComparison): TrustJudgement {
  return {
    ...{ verdict: 'read-again', cause: 'undecided', evidence: [], comparison },
    ...{ reference: undefined, sense: undefined, places: [], figures: undefined },
    ...{ trend: undefined, readsNeeded: 2, reconstruction: undefined, short: false }
  };
}

/** Enough are the same, and no two others are. */
function isAgreed(comparison: ReadComparison, chosen: Chosen, required: number): boolean {
  const { reference } = chosen;
  return reference.numbers.length >= Math.max(2, required) && !findRival(comparison, chosen);
}

function isSound({ chosen, knowledge, scattered }: Looked): boolean {
  const { sense, ownSign, explained, reference } = chosen;
  const spoilt = explained.some((e) => e.numbers === reference.numbers);
  if (ownSign || spoilt || isContradicted(sense) || sense.unknown > 0) return false;
  if (scattered.unexplained && !isConfirmed(sense)) return false;
  const { length } = chosen.reference.bytes;
  const covered = isConfirmed(sense) ? coveredAsRead(knowledge, length) : [];
  // of what was not weighed only a check can speak
  if (scattered.unweighed.some((at) => !isIn(covered, at))) return false;
  const doubt = scattered.places
    .filter(({ at }) => !isIn(covered, at))
    .reduce((sum, { at, candidates }) => {
      const own = candidates.find((c) => c.value === chosen.reference.bytes[at]);
      return sum + 1 - (own?.probability ?? 0);
    }, 0);
  return doubt <= OPEN_BELOW;
}

/** Puts a content together where several reads of the right length say something, and only single bytes or stretches are in doubt. */
function rebuild({ knowledge, chosen, scattered, reads }: Looked): Reconstruction | undefined {
  const { usable, places } = scattered;
  const right = knowledge.lengthBytes ?? chosen.reference.bytes.length;
  if (reads.length < 2 || usable.length < 2 || places.length === 0) return undefined;
  if (chosen.reference.bytes.length !== right || chosen.ownSign) return undefined;
  return reconstructBare(knowledge.steps ?? [], {
    ...{ base: chosen.reference.bytes, places, knowledge },
    ...{ reads: usable.length, cells: scattered.figures?.cells ?? 0 }
  });
}

function causeOf({ sign, agreed, chosen, comparison, reads }: Facts, trusted: boolean): Cause {
  if (sign) return sign.cause;
  if (trusted) return 'none';
  if (comparison.groups.length > 1) return 'undecided';
  // one read says nothing of how it came about; several that agree on what cannot be are wrong for a reason that nobody sees
  return (agreed || reads.length > 1) && isContradicted(chosen.sense) ? 'undecided' : 'none';
}

const missingOf = ({ reference }: Chosen, required: number) => required - reference.numbers.length;

/** So many reads that agree on what cannot be will not be joined by one that is right. */
const AGREE_IN_VAIN = 3;

function needOf(facts: Facts, cause: Cause): number | undefined {
  const { reads, chosen, required, scattered, knowledge } = facts;
  const agreeing = chosen.reference.numbers.length;
  if (isContradicted(chosen.sense) && agreeing >= AGREE_IN_VAIN && !scattered.figures)
    return undefined;
  return countReadsNeeded({
    ...{ cause, reads: reads.length, agreeing, required: Math.max(2, required) },
    ...{ figures: scattered.figures, places: scattered.places },
    lengthBytes: chosen.reference.bytes.length,
    checked: knowledge.rules.length > 0,
    strong: areStrong(knowledge.rules)
  });
}
