/** One character that was read for another. `place` counts from 1. */
export interface Correction {
  readonly place: number;
  readonly from: string;
  readonly to: string;
}

export interface Corrected {
  readonly text: string;
  readonly corrections: readonly Correction[];
}

/** Pairs that are taken for each other on worn labels. Source: common practice. */
const PAIRS: Readonly<Record<string, string>> = {
  ...{ O: '0', '0': 'O', I: '1', '1': 'I' },
  ...{ B: '8', '8': 'B', S: '5', '5': 'S' }
};

/** More changes than that make another number, not a better reading. */
const MOST_CORRECTIONS = 3;
/** Places that are tried at most: a long text of look-alikes would never end. */
const MOST_PLACES = 14;

/**
 * The text with as few look-alikes exchanged as possible so that `fits` holds; undefined when up to three do not help.
 * Deterministic: of several the one that changes the earliest places. Shape: capital letters and digits.
 * Example: `O73I204418` becomes `0731204418` where ten digits are wanted.
 */
export function correctLookAlikes(
  text: string,
  fits: (candidate: string) => boolean
): Corrected | undefined {
  const places = [...text]
    .flatMap((c, i) => (PAIRS[c] === undefined ? [] : [i]))
    .slice(0, MOST_PLACES);
  for (let count = 0; count <= Math.min(MOST_CORRECTIONS, places.length); count++) {
    for (const chosen of choose(places, count)) {
      const letters = [...text];
      for (const i of chosen) letters[i] = PAIRS[letters[i] as string] as string;
      const candidate = letters.join('');
      if (!fits(candidate)) continue;
      const corrections = chosen.map((i) => ({
        place: i + 1,
        from: text.charAt(i),
        to: candidate.charAt(i)
      }));
      return { text: candidate, corrections };
    }
  }
  return undefined;
}

/** Every choice of `count` out of `list`, in order. */
function* choose(list: readonly number[], count: number, from = 0): Generator<number[]> {
  if (count === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= list.length - count; i++) {
    for (const rest of choose(list, count - 1, i + 1)) yield [list[i] as number, ...rest];
  }
}
