import { fail, ok, type Result } from '@badger/core/base/result';
import { planParts, type SourceChange } from '@badger/core/clone/parts';
import type { Deps } from '../../deps.ts';
import { insertChange, insertConsent } from '../../repositories/clone-changes.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';

/**
 * A person takes bytes of the clone image from elsewhere than the family says, and why; what was built before is out of date then. Only what could be built so is
 * kept. Errors: those of {@link actOnView} and `planParts`, `job.work.running`, `identify.family.unknown`, `gate.target.other` (the unit itself is written).
 */
export async function changeSource(
  deps: Deps,
  person: Person,
  { jobNumber, ...change }: SourceChange & { readonly jobNumber: number }
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'clone.change' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const { profile, shape, method, units } = view;
    if (!profile) return fail('identify.family.unknown', { family: view.job.familyId });
    if (shape.target !== 'donor')
      return shape.target === undefined
        ? fail('gate.target.none')
        : fail('gate.target.other', { target: shape.target });
    const parts = planParts(profile, {
      method,
      changes: [...view.records.changes.filter((c) => c.method === method), change],
      partner: units.partner !== undefined,
      supplied: []
    });
    if (!parts.ok) return parts;
    const { regionId, start, end, from, reason } = change;
    const kept = { method, regionId, start, end, from, reason: reason.trim() };
    await insertChange(tx, { ...kept, jobId: view.job.id, personId: person.id });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'clone.changed' },
      data: {
        method,
        region: regionId,
        start: `${start}`,
        end: `${end}`,
        from,
        reason: kept.reason
      }
    });
    return ok(true);
  });
}

/**
 * A lead lets just this image be written although nobody knows how a region of it is checked, and why. Errors: those of {@link actOnView}, `job.work.running`,
 * `gate.image.none`, `clone.consent.needless` (every region has rules), `clone.consent.other` (another image was built meanwhile).
 */
export async function consentToImage(
  deps: Deps,
  person: Person,
  request: { readonly jobNumber: number; readonly cloneImageId: string; readonly reason: string }
): Promise<Result<true>> {
  const { jobNumber, cloneImageId } = request;
  const act = { person, jobNumber, right: 'rules.consent' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const { clone, cloneState, profile } = view;
    if (!clone || cloneState !== 'built') return fail('gate.image.none');
    if (clone.id !== cloneImageId) return fail('clone.consent.other');
    const unruled = clone.plan.lines.filter(
      (l) => !profile?.checksums.some((r) => r.region === l.regionId)
    );
    if (unruled.length === 0) return fail('clone.consent.needless');
    const reason = request.reason.trim();
    await insertConsent(tx, { jobId: view.job.id, cloneImageId, reason, personId: person.id });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'clone.consented' },
      data: { regions: unruled.map((l) => l.regionId).join(', '), reason }
    });
    return ok(true);
  });
}
