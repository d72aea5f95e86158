import { countScan, type ScannedUnit } from '@badger/core/scan/scan';
import type { Deps } from '../../deps.ts';
import { dayOnWall } from '../../shop-clock.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { JobRow } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertScan, type ScanRow } from '../../repositories/scans.ts';

export interface FoundScan {
  readonly job: JobRow;
  readonly person: Person;
  readonly kind: ScanRow['kind'];
  readonly unitId?: string;
  readonly source: string;
  readonly layoutId: string;
  readonly vehicleVin: string | null;
  readonly batteryMv: number | null;
  readonly units: readonly ScannedUnit[];
  readonly brokenOff: string | null;
  readonly startedAt: Date;
  readonly endedAt: Date;
}

const KINDS: Record<ScanRow['kind'], string> = {
  pre: 'pre-scan',
  post: 'post-scan',
  cleared: 'after clearing',
  bench: 'bench scan',
  typed: 'scan from another tool'
};

/** Keeps a scan with a name of its own (VIN end, kind, date) and its event. Gives its number in the job. */
export async function keepScan(deps: Deps, found: FoundScan): Promise<number> {
  const { job, person, kind, endedAt, units } = found;
  const totals = countScan(units);
  const name = `${job.vin.slice(-7)} ${KINDS[kind]} ${dayOnWall(endedAt)}`;
  const number = await deps.db.transaction(async (tx) => {
    const row = await insertScan(tx, {
      jobId: job.id,
      unitId: found.unitId ?? null,
      kind,
      name,
      source: found.source,
      layoutId: found.layoutId,
      vehicleVin: found.vehicleVin,
      batteryMv: found.batteryMv,
      units: [...units],
      unitCount: totals.units,
      silentCount: totals.silent,
      faultCount: totals.faults,
      brokenOff: found.brokenOff,
      startedAt: found.startedAt,
      endedAt,
      personId: person.id
    });
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'scan.kept',
      data: {
        number: row.number,
        scan: kind,
        units: totals.units,
        silent: totals.silent,
        faults: totals.faults
      }
    });
    return row.number;
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: job.number });
  return number;
}
