import type { JobData } from '$lib/job-types.ts';
import type { LiveStation } from '$lib/live-types.ts';
import type { StageExtras } from '$lib/stage-types.ts';
import type { SupplyTraceState } from './supply-trace.svelte.ts';

/** What the sheet of any stage is given. */
export interface StageProps {
  readonly job: JobData;
  /** What only this stage shows. */
  readonly extras: StageExtras;
  /** The station that the job is worked on, as it is now. */
  readonly station: LiveStation | undefined;
  readonly stationId: string | null;
  readonly trace: SupplyTraceState;
}
