import type { None } from '../base/codes.ts';

/** What `kit` tells: problems, findings and verdicts by code, each with its figures. */
export interface KitCodes {
  'kit.harness.worth': { family: string; connections: number; breakEven: number; days: number };
  'kit.harness.seldom': { family: string; connections: number; breakEven: number; days: number };
  'kit.harness.idle': { family: string; connections: number };
  'kit.harness.there': { family: string };
  'kit.harness.unknown': { family: string };
  'kit.cable.good': None;
  'kit.cable.open': None;
  'kit.calibration.over': { name: string };
  'kit.calibration.unknown': { name: string };
  'kit.check.unknown': { what: string };
  'kit.clock.good': { found: number };
  'kit.clock.wrong': { found: number };
  'kit.database.good': { found: number };
  'kit.database.slow': { found: number };
  'kit.date.over': { name: string };
  'kit.date.soon': { name: string; days: number };
  'kit.disk.full': { found: number };
  'kit.disk.good': { found: number };
  'kit.item.good': { name: string };
  'kit.item.missing': { kind: string; family: string };
  'kit.job.nearly': { open: number; family: string };
  'kit.job.ready': { family: string };
  'kit.lead.missing': { family: string };
  'kit.lead.wearing': { name: string; cycles: number; most: number };
  'kit.lead.worn': { name: string; cycles: number; most: number };
  'kit.link.both': { name: string };
  'kit.link.radio': { name: string };
  'kit.mains.good': { found: number };
  'kit.mains.off': None;
  'kit.meter.missing': None;
  'kit.network.good': None;
  'kit.network.missing': None;
  'kit.network.open': None;
  'kit.programs.good': None;
  'kit.programs.open': None;
  'kit.sleep.good': None;
  'kit.sleep.open': None;
  'kit.supply.unrated': { needMa: number };
  'kit.supply.weak': { ratedMa: number; needMa: number };
  'kit.version.old': { name: string; what: string; have: string; want: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends KitCodes {}
}
