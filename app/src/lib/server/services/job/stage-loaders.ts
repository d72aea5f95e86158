import type { Stage } from '@badger/core/job/stages';
import { compareScans, type ScanChange } from '@badger/core/scan/compare-scans';
import { NO_EXTRAS, type StageExtras } from '../../../stage-types.ts';
import type { Deps } from '../../deps.ts';
import { listPhotos } from '../../repositories/arrive.ts';
import { listJobsOfVin } from '../../repositories/jobs.ts';
import { listJobsOfUnit } from '../../repositories/job-units.ts';
import { listScansOfJob, type ScanRow } from '../../repositories/scans.ts';
import type { InVehicleRow } from '../../repositories/in-vehicle.ts';
import { describeAlternates } from '../build/describe-alternates.ts';
import { describeFileOrders } from '../build/describe-file-orders.ts';
import { describeExercise } from '../prove/describe-exercise.ts';
import { describeScanHead } from '../prove/describe-scan.ts';
import { loadJobView, type JobView } from './job-view.ts';
import { loadMatchSheet } from '../match/match.ts';
import { loadAccessSheet } from '../plan/accesses.ts';
import { describeCauses } from '../wiring/likely-causes.ts';
import { describeDesk } from '../wiring/desk.ts';
import { describeNetwork } from '../wiring/network-ready.ts';
import { describeWiring } from '../wiring/describe-wiring.ts';
import { describeReturn } from '../return/view-return.ts';
import { readinessOf } from '../kit/kit.ts';
import { describeMoney } from '../papers/money.ts';
import { describePost } from '../post/post-link.ts';

type StageLoader = (deps: Deps, view: JobView) => Promise<Partial<StageExtras>>;

/** What only one stage shows, by stage; a stage that is not here shows the job alone. */
const LOADERS: Readonly<Partial<Record<Stage, StageLoader>>> = {
  arrive: loadArrive,
  prove: async (deps, view) => ({
    ...(await loadScans(deps, view)),
    exercises: await describeExercise(deps, view)
  }),
  identify: (_, view) => Promise.resolve(identityOf(view)),
  async match(deps, view) {
    const [match, accesses] = await Promise.all([
      loadMatchSheet(deps, view),
      loadAccessSheet(deps, view)
    ]);
    return { ...identityOf(view), match, accesses };
  },
  wire: async (deps, view) => ({
    wiring: describeWiring(deps, view),
    causes: await describeCauses(deps, view),
    network: await describeNetwork(deps, view),
    desk: describeDesk(deps, view)
  }),
  build: async ({ db }, view) => ({ fileOrders: await describeFileOrders(db, view.job.id) }),
  async write(deps, view) {
    return {
      alternates: await describeAlternates(deps, view),
      inVehicle: view.records.inVehicle.filter((t) => t === view.inVehicle).map(tellRow)[0]
    };
  },
  async return(deps, view) {
    const scans = await listScansOfJob(deps.db, view.job.id);
    return {
      ...describeScans(scans),
      wayBack: describeReturn(deps, view, preScanOf(scans)?.units),
      money: await describeMoney(deps, view),
      post: await describePost(deps, view)
    };
  }
};

/** What one stage shows beside the job, loaded for it alone. */
export async function loadStageExtras(
  deps: Deps,
  { number, stage }: { number: number; stage: Stage }
): Promise<StageExtras> {
  const load = LOADERS[stage];
  const view = load && (await loadJobView(deps, number));
  return load && view ? { ...NO_EXTRAS, ...(await load(deps, view)) } : NO_EXTRAS;
}

const tellRow = ({ operationId, outcome, signs, note, at, personName }: InVehicleRow) => ({
  ...{ operationId, outcome, signs, note, at, personName }
});

function identityOf(view: JobView): Partial<StageExtras> {
  const labels = Object.fromEntries(
    Object.entries(view.units).map(([role, unit]) => [role, unit.labelNumbers])
  );
  return { profile: view.profile, labels };
}

async function loadArrive(deps: Deps, view: JobView): Promise<Partial<StageExtras>> {
  const { db } = deps;
  const { id, number, vin } = view.job;
  const [photos, readiness, earlier] = await Promise.all([
    listPhotos(db, { jobId: id }),
    readinessOf(deps, view),
    vin === '' ? [] : listJobsOfVin(db, vin)
  ]);
  const served = await Promise.all(
    Object.values(view.units).map(async (u) =>
      (await listJobsOfUnit(db, u.id))
        .filter((j) => j.jobNumber !== number)
        .map((j) => ({ tag: u.tag, number: j.jobNumber, role: j.role }))
    )
  );
  return {
    photos,
    readiness,
    earlier: earlier
      .filter((j) => j.number !== number)
      .map((j) => ({ number: j.number, complaint: j.complaint, closed: j.closedAt !== null })),
    served: served.flat()
  };
}

async function loadScans({ db }: Deps, view: JobView): Promise<Partial<StageExtras>> {
  return describeScans(await listScansOfJob(db, view.job.id));
}

const describeScans = (scans: readonly ScanRow[]): Partial<StageExtras> => ({
  scans: scans.map(describeScanHead),
  changes: changesOf(scans)
});

/** The first scan before the work. */
const preScanOf = (scans: readonly ScanRow[]) => scans.findLast((s) => s.kind === 'pre');

function changesOf(scans: readonly ScanRow[]): readonly ScanChange[] {
  const ofVehicle = scans.filter((s) => s.kind !== 'bench' && s.kind !== 'typed');
  const last = ofVehicle[0];
  const first = preScanOf(ofVehicle);
  return last && first && last !== first ? compareScans(first.units, last.units) : [];
}
