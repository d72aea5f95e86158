import { findMismatch } from '../base/bytes.ts';
import { findBlanks } from '../survey/find-blanks.ts';

/** Where two images of one length differ, as ascending half-open ranges in pairs of numbers. */
function differencesOf(a: Uint8Array, b: Uint8Array): Int32Array {
  const edges: number[] = [];
  for (let at = findMismatch(a, b, 0, a.length); at < a.length;) {
    let end = at + 1;
    while (end < a.length && a[end] !== b[end]) end++;
    edges.push(at, end);
    at = findMismatch(a, b, end, a.length);
  }
  return Int32Array.from(edges);
}

/** The first of ascending ranges that ends behind `start`. */
function firstBehind(pairs: Int32Array, start: number): number {
  let low = 0;
  let high = pairs.length >> 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((pairs[2 * middle + 1] as number) <= start) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Does any of the ascending ranges reach into [start, end)? */
function reachesInto(pairs: Int32Array, start: number, end: number): boolean {
  const at = firstBehind(pairs, start);
  return at < pairs.length >> 1 && (pairs[2 * at] as number) < end;
}

/**
 * The images of one search: which of them tell something of their own about a stretch. What is the same bytes once more proves nothing, and
 * a blank stretch says nothing at all.
 */
export class Family {
  readonly images: readonly Uint8Array[];
  readonly #blanks: Int32Array;
  /** For every pair of images, the earlier first, where they differ. */
  readonly #pairs: ReadonlyMap<string, Int32Array>;

  constructor(images: readonly Uint8Array[]) {
    this.images = images;
    const [first = new Uint8Array(0)] = images;
    this.#blanks = Int32Array.from(findBlanks(first).flatMap((b) => [b.start, b.end]));
    const pairs = new Map<string, Int32Array>();
    for (const [j, other] of images.entries())
      for (let i = 0; i < j; i++)
        pairs.set(`${i} ${j}`, differencesOf(images[i] as Uint8Array, other));
    this.#pairs = pairs;
  }

  /** Numbers of the images, the first among them, whose bytes in the ranges are those of no image before. */
  tellingApart(ranges: readonly { readonly start: number; readonly end: number }[]): number[] {
    const told = [0];
    for (let j = 1; j < this.images.length; j++) {
      const isOwn = told.every((i) => {
        const pairs = this.#pairs.get(`${i} ${j}`) as Int32Array;
        return ranges.some((r) => reachesInto(pairs, r.start, r.end));
      });
      if (isOwn) told.push(j);
    }
    return told;
  }

  /** Is nothing but one blank stretch there? */
  isBlank(start: number, end: number): boolean {
    const at = firstBehind(this.#blanks, start);
    return (
      at < this.#blanks.length >> 1 &&
      (this.#blanks[2 * at] as number) <= start &&
      end <= (this.#blanks[2 * at + 1] as number)
    );
  }
}
