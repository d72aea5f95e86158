import { toSVG } from 'bwip-js/node';
import { certify, type Certificate } from '@badger/core/papers/certify';
import type { Role } from '@badger/core/rights/rights';
import { compareScans } from '@badger/core/scan/compare-scans';
import { countScan } from '@badger/core/scan/scan';
import { layCertificate } from '../../../features/papers/certificate.view.ts';
import { layFitting } from '../../../features/papers/fitting.view.ts';
import { layRecord, type RecordFacts } from '../../../features/papers/record.view.ts';
import type { ActData, ChainData, Paper } from '../../../paper-types.ts';
import type { FittingData } from '../../../post-types.ts';
import type { Deps } from '../../deps.ts';
import { findBrokenEvent, listEvents, type EventRow } from '../../repositories/events.ts';
import { listScansOfJob, type ScanRow } from '../../repositories/scans.ts';
import { describeJob } from '../job/describe-job.ts';
import { describeWrites } from '../job/describe-writes.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { describePost, fittingOf } from '../post/post-link.ts';
import { describeReturn } from '../return/view-return.ts';

/** Papers of a job. */
export const PAPER_KINDS = ['record', 'certificate', 'fitting'] as const;

export type PaperKind = (typeof PAPER_KINDS)[number];

/** Everything that papers and bundle of a job are made of. */
export interface PaperFacts extends RecordFacts {
  readonly view: JobView;
  readonly events: readonly EventRow[];
  readonly scans: readonly ScanRow[];
  readonly certificate: Certificate;
  readonly fitting: FittingData;
  /** QR code of the link by which the sender tells how it went; undefined where there is none. */
  readonly linkCode: string | undefined;
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
  const post = await describePost(deps, view);
  return {
    ...{ view, events, scans, wayBack, chain },
    fitting: fittingOf(view, post?.link?.answerBy),
    linkCode: post?.link && drawCode(`${origin}${post.link.path}`),
    job: describeJob(deps, view, role),
    acts: events.map(describeAct),
    writes: await describeWrites(db, view.job.id),
    certificate: certifyJob(view, { before, signed: signedIn(wayBack) }),
    printedAt: deps.clock.now(),
    code: drawCode(addressOf(origin, jobNumber))
  };
}

const LAY: Record<PaperKind, (facts: PaperFacts) => Paper> = {
  record: layRecord,
  certificate: layCertificate,
  fitting: ({ fitting, linkCode }) => layFitting(fitting, linkCode)
};

export const layPaper = (kind: PaperKind, facts: PaperFacts): Paper => LAY[kind](facts);

const drawCode = (text: string) => toSVG({ bcid: 'qrcode', text });

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
