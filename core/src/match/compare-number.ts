/**
 * How two numbers stand to each other as people write them.
 * `equal`: the same. `zero`: the same but for zeros in front. `grouped`: the same characters, parted otherwise.
 * `rounded`: two frequencies within half a percent of each other, or one without its unit. What is not `equal` is never
 * taken for it in silence.
 */
export type NumberRelation = 'equal' | 'zero' | 'grouped' | 'rounded' | 'differs';

/** Two writings of one frequency may lie that far apart, 433 and 433.92 MHz. Units: share. Source: common practice. */
const ROUNDING = 0.005;
const FREQUENCY = /^([0-9]{1,9}(?:[.,][0-9]{1,6})?)(K|M|G)?(HZ)?$/;
const FACTOR: Readonly<Record<string, number>> = { K: 1e3, M: 1e6, G: 1e9 };

/**
 * Compares two numbers that went through `normalizeNumber`. Total and symmetric.
 * Example: `0731204418` and `731204418` are `zero`, `0731-204-418` and `0731204418` `equal`, `433MHZ` and `433.92MHZ`
 * `rounded`.
 */
export function compareNumbers(a: string, b: string): NumberRelation {
  const heard = compareFrequencies(a, b);
  if (heard) return heard;
  const [bareA, bareB] = [withoutMarks(a), withoutMarks(b)];
  if (bareA === bareB) return sameGroups(a, b) ? 'equal' : 'grouped';
  return bareA.replace(/^0+/, '') === bareB.replace(/^0+/, '') ? 'zero' : 'differs';
}

function withoutMarks(text: string): string {
  return text.replaceAll(/[-/.,]/g, '');
}

/** One of them has no marks at all, or both have theirs in the same places. */
function sameGroups(a: string, b: string): boolean {
  const groups = (text: string) =>
    text
      .split(/[-/.,]/)
      .map((g) => g.length)
      .join(' ');
  return !/[-/.,]/.test(a) || !/[-/.,]/.test(b) || groups(a) === groups(b);
}

function compareFrequencies(a: string, b: string): NumberRelation | undefined {
  const [fa, fb] = [FREQUENCY.exec(a), FREQUENCY.exec(b)];
  if (!fa || !fb || (fa[3] === undefined && fb[3] === undefined)) return undefined;
  // a figure without its unit is read in the unit of the other
  const unitOf = (own: RegExpExecArray, other: RegExpExecArray) =>
    FACTOR[(own[3] === undefined ? (own[2] ?? other[2]) : own[2]) ?? ''] ?? 1;
  const hertz = (own: RegExpExecArray, other: RegExpExecArray) =>
    Number((own[1] as string).replace(',', '.')) * unitOf(own, other);
  const [ha, hb] = [hertz(fa, fb), hertz(fb, fa)];
  const apart = Math.abs(ha - hb) / Math.max(ha, hb, 1);
  if (apart < 1e-9) return fa[3] === undefined || fb[3] === undefined ? 'rounded' : 'equal';
  return apart <= ROUNDING ? 'rounded' : 'differs';
}
