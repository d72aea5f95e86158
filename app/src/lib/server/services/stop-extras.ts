import type { Stop } from '@badger/core/gates/stops';
import type { Readiness } from '@badger/core/kit/readiness';
import { compareScans, type ScanChange } from '@badger/core/scan/compare-scans';
import type { ScanHead } from '../../job-types.ts';
import type { Deps } from '../deps.ts';
import { listPhotos, type PhotoRow } from '../repositories/arrive.ts';
import { listJobsOfUnit, listJobsOfVin } from '../repositories/jobs.ts';
import { listScansOfJob, type ScanRow } from '../repositories/scans.ts';
import { describeScanHead } from './describe-scan.ts';
import { loadJobView } from './job-view.ts';
import { readinessOf } from './kit.ts';

export interface StopExtras {
  readonly photos: readonly PhotoRow[];
  readonly readiness: Readiness | undefined;
  /** Earlier jobs of the same vehicle. */
  readonly earlier: readonly { number: number; complaint: string; closed: boolean }[];
  /** Other jobs that the units served in. */
  readonly served: readonly { tag: string; number: number; role: string }[];
  readonly scans: readonly ScanHead[];
  /** What became of the faults of the first pre-scan in the newest scan of the vehicle. */
  readonly changes: readonly ScanChange[];
}

const NOTHING: StopExtras = {
  photos: [],
  readiness: undefined,
  earlier: [],
  served: [],
  scans: [],
  changes: []
};

/** What only one stop shows, loaded for it alone. */
export async function loadStopExtras(
  deps: Deps,
  { number, stop }: { number: number; stop: Stop }
): Promise<StopExtras> {
  if (stop !== 'arrive' && stop !== 'prove' && stop !== 'return') return NOTHING;
  const view = await loadJobView(deps, number);
  if (!view) return NOTHING;
  const { db } = deps;
  if (stop === 'arrive') {
    const [photos, readiness, earlier] = await Promise.all([
      listPhotos(db, { jobId: view.job.id }),
      readinessOf(deps, view),
      listJobsOfVin(db, view.job.vin)
    ]);
    const served = await Promise.all(
      Object.values(view.units).map(async (u) =>
        (await listJobsOfUnit(db, u.id))
          .filter((j) => j.jobNumber !== number)
          .map((j) => ({ tag: u.tag, number: j.jobNumber, role: j.role }))
      )
    );
    return {
      ...NOTHING,
      photos,
      readiness,
      earlier: earlier
        .filter((j) => j.number !== number)
        .map((j) => ({ number: j.number, complaint: j.complaint, closed: j.closedAt !== null })),
      served: served.flat()
    };
  }
  const scans = await listScansOfJob(db, view.job.id);
  return { ...NOTHING, scans: scans.map(describeScanHead), changes: changesOf(scans) };
}

function changesOf(scans: readonly ScanRow[]): readonly ScanChange[] {
  const ofVehicle = scans.filter((s) => s.kind !== 'bench' && s.kind !== 'typed');
  const last = ofVehicle[0];
  const first = ofVehicle.findLast((s) => s.kind === 'pre');
  return last && first && last !== first ? compareScans(first.units, last.units) : [];
}
