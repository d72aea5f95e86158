/** What `time` tells: problems, findings and verdicts by code, each with its figures. */
export interface TimeCodes {
  'time.measured.impossible': { seconds: number; times: number; floorSeconds: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends TimeCodes {}
}
