/** Shapes of characters: capitals, small letters, digits, blank, the rest. */
const UPPER = 0;
const LOWER = 1;
const DIGIT = 2;
const BLANK = 3;
const REST = 4;
const SIZES = [26, 26, 10, 1, 32];

function shapeOf(c: number): number {
  if (c >= 0x41 && c <= 0x5a) return UPPER;
  if (c >= 0x61 && c <= 0x7a) return LOWER;
  if (c >= 0x30 && c <= 0x39) return DIGIT;
  return c === 0x20 ? BLANK : REST;
}

/** How often a character of some shape follows one of another, in numbers, names and sentences. Own estimates. */
const STAYS = 0.8;
const FOLLOWS = [0.06, 0.06, 0.06, 0.08, 0.02];
/** The pairs of letters that are most usual in English words. From memory. */
const USUAL = new Set(
  (
    'TH HE IN ER AN RE ON AT EN ND TI ES OR TE OF ED IS IT AL AR ST TO NT NG SE HA AS OU IO LE VE CO ME DE HI RI RO IC NE EA RA CE LI CH LL ' +
    'BE MA SI OM UR LA EL TA PE CT NO SO OL MO PR AC RT IL EC UN ID AM AD LO UL EM TR PO GE SP EV PA OD NS'
  ).split(' ')
);
const USUAL_BITS = 1.2;
const OTHER_PAIR_BITS = -1;
/** A character that stood there so shortly before may be filler. */
const NEAR = 4;

/** Tables go on in rows of up to so many bytes. */
const MOST_LAG = 8;

/** Does a character follow from earlier ones as the bytes of a table do: the same step once more? Repeats are a step of nothing. */
function goesOn(text: string, i: number): boolean {
  const c = text.charCodeAt(i);
  for (let lag = 1; lag <= MOST_LAG && 2 * lag <= i; lag++) {
    const before = text.charCodeAt(i - lag);
    if (c - before === before - text.charCodeAt(i - 2 * lag)) return true;
  }
  return false;
}

/**
 * How much likelier a run of printable characters is as text than as random bytes. Units: bits; below zero for what is no text. What repeats
 * or goes on like a table tells nothing. Example: `REV 03` about 15.
 */
export function textBits(text: string): number {
  let bits = 0;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    const before = i > 0 ? text.charCodeAt(i - 1) : c;
    const last = text.lastIndexOf(text.charAt(i), i - 1);
    if ((last >= 0 && i > 0 && i - last <= NEAR) || goesOn(text, i)) continue;
    bits += i > 0 ? bitsAfter(c, before) : bitsOf(c, FOLLOWS[shapeOf(c)] as number);
    if (i > 0 && shapeOf(c) <= LOWER && shapeOf(before) <= LOWER)
      bits += USUAL.has(text.slice(i - 1, i + 1).toUpperCase()) ? USUAL_BITS : OTHER_PAIR_BITS;
  }
  return bits;
}

const bitsOf = (c: number, share: number) =>
  Math.log2((256 * share) / (SIZES[shapeOf(c)] as number));

/** Signs follow each other seldom in text. */
const MOST_SIGNS = 0.3;

function bitsAfter(c: number, before: number): number {
  const shape = shapeOf(c);
  const share = shapeOf(before) === shape ? STAYS : (FOLLOWS[shape] as number);
  return bitsOf(c, shape === REST ? Math.min(share, MOST_SIGNS) : share);
}
