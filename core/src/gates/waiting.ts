import type { NextStep } from './next-step.ts';

/** Whom a job waits for. */
export type WaitsFor = 'desk' | 'customer' | 'bench' | 'part' | 'nobody';

/**
 * Whom the next step of a job waits for: the desk for papers, the customer when the unit is not the cause, a part when
 * there is no donor that fits, else the bench. Example: without an order it is the desk.
 */
export function findWaiting(next: NextStep): WaitsFor {
  const { code } = next.judgement;
  if (code === 'return.job.closed') return 'nobody';
  if (next.stage === 'arrive') return 'desk';
  if (/^(prove\.unit\.innocent|proof\.verdict\.other)$/.test(code)) return 'customer';
  if (/^match\.donor\.(none|differs)$/.test(code)) return 'part';
  return 'bench';
}
