import { checksOf, type ChecksumRule, type SumCheck } from '../checksum/rule.ts';
import { joinRanges } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import { cheapestCombinations, type Combination } from './combinations.ts';
import type { Candidate, DisputedPlace } from './error-model.ts';
import type { RegionKnowledge } from './read-set.ts';
import { ResidualTable } from './residual.ts';
import { isConfirmed, isIn, senseOf, spanOf, type Sense } from './sense.ts';

/** The likeliest content of a region, put together of several reads. */
export interface Reconstruction {
  readonly bytes: Uint8Array;
  /** Every place that was disputed, with what was taken and which reads say so. */
  readonly places: readonly { readonly at: number; readonly taken: Candidate }[];
  /** Chance that any byte is wrong. */
  readonly wrongByteProbability: number;
  /** All checks hold, there is one, fields read as they must, and the chance is below {@link WRITABLE_BELOW}. */
  readonly writable: boolean;
  readonly sense: Sense;
  /** Combinations that were held against the checks. */
  readonly tried: number;
}

/** A content that may be wrong more often than once in so many is not offered for writing. */
export const WRITABLE_BELOW = 1e-6;
/** However it looks: a byte may be wrong that nobody disputes. */
const LEAST_UNSEEN = 1e-3;
/** Share of what passes that is not looked for any more. */
const NEGLIGIBLE = WRITABLE_BELOW / 100;
const MOST_COMBINATIONS = 20_000;
/** What is less likely than that at a place is not tried there. */
const LEAST_PROBABILITY = 1e-9;
/** More places are not put together. */
export const MOST_PLACES = 100_000;

export interface ToReconstruct {
  /** A read of the right length: what is not disputed is taken from it. */
  readonly base: Uint8Array;
  readonly places: readonly DisputedPlace[];
  readonly knowledge: Pick<RegionKnowledge, 'rules' | 'fields'>;
  /** Reads of the right length. */
  readonly reads: number;
  /** Chance that cells fail: such as failed in every read are disputed nowhere. */
  readonly cells: number;
}

/**
 * Takes the likeliest value at every disputed place; where checks cover them, the likeliest combination that all checks let pass. Undefined
 * where a place has no value at all. The chance of a wrong byte counts combinations that pass as well, what was not tried, values that no
 * read told, and passing by chance.
 */
export function reconstruct({
  base,
  places,
  knowledge,
  reads,
  cells
}: ToReconstruct): Reconstruction | undefined {
  if (places.length > MOST_PLACES || places.some((p) => p.candidates.length === 0))
    return undefined;
  const bytes = base.slice();
  for (const { at, candidates } of places) bytes[at] = (candidates[0] as Candidate).value;
  const affected = affectedChecks(knowledge.rules, places);
  const found = tryCombinations({ bytes, places, affected });
  if (found.best)
    for (const [p, c] of found.best.picked) {
      const { at, candidates } = places[p] as DisputedPlace;
      bytes[at] = (candidates[c + 1] as Candidate).value;
    }
  const picked = new Map(found.best?.picked);
  const taken = places.map(({ at, candidates }, p) => ({
    at,
    taken: candidates[(picked.get(p) ?? -1) + 1] as Candidate
  }));
  const sense = senseOf(bytes, knowledge);
  const wrong = chanceOfWrong({ found, places, affected, reads, cells });
  const writable = isConfirmed(sense) && found.best !== undefined && wrong < WRITABLE_BELOW;
  return { bytes, places: taken, wrongByteProbability: wrong, writable, sense, tried: found.tried };
}

interface Affected {
  readonly checks: readonly SumCheck[];
  /** What they cover and store, ascending. */
  readonly covered: readonly Range[];
  /** Of the weakest. */
  readonly bits: number;
}

function affectedChecks(
  rules: readonly ChecksumRule[],
  places: readonly DisputedPlace[]
): Affected {
  const all = rules.flatMap((rule) => checksOf(rule));
  const checks = all.filter((check) => {
    const span = spanOf(check);
    return places.some(({ at }) => isIn(span, at));
  });
  const covered = joinRanges(checks.flatMap(spanOf));
  // a wrong combination may be wrong for one check only: no more than the weakest stands against it
  const bits = checks.length === 0 ? 0 : Math.min(...checks.map((c) => c.checksum.bits));
  return { checks, covered, bits };
}

interface Tried {
  /** The likeliest that passes. */
  readonly best: Combination | undefined;
  readonly tried: number;
  /** Likelihood of the best, of all that pass and of all that were tried, over that of the likeliest. */
  readonly bestMass: number;
  readonly passingMass: number;
  readonly triedMass: number;
  /** The same of all combinations there are. */
  readonly allMass: number;
}

function tryCombinations({
  bytes,
  places,
  affected
}: {
  bytes: Uint8Array;
  places: readonly DisputedPlace[];
  affected: Affected;
}): Tried {
  const choices = places.map(({ at, candidates }) => {
    const [first] = candidates as [Candidate, ...Candidate[]];
    const others = candidates.slice(1).filter((c) => c.probability > LEAST_PROBABILITY);
    const costs = isIn(affected.covered, at)
      ? others.map((c) => Math.log(Math.max(first.probability, 1e-300) / c.probability))
      : [];
    return { costs };
  });
  const table = new ResidualTable(bytes, affected.checks, { places, choices });
  const allMass = choices.reduce(
    (mass, { costs }) => mass * costs.reduce((sum, cost) => sum + Math.exp(-cost), 1),
    1
  );
  let [tried, passingMass, triedMass, bestMass] = [0, 0, 0, 0];
  let best: Combination | undefined;
  const most = Math.min(MOST_COMBINATIONS, table.most);
  for (const combination of cheapestCombinations(choices, most)) {
    const mass = Math.exp(-combination.cost);
    tried++;
    triedMass += mass;
    if (table.passes(combination.picked)) {
      passingMass += mass;
      if (!best) [best, bestMass] = [combination, mass];
    }
    // what is left can no longer pass in a way that would count
    if (best && (allMass - triedMass) * 2 ** -affected.bits < NEGLIGIBLE * passingMass) break;
  }
  return { best, tried, bestMass, passingMass, triedMass, allMass };
}

/** Chance that any disputed byte is wrong, or one that no read told; in doubt too high rather than too low. */
function chanceOfWrong({
  found,
  places,
  affected,
  reads,
  cells
}: {
  found: Tried;
  places: readonly DisputedPlace[];
  affected: Affected;
  reads: number;
  cells: number;
}): number {
  if (!found.best) return 1;
  const byChance = 2 ** -affected.bits;
  const left = Math.max(0, found.allMass - found.triedMass) * byChance;
  const otherPassing = found.passingMass - found.bestMass + left;
  const amongTold = otherPassing / (found.passingMass + left);
  // a cell that failed in every read is not disputed at all: then the checks are all that stands against it
  const silent = (2 * places.length) / ((reads + 1) * (reads + 2));
  const unseen = Math.min(0.5, LEAST_UNSEEN + cells * silent);
  const accident = (unseen * found.tried * byChance) / (1 - unseen);
  const open = places
    .filter(({ at }) => !isIn(affected.covered, at))
    .reduce((sum, { candidates }) => sum + 1 - (candidates[0] as Candidate).probability, 0);
  const wrong = amongTold + accident + open;
  // of more combinations than can be counted nothing is sure
  return Number.isFinite(wrong) ? Math.min(1, wrong) : 1;
}
