/** A loose unit that is being exercised at this moment. */
export interface LiveExercise {
  readonly jobNumber: number;
  readonly tag: string;
  /** What is looked at now. */
  looking: string;
  done: number;
  readonly of: number;
  stopped: boolean;
}
