import type { None } from '../base/codes.ts';

/** What `papers` tells: statements of a certificate, and what is wrong with a bundle. */
export interface PaperCodes {
  'bundle.chain.broken': { seq: number };
  'bundle.chain.head': None;
  'bundle.file.changed': { path: string };
  'bundle.file.missing': { path: string };
  'bundle.file.unlisted': { path: string };
  'bundle.format.unknown': None;
  'bundle.manifest.differs': { path: string };
  'bundle.record.other': None;
  'paper.complaint.done': None;
  'paper.complaint.open': None;
  'paper.complaint.waived': None;
  'paper.complaint.wrong': None;
  'paper.faults.gone': { units: number; gone: number };
  'paper.faults.left': { faults: number };
  'paper.faults.signed': { faults: number };
  'paper.faults.silent': { units: number };
  'paper.faults.unscanned': None;
  'paper.fit.done': { steps: number };
  'paper.fit.open': { steps: number };
  'paper.fit.waived': { steps: number };
  'paper.fit.wrong': { steps: number };
  'paper.functions.done': None;
  'paper.functions.open': None;
  'paper.functions.waived': None;
  'paper.functions.wrong': None;
  'paper.job.excepted': { exceptions: number };
  'paper.job.open': None;
  'paper.job.proven': None;
  'paper.job.unreached': None;
  'paper.job.wrong': { wrong: number };
  'paper.reads.agree': { region: string; agreeing: number; total: number };
  'paper.reads.accepted': { region: string };
  'paper.reads.unsure': { region: string; total: number };
  'paper.refit.done': { steps: number };
  'paper.refit.open': { steps: number };
  'paper.refit.waived': { steps: number };
  'paper.refit.wrong': { steps: number };
  'paper.sender.fails': None;
  'paper.sender.runs': None;
  'paper.sender.silent': None;
  'paper.start.done': None;
  'paper.start.open': None;
  'paper.start.waived': None;
  'paper.start.wrong': None;
  'paper.unit.fails': { tag: string };
  'paper.unit.proven': { tag: string };
  'paper.unit.runs': { tag: string };
  'paper.unit.unproven': { tag: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends PaperCodes {}
}
