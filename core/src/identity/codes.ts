/** What `identity` tells: problems, findings and verdicts by code, each with its figures. */
export interface IdentityCodes {
  'vin.digit.differs': { found: string; expected: string; mandatory: boolean };
  'vin.digit.empty': { found: string };
  'vin.length.wrong': { found: number };
  'vin.letter.forbidden': { place: number; found: string };
  'vin.letter.foreign': { place: number; found: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends IdentityCodes {}
}
