import type { None } from '../base/codes.ts';

/** What `clone` tells: problems, findings and verdicts by code, each with its figures. */
export interface CloneCodes {
  'clone.content.gap': { region: string };
  'clone.region.untrusted': { region: string };
  'clone.method.other': { family: string; method: string };
  'gate.content.none': None;
  'gate.content.wrong': { region: string; found: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends CloneCodes {}
}
