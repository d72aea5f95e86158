/** What `trust` tells of reads, by code, each with its figures. `reads`: numbers, as in "1, 3". */
export interface TrustCodes {
  'trust.sign.agree': { reads: string; bytes: number };
  'trust.sign.alone': { reads: string };
  'trust.sign.apart': { reads: number; groups: number; bytes: number };
  'trust.sign.cells': { places: number; again: number; sameWay: number };
  'trust.sign.checks': { reads: string; differ: number; hold: number; unknown: number };
  'trust.sign.checks-hold': { reads: string; hold: number };
  'trust.sign.dropped': { reads: string; at: number; bytes: number; value: string; places: number };
  'trust.sign.fields': { wrong: number; sound: number };
  'trust.sign.filled': { reads: string; value: string; percent: number };
  'trust.sign.long': { reads: string; found: number; expected: number };
  'trust.sign.mirrored': { reads: string; line: number; everyBytes: number; percent: number };
  'trust.sign.noise': { places: number; perRead: number; ofMillion: number };
  'trust.sign.other-region': { region: string; checks: number; fields: number };
  'trust.sign.rare': { places: number };
  'trust.sign.repeated': { reads: string; at: number; bytes: number; back: number; places: number };
  'trust.sign.rival': { first: string; second: string };
  'trust.sign.shifted': { reads: string; at: number; by: number; bytes: number };
  'trust.sign.short': { reads: string; found: number; expected: number };
  'trust.sign.stuck': { reads: string; bit: number; level: number; lane: string; bytes: number };
  'trust.sign.swapped': { reads: string; width: number; bytes: number };
  'trust.sign.tail': { reads: string; at: number; bytes: number; value: string };
  'trust.sign.unchecked': { bytes: number };
  'trust.sign.worse': { first: number; last: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends TrustCodes {}
}
