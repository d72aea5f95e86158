import type { None } from '../base/codes.ts';

/** What `flasher` tells: problems, findings and verdicts by code, each with its figures. */
export interface FlasherCodes {
  'programmer.bus.other': None;
  'programmer.clock.fixed': None;
  'programmer.command.missing': { command: number };
  'programmer.version.other': { found: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends FlasherCodes {}
}
