import type { PlanLine } from '@badger/core/clone/plan';
import { copiesOf, listResets } from '@badger/core/clone/resets';
import { tellPlan } from '@badger/core/clone/tell-plan';
import { isUnreadable } from '@badger/core/job/way-back';
import { getRegion, type Profile } from '@badger/core/profile/profile';
import { estimateTransfer } from '@badger/core/time/estimate';
import type { JobData } from '../../../job-types.ts';
import { planWords } from '../../../messages/clone-words.ts';
import type { Deps } from '../../deps.ts';
import type { JobView } from './job-view.ts';

/** Files for the unit itself, and where they come from. */
export function describeFiles(deps: Deps, view: JobView) {
  return {
    unreadable: (view.profile?.regions ?? []).flatMap((r) =>
      view.profile && isUnreadable(view.profile, r.id) ? [r.id] : []
    ),
    stock: view.stock.map((r) => ({ regionId: r.regionId, name: r.sourceName })),
    fileService: deps.files !== undefined,
    supplied: view.supplied.map((r) => ({
      ...{ regionId: r.regionId, name: r.name, sha256: r.sha256, sourceName: r.sourceName },
      findings: r.findings
    }))
  };
}

/** What would be built now, and what is known of how it is checked. */
export function describeImage(view: JobView) {
  const { method, parts, recipe, consent, clone, cloneState, profile } = view;
  const ruled = new Set(profile?.checksums.map((r) => r.region));
  return {
    writeSeconds: profile && clone && writeSecondsOf(view, profile, clone.plan.lines),
    ...{ method, parts, consent, resets: describeResets(view) },
    buildWords:
      clone && profile && cloneState === 'built'
        ? planWords(tellPlan(profile, clone.plan.lines))
        : undefined,
    recipeGap: recipe?.ok === false ? recipe.problem : undefined,
    unruled: (clone?.plan.lines ?? [])
      .filter((l) => !ruled.has(l.regionId))
      .map((l) => l.regionName)
  };
}

/** Learnt values that may be set back in what is written for the donor. */
function describeResets({ profile, parts, shape }: JobView): JobData['resets'] {
  if (!profile || !parts?.ok || shape.target !== 'donor') return [];
  return listResets(profile).flatMap(({ spec, why }) => {
    const region = parts.value.find((r) => r.regionId === spec.region);
    const [first] = copiesOf(spec);
    if (!region || !first) return [];
    const on = region.parts.some((p) => p.from === 'filler' && p.start === first.start);
    return [{ regionId: spec.region, ...first, name: spec.name, why, on }];
  });
}

/** How long writing and reading back usually takes with the family over this access. Units: s, from and to. */
function writeSecondsOf({ access }: JobView, profile: Profile, lines: readonly PlanLine[]) {
  const regions = lines.map((l) => getRegion(profile, l.regionId));
  const carrier = access?.spec?.carrier;
  const [write, back] = (['write', 'read'] as const).map((direction) =>
    estimateTransfer({ regions, direction, carrier, measured: [] })
  );
  const sum = (of: 'lowSeconds' | 'highSeconds') => (write?.[of] ?? 0) + (back?.[of] ?? 0);
  return { low: sum('lowSeconds'), high: sum('highSeconds') };
}
