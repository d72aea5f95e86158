/** A half-open range of addresses or offsets; `end` may be 2^32. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

/** Number of addresses in `range`. */
export function lengthOf(range: Range): number {
  return range.end - range.start;
}

/** True when `inner` lies wholly inside `outer`. */
export function contains(outer: Range, inner: Range): boolean {
  return inner.start >= outer.start && inner.end <= outer.end && inner.start <= inner.end;
}

/** True when the two share at least one address. */
export function overlaps(a: Range, b: Range): boolean {
  return a.start < b.end && b.start < a.end;
}

/** True when both lists name the same ranges in the same order. */
export function sameRanges(a: readonly Range[], b: readonly Range[]): boolean {
  return a.length === b.length && a.every((r, i) => r.start === b[i]?.start && r.end === b[i].end);
}
