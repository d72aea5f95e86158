import { joinRanges } from '../image/image.ts';
import type { Sign } from './cause.ts';
import type { Chosen } from './choose-reference.ts';
import { findDisputed } from './compare-reads.ts';
import { valuesAt, weighPlaces, type DisputedPlace, type UsableRead } from './error-model.ts';
import type { TimedRead } from './read-set.ts';
import { MOST_PLACES } from './reconstruct.ts';
import { judgeScatter, type ScatterFigures } from './scatter.ts';

/** What single places at which reads differ show. */
export interface ScatterLook {
  readonly usable: readonly UsableRead[];
  readonly places: readonly DisputedPlace[];
  readonly figures: ScatterFigures | undefined;
  readonly signs: readonly Sign[];
  /** A read stands apart in a way that is neither scattered nor has a name. */
  readonly unexplained: boolean;
  /** Offsets at which reads differ, where they are more than are weighed. */
  readonly unweighed: Uint32Array;
}

/** So sure must it be that it is one and not the other before it is named. */
const SURE = 0.8;

/** Reads of the length of the reference, without what is spoilt, at the places where they still differ. `truth`: the content, once it is known. */
export function lookAtScatter(
  reads: readonly TimedRead[],
  chosen: Chosen,
  truth?: Uint8Array
): ScatterLook {
  const { reference, explained } = chosen;
  const spoiltOf = (number: number) => {
    const ranges = explained.flatMap((e) => (e.numbers.includes(number) ? e.why.spoilt : []));
    return joinRanges(ranges);
  };
  const isExplained = (number: number) => explained.some((e) => e.numbers.includes(number));
  const usable = reads.flatMap(({ number, bytes }): UsableRead[] => {
    const spoilt = spoiltOf(number);
    const whole = spoilt.some((r) => r.start === 0 && r.end >= bytes.length);
    if (whole || bytes.length !== reference.bytes.length) return [];
    return [{ number, bytes, spoilt }];
  });
  const apart = reads.some(
    (r) => r.bytes.length !== reference.bytes.length && !isExplained(r.number)
  );
  const seen = { usable, unexplained: apart, unweighed: new Uint32Array(0) };
  const none = { ...seen, places: [], figures: undefined, signs: [] };
  const positions = findDisputed(usable);
  if (positions.length === 0) return none;
  if (positions.length > MOST_PLACES) return { ...none, unexplained: true, unweighed: positions };
  const values = valuesAt(usable, positions);
  const still = positions.filter((_, p) => differs(values, p));
  const open = valuesAt(usable, still);
  const lengthBytes = reference.bytes.length;
  const right = truth && Uint8Array.from(still, (at) => truth[at] as number);
  const figures = judgeScatter({ values: open, places: still.length, lengthBytes, truth: right });
  const places = weighPlaces(usable, positions, { values, figures });
  if (still.length === 0) return { ...none, places };
  // stretches are no single bytes: something moved or was lost, and nobody knows what
  if (figures.perRead > MOST_SHARE * lengthBytes || !isScattered(still, lengthBytes))
    return { ...none, places, unexplained: true };
  return {
    ...{ ...seen, places, figures },
    signs: [nameScatter(figures, lengthBytes)]
  };
}

/** A read in which more than this differs is another content. */
const MOST_SHARE = 0.15;
/** Stretches of the region in which places are counted. */
const STRETCHES = 256;
/** Variance over mean of those counts: 1 where places are scattered by chance, far more where they come in stretches. */
const MOST_DISPERSED = 3;

/** Do the places lie apart, as single bytes that are disturbed anywhere do? Source: index of dispersion of a Poisson process. */
function isScattered(positions: Uint32Array, lengthBytes: number): boolean {
  if (positions.length < 8) return true;
  const counts = new Float64Array(Math.min(STRETCHES, Math.ceil(lengthBytes / 8)));
  for (const at of positions) {
    const stretch = Math.floor((at * counts.length) / lengthBytes);
    counts[stretch] = (counts[stretch] as number) + 1;
  }
  const mean = positions.length / counts.length;
  const variance = counts.reduce((sum, n) => sum + (n - mean) ** 2, 0) / (counts.length - 1);
  return variance / mean <= MOST_DISPERSED;
}

function differs(values: readonly Int16Array[], place: number): boolean {
  let seen = -1;
  for (const read of values) {
    const value = read[place] as number;
    if (value < 0) continue;
    if (seen >= 0 && value !== seen) return true;
    seen = value;
  }
  return false;
}

function nameScatter(figures: ScatterFigures, lengthBytes: number): Sign {
  const { places, again, sameWay, perRead, cells } = figures;
  if (cells >= SURE)
    return {
      cause: 'failing-cells',
      evidence: [
        {
          ...{ code: 'trust.sign.cells', severity: 'look' },
          params: { places, again, sameWay: Math.round(sameWay * 100) }
        }
      ]
    };
  if (cells <= 1 - SURE)
    return {
      cause: 'contact-noise',
      evidence: [
        {
          ...{ code: 'trust.sign.noise', severity: 'look' },
          params: {
            ...{ places, perRead: Math.round(perRead * 10) / 10 },
            ofMillion: Math.round((1e6 * perRead) / Math.max(1, lengthBytes))
          }
        }
      ]
    };
  return {
    cause: 'undecided',
    evidence: [{ code: 'trust.sign.rare', severity: 'look', params: { places } }]
  };
}
