/** One piece of a task without a pause in it. Units: minutes, whole. */
export interface Phase {
  readonly minutes: number;
  /** Takes a person the whole time, inside working hours. */
  readonly hands: boolean;
  /** Memory is changed: it must end before the shop closes, and may not run over night. */
  readonly attended: boolean;
  /** People who can do it; empty where no hands are needed. */
  readonly people: readonly string[];
}

/** Work that is begun and ended in one go, on the same places. Times: minutes from the start of the plan. */
export interface Task {
  readonly key: string;
  readonly job: number;
  readonly phases: readonly Phase[];
  /** Places that are held from the first phase to the last: one of each list. */
  readonly places: readonly (readonly string[])[];
  readonly after: readonly string[];
  readonly earliest: number;
  /** A person moved it: not before this, and before everything else that could have the place. */
  readonly pinned: { readonly at: number; readonly to: string | undefined } | undefined;
  /** It runs already: where, since when, and how long still. */
  readonly running:
    | {
        readonly start: number;
        readonly end: number;
        /** Those that are known; of every other list one is taken. */
        readonly places: readonly string[];
        /** Who does it; free again when the last hands are done. */
        readonly person?: string | undefined;
      }
    | undefined;
}

/** Half-open span. Units: minutes from the start of the plan. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

export interface PlanProblem {
  readonly tasks: readonly Task[];
  /** When hands work, ascending, without overlaps; lunch is a gap. */
  readonly working: readonly Span[];
  /** From opening to closing of each day; what changes memory lies inside one of them. */
  readonly open: readonly Span[];
  /** Promised end by job. */
  readonly due: ReadonlyMap<number, number>;
}

export interface Placed {
  readonly key: string;
  readonly job: number;
  readonly start: number;
  readonly end: number;
  readonly places: readonly string[];
  /** Who does each phase; undefined where nobody has to. */
  readonly people: readonly (string | undefined)[];
}

export interface Plan {
  readonly placed: readonly Placed[];
  /** Keys that could not be placed: a phase that fits no day, or something before it that could not be. */
  readonly unplaced: readonly string[];
  readonly score: Score;
}

/** What a plan is judged by. Units: minutes. */
export interface Score {
  /** Sum over all jobs of what they are late. */
  readonly late: number;
  /** End of the last task. */
  readonly makespan: number;
  /** Sum of the ends of all jobs: early is better. */
  readonly flow: number;
}

/** Length of a whole task. Units: minutes. */
export function lengthOf(task: Task): number {
  return task.phases.reduce((sum, p) => sum + p.minutes, 0);
}
