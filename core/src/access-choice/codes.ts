import type { None } from '../base/codes.ts';

/** What `access-choice` tells: problems, findings and verdicts by code, each with its figures. */
export interface AccessChoiceCodes {
  'quote.line.amount': { line: number };
  'quote.line.many': { most: number };
  'quote.line.none': None;
  'quote.tax.unset': None;
  'access.away.nobody': { family: string };
  'access.credits.short': { have: number; need: number };
  'access.kit.missing': { kind: string };
  'access.known.fails': { family: string };
  'access.known.untried': { family: string };
  'access.maker.later': None;
  'access.maker.none': { family: string };
  'access.memory.partly': { left: string };
  'access.memory.secrets': { access: string };
  'access.memory.shut': { access: string };
  'access.network.unknown': None;
  'access.skill.missing': { skill: string };
  'access.unit.mute': None;
  'access.vehicle.away': { access: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends AccessChoiceCodes {}
}
