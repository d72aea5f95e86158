import { toSVG } from 'bwip-js/node';
import { certify, type Certificate } from '@badger/core/papers/certify';
import type { Role } from '@badger/core/rights/rights';
import { compareScans } from '@badger/core/scan/compare-scans';
import { countScan } from '@badger/core/scan/scan';
import { layCertificate } from '../../../features/papers/certificate.view.ts';
import { layRecord, type RecordFacts } from '../../../features/papers/record.view.ts';
import type { ActData, ChainData, Paper } from '../../../paper-types.ts';
import type { Deps } from '../../deps.ts';
import { findBrokenEvent, listEvents, type EventRow } from '../../repositories/events.ts';
import { listScansOfJob, type ScanRow } from '../../repositories/scans.ts';
import { describeJob } from '../job/describe-job.ts';
import { describeWrites } from '../job/describe-writes.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { describeReturn } from '../return/view-return.ts';

/** Papers of a job. */
export type PaperKind = 'record' | 'certificate';

/** Everything that papers and bundle of a job are made of. */
export interface PaperFacts extends RecordFacts {
  readonly view: JobView;
  readonly events: readonly EventRow[];
  readonly scans: readonly ScanRow[];
  readonly certificate: Certificate;
}

/** Where the job is opened, for the code on its papers. */
const addressOf = (origin: string, jobNumber: number) => `${origin}/jobs/${jobNumber}`;

/** Loads what the papers of a job tell; undefined for no such job. `origin`: under which people reach the application. */
export async function loadPaperFacts(
  deps: Deps,
  { jobNumber, role, origin }: { jobNumber: number; role: Role; origin: string }
): Promise<PaperFacts | undefined> {
  const { db } = deps;
  const view = await loadJobView(deps, jobNumber);
  if (!view) return undefined;
  const events = await listEvents(db, view.job.id);
  const scans = await listScansOfJob(db, view.job.id);
  const before = scans.findLast((s) => s.kind === 'pre');
  const wayBack = describeReturn(deps, view, before?.units);
  const chain: ChainData = {
    length: events.length,
    last: events.at(-1)?.hash ?? '',
    brokenAt: await findBrokenEvent(db, view.job.id)
  };
  return {
    ...{ view, events, scans, wayBack, chain },
    job: describeJob(deps, view, role),
    acts: events.map(describeAct),
    writes: await describeWrites(db, view.job.id),
    certificate: certifyJob(view, { before, signed: signedIn(wayBack) }),
    printedAt: deps.clock.now(),
    code: toSVG({ bcid: 'qrcode', text: addressOf(origin, jobNumber) })
  };
}

export function layPaper(kind: PaperKind, facts: PaperFacts): Paper {
  return kind === 'record' ? layRecord(facts) : layCertificate(facts);
}

const describeAct = ({ seq, at, personName, kind, data, hash }: EventRow): ActData => ({
  ...{ seq, at, person: personName, kind, data, hash }
});

const signedIn = ({ left = [] }: RecordFacts['wayBack']) =>
  left.filter((f) => f.signed && f.fault).length;

function certifyJob(
  view: JobView,
  { before, signed }: { before: ScanRow | undefined; signed: number }
): Certificate {
  const { job, standingWrite, ending, inVehicle } = view;
  return certify({
    closed: job.closedAt !== null,
    result: job.result ?? undefined,
    reads: view.regions.original.map(({ region, agreement, verdict, accepted }) => ({
      ...{ region: region.name, agreeing: agreement.agreeing.length, total: agreement.total },
      ...{ trusted: verdict.verdict === 'go', accepted: accepted !== undefined }
    })),
    written: standingWrite && {
      tag: standingWrite.unitTag,
      proven: ending.writeVerified,
      inVehicle: inVehicle?.outcome
    },
    steps: view.steps,
    scan: certifiedScan(view, { before, signed })
  });
}

function certifiedScan(
  view: JobView,
  { before, signed }: { before: ScanRow | undefined; signed: number }
) {
  const after = view.records.vehicleScan;
  const isAfter = view.steps.some((v) => v.step.does === 'scan' && v.state === 'done');
  if (!after || !isAfter) return undefined;
  const { units, silent, unread, faults } = countScan(after.units);
  const changes = before ? compareScans(before.units, after.units) : [];
  const gone = changes.filter((c) => c.change === 'gone').length;
  // a memory that nobody could read is as good as a unit that nobody heard
  return { units, silent: silent + unread, faults, signed, gone };
}
