import { planOfBackup, type PlanLine } from '@badger/core/clone/plan';
import { touchedRegions } from '@badger/core/job/work-state';
import type { Writes } from '@badger/core/operation/writes';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { JobView } from '../job/job-view.ts';

/** What a write puts into the unit, region by region: the built image, or the unit's own backup of whatever this job may have changed. */
export function linesToWrite(view: JobView, writes: Writes): readonly PlanLine[] {
  if (writes !== 'backup') return view.clone?.plan.lines ?? [];
  const from = view.shape.target === 'original' ? 'original' : 'donor';
  const touched = touchedRegions(view.operations, view.target?.id);
  const kept = view.regions[from].flatMap(({ region, verdict, agreement, reads, accepted }) => {
    const sha256 = isTrusted(verdict) ? agreement.trustedSha256 : undefined;
    const readId = reads.find((r) => r.sha256 === sha256)?.id ?? accepted?.id;
    return sha256 && readId && touched.includes(region.id)
      ? [{ regionId: region.id, readId, sha256 }]
      : [];
  });
  return view.profile ? planOfBackup(view.profile, from, kept) : [];
}
