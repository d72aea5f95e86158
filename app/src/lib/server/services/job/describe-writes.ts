import type { WrittenData } from '../../../in-vehicle-types.ts';
import type { Tx } from '../../db/client.ts';
import { listToldInVehicle } from '../../repositories/in-vehicle.ts';
import { listOperationsOfJobs } from '../../repositories/operations.ts';
import { findPlans } from '../../repositories/reads.ts';

/** What each write of a job was meant to put into the unit, and what was told of it in the vehicle. A write of a unit's own content names none. */
export async function describeWrites(db: Tx, jobId: string): Promise<WrittenData[]> {
  const operations = await listOperationsOfJobs(db, [jobId]);
  const writes = operations.filter((o) => o.kind === 'write');
  const plans = await findPlans(db, [...new Set(writes.flatMap((w) => w.cloneImageId ?? []))]);
  const told = await listToldInVehicle(db, [jobId]);
  return writes.map(({ id, cloneImageId, regions }) => {
    const lines = (cloneImageId === null ? undefined : plans.get(cloneImageId))?.lines ?? [];
    const reached = new Set(regions.map((r) => r.regionId));
    return {
      operationId: id,
      contents: lines
        .filter((l) => reached.has(l.regionId))
        .map((l) => ({ name: l.regionName, lengthBytes: l.lengthBytes, sha256: l.sha256 })),
      told: told
        .filter((t) => t.operationId === id)
        .map(({ outcome, signs, note, at, personName }) => ({
          ...{ operationId: id, outcome, signs, note, at, personName }
        }))
    };
  });
}
