import type { Stage } from '@badger/core/job/stages';
import type { Readiness } from '@badger/core/kit/readiness';
import { compareScans, type ScanChange } from '@badger/core/scan/compare-scans';
import type { Profile } from '@badger/core/profile/profile';
import type { ScanHead } from '../../../job-types.ts';
import type { MatchSheetData, WaysSheetData } from '../../../match-types.ts';
import type { Deps } from '../../deps.ts';
import { listPhotos, type PhotoRow } from '../../repositories/arrive.ts';
import { listJobsOfVin } from '../../repositories/jobs.ts';
import { listJobsOfUnit } from '../../repositories/job-units.ts';
import { listScansOfJob, type ScanRow } from '../../repositories/scans.ts';
import { describeScanHead } from '../prove/describe-scan.ts';
import { loadJobView, type JobView } from './job-view.ts';
import { loadMatchSheet } from '../match/match.ts';
import { loadWaysSheet } from '../plan/ways.ts';
import { readinessOf } from '../kit/kit.ts';

export interface StageExtras {
  readonly photos: readonly PhotoRow[];
  readonly readiness: Readiness | undefined;
  /** Earlier jobs of the same vehicle. */
  readonly earlier: readonly { number: number; complaint: string; closed: boolean }[];
  /** Other jobs that the units served in. */
  readonly served: readonly { tag: string; number: number; role: string }[];
  readonly scans: readonly ScanHead[];
  /** What became of the faults of the first pre-scan in the newest scan of the vehicle. */
  readonly changes: readonly ScanChange[];
  readonly profile: Profile | undefined;
  /** Numbers on the labels of the units, by role. */
  readonly labels: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly match: MatchSheetData | undefined;
  readonly ways: WaysSheetData | undefined;
}

const NOTHING: StageExtras = {
  photos: [],
  readiness: undefined,
  earlier: [],
  served: [],
  scans: [],
  changes: [],
  profile: undefined,
  labels: {},
  match: undefined,
  ways: undefined
};

const WITH_EXTRAS: readonly Stage[] = ['arrive', 'prove', 'identify', 'match', 'return'];

async function loadIdentity(
  deps: Deps,
  view: JobView,
  stage: 'identify' | 'match'
): Promise<StageExtras> {
  const labels = Object.fromEntries(
    Object.entries(view.units).map(([role, unit]) => [role, unit.labelNumbers])
  );
  const base = { ...NOTHING, profile: view.profile, labels };
  if (stage === 'identify') return base;
  const [match, ways] = await Promise.all([loadMatchSheet(deps, view), loadWaysSheet(deps, view)]);
  return { ...base, match, ways };
}

/** What only one stage shows, loaded for it alone. */
export async function loadStageExtras(
  deps: Deps,
  { number, stage }: { number: number; stage: Stage }
): Promise<StageExtras> {
  if (!WITH_EXTRAS.includes(stage)) return NOTHING;
  const view = await loadJobView(deps, number);
  if (!view) return NOTHING;
  if (stage === 'identify' || stage === 'match') return loadIdentity(deps, view, stage);
  const { db } = deps;
  if (stage === 'arrive') {
    const [photos, readiness, earlier] = await Promise.all([
      listPhotos(db, { jobId: view.job.id }),
      readinessOf(deps, view),
      view.job.vin === '' ? [] : listJobsOfVin(db, view.job.vin)
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
