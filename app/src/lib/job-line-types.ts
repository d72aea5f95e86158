import type { Judgement, Verdict } from '@badger/core/base/verdict';

/** One job as a row of a list. */
export interface JobLine {
  readonly number: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vinEnd: string;
  readonly family: string;
  readonly promisedAt: Date | null;
  readonly closedAt: Date | null;
  /** One verdict for each stop, in order. */
  readonly verdicts: readonly Verdict[];
  readonly next: Judgement;
}
