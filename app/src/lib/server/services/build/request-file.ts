import { setTimeout as sleep } from 'node:timers/promises';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import { withoutSecrets } from '@badger/core/access/secret-ranges';
import { completeFile } from '@badger/core/file-service/complete-file';
import type { FileAnswer, WantedFile } from '@badger/core/file-service/file-answer';
import { requireSound } from '@badger/core/format/flatten-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { loadImage as loadFile } from '@badger/core/format/load-image';
import { judgeStock } from '@badger/core/clone/judge-supplied';
import type { Finding } from '@badger/core/image/finding';
import { trustedContent } from '@badger/core/job/trusted-content';
import { isUnreadable } from '@badger/core/job/way-back';
import { rangeOf, type Profile, type Region } from '@badger/core/profile/profile';
import { checkRight } from '@badger/core/rights/rights';
import { layBare } from '@badger/core/transform/plain-region';
import type { RequestFile } from '../../../schema/requests.ts';
import type { FileClient } from '../../bench/file-client.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { loadImage } from '../../repositories/images.ts';
import {
  endFileOrder,
  insertFileOrder,
  postponeFileOrder,
  type ClaimedFileOrder
} from '../../repositories/file-orders.ts';
import type { UnitRow } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { computeSha256 } from '../../vault/vault.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { uploadRead, type Uploaded } from '../reads/upload-read.ts';

/** How often an order is looked at while a person waits. Units: ms. */
const LOOK_MS = 250;
/** Longer than anybody waits: nobody else looks at it meanwhile. Units: s. */
const HELD_SECONDS = 120;
const FIRST_LOOK_SECONDS = 5;

interface Order {
  readonly view: JobView;
  readonly profile: Profile;
  readonly region: Region;
  readonly unit: UnitRow;
  readonly wanted: WantedFile;
  /** What the unit holds there by its trusted reads, and what of it goes out; undefined where nobody can read it. */
  readonly own:
    { readonly bytes: Uint8Array; readonly sha256: string; readonly open: OpenPart } | undefined;
}

type OpenPart = NonNullable<ReturnType<typeof withoutSecrets>>;

/** A file was kept, or the order stands and is looked at by itself. */
export type Requested = Uploaded | { readonly waiting: true };

/**
 * Asks the file service for a file for a region of the unit itself and keeps it with the job: the guard looks at it when the image is built. Where it is not ready soon the order
 * stands and {@link followOrder} looks at it later. What goes out: what the unit tells of itself, what is wanted, and its trusted read without security data. What was left out is the
 * unit's own in the file. Errors: `gate.person.role`, `job.number.unknown`, `files.service.none`, `upload.supplied.needless`, `upload.region.unknown`, `files.unit.unknown` (the unit
 * was not asked who it is), `gate.authority.missing`, `clone.region.untrusted` (nothing trusted to send), `image.secret.held` (its security data cannot be left out),
 * `files.stock.needless` (the unit can be read), those of {@link FileClient} and of {@link followOrder}.
 */
export async function requestFile(
  deps: Deps,
  person: Person,
  request: RequestFile & { readonly jobNumber: number }
): Promise<Result<Requested>> {
  const may = checkRight(person.role, 'file.request');
  if (!may.ok) return may;
  const { files } = deps;
  if (!files) return fail('files.service.none');
  const order = await prepare(deps, request);
  if (!order.ok) return order;
  const { view, wanted, region, unit, own } = order.value;
  const event = { jobId: view.job.id, person } as const;
  // on record before anything goes out; what came of it stands behind it
  await appendEvent(deps.db, {
    ...{ ...event, kind: 'file.requested' },
    data: { ...askedOf(order.value), read: own ? 'with it, without security data' : 'none' }
  });
  const placed = await placeOrder(files, order.value);
  if (!placed.ok) return recordFailure(deps, { event, order: order.value }, placed);
  const id = await insertFileOrder(
    deps.db,
    {
      ...{ jobId: view.job.id, unitId: unit.id, regionId: region.id, wanted },
      ...{ orderId: placed.value, ownSha256: own?.sha256 ?? null, personId: person.id }
    },
    HELD_SECONDS
  );
  const deadline = performance.now() + files.waitMs;
  for (;;) {
    const done = await lookOnce(deps, person, { id, orderId: placed.value, order: order.value });
    if (done) return done;
    if (performance.now() > deadline) break;
    await sleep(LOOK_MS);
  }
  await postponeFileOrder(deps.db, id, FIRST_LOOK_SECONDS);
  deps.bench.hub.tell({ type: 'job', jobNumber: request.jobNumber });
  return ok({ waiting: true });
}

/**
 * Looks at an order that was left standing, under the name of who placed it; where it is ready the file is kept. Undefined: it is not ready. Errors, each of which ends the order:
 * `job.number.unknown`, `gate.job.closed`, `files.unit.unknown` (another unit is in the job now), `files.order.refused`, `files.order.unknown` (the service has forgotten it), `files.file.other` (it is not what was announced), `files.file.*`,
 * `gate.content.wrong` (a stock file of another unit), those of the formats and of {@link uploadRead}.
 */
export async function followOrder(
  deps: Deps,
  row: ClaimedFileOrder
): Promise<Result<Requested> | undefined> {
  const person = { id: row.personId, name: row.personName, role: row.personRole };
  const order = await recall(deps, row);
  if (!order.ok) {
    await endFileOrder(deps.db, row.id, order.problem.code);
    return order;
  }
  return lookOnce(deps, person, { id: row.id, orderId: row.orderId, order: order.value });
}

/** The order as it was placed: what went out with it is what its holes are filled from. */
async function recall(deps: Deps, row: ClaimedFileOrder): Promise<Result<Order>> {
  const view = await loadJobView(deps, row.jobNumber);
  if (!view) return fail('job.number.unknown', { number: row.jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const { profile } = view;
  const region = profile?.regions.find((r) => r.id === row.regionId);
  const unit = view.units.original;
  if (!profile || !region) return fail('upload.region.unknown', { region: row.regionId });
  if (unit?.id !== row.unitId) return fail('files.unit.unknown');
  const base = { view, profile, region, unit, wanted: row.wanted };
  return row.ownSha256 === null
    ? ok({ ...base, own: undefined })
    : withOwn(deps, base, row.ownSha256);
}

interface Placed {
  readonly id: string;
  readonly orderId: string;
  readonly order: Order;
}

/** What a look at the service came to; undefined where the file is not ready, or the service is away and may come back. */
async function lookOnce(
  deps: Deps,
  person: Person,
  { id, orderId, order }: Placed
): Promise<Result<Requested> | undefined> {
  const { files } = deps;
  if (!files) return undefined;
  const answer = await files.look(orderId);
  if (answer.ok && answer.value.state === 'waiting') return undefined;
  // whatever stands in place of an answer is none: the order stands, unless the service says that there is no such
  if (!answer.ok && !isForgotten(answer.problem)) return undefined;
  const file = answer.ok
    ? await settle(files, { orderId, order }, answer.value)
    : fail('files.order.unknown');
  const kept = file.ok
    ? await uploadRead(deps, person, {
        ...{ jobNumber: order.view.job.number, regionId: order.region.id, bytes: file.value.bytes },
        role: order.wanted === 'stock' ? 'stock' : 'supplied',
        fileName: `${file.value.name}, file service`
      })
    : file;
  if (!kept.ok && AWAY.includes(kept.problem.code)) return undefined;
  await endFileOrder(deps.db, id, kept.ok ? null : kept.problem.code);
  const event = { jobId: order.view.job.id, person } as const;
  return kept.ok ? kept : recordFailure(deps, { event, order }, kept);
}

const NOT_THERE: readonly unknown[] = [404, 410];

const isForgotten = ({ params }: Problem) => NOT_THERE.includes(params['status']);

/** The service may be there again later: the order stands. */
const AWAY: readonly string[] = ['files.service.down', 'files.service.broken', 'files.service.key'];

const askedOf = ({ unit, region, wanted }: Order) => ({
  ...{ unit: unit.tag, region: region.id, wanted }
});

async function recordFailure<T>(
  deps: Deps,
  { event, order }: { event: { jobId: string; person: Person }; order: Order },
  failed: Extract<Result<T>, { ok: false }>
): Promise<Result<T>> {
  const { code } = failed.problem;
  await appendEvent(deps.db, {
    ...{ ...event, kind: 'file.failed' },
    data: { ...askedOf(order), problem: code }
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: order.view.job.number });
  return failed;
}

/** Everything that is asked with, before anything goes out. */
async function prepare(
  deps: Deps,
  { jobNumber, regionId, wanted }: RequestFile & { readonly jobNumber: number }
): Promise<Result<Order>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const { profile } = view;
  if (view.job.closedAt) return fail('gate.job.closed');
  if (view.shape.target !== 'original') return fail('upload.supplied.needless');
  if (view.needsAuthority && view.authorityGap) return fail('gate.authority.missing');
  const region = profile?.regions.find((r) => r.id === regionId);
  if (!profile || !region) return fail('upload.region.unknown', { region: regionId });
  const unit = view.units.original;
  if (!unit || Object.keys(unit.numbers).length === 0) return fail('files.unit.unknown');
  return sendable(deps, { view, profile, region, unit, wanted });
}

/** What of the unit's own content goes out with it: nothing where nobody can read it. */
async function sendable(deps: Deps, order: Omit<Order, 'own'>): Promise<Result<Order>> {
  const { profile, region, wanted, view } = order;
  if (isUnreadable(profile, region.id)) return ok({ ...order, own: undefined });
  if (wanted === 'stock') return fail('files.stock.needless', { region: region.name });
  const kept = view.regions.original.find((r) => r.region.id === region.id);
  const content = kept && trustedContent(kept);
  if (!content) return fail('clone.region.untrusted', { region: region.name, from: 'original' });
  return withOwn(deps, order, content.sha256);
}

async function withOwn(
  deps: Deps,
  order: Omit<Order, 'own'>,
  sha256: string
): Promise<Result<Order>> {
  const own = await loadImage(deps, sha256);
  if (!own.ok) return own;
  const open = withoutSecrets(order.profile, order.region.id, own.value);
  return open
    ? ok({ ...order, own: { bytes: own.value, sha256, open } })
    : fail('image.secret.held');
}

/** Places an order and sends the read with it. Shape: the service's name of it. */
async function placeOrder(files: FileClient, order: Order): Promise<Result<string>> {
  const { profile, region, unit, wanted } = order;
  const placed = await files.order({
    ...{ family: profile.id, region: region.id, lengthBytes: region.lengthBytes, wanted },
    numbers: unit.numbers
  });
  if (!placed.ok) return placed;
  const hex = order.own && writeIntelHex(order.own.open.image);
  if (hex?.ok === false) return hex;
  const attached = hex && (await files.attach(placed.value, hex.value));
  return attached?.ok === false ? attached : placed;
}

/** Fetches a file that is ready, and looks at it before anything is kept. */
async function settle(
  files: FileClient,
  { orderId, order }: Omit<Placed, 'id'>,
  answer: FileAnswer
): Promise<Result<{ readonly name: string; readonly bytes: Uint8Array }>> {
  if (answer.state === 'refused') return fail('files.order.refused', { reason: answer.reason });
  if (answer.state !== 'ready') return fail('files.answer.malformed', { where: 'state' });
  const got = await files.fetch(orderId);
  if (!got.ok) return got;
  if (computeSha256(got.value) !== answer.sha256) return fail('files.file.other');
  const bytes = readFile(got.value, order);
  if (!bytes.ok) return bytes;
  const wrong = order.wanted === 'stock' ? findForeign(order, bytes.value) : undefined;
  return wrong
    ? fail('gate.content.wrong', { region: order.region.name, found: wrong.code })
    : ok({ name: answer.name, bytes: bytes.value });
}

/** What says that a stock file is not that of this unit: it would be the way back. */
function findForeign({ profile, region, unit }: Order, bytes: Uint8Array): Finding | undefined {
  const plain = layBare(profile, region.id, bytes);
  if (!plain.ok) return { code: plain.problem.code, severity: 'stop', params: {} };
  const found = judgeStock(profile, region.id, { file: plain.value, told: unit.numbers });
  return found.find((f) => f.severity === 'stop');
}

/** The whole region out of the file: Intel HEX, S-record, or binary from its first byte on. */
function readFile(bytes: Uint8Array, { region, own }: Order): Result<Uint8Array> {
  const range = rangeOf(region);
  const loaded = loadFile(bytes, { base: range.start });
  const sound = loaded.ok ? requireSound(loaded.value) : loaded;
  if (!sound.ok) return sound;
  return completeFile(sound.value.image, range, {
    own: own?.bytes,
    leftOut: own?.open.leftOut ?? []
  });
}
