import { betaOf } from './chances.ts';

/** Reads of one length, at the offsets where not all say the same. Shape: `values[read][place]`; a read whose stretch is spoilt says nothing there (-1). */
export interface Scattered {
  readonly values: readonly Int16Array[];
  readonly places: number;
  /** Bytes that a read has. */
  readonly lengthBytes: number;
  /** What stands at each place, once that is known for certain. */
  readonly truth?: Uint8Array | undefined;
}

/** What single places and the way bits change show. */
export interface ScatterFigures {
  readonly places: number;
  /** Places at which more than one read stands against the others, and how many chance would give if reads were disturbed anywhere. */
  readonly again: number;
  readonly againByChance: number;
  /** Places at which all that is said differs in one bit. */
  readonly singleBit: number;
  /** Of changes of one bit whose way is known, the share in which the fewer reads changed the bit the same way. */
  readonly sameWay: number;
  /** Which way: a bit lost (1 read as 0) or gained. */
  readonly way: 'lost' | 'gained';
  readonly perRead: number;
  /** Chance that it is cells that fail, not a contact that disturbs; between 0 and 1. */
  readonly cells: number;
}

/** Before anything is seen one is as likely as the other. */
const PRIOR_CELLS = 0.5;
/**
 * Shares of what a bad contact changes that are one bit only: a line that is loaded changes one bit, a clock edge that is lost all that follow. Which of
 * both it is nobody knows before. Source: common practice.
 */
const NOISE_SINGLE = [0.5, 0.97] as const;
/** A failing cell changes its own bit; seldom two of one byte fail. */
const CELLS_SINGLE = 0.95;
/** Failing cells of one memory lose or gain their charge the same way, mostly. Source: common practice. */
const CELLS_SAME_WAY = 0.95;

/** Tells cells that fail at the same places from a contact that disturbs anywhere. */
export function judgeScatter({ values, places, lengthBytes, truth }: Scattered): ScatterFigures {
  const tally = { again: 0, single: 0, lost: 0, gained: 0, minority: 0, logOdds: 0 };
  const reads = values.length;
  for (let p = 0; p < places; p++) addPlace(values, { place: p, truth: truth?.[p] }, tally);
  const perRead = reads === 0 ? 0 : tally.minority / reads;
  const pairs = (reads * (reads - 1)) / 2;
  const againByChance = lengthBytes === 0 ? 0 : (pairs * perRead * perRead) / lengthBytes;
  const ways = tally.lost + tally.gained;
  const most = Math.max(tally.lost, tally.gained);
  let logOdds = Math.log(PRIOR_CELLS / (1 - PRIOR_CELLS));
  logOdds += lnSingles(CELLS_SINGLE, tally.single, places) - lnNoiseSingles(tally.single, places);
  // which way is not known before: the first place shows it, the others follow or do not
  if (ways > 1)
    logOdds +=
      (most - 1) * Math.log(CELLS_SAME_WAY / 0.5) +
      (ways - most) * Math.log((1 - CELLS_SAME_WAY) / 0.5);
  logOdds += againOdds({
    again: tally.again,
    places,
    reads,
    againByChance,
    sure: truth !== undefined
  });
  return {
    ...{ places, again: tally.again, againByChance, singleBit: tally.single, perRead },
    sameWay: ways === 0 ? 0 : most / ways,
    way: tally.lost >= tally.gained ? 'lost' : 'gained',
    cells: 1 / (1 + Math.exp(-logOdds))
  };
}

const lnSingles = (share: number, single: number, places: number) =>
  single * Math.log(share) + (places - single) * Math.log(1 - share);

/** Both kinds of contact are as likely. */
function lnNoiseSingles(single: number, places: number): number {
  const [mixed, one] = NOISE_SINGLE.map((share) => lnSingles(share, single, places)) as [
    number,
    number
  ];
  const most = Math.max(mixed, one);
  return most + Math.log((Math.exp(mixed - most) + Math.exp(one - most)) / 2);
}

interface Tally {
  again: number;
  single: number;
  lost: number;
  gained: number;
  minority: number;
}

function addPlace(
  values: readonly Int16Array[],
  { place, truth }: { place: number; truth: number | undefined },
  tally: Tally
): void {
  const counts = new Map<number, number>();
  for (const read of values) {
    const value = read[place] as number;
    if (value >= 0) counts.set(value, (counts.get(value) ?? 0) + 1);
  }
  if (counts.size < 2) return;
  const told = [...counts].sort((a, b) => b[1] - a[1]);
  const [[likeliest, most] = [0, 0], [, next] = [0, 0]] = told;
  const right = truth ?? likeliest;
  const wrong = told.filter(([value]) => value !== right);
  const against = wrong.reduce((n, [, count]) => n + count, 0);
  tally.minority += against;
  if (against > 1) tally.again++;
  const flips = wrong.map(([value]) => value ^ right);
  if (flips.some((flip) => flip !== flips[0] || (flip & (flip - 1)) !== 0)) return;
  tally.single++;
  // where as many say one as the other nobody knows which is the change
  if (truth === undefined && most === next) return;
  if ((right & (flips[0] as number)) !== 0) tally.lost++;
  else tally.gained++;
}

/** Places where several reads stand against the others: rare when reads are disturbed anywhere, usual when a cell fails half the time. */
function againOdds({
  again,
  places,
  reads,
  againByChance,
  sure
}: {
  again: number;
  places: number;
  reads: number;
  againByChance: number;
  sure: boolean;
}): number {
  if (reads < (sure ? 3 : 4) || places === 0) return 0;
  // of a cell whose share nobody knows every count from 1 to n-1 is as likely; without the truth the fewer count as wrong
  const cellsOnce = (sure ? 1 : 2) / (reads - 1);
  const noiseAgain = Math.min(0.5, Math.max(1e-4, againByChance / places));
  return (
    again * Math.log((1 - cellsOnce) / noiseAgain) +
    (places - again) * Math.log(cellsOnce / (1 - noiseAgain))
  );
}

/** How well the reads of one place say `value`, if the cell fails with a share that nobody knows, rather below a half than above. */
export function cellLikelihood(
  { same, against, towards }: { same: number; against: number; towards: 'lost' | 'gained' },
  { way, sameWay }: Pick<ScatterFigures, 'way' | 'sameWay'>
): number {
  const n = same + against;
  const share = Math.min(0.95, Math.max(0.5, sameWay));
  const direction = against === 0 ? 1 : towards === way ? share : 1 - share;
  // density 2·(1 - f): cells that fail seldom are commoner than such as fail nearly always
  return 2 * betaOf(against, n + 1) * direction;
}
