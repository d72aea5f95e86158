import { planOfBackup, type PlanLine } from '@badger/core/clone/plan';
import { trustedContent } from '@badger/core/job/trusted-content';
import { wayBackOf } from '@badger/core/job/way-back';
import { touchedRegions } from '@badger/core/job/work-state';
import type { Writes } from '@badger/core/operation/writes';
import type { JobView } from '../job/job-view.ts';

/** What a write puts into the unit, region by region: the built image, or the unit's own backup of whatever this job may have changed. */
export function linesToWrite(view: JobView, writes: Writes): readonly PlanLine[] {
  if (writes !== 'backup') return view.clone?.plan.lines ?? [];
  const from = view.shape.target === 'original' ? 'original' : 'donor';
  const touched = touchedRegions(view.operations, view.target?.id);
  const { profile, stock } = view;
  const kept = view.regions[from].flatMap((region) => {
    const content =
      profile && from === 'original' ? wayBackOf(profile, region, stock) : trustedContent(region);
    const regionId = region.region.id;
    return content && touched.includes(regionId)
      ? [{ regionId, readId: content.readId, sha256: content.sha256 }]
      : [];
  });
  return profile ? planOfBackup(profile, from, kept) : [];
}
