import { setImmediate as breathe } from 'node:timers/promises';
import { Zip, ZipDeflate } from 'fflate';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  formatSums,
  MANIFEST_FILE,
  RECORD_FILE,
  SUMS_FILE,
  type BundleFile,
  type BundleManifest,
  type BundleRecord
} from '@badger/core/papers/bundle';
import { fail, ok, type Result } from '@badger/core/base/result';
import { JOB_ROLES } from '@badger/core/job/roles';
import { checkRight } from '@badger/core/rights/rights';
import { messageOfJudgement } from '../../../messages/catalogue.ts';
import type { Deps } from '../../deps.ts';
import { findPhotoBytes, listPhotos } from '../../repositories/arrive.ts';
import { appendEvent, listEventTexts } from '../../repositories/events.ts';
import { loadImage } from '../../repositories/images.ts';
import { findJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { listReadsOfJobs, type ReadRow } from '../../repositories/reads.ts';
import { computeSha256 } from '../../vault/vault.ts';
import { openContent } from '../reads/take-out-read.ts';
import { layPaper, loadPaperFacts, type PaperFacts } from './job-papers.ts';
import { renderPdf } from '../../papers/render-pdf.ts';

const MOST_MIB = 1024;
/** So much is deflated at a time. Units: bytes. */
const PIECE_BYTES = 65_536;

/** One thing that goes into a bundle, made when its turn comes. */
interface Part {
  readonly path: string;
  readonly what: BundleFile['what'];
  readonly make: () => Promise<Made>;
}

type Made =
  | { readonly bytes: Uint8Array; readonly path?: string; readonly wholeSha256?: string }
  | { readonly leftOut: BundleManifest['leftOut'][number] };

/** A bundle that goes out: its name, and its bytes as they are made. */
export interface BundleOut {
  readonly name: string;
  readonly stream: ReadableStream<Uint8Array>;
}

/**
 * A job as a zip that another shop can open and hold against itself: record, papers, every kept content once (security data left out), scans, photos but those of papers that prove who
 * somebody is. That it goes out stands in the record before, and so in the bundle. One file after the other is loaded; where one fails, the zip breaks off and opens nowhere.
 * Errors: `gate.person.role`, `job.number.unknown`, `bundle.job.huge`.
 */
export async function exportBundle(
  deps: Deps,
  person: Person,
  { jobNumber, origin }: { jobNumber: number; origin: string }
): Promise<Result<BundleOut>> {
  const may = checkRight(person.role, 'memory.download');
  if (!may.ok) return may;
  const job = await findJob(deps.db, jobNumber);
  if (!job) return fail('job.number.unknown', { number: jobNumber });
  const photos = await listPhotos(deps.db, { jobId: job.id });
  const bytes =
    contentsOf(await listReadsOfJobs(deps.db, [job.id])).reduce((n, r) => n + r.lengthBytes, 0) +
    photos.reduce((n, p) => n + p.lengthBytes, 0);
  if (bytes > MOST_MIB * 2 ** 20) return fail('bundle.job.huge', { mostMib: MOST_MIB });
  await appendEvent(deps.db, { jobId: job.id, person, kind: 'bundle.exported' });
  const facts = await loadPaperFacts(deps, { jobNumber, role: person.role, origin });
  if (!facts) return fail('job.number.unknown', { number: jobNumber });
  const parts = await listParts(deps, facts, photos);
  return ok({ name: `job-${jobNumber}.zip`, stream: zipUp(facts, parts) });
}

/** Every content once: what was read twice and is the same lies in it once. */
function contentsOf(reads: readonly ReadRow[]): ReadRow[] {
  const seen = new Set<string>();
  return reads.filter((r) => {
    const key = `${r.sha256} ${r.regionId} ${r.unitFamily}`;
    return !seen.has(key) && seen.add(key);
  });
}

async function listParts(
  deps: Deps,
  facts: PaperFacts,
  photos: Awaited<ReturnType<typeof listPhotos>>
): Promise<Part[]> {
  const record = await recordOf(deps, facts);
  const paper = (kind: 'record' | 'certificate'): Part => ({
    ...{ path: `${kind}.pdf`, what: 'paper' },
    make: async () => {
      const pdf = await renderPdf(layPaper(kind, facts), 'A4');
      return pdf.ok
        ? { bytes: pdf.value }
        : { leftOut: { name: `${kind}.pdf`, why: 'unreadable' } };
    }
  });
  const secret = facts.view.profile?.securityData === true;
  return [
    { path: RECORD_FILE, what: 'record', make: () => Promise.resolve({ bytes: json(record) }) },
    paper('record'),
    paper('certificate'),
    ...contentsOf(facts.view.records.reads).map((read) => imagePart(deps, read)),
    ...facts.scans.map((scan): Part => {
      const path = `scans/${scan.number}.json`;
      return { path, what: 'scan', make: () => Promise.resolve({ bytes: json(tellScan(scan)) }) };
    }),
    // a label or a board may show a code
    ...photos.map((photo, i) => photoPart(deps, { ...photo, no: i + 1, secret }))
  ];
}

function tellScan(scan: PaperFacts['scans'][number]) {
  const { number, kind, name, source, vehicleVin, batteryMv, units, brokenOff } = scan;
  const { startedAt, endedAt, personName } = scan;
  return {
    ...{ number, kind, name, source, vehicleVin, batteryMv, units, brokenOff },
    ...{ startedAt, endedAt, personName }
  };
}

function imagePart(deps: Deps, read: ReadRow): Part {
  const base = `images/${read.role}-${read.regionId}-${read.number}`;
  const leftOut = (why: 'security' | 'unreadable'): Made => ({ leftOut: { name: read.name, why } });
  return {
    ...{ path: `${base}.bin`, what: 'image' },
    make: async () => {
      const image = await loadImage(deps, read.sha256);
      if (!image.ok) return leftOut('unreadable');
      const open = openContent(deps.profiles.get(read.unitFamily), read, image.value);
      if (!open.ok) return leftOut('security');
      const { bytes } = open.value;
      return open.value.leftOut
        ? { bytes, path: `${base}.hex`, wholeSha256: read.sha256 }
        : { bytes };
    }
  };
}

function photoPart(
  { db }: Deps,
  photo: { readonly id: string; readonly kind: string; readonly fileName: string } & {
    readonly no: number;
    readonly secret: boolean;
  }
): Part {
  const { kind, fileName, no, secret } = photo;
  const held = kind === 'proof' || (secret && (kind === 'label' || kind === 'board'));
  const why = kind === 'proof' ? 'proof' : 'security';
  return {
    ...{ path: `photos/${no}-${kind}`, what: 'photo' },
    make: async () => {
      if (held) return { leftOut: { name: fileName, why } };
      const found = await findPhotoBytes(db, photo.id, 'original');
      if (!found) return { leftOut: { name: fileName, why: 'unreadable' } };
      const ending = /^image\/([a-z0-9]{1,8})$/.exec(found.mediaType)?.[1] ?? 'bin';
      return { bytes: new Uint8Array(found.bytes), path: `photos/${no}-${kind}.${ending}` };
    }
  };
}

const json = (value: unknown) => new TextEncoder().encode(`${JSON.stringify(value, null, 2)}\n`);

async function recordOf(
  deps: Deps,
  { view, job, certificate, chain }: PaperFacts
): Promise<BundleRecord> {
  const { customer, vehicle, vin, family, complaint, result, resultReason } = job;
  const { judgement, statements } = certificate;
  return {
    ...{ jobId: view.job.id, job: job.number, customer, vehicle, vin, family, complaint },
    ...{ openedAt: job.createdAt.toISOString(), closedAt: job.closedAt?.toISOString() ?? null },
    ...{ result, resultReason },
    units: JOB_ROLES.flatMap((role) => {
      const unit = job.units[role];
      return unit ? [{ role, tag: unit.tag, chipId: unit.chipId }] : [];
    }),
    reads: view.records.reads.map((r) => ({
      ...{ role: r.role, region: r.regionId, number: r.number, lengthBytes: r.lengthBytes },
      ...{ sha256: r.sha256, takenAt: r.takenAt.toISOString(), person: r.personName },
      source: r.sourceName
    })),
    statements: [judgement, ...statements].map((s) => {
      const { title, text } = messageOfJudgement(s);
      return { verdict: s.verdict, title, text };
    }),
    // what somebody else did meanwhile is in the next bundle
    events: (await listEventTexts(deps.db, view.job.id)).slice(0, chain.length)
  };
}

function zipUp({ job, chain, printedAt }: PaperFacts, parts: readonly Part[]) {
  const files: BundleFile[] = [];
  const leftOut: BundleManifest['leftOut'][number][] = [];
  let next = 0;
  let zip: Zip;
  const put = async (path: string, bytes: Uint8Array) => {
    const file = new ZipDeflate(path, { level: 6 });
    zip.add(file);
    for (let at = 0; at < bytes.length || at === 0; at += PIECE_BYTES) {
      // others are let in between: a large image holds nobody up
      await breathe();
      file.push(bytes.subarray(at, at + PIECE_BYTES), at + PIECE_BYTES >= bytes.length);
    }
    return { path, bytes: bytes.length, sha256: computeSha256(bytes) };
  };
  const finish = async () => {
    const manifest: BundleManifest = {
      ...{ format: BUNDLE_FORMAT, version: BUNDLE_VERSION, job: job.number },
      ...{ madeAt: printedAt.toISOString(), chain: { length: chain.length, last: chain.last } },
      ...{ files, leftOut }
    };
    const own = await put(MANIFEST_FILE, json(manifest));
    await put(SUMS_FILE, new TextEncoder().encode(formatSums([...files, own])));
    zip.end();
  };
  return new ReadableStream<Uint8Array>({
    start(controller) {
      zip = new Zip((error, chunk, final) => {
        if (error) return controller.error(error);
        controller.enqueue(chunk);
        if (final) controller.close();
      });
    },
    async pull() {
      // who is left out gives no bytes, and a stream that was given none is not asked again
      for (;;) {
        const part = parts[next++];
        if (!part) return finish();
        const made = await part.make();
        if ('leftOut' in made) {
          leftOut.push(made.leftOut);
          continue;
        }
        const file = await put(made.path ?? part.path, made.bytes);
        const { wholeSha256 } = made;
        files.push({ ...file, what: part.what, ...(wholeSha256 ? { wholeSha256 } : {}) });
        return;
      }
    }
  });
}
