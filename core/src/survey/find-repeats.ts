import { matchContent, type Match } from './match-content.ts';

/** The same content at two places of one image; a few bytes may differ. Units: offsets, bytes. */
export interface Repeat {
  readonly starts: readonly [number, number];
  readonly bytes: number;
  /** Bytes that are not equal in the two. */
  readonly differingBytes: number;
}

/** Matches at one distance that lie so close are one copy of which some bytes differ. Units: bytes. */
const JOIN_BYTES = 64;
/** Copies that count, the longest first. */
const MOST = 64;

/**
 * Mirrored copies in an image: stretches of 48 bytes or more that stand at an earlier place too, joined where only little between them differs.
 * Longest first. Time: linear.
 */
export function findRepeats(bytes: Uint8Array): readonly Repeat[] {
  const joined: Repeat[] = [];
  for (const match of matchContent(bytes, bytes, { same: true })) {
    const last = joined.at(-1);
    const grown = last && joinWith(last, match);
    if (grown) joined[joined.length - 1] = grown;
    else joined.push({ starts: [match.a, match.b], bytes: match.bytes, differingBytes: 0 });
  }
  return joined
    .map((repeat) => ({ ...repeat, differingBytes: countDiffering(bytes, repeat) }))
    .sort((x, y) => y.bytes - x.bytes || x.starts[0] - y.starts[0])
    .slice(0, MOST);
}

/** One copy of both, where they lie at one distance and close together. */
function joinWith(last: Repeat, { a, b, bytes }: Match): Repeat | undefined {
  const [first, second] = last.starts;
  const end = second + last.bytes;
  if (b - a !== second - first || b < end || b - end > JOIN_BYTES) return undefined;
  return { ...last, bytes: b + bytes - second };
}

function countDiffering(image: Uint8Array, { starts: [a, b], bytes }: Repeat): number {
  let n = 0;
  for (let i = 0; i < bytes; i++) if (image[a + i] !== image[b + i]) n++;
  return n;
}
