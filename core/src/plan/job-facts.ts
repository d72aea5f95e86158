import type { Judgement } from '../base/verdict.ts';
import type { AfterFit, Skill, AccessSpec } from '../profile/profile.ts';
import type { Task } from './problem.ts';

/** A task with what people call it. */
export interface NamedTask extends Task {
  readonly title: Judgement;
}

/** Reading or backing up one region. */
export interface RegionWork {
  readonly name: string;
  readonly minutes: number;
  /** Reads that are still wanted of it. */
  readonly missing: number;
}

/** Everything that decides what is still to do for a job. Times: minutes from the start of the plan. */
export interface JobPlanFacts {
  readonly number: number;
  /** What is done in the shop; undefined when nothing is cloned here. */
  readonly access: AccessSpec | undefined;
  readonly kind: 'clone' | 'maker' | 'away' | 'identify';
  readonly proofOpen: boolean;
  readonly vehicleHere: boolean;
  readonly originals: readonly RegionWork[];
  /** The job ends without a write: its reads are all that is done on the bench. */
  readonly readOnly: boolean;
  /** Nothing is read: a supplied file is written to the original itself. */
  readonly supplied: boolean;
  /** Undefined while there is no donor. */
  readonly backups: readonly RegionWork[] | undefined;
  readonly built: boolean;
  readonly written: boolean;
  /** Writing and reading back. */
  readonly writeMinutes: number;
  readonly afterFit: readonly AfterFit[];
  /** What holds the whole job from outside, as a judgement to show. */
  readonly held: Judgement | undefined;
  readonly marks: ReadonlyMap<string, Mark>;
  readonly running:
    | {
        readonly task: 'read' | 'backup' | 'write';
        readonly station: string;
        readonly start: number;
        readonly end: number;
      }
    | undefined;
  readonly now: number;
}

export interface Mark {
  readonly started: number | undefined;
  readonly done: boolean;
  readonly pinnedAt: number | undefined;
  readonly pinnedTo: string | undefined;
  readonly person: string;
}

/** Who and what the shop has. Ids are those of the plan. */
export interface Shop {
  readonly stations: readonly { readonly id: string; readonly ratedMa: number }[];
  readonly places: readonly {
    readonly id: string;
    readonly kind: string;
    readonly families: readonly string[];
  }[];
  readonly people: readonly { readonly id: string; readonly skills: readonly Skill[] }[];
  readonly family: string;
}
