import type { None } from '../base/codes.ts';

/** What `clone` tells: problems, findings and verdicts by code, each with its figures. */
export interface CloneCodes {
  'alternate.content.failed': None;
  'alternate.content.incomparable': None;
  'alternate.content.unsound': { found: string };
  'alternate.content.untaken': None;
  'alternate.content.untried': { bytes: number };
  'clone.content.gap': { region: string };
  'clone.region.untrusted': { region: string; from: string };
  'clone.method.other': { family: string; method: string };
  'clone.method.unfit': { family: string; method: string };
  'clone.change.outside': { region: string };
  'clone.change.partner': { region: string };
  'clone.change.supplied': None;
  'clone.field.torn': { field: string; region: string };
  'clone.mileage.apart': { field: string };
  'clone.together.missing': { region: string };
  'clone.reset.other': { region: string };
  'clone.nothing.left': { method: string };
  'clone.source.missing': { region: string; from: string };
  'clone.source.unsound': { rule: string; from: string };
  'clone.secret.unsound': { secret: string; family: string };
  'clone.stock.missing': { region: string };
  'supplied.own.stock': None;
  'clone.secret.none': { secret: string; family: string };
  'clone.build.broken': None;
  'clone.order.other': None;
  'clone.consent.needless': None;
  'clone.consent.other': None;
  'clone.sums.differ': { rule: string };
  'supplied.sums.unknown': None;
  'supplied.sums.differ': { rule: string };
  'supplied.own.unknown': None;
  'supplied.field.other': { field: string; file: string; unit: string };
  'supplied.software.other': { field: string; file: string; unit: string };
  'supplied.mileage.other': { field: string; file: string; unit: string };
  'supplied.secret.other': { field: string; file: string; unit: string };
  'supplied.change.none': None;
  'supplied.change.outside': { bytes: number; first: number; software: number };
  'supplied.change.inside': { bytes: number; what: string };
  'supplied.ranges.unknown': { bytes: number };
  'supplied.job.other': { job: number };
  'gate.content.none': None;
  'gate.content.wrong': { region: string; found: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends CloneCodes {}
}
