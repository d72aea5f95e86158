import type { None } from '../base/codes.ts';

/** What `ways` tells: problems, findings and verdicts by code, each with its figures. */
export interface WaysCodes {
  'quote.line.amount': { line: number };
  'quote.line.many': { most: number };
  'quote.line.none': None;
  'quote.tax.unset': None;
  'way.away.nobody': { family: string };
  'way.credits.short': { have: number; need: number };
  'way.kit.missing': { kind: string };
  'way.known.fails': { family: string };
  'way.known.untried': { family: string };
  'way.maker.later': None;
  'way.maker.none': { family: string };
  'way.memory.partly': { left: string };
  'way.memory.shut': { way: string };
  'way.network.unknown': None;
  'way.skill.missing': { skill: string };
  'way.unit.mute': None;
  'way.vehicle.away': { way: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends WaysCodes {}
}
