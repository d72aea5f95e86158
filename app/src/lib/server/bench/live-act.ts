import type { StartSample } from '@badger/core/return/judge-start';

/** Something that is done, or watched, at a vehicle. */
export class LiveAct {
  readonly jobNumber: number;
  readonly stepId: string;
  /** Of what changes something: the note of its end will bear it. */
  readonly actId: string | undefined;
  readonly samples: StartSample[] = [];
  stopped = false;

  constructor(of: { jobNumber: number; stepId: string; actId?: string }) {
    this.jobNumber = of.jobNumber;
    this.stepId = of.stepId;
    this.actId = of.actId;
  }
}
