import type { Judgement } from '@badger/core/base/verdict';

/** A row of the plan: a person, a station or another place. */
export interface LaneData {
  readonly id: string;
  readonly name: string;
  readonly kind: 'person' | 'station' | 'place';
}

/** One task as the pages show it. Times are real. */
export interface PlannedTask {
  readonly key: string;
  readonly job: number;
  readonly title: Judgement;
  readonly startsAt: Date;
  readonly endsAt: Date;
  readonly state: 'planned' | 'running';
  readonly pinned: boolean;
  readonly places: readonly string[];
  /** Pieces on lanes: a person only for the time of hands, a place for the whole. */
  readonly pieces: readonly {
    readonly lane: string;
    readonly startsAt: Date;
    readonly endsAt: Date;
    readonly hands: boolean;
    readonly attended: boolean;
  }[];
}

export interface PlannedJob {
  readonly number: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly promisedAt: Date | null;
  readonly endsAt: Date | undefined;
  readonly waits: readonly Judgement[];
  readonly late:
    | {
        /** Undefined: it never ends, because part of it cannot be planned. */
        readonly minutes: number | undefined;
        readonly saves: readonly Judgement[];
      }
    | undefined;
  /** What could not be planned, and why. */
  readonly unplaced: readonly Judgement[];
}

export interface PlanData {
  readonly madeAt: Date;
  readonly lanes: readonly LaneData[];
  readonly tasks: readonly PlannedTask[];
  readonly jobs: readonly PlannedJob[];
  /** Hours of the days that the plan covers. */
  readonly working: readonly { readonly startsAt: Date; readonly endsAt: Date }[];
}
