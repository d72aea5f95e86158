import type { None } from '../base/codes.ts';

/** What `isotp` tells: problems, findings and verdicts by code, each with its figures. */
export interface IsotpCodes {
  'isotp.flow.overflow': None;
  'isotp.flow.timeout': None;
  'isotp.flow.waits': None;
  'isotp.frame.timeout': None;
  'isotp.message.interrupted': None;
  'isotp.message.long': None;
  'isotp.send.busy': None;
  'isotp.sequence.wrong': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends IsotpCodes {}
}
