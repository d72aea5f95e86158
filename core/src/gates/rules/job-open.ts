import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** A closed job is a record. Stop `gate.job.closed`; go `gate.job.open`. */
export const jobOpen: GateRule = ({ jobClosed }) =>
  jobClosed ? judge('stop', 'gate.job.closed') : judge('go', 'gate.job.open');
