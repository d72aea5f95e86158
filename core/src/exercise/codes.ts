import type { None } from '../base/codes.ts';

/** What `exercise` tells: what each stage of a loose unit did, each with its figures. */
export interface ExerciseCodes {
  'exercise.input.follows': { unit: string; worst: number };
  'exercise.input.off': { unit: string; expected: number; told: number };
  'exercise.input.still': { unit: string; told: number };
  'exercise.input.contact': { unit: string; worst: number };
  'exercise.input.unread': None;
  'exercise.output.drives': { deltaMa: number; expectedMa: number };
  'exercise.output.none': { deltaMa: number; expectedMa: number };
  'exercise.output.little': { deltaMa: number; expectedMa: number };
  'exercise.output.much': { deltaMa: number; expectedMa: number };
  'exercise.output.stuck': { leakMa: number };
  'exercise.output.hangs': { restMa: number };
  'exercise.output.unsteady': { spreadMa: number };
  'exercise.output.unmeasured': None;
  'exercise.output.load': None;
  'exercise.test.sound': None;
  'exercise.test.failed': None;
  'exercise.test.skipped': None;
  'exercise.test.contradicts': None;
  'exercise.test.unread': None;
  'exercise.stage.contradicted': None;
  'exercise.unit.refused': { nrc: string };
  'exercise.unit.silent': None;
  'exercise.box.refused': None;
  'exercise.run.stopped': None;
  'exercise.run.nothing': None;
  'exercise.box.absent': None;
  'exercise.family.unknown': None;
  'exercise.feed.vehicle': None;
  'exercise.unit.unknown': None;
  'breakout.link.absent': None;
  'breakout.command.refused': { number: number; text: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ExerciseCodes {}
}
