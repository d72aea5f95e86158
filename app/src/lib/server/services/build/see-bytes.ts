import { formatHex } from '@badger/core/base/bytes';
import { fail, ok, type Result } from '@badger/core/base/result';
import { overlaps, type Range } from '@badger/core/image/range';
import type { Profile } from '@badger/core/profile/profile';
import { checkRight } from '@badger/core/rights/rights';
import { layBare } from '@badger/core/transform/plain-region';
import type { Deps } from '../../deps.ts';
import { appendEvent, listEvents } from '../../repositories/events.ts';
import { loadImage } from '../../repositories/images.ts';
import type { Person } from '../../repositories/people.ts';
import { loadJobView } from '../job/job-view.ts';

/** So much of an image is looked at in one go. Units: bytes. */
const PAGE_BYTES = 512;

/** A page of an image that was built, laid bare. Bytes of security data are not told: two dots stand for each. The first look stands in the record. */
export interface BytesPage {
  readonly start: number;
  readonly end: number;
  /** Two characters a byte. */
  readonly hex: string;
}

interface Asked {
  readonly jobNumber: number;
  readonly regionId: string;
  readonly start: number;
}

/** Errors: `gate.person.role`, `job.number.unknown`, `gate.image.none`, `upload.region.unknown`, those of `loadImage` and `layBare`. */
export async function seeCloneBytes(
  deps: Deps,
  person: Person,
  { jobNumber, regionId, start }: Asked
): Promise<Result<BytesPage>> {
  const may = checkRight(person.role, 'memory.download');
  if (!may.ok) return may;
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const line = view.clone?.plan.lines.find((l) => l.regionId === regionId);
  if (!line || !view.profile) return fail('gate.image.none');
  if (!(Number.isSafeInteger(start) && start >= 0 && start < line.lengthBytes))
    return fail('upload.region.unknown', { region: `${regionId} ${start}` });
  const image = await loadImage(deps, line.sha256);
  if (!image.ok) return image;
  const plain = layBare(view.profile, regionId, image.value);
  if (!plain.ok) return plain;
  await recordLook(deps, person, { jobId: view.job.id, regionId, sha256: line.sha256 });
  const from = start - (start % PAGE_BYTES);
  const page = { start: from, end: Math.min(line.lengthBytes, from + PAGE_BYTES) };
  return ok({ ...page, hex: maskHex(view.profile, regionId, { page, bytes: plain.value }) });
}

/** Bytes leave only on record: the first look of a person at an image is written down. */
async function recordLook(
  deps: Deps,
  person: Person,
  { jobId, ...look }: { jobId: string; regionId: string; sha256: string }
): Promise<void> {
  const seen = (await listEvents(deps.db, jobId)).some((e) => {
    const data = e.data as Readonly<Record<string, unknown>>;
    return e.kind === SEEN && e.personName === person.name && data['sha256'] === look.sha256;
  });
  if (!seen) await appendEvent(deps.db, { jobId, person, kind: SEEN, data: look });
}

const SEEN = 'image.seen';

function maskHex(
  profile: Profile,
  regionId: string,
  { page, bytes }: { page: Range; bytes: Uint8Array }
): string {
  const secret = profile.secrets
    .filter((s) => s.region === regionId)
    .flatMap((s) => s.offsets.map((at) => ({ start: at, end: at + s.lengthBytes })))
    .filter((r) => overlaps(r, page));
  let hex = '';
  for (let at = page.start; at < page.end; at++)
    hex += secret.some((r) => r.start <= at && at < r.end)
      ? '··'
      : formatHex(bytes.subarray(at, at + 1));
  return hex;
}
