import { sumUpStages } from '@badger/core/exercise/sum-up';
import { pointsOf, toldAt } from '@badger/core/exercise/live-value';
import { JOB_ROLES } from '@badger/core/job/roles';
import { LOAD_CHANNEL, SOURCE_CHANNEL } from '@badger/core/port/breakout';
import type { ExerciseSpec } from '@badger/core/profile/profile';
import type { ExerciseData } from '../../../exercise-types.ts';
import type { Deps } from '../../deps.ts';
import { listExercises, type ExerciseRow } from '../../repositories/exercises.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';

/** How the units of a job can be exercised, and what they have shown; nothing for families of which nobody knows. */
export async function describeExercise(deps: Deps, view: JobView): Promise<ExerciseData[]> {
  const rows = await listExercises(deps.db, [view.job.id]);
  return JOB_ROLES.flatMap((role) => {
    const unit = view.units[role];
    const { profile, access } = sideOf(deps, view, role);
    if (!unit || !profile?.exercise || access?.carrier !== 'can-uds') return [];
    const own = rows.filter((r) => r.unitId === unit.id);
    const leads = [...profile.exercise.inputs, ...profile.exercise.outputs];
    const faces = profile.connectors.filter((c) => leads.some((l) => l.connector === c.id));
    const { holdPad } = access.spec;
    return [{ role, tag: unit.tag, faces, holdPad, ...describeUnit(profile.exercise, own) }];
  });
}

function describeUnit(spec: ExerciseSpec, rows: readonly ExerciseRow[]) {
  const last = rows.at(-1);
  return {
    leads: [
      ...spec.inputs.map((input, i) => ({
        ...{ id: input.id, name: input.name, channel: SOURCE_CHANNEL + i },
        ...{ connector: input.connector, cavities: input.cavities, signal: input.signal },
        unit: input.unit,
        points: pointsOf(input).map((applied) => ({ applied, told: toldAt(input, applied) ?? 0 }))
      })),
      ...spec.outputs.map((output, i) => ({
        ...{ id: output.id, name: output.name, channel: LOAD_CHANNEL + i },
        ...{ connector: output.connector, cavities: output.cavities, signal: 'load' as const },
        ...{ unit: '', points: [] }
      }))
    ],
    selfTestSeconds: spec.selfTest?.seconds,
    stages: sumUpStages(
      spec,
      rows.flatMap((r) => r.findings)
    ),
    runs: rows.length,
    last: last && {
      ...{ at: last.at, person: last.personName, brokenOff: last.brokenOff },
      released: last.released
    }
  };
}
