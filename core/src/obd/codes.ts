import type { None } from '../base/codes.ts';

/** What `obd` tells: problems, findings and verdicts by code, each with its figures. */
export interface ObdCodes {
  'obd.answer.short': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends ObdCodes {}
}
