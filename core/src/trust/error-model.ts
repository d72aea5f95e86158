import type { Range } from '../image/range.ts';
import { isIn } from './sense.ts';
import { cellLikelihood, type ScatterFigures } from './scatter.ts';

/** A read of the common length, with the stretches of it that say nothing. */
export interface UsableRead {
  readonly number: number;
  readonly bytes: Uint8Array;
  readonly spoilt: readonly Range[];
}

/** A value that a place may have. */
export interface Candidate {
  readonly value: number;
  readonly probability: number;
  /** Numbers of the reads that say so. */
  readonly reads: readonly number[];
}

/** A place at which reads differ. Candidates: the likeliest first; none where no read says anything. */
export interface DisputedPlace {
  readonly at: number;
  readonly candidates: readonly Candidate[];
}

/** What reads say at some offsets. Shape: `[read][place]`, -1 for nothing. */
export function valuesAt(reads: readonly UsableRead[], positions: Uint32Array): Int16Array[] {
  return reads.map(({ bytes, spoilt }) => {
    const out = new Int16Array(positions.length);
    for (let p = 0; p < positions.length; p++) {
      const at = positions[p] as number;
      out[p] = at >= bytes.length || isIn(spoilt, at) ? -1 : (bytes[at] as number);
    }
    return out;
  });
}

/** Of what disturbs a read, so much changes one bit only. */
const SINGLE_SHARE = 0.5;
/** However sure it looks that no cell fails, or that only cells do: this much is left for the other. */
const LEAST_DOUBT = 1e-4;

/**
 * Chances of every value at every place: a contact that disturbs anywhere (each read as often as it stood against the others) and a cell
 * that fails as often as its reads show, weighed by how likely each is. Total.
 */
export function weighPlaces(
  reads: readonly UsableRead[],
  positions: Uint32Array,
  { values, figures }: { values: readonly Int16Array[]; figures: ScatterFigures }
): DisputedPlace[] {
  const errors = errorRates(reads, values, positions.length);
  const cells = Math.min(1 - LEAST_DOUBT, Math.max(LEAST_DOUBT, figures.cells));
  return Array.from(positions, (at, p) => {
    const said = values.map((v) => v[p] as number);
    const distinct = [...new Set(said.filter((v) => v >= 0))];
    // what each kind would say of a place that is disputed; that it is disputed at all is in the weight of the kind
    const byNoise = shares(distinct.map((value) => noiseLikelihood(value, said, errors)));
    const byCells = shares(distinct.map((value) => cellsOf(value, said, figures)));
    const candidates = distinct
      .map((value, i) => ({
        value,
        probability: (1 - cells) * (byNoise[i] as number) + cells * (byCells[i] as number),
        reads: reads.flatMap((r, j) => (said[j] === value ? [r.number] : []))
      }))
      .sort((a, b) => b.probability - a.probability || b.reads.length - a.reads.length);
    return { at, candidates };
  });
}

/** Likelihoods as parts of their sum; all alike where none says anything. */
function shares(likelihoods: readonly number[]): number[] {
  const all = likelihoods.reduce((a, b) => a + b, 0);
  return likelihoods.map((l) => (all > 0 ? l / all : 1 / likelihoods.length));
}

/** How often each read is wrong in a byte, as often as it stood against the most, and once more. */
function errorRates(
  reads: readonly UsableRead[],
  values: readonly Int16Array[],
  places: number
): number[] {
  const against = reads.map(() => 1);
  for (let p = 0; p < places; p++) {
    const said = values.map((v) => v[p] as number);
    const most = mostSaid(said);
    said.forEach((value, j) => {
      if (value >= 0 && value !== most) against[j] = (against[j] as number) + 1;
    });
  }
  return against.map((n, j) => Math.min(0.5, n / ((reads[j] as UsableRead).bytes.length + 2)));
}

function mostSaid(said: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const value of said) if (value >= 0) counts.set(value, (counts.get(value) ?? 0) + 1);
  const [[first, most] = [undefined, 0], [, second] = [undefined, 0]] = [...counts].sort(
    (a, b) => b[1] - a[1]
  );
  return most > second ? first : undefined;
}

function noiseLikelihood(
  value: number,
  said: readonly number[],
  errors: readonly number[]
): number {
  return said.reduce((product, told, j) => {
    if (told < 0) return product;
    const e = errors[j] as number;
    return product * (told === value ? 1 - e : e * shareOfWrong(value ^ told));
  }, 1);
}

/** Among wrong values those that differ in one bit are commoner. */
const shareOfWrong = (flip: number) =>
  (1 - SINGLE_SHARE) / 255 + ((flip & (flip - 1)) === 0 ? SINGLE_SHARE / 8 : 0);

function cellsOf(value: number, said: readonly number[], figures: ScatterFigures): number {
  const told = said.filter((v) => v >= 0);
  const wrong = told.filter((v) => v !== value);
  const flips = new Set(wrong.map((v) => v ^ value));
  const [flip = 0] = flips;
  const towards = (value & flip) === 0 ? 'gained' : 'lost';
  const likelihood = cellLikelihood(
    { same: told.length - wrong.length, against: wrong.length, towards },
    figures
  );
  // more than one bit of a byte seldom fails
  return flips.size > 1 || (flip & (flip - 1)) !== 0 ? likelihood * 0.05 : likelihood;
}
