import type { JobData } from './job-types.ts';
import type { StepData } from './return-types.ts';

/** What whoever fitted a unit elsewhere tells of it. `later`: it is not in the vehicle yet. */
export const POST_OUTCOMES = ['runs', 'fails', 'later'] as const;

export type PostOutcome = (typeof POST_OUTCOMES)[number];

export interface PostAnswerData {
  readonly outcome: PostOutcome;
  readonly name: string;
  readonly words: string;
  readonly at: Date;
}

/** The way by which the sender tells how it went; as the page of the job shows it. */
export interface PostData {
  /** Undefined where nothing was made yet. */
  readonly link:
    | {
        readonly path: string;
        readonly answerBy: Date;
        readonly createdAt: Date;
        readonly personName: string;
        /** The time for an answer is over. */
        readonly over: boolean;
      }
    | undefined;
  /** Oldest first. */
  readonly answers: readonly PostAnswerData[];
}

/** What the fitting sheet tells: the unit, the vehicle, what to do and what to look for. No customer, no record, no secret. */
export interface FittingData {
  readonly jobNumber: number;
  readonly vehicle: string;
  readonly vin: string;
  readonly unitTag: string | undefined;
  readonly complaint: Pick<JobData, 'complaint' | 'shows' | 'showsMinutes'>;
  readonly steps: readonly StepData[];
  readonly answerBy: Date | undefined;
}
