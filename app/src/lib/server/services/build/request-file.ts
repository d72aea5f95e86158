import { setTimeout as sleep } from 'node:timers/promises';
import { fail, ok, type Result } from '@badger/core/base/result';
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
import type { UnitRow } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { computeSha256 } from '../../vault/vault.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { uploadRead, type Uploaded } from '../reads/upload-read.ts';

/** How often an order is looked at, and how long a person waits for it before it is left for later. Units: ms. */
const LOOK_MS = 250;
const WAIT_MS = 25_000;

interface Order {
  readonly view: JobView;
  readonly profile: Profile;
  readonly region: Region;
  readonly unit: UnitRow;
  readonly wanted: WantedFile;
  /** What the unit holds there by its trusted reads, and what of it goes out; undefined where nobody can read it. */
  readonly own: { readonly bytes: Uint8Array; readonly open: OpenPart } | undefined;
}

type OpenPart = NonNullable<ReturnType<typeof withoutSecrets>>;

/**
 * Asks the file service for a file for a region of the unit itself, waits for it, and keeps it with the job: the guard looks at it when the image is built. What
 * goes out: what the unit tells of itself, what is wanted, and its trusted read without security data. What was left out is the unit's own in the file. Errors: `gate.person.role`,
 * `job.number.unknown`, `files.service.none`, `upload.supplied.needless`, `upload.region.unknown`, `files.unit.unknown` (the unit was not asked who it is), `gate.authority.missing`,
 * `clone.region.untrusted` (nothing trusted to send), `image.secret.held` (its security data cannot be left out), `files.stock.needless` (the unit can be read), those of {@link FileClient}, `files.order.refused`, `files.order.waiting`,
 * `files.file.other` (it is not what was announced), `files.file.*`, `gate.content.wrong` (a stock file of another unit), those of the formats and of {@link uploadRead}.
 */
export async function requestFile(
  deps: Deps,
  person: Person,
  request: RequestFile & { readonly jobNumber: number }
): Promise<Result<Uploaded>> {
  const may = checkRight(person.role, 'file.request');
  if (!may.ok) return may;
  if (!deps.files) return fail('files.service.none');
  const order = await prepare(deps, request);
  if (!order.ok) return order;
  const { view, wanted, region, unit } = order.value;
  const asked = { unit: unit.tag, region: region.id, wanted };
  const event = { jobId: view.job.id, person } as const;
  // on record before anything goes out; what came of it stands behind it
  await appendEvent(deps.db, {
    ...{ ...event, kind: 'file.requested' },
    data: { ...asked, read: order.value.own ? 'with it, without security data' : 'none' }
  });
  const file = await fetchFile(deps.files, order.value);
  if (!file.ok) {
    const { code } = file.problem;
    await appendEvent(deps.db, {
      ...event,
      kind: 'file.failed',
      data: { ...asked, problem: code }
    });
    return file;
  }
  return uploadRead(deps, person, {
    ...{ jobNumber: request.jobNumber, regionId: region.id, bytes: file.value.bytes },
    role: wanted === 'stock' ? 'stock' : 'supplied',
    fileName: `${file.value.name}, file service`
  });
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
async function sendable(deps: Deps, order: Omit<Order, 'own' | 'leftOut'>): Promise<Result<Order>> {
  const { profile, region, wanted, view } = order;
  if (isUnreadable(profile, region.id)) return ok({ ...order, own: undefined });
  if (wanted === 'stock') return fail('files.stock.needless', { region: region.name });
  const kept = view.regions.original.find((r) => r.region.id === region.id);
  const content = kept && trustedContent(kept);
  if (!content) return fail('clone.region.untrusted', { region: region.name, from: 'original' });
  const own = await loadImage(deps, content.sha256);
  if (!own.ok) return own;
  const open = withoutSecrets(profile, region.id, own.value);
  return open ? ok({ ...order, own: { bytes: own.value, open } }) : fail('image.secret.held');
}

async function fetchFile(
  files: FileClient,
  order: Order
): Promise<Result<{ readonly name: string; readonly bytes: Uint8Array }>> {
  const { profile, region, unit, wanted } = order;
  const placed = await files.order({
    ...{ family: profile.id, region: region.id, lengthBytes: region.lengthBytes, wanted },
    numbers: unit.numbers
  });
  if (!placed.ok) return placed;
  const hex = order.own && writeIntelHex(order.own.open.image);
  if (hex?.ok === false) return hex;
  const attached = hex && (await files.attach(placed.value, hex.value));
  if (attached?.ok === false) return attached;
  const ready = await waitFor(files, placed.value);
  if (!ready.ok) return ready;
  const got = await files.fetch(placed.value);
  if (!got.ok) return got;
  if (computeSha256(got.value) !== ready.value.sha256) return fail('files.file.other');
  const bytes = readFile(got.value, order);
  if (!bytes.ok) return bytes;
  const wrong = wanted === 'stock' ? findForeign(order, bytes.value) : undefined;
  return wrong
    ? fail('gate.content.wrong', { region: region.name, found: wrong.code })
    : ok({ name: ready.value.name, bytes: bytes.value });
}

async function waitFor(
  files: FileClient,
  id: string
): Promise<Result<Extract<FileAnswer, { state: 'ready' }>>> {
  const deadline = performance.now() + WAIT_MS;
  for (;;) {
    const answer = await files.look(id);
    if (!answer.ok) return answer;
    if (answer.value.state === 'ready') return ok(answer.value);
    if (answer.value.state === 'refused')
      return fail('files.order.refused', { reason: answer.value.reason });
    if (performance.now() > deadline) return fail('files.order.waiting');
    await sleep(LOOK_MS);
  }
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
