import type { StageSum } from '@badger/core/exercise/sum-up';
import type { ConnectorFace } from '@badger/core/profile/profile';
import type { UnitRole } from '@badger/core/job/roles';

/** One lead from the breakout box to the unit. Units of the points: Ω, mV or Hz, and that of the value. */
export interface ExerciseLead {
  readonly id: string;
  readonly name: string;
  readonly channel: number;
  readonly connector: string;
  readonly cavities: readonly number[];
  readonly signal: 'resistance' | 'voltage' | 'frequency' | 'load';
  readonly unit: string;
  readonly points: readonly { readonly applied: number; readonly told: number }[];
}

/** How one unit of a job is exercised, and what it has shown so far. */
export interface ExerciseData {
  readonly role: UnitRole;
  readonly tag: string;
  readonly leads: readonly ExerciseLead[];
  /** Connectors that the leads go to. */
  readonly faces: readonly ConnectorFace[];
  /** Boot pad that must be let go: the unit's own program runs only without it. */
  readonly holdPad: string | undefined;
  /** Undefined: it has no test of its own. */
  readonly selfTestSeconds: number | undefined;
  readonly stages: readonly StageSum[];
  readonly runs: number;
  readonly last:
    | {
        readonly at: Date;
        readonly person: string;
        readonly brokenOff: string | null;
        readonly released: boolean;
      }
    | undefined;
}
