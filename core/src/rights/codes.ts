/** What `rights` tells: problems, findings and verdicts by code, each with its figures. */
export interface RightsCodes {
  'gate.person.role': { role: string; right: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends RightsCodes {}
}
