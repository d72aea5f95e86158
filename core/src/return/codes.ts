import type { None } from '../base/codes.ts';

/** What `return` tells: problems and verdicts by code, each with its figures. */
export interface ReturnCodes {
  'return.act.open': None;
  'return.act.unknown': { unit: string };
  'return.coding.blank': { unit: string };
  'return.coding.length': { unit: string; found: number; meant: number };
  'return.coding.none': None;
  'return.frequency.other': { unitMhz: number; remoteMhz: number };
  'return.key.many': { most: number };
  'return.key.uncounted': { before: number; after: number };
  'return.start.cranks': None;
  'return.start.dies': { seconds: number };
  'return.start.lamp': None;
  'return.start.nothing': None;
  'return.start.running': { seconds: number };
  'return.start.runs': { seconds: number };
  'return.start.short': { seconds: number; least: number };
  'return.start.turning': None;
  'return.start.unseen': { seconds: number };
  'return.steps.done': { steps: number };
  'return.steps.half': { steps: number };
  'return.steps.open': { steps: number; of: number };
  'return.steps.waived': { steps: number };
  'return.steps.wrong': { steps: number };
  'return.temperature.outside': { foundC: number; fromC: number; toC: number };
  'return.temperature.unmeasured': None;
  'return.value.kept': None;
  'return.value.other': None;
  'return.value.unseen': None;
  'return.step.unsigned': None;
  'return.step.unshown': None;
  'return.vin.check': { position: number };
  'return.vin.other': { typed: string; vin: string };
  'return.vin.twice': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends ReturnCodes {}
}
