import { fail, ok, type Result } from '@badger/core/base/result';
import { setOfRegion } from '@badger/core/job/region-state';
import type { UnitRole } from '@badger/core/job/roles';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { AcceptReads } from '../../../schema/requests.ts';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { insertAccepted } from '../../repositories/accepted-reads.ts';
import { appendEvent } from '../../repositories/events.ts';
import { saveImage } from '../../repositories/images.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView, RegionView } from '../job/job-view.ts';
import { loadShopRules } from '../shop/shop-settings.ts';
import { keepFoundSecrets } from '../safe/keep-found.ts';
import { judgeNow } from './judge-kept.ts';

/**
 * A lead takes one of the kept reads, or what was put together of them, for the content of a region, and says why: where its reads are not trusted, or where what is trusted failed in the vehicle. It
 * holds for just these reads: one more, and it is to be said anew. Errors: those of {@link actOnView}, `job.work.running`, `upload.region.unknown`,
 * `reads.accept.needless` (it is what is trusted already, or nothing was read), `reads.accept.none` (no such read, or nothing that may be written).
 */
export async function acceptReads(
  deps: Deps,
  person: Person,
  request: AcceptReads & { readonly jobNumber: number }
): Promise<Result<true>> {
  const done = await takeReads(deps, person, request);
  if (done.ok) await keepFoundSecrets(deps, person, request.jobNumber);
  return done;
}

async function takeReads(
  deps: Deps,
  person: Person,
  request: AcceptReads & { readonly jobNumber: number }
): Promise<Result<true>> {
  const { jobNumber, role, regionId, reason } = request;
  const act = { person, jobNumber, right: 'reads.accept' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const region = view.regions[role].find((r) => r.region.id === regionId);
    const unit = view.units[role];
    if (!region || !unit) return fail('upload.region.unknown', { region: regionId });
    const { name } = region.region;
    if (region.reads.length === 0) return fail('reads.accept.needless', { region: name });
    const taken = await contentOf(deps, tx, { view, region, request });
    if (!taken) return fail('reads.accept.none', { region: name });
    if (isTrusted(region.verdict) && region.agreement.trustedSha256 === taken.sha256)
      return fail('reads.accept.needless', { region: name });
    const readNumbers = region.reads.map((r) => r.number).sort((a, b) => a - b);
    await insertAccepted(tx, {
      ...{ jobId: view.job.id, unitId: unit.id, regionId, reason: reason.trim() },
      ...{ ...taken, readNumbers, personId: person.id }
    });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'reads.accepted' },
      data: {
        unit: unit.tag,
        role,
        region: regionId,
        ...taken,
        reads: readNumbers.join(', '),
        reason
      }
    });
    return ok(true);
  });
}

interface Wanted {
  readonly view: JobView;
  readonly region: RegionView;
  readonly request: { readonly role: UnitRole; readonly readId: string | null };
}

/** What is taken: a kept read, or what is put together now and stored. */
async function contentOf(
  deps: Deps,
  tx: Tx,
  { view, region, request }: Wanted
): Promise<{ readonly kind: 'read' | 'rebuilt'; readonly sha256: string } | undefined> {
  if (request.readId !== null) {
    const read = region.reads.find((r) => r.id === request.readId);
    return read && { kind: 'read', sha256: read.sha256 };
  }
  const { profile } = sideOf(deps, view, request.role);
  if (!profile) return undefined;
  const required = (await loadShopRules(tx)).readsRequired;
  const store = { db: tx, vault: deps.vault };
  const set = setOfRegion(profile, region.region.id, region.reads);
  const judged = await judgeNow(store, set, { families: [...deps.profiles.values()], required });
  if (!judged?.rebuilt || judged.summary.reconstruction?.writable !== true) return undefined;
  const { sha256 } = await saveImage(store, { bytes: judged.rebuilt });
  return { kind: 'rebuilt', sha256 };
}
