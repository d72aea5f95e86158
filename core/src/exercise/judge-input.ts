import type { ExerciseInput } from '../profile/profile.ts';
import { toldAt } from './live-value.ts';
import { finding, type StageFinding } from './stage-finding.ts';

/** One thing that was put in the place of a sensor, and what the unit told then; undefined: nothing that makes sense. */
export interface InputStep {
  readonly applied: number;
  readonly told: number | undefined;
}

/** Below this share of the span that a sound unit shows, a value stands still. */
const STILL = 0.1;
const LEAST_STEPS = 3;

/**
 * Does a sensor input follow what is applied? Sound only when every step was told and lies within the tolerance. A value
 * that stands still may be a lead that is off, one that is off as bad contact would make it may be that: `suspect`. One that
 * follows wrongly in any other way is `failed`. Total.
 * Example: 250 Ω that must read 90 °C and reads 54 °C is failed.
 */
export function judgeInput(input: ExerciseInput, steps: readonly InputStep[]): StageFinding {
  const stage = { stage: input.id, name: input.name, by: 'input' } as const;
  const { unit, tolerance } = input;
  const known = steps.flatMap(({ applied, told }) => {
    const expected = toldAt(input, applied);
    return told === undefined || !Number.isFinite(told) || expected === undefined
      ? []
      : [{ applied, told, expected, off: Math.abs(told - expected) }];
  });
  if (known.length < LEAST_STEPS || known.length < steps.length)
    return finding(stage, 'unknown', 'exercise.input.unread');
  const worst = known.reduce((a, b) => (b.off > a.off ? b : a));
  const wanted = spanOf(known.map((k) => k.expected));
  // all of them in one place prove nothing
  if (wanted <= 2 * tolerance) return finding(stage, 'unknown', 'exercise.input.unread');
  if (worst.off <= tolerance)
    return finding(stage, 'sound', 'exercise.input.follows', { unit, worst: round(worst.off) });
  if (spanOf(known.map((k) => k.told)) < STILL * wanted)
    return finding(stage, 'suspect', 'exercise.input.still', { unit, told: round(worst.told) });
  if (leadExplains(input, known))
    return finding(stage, 'suspect', 'exercise.input.contact', { unit, worst: round(worst.off) });
  const { expected, told } = worst;
  return finding(stage, 'failed', 'exercise.input.off', {
    ...{ unit, expected: round(expected), told: round(told) }
  });
}

/** What a bad contact of the lead adds to what is applied, step by step. Units: Ω, mV. Source: common practice. */
const CONTACT: Readonly<Record<ExerciseInput['signal'], readonly number[]>> = {
  resistance: [5, 10, 20, 30, 50, 75, 100, 150],
  voltage: [-300, -200, -100, -50, 50, 100, 200, 300],
  frequency: []
};

/** Every value is what a sound input would tell through a lead with bad contact. */
function leadExplains(
  input: ExerciseInput,
  known: readonly { readonly applied: number; readonly told: number }[]
): boolean {
  const ends = [input.curve[0]?.[0] ?? 0, input.curve.at(-1)?.[0] ?? 0] as const;
  return CONTACT[input.signal].some((more) =>
    known.every(({ applied, told }) => {
      // beyond its curve a value stands at the end of it
      const through = Math.min(ends[1], Math.max(ends[0], applied + more));
      return Math.abs(told - (toldAt(input, through) ?? Number.NaN)) <= input.tolerance;
    })
  );
}

const spanOf = (list: readonly number[]) => Math.max(...list) - Math.min(...list);
const round = (value: number) => Number(value.toPrecision(4));
