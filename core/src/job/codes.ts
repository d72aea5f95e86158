import type { None } from '../base/codes.ts';

/** What `job` tells: problems, findings and verdicts by code, each with its figures. */
export interface JobCodes {
  'gate.authority.missing': None;
  'gate.donor.other': { chipId: string; donorChipId: string; tag: string };
  'gate.meant.other': { tag: string; chipId: string };
  'gate.original.connected': { chipId: string };
  'gate.original.other': { chipId: string; originalChipId: string; tag?: string };
  'job.close.broken': None;
  'job.close.cause': None;
  'job.close.handover': None;
  'job.close.reads': None;
  'job.close.reason': { least: number };
  'job.close.result': { result: string };
  'job.close.scan': None;
  'job.close.steps': None;
  'job.close.tries': { tries: number; least: number };
  'job.close.unidentified': None;
  'job.close.unverified': None;
  'job.close.refuted': None;
  'job.close.wrong': None;
  'job.work.running': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends JobCodes {}
}
