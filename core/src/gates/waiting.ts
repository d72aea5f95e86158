import type { NextStep } from './next-step.ts';
import type { StageStates } from './stage-states.ts';

/** Whom a job waits for. */
export type WaitsFor = 'desk' | 'customer' | 'bench' | 'part' | 'nobody';

/** What whom a job waits for rests on. */
export interface WaitingFacts {
  readonly closed: boolean;
  readonly next: Pick<NextStep, 'stage'>;
  readonly states: Pick<StageStates, 'prove' | 'match'>;
}

/**
 * Whom the next step of a job waits for: the desk for papers, the customer when the unit is not the cause, a part when
 * there is no donor that fits, else the bench. Example: without an order it is the desk.
 */
export function findWaiting({ closed, next, states }: WaitingFacts): WaitsFor {
  if (closed) return 'nobody';
  if (next.stage === 'arrive') return 'desk';
  if (next.stage === 'prove')
    return states.prove === 'innocent' || states.prove === 'elsewhere' ? 'customer' : 'bench';
  if (next.stage === 'match')
    return states.match === 'none' || states.match === 'differs' ? 'part' : 'bench';
  return 'bench';
}
