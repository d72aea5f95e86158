import type { Judgement, Verdict } from '@badger/core/base/verdict';
import type { Stage } from '@badger/core/job/stages';
import type { WaitsFor } from '@badger/core/gates/waiting';

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
  readonly nextStage: Stage;
  readonly next: Judgement;
  readonly waitsFor: WaitsFor;
  /** Counts of the newest scan of the vehicle. */
  readonly lastScan: { readonly faults: number; readonly silent: number } | undefined;
}
