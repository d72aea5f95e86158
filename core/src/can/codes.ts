import type { None } from '../base/codes.ts';

/** What `can` tells, each with its figures. */
export interface CanCodes {
  'can.rate.none': None;
  'can.rate.met': { offPercent: number };
  'can.rate.off': { offPercent: number; tolerancePercent: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends CanCodes {}
}
