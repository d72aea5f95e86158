import type { None } from '../base/codes.ts';

/** What `diagnosis` tells: problems by code, each with its figures. */
export interface DiagnosisCodes {
  'evidence.carrier.none': None;
  'evidence.id.old': None;
  'evidence.sense.absent': None;
  'evidence.sense.fed': None;
  'evidence.supply.off': None;
  'wire.unit.silent': { tag: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends DiagnosisCodes {}
}
