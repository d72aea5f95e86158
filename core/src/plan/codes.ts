import type { None } from '../base/codes.ts';

/** What `plan` tells: problems, findings and verdicts by code, each with its figures. */
export interface PlanCodes {
  'plan.job.donorless': None;
  'plan.save.first': { end: number; pushed: string };
  'plan.save.hands': { end: number };
  'plan.save.hours': { minutes: number; end: number };
  'plan.save.none': { earliest: number };
  'plan.save.place': { end: number };
  'plan.task.after': { name?: string };
  'plan.task.backup': None;
  'plan.task.build': None;
  'plan.task.close': None;
  'plan.task.identify': None;
  'plan.task.maker': None;
  'plan.task.nobody': { task: string };
  'plan.task.nowhere': { task: string };
  'plan.task.open': None;
  'plan.task.open-donor': None;
  'plan.task.pack': None;
  'plan.task.prove': None;
  'plan.task.read': None;
  'plan.task.refit': None;
  'plan.task.write': None;
  'plan.task.write-file': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends PlanCodes {}
}
