/** What `survey` tells of the content of an image. */
export interface SurveyCodes {
  'compare.content.differs': { bytes: number; ranges: number };
  'compare.content.shifted': { bytes: number; by: number; which: string };
  'compare.range.only': { bytes: number; address: number; which: string };
  'compare.ranges.many': { most: number };
  'search.pattern.empty': Readonly<Record<never, never>>;
  'search.pattern.malformed': { text: string; kind: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends SurveyCodes {}
}
