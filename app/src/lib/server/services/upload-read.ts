import { fail, ok, type Result } from '@badger/core/base/result';
import type { UnitRole } from '@badger/core/gates/facts';
import { checkImageSize } from '@badger/core/reads/check-image-size';
import type { Deps } from '../deps.ts';
import type { Person } from '../repositories/people.ts';
import { keepRead } from './keep-read.ts';
import { loadJobView } from './job-view.ts';

export interface Upload {
  readonly jobNumber: number;
  readonly role: UnitRole;
  readonly regionId: string;
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

/**
 * Takes a file that another device has read as a kept read of this job.
 * Errors: `job.number.unknown`, `gate.job.closed`, `gate.person.role`, `gate.authority.missing`, `identify.family.unknown`,
 * `upload.unit.none`, `upload.region.unknown`, `image.size.*`.
 */
export async function uploadRead(
  deps: Deps,
  person: Person,
  upload: Upload
): Promise<Result<{ name: string; number: number }>> {
  if (person.role === 'desk') return fail('gate.person.role', { role: person.role });
  const view = await loadJobView(deps, upload.jobNumber);
  if (!view) return fail('job.number.unknown', { number: upload.jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  if (view.needsAuthority && view.authorityGap) return fail('gate.authority.missing');
  const unit = view.units[upload.role];
  if (!view.profile) return fail('identify.family.unknown', { family: view.job.familyId });
  if (!unit) return fail('upload.unit.none', { role: upload.role });
  const region = view.profile.regions.find((r) => r.id === upload.regionId);
  if (!region) return fail('upload.region.unknown', { region: upload.regionId });
  const size = checkImageSize(region, upload.bytes.length);
  if (!size.ok) return size;
  const { job, profile } = view;
  const kept = await deps.db.transaction((tx) =>
    keepRead(tx, {
      job,
      unit,
      role: upload.role,
      profile,
      regionId: region.id,
      bytes: upload.bytes,
      source: 'file',
      sourceName: upload.fileName,
      person,
      at: deps.clock.now()
    })
  );
  deps.bench.hub.tell({ type: 'job', jobNumber: job.number });
  return ok(kept);
}
