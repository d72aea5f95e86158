import type { Problem } from '../base/result.ts';
import { cavitiesOfRow } from './find-wiring-gap.ts';
import type { ExerciseInput, ExerciseSpec, Profile } from './profile.ts';

/**
 * The first thing in the exercising of a profile that contradicts itself; undefined for none. Errors: `profile.id.twice`,
 * `profile.wire.unknown` (a cavity that is not drawn), `profile.wire.twice` (two in one cavity), `profile.exercise.curve`
 * (not rising, the same value everywhere, or a value that the unit cannot tell), `profile.exercise.link` (no access that
 * speaks on the bench).
 */
export function findExerciseGap(profile: Profile): Problem | undefined {
  const { exercise } = profile;
  if (!exercise) return undefined;
  if (!profile.accesses.some((a) => a.can))
    return { code: 'profile.exercise.link', params: { path: 'exercise' } };
  return gapOfIds(exercise) ?? gapOfCavities(profile, exercise) ?? gapOfCurves(exercise);
}

function gapOfIds({ inputs, outputs, selfTest }: ExerciseSpec): Problem | undefined {
  for (const list of [[...inputs, ...outputs], selfTest?.stages ?? []]) {
    const ids = list.map((l) => l.id);
    const id = ids.find((own, i) => ids.indexOf(own) < i);
    if (id !== undefined) return { code: 'profile.id.twice', params: { path: 'exercise', id } };
  }
  return undefined;
}

function gapOfCavities(profile: Profile, { inputs, outputs }: ExerciseSpec): Problem | undefined {
  const drawn = new Set(
    profile.connectors.flatMap((c) => c.rows.flatMap(cavitiesOfRow).map((n) => `${c.id} ${n}`))
  );
  const signals = new Set<string>();
  for (const { id, connector, cavities } of [...inputs, ...outputs]) {
    const path = `exercise/${id}`;
    if (cavities.some((c) => !drawn.has(`${connector} ${c}`)))
      return { code: 'profile.wire.unknown', params: { path } };
    const signal = `${connector} ${cavities[0]}`;
    if (signals.has(signal)) return { code: 'profile.wire.twice', params: { path } };
    signals.add(signal);
  }
  return undefined;
}

function gapOfCurves({ inputs }: ExerciseSpec): Problem | undefined {
  const bad = inputs.find((i) => !isCurve(i));
  return bad && { code: 'profile.exercise.curve', params: { path: `exercise/${bad.id}` } };
}

/** It rises by what is applied, tells one value from another, and every value fits the width. */
function isCurve({ curve, scale, offset, bytes, tolerance }: ExerciseInput): boolean {
  const rises = curve.every(([applied], i) => i === 0 || applied > (curve[i - 1]?.[0] ?? applied));
  const told = curve.map(([, value]) => value);
  const span = Math.max(...told) - Math.min(...told);
  const most = 256 ** bytes - 1;
  const fits = told.every((value) => {
    const count = Math.round((value - offset) / scale);
    return count >= 0 && count <= most;
  });
  return rises && scale !== 0 && fits && span > 4 * tolerance && (curve[0]?.[0] ?? -1) >= 0;
}
