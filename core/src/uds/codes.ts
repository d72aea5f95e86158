import type { None } from '../base/codes.ts';

/** What `uds` tells: problems, findings and verdicts by code, each with its figures. */
export interface UdsCodes {
  'uds.answer.hung': None;
  'uds.answer.nonsense': { did?: number; block?: number };
  'uds.answer.short': None;
  'uds.answer.timeout': None;
  'uds.request.busy': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends UdsCodes {}
}
