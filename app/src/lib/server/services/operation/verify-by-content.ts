import type { Code } from '@badger/core/base/codes';
import type { UnitRole } from '@badger/core/job/roles';
import { judgeContent, type ContentOwner } from '@badger/core/access/judge-content';
import type { MemoryAccess } from '@badger/core/access/memory-access';
import { fail, ok, type Result } from '@badger/core/base/result';
import { getRegion, rangeOf } from '@badger/core/profile/profile';
import { writesTo } from '@badger/core/job/work-state';
import { listCloneImages } from '../../repositories/reads.ts';
import { loadImage } from '../../repositories/images.ts';
import type { Run } from './run.ts';

const STOPS: Partial<Record<ContentOwner, Code>> = {
  original: 'write.content.original',
  stranger: 'write.content.stranger'
};

/**
 * A memory chip has no id of its own: before anything is changed on it, it is read and held against what is kept of donor
 * and original. A read changes nothing and needs no proof.
 * Errors: `write.content.original`, `write.content.stranger`, those of the access and of the store.
 */
export async function verifyByContent(run: Run, memory: MemoryAccess): Promise<Result<true>> {
  const { live } = run;
  if (live.spec.kind !== 'write') return ok(true);
  const unlocked = await memory.unlock();
  if (!unlocked.ok) return unlocked;
  for (const regionId of live.spec.regionIds) {
    const region = getRegion(live.spec.profile, regionId);
    const image = await memory.read(rangeOf(region), {
      signal: live.signal,
      onBytes: () => run.deps.bench.changed()
    });
    if (!image.ok) return image;
    const owner = await ownerOf(run, regionId, image.value);
    if (!owner.ok) return owner;
    const code = STOPS[owner.value];
    if (code) return fail(code, { region: region.name });
  }
  return ok(true);
}

async function ownerOf(
  run: Run,
  regionId: string,
  found: Uint8Array
): Promise<Result<ContentOwner>> {
  const { view, live } = run;
  const kept = async (role: UnitRole) => {
    const reads = view.regions[role].find((r) => r.region.id === regionId)?.reads ?? [];
    return loadAll(run, [...new Set(reads.map((r) => r.sha256))]);
  };
  // written back into the unit itself: its own reads are what it must hold, and there is no other unit
  const itself = live.spec.role === 'original';
  const originals = itself ? ok([]) : await kept('original');
  if (!originals.ok) return originals;
  const backups = await kept(live.spec.role);
  if (!backups.ok) return backups;
  // what writes of this job put into this donor, or began to
  const begun = await loadAll(run, await begunContents(run, regionId));
  if (!begun.ok) return begun;
  const erases = getRegion(live.spec.profile, regionId).eraseBlockBytes !== undefined;
  return ok(
    judgeContent({
      ...{ found, erases, begun: begun.value },
      ...{ originals: originals.value, backups: backups.value }
    })
  );
}

/** SHA-256 of what writes of this job have put, or begun to put, into a region of the unit. */
async function begunContents({ deps, view, unit }: Run, regionId: string): Promise<string[]> {
  const touched = writesTo(view.operations, unit.id).filter((w) => w.mayHaveChangedAt);
  const ids = new Set(touched.flatMap((w) => w.cloneImageId ?? []));
  const plans = await listCloneImages(deps.db, [...ids]);
  const lines = plans.flatMap((plan) => plan.lines.filter((l) => l.regionId === regionId));
  return [...new Set(lines.map((l) => l.sha256))];
}

async function loadAll(run: Run, hashes: readonly string[]): Promise<Result<Uint8Array[]>> {
  const images: Uint8Array[] = [];
  for (const sha256 of hashes) {
    const image = await loadImage(run.deps, sha256);
    if (!image.ok) return image;
    images.push(image.value);
  }
  return ok(images);
}
