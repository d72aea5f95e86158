import { fail, ok, type Result } from '@badger/core/base/result';
import { triedContents, type VehicleSign } from '@badger/core/clone/in-vehicle';
import type { TellInVehicle } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { insertToldInVehicle } from '../../repositories/in-vehicle.ts';
import type { Person } from '../../repositories/people.ts';
import { listCloneImages } from '../../repositories/reads.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';

/**
 * A person tells how the unit does in its vehicle after a proven write: it runs, or it fails and what is seen. The last word counts; nothing is written or undone.
 * Errors: those of {@link actOnView}, `job.work.running`, `vehicle.told.other` (another write has followed), `vehicle.told.unproven`,
 * `vehicle.told.unseen` (it fails, and nobody says how).
 */
export async function tellInVehicle(
  deps: Deps,
  person: Person,
  { jobNumber, operationId, outcome, signs, note }: TellInVehicle & { readonly jobNumber: number }
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'vehicle.tell' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const write = view.standingWrite;
    if (write?.id !== operationId) return fail('vehicle.told.other');
    if (write.state !== 'done' || write.cloneImageId === null) return fail('vehicle.told.unproven');
    const [plan] = await listCloneImages(tx, [write.cloneImageId]);
    const seen = outcome === 'fails' ? [...new Set(signs)] : [];
    if (outcome === 'fails' && !isTold(seen, note)) return fail('vehicle.told.unseen');
    await insertToldInVehicle(tx, {
      ...{ jobId: view.job.id, operationId, outcome, signs: seen, note: note.trim() },
      contents: triedContents(plan?.lines ?? []),
      personId: person.id
    });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: `vehicle.${outcome}` },
      data: { unit: write.unitTag, role: write.role, seen: seen.join(', '), note: note.trim() }
    });
    return ok(true);
  });
}

/** Something else is told in words. */
const isTold = (signs: readonly VehicleSign[], note: string) =>
  signs.some((s) => s !== 'other-fault') || (signs.length > 0 && note.trim() !== '');
