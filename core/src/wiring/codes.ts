import type { None } from '../base/codes.ts';

/** What `wiring` tells: problems, findings and verdicts by code, each with its figures. */
export interface WiringCodes {
  'wiring.board.unknown': None;
  'wiring.connection.right': { wires: number; measured: number };
  'wiring.plan.none': None;
  'wiring.wires.open': { open: number; all: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends WiringCodes {}
}
