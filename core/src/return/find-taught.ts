import { fail, ok, type Result } from '../base/result.ts';
import type { Profile } from '../profile/profile.ts';
import type { VehicleLayout } from '../scan/layout.ts';
import type { UnitKind, UnitPlace, UnitTeaching } from '../scan/scan.ts';
import type { StepDoes } from './return-plan.ts';

/** What a unit of a family is called in its vehicle. */
export function unitKindOf(kind: Profile['kind']): UnitKind {
  if (kind === 'engine-transmission') return 'engine';
  return kind === 'key-unit' ? 'immobiliser' : kind;
}

/** What a unit must be able to tell for a step; of the others any unit of the kind will do. */
const NEEDS: Partial<Record<StepDoes, keyof UnitTeaching>> = {
  ...{ coding: 'coding', 'register-keys': 'keys', 'try-keys': 'keys' },
  ...{ remotes: 'remotes', 'reset-adaptations': 'adaptations' }
};
/** Whoever keeps the keys, or hears the remote controls, is asked, wherever the family's unit sits. */
const ANYWHERE: readonly StepDoes[] = ['register-keys', 'try-keys', 'remotes'];

/** The unit of the vehicle that a step is about. Errors: `return.act.unknown` where there is none, or two of which nobody knows which is meant. */
export function findTaught(
  layout: Pick<VehicleLayout, 'units'> | undefined,
  { does, kind }: { readonly does: StepDoes; readonly kind: UnitKind }
): Result<UnitPlace> {
  const need = NEEDS[does];
  const fits = (layout?.units ?? []).filter(
    (u) =>
      (ANYWHERE.includes(does) || u.kind === kind) &&
      (need === undefined || u.teaching?.[need] !== undefined)
  );
  const [unit] = fits;
  return unit && fits.length === 1 ? ok(unit) : fail('return.act.unknown', { unit: kind });
}
