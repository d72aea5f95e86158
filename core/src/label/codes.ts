import type { None } from '../base/codes.ts';

/** What `label` tells: problems, findings and verdicts by code, each with its figures. */
export interface LabelCodes {
  'label.family.likely': { other: string; family: string; title: string };
  'label.family.none': None;
  'label.family.sure': { family: string; title: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends LabelCodes {}
}
