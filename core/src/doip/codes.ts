import type { None } from '../base/codes.ts';

/** What `doip` tells: problems, findings and verdicts by code, each with its figures. */
export interface DoipCodes {
  'doip.header.refused': None;
  'doip.routing.pending': None;
  'doip.routing.refused': { reason?: string };
  'doip.routing.timeout': None;
  'doip.socket.lost': None;
  'doip.stream.broken': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends DoipCodes {}
}
