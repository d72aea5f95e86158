import type { Profile } from '@badger/core/profile/profile';
import { fail, ok, type Result } from '@badger/core/base/result';
import { withoutSecrets } from '@badger/core/access/secret-ranges';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { checkRight } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { loadImage } from '../../repositories/images.ts';
import { findJobById } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { findRead, type ReadRow } from '../../repositories/reads.ts';
import { buildJobView } from '../job/job-view.ts';

/** A kept read as a file that leaves the application. */
export interface TakenOut {
  readonly name: string;
  readonly sha256: string;
  readonly bytes: Uint8Array;
}

/**
 * A kept read, proven against its SHA-256; that it was taken out stands in the job's record before it goes. Without a reason the security data of its region is
 * left out, as holes in an Intel HEX file; with one it is in it, as a look at all of it. Errors: `gate.person.role`, `read.id.unknown`, those of `loadImage`;
 * `image.secret.held` (it is nothing else, nobody knows where it lies, or it cannot be told apart: a reason is needed), `gate.authority.missing`, `gate.job.closed`.
 */
export async function takeOutRead(
  deps: Deps,
  person: Person,
  { readId, reason }: { readonly readId: string; readonly reason?: string | undefined }
): Promise<Result<TakenOut>> {
  const may = checkRight(person.role, reason === undefined ? 'memory.download' : 'secret.see');
  if (!may.ok) return may;
  const read = await findRead(deps.db, readId);
  if (!read) return fail('read.id.unknown');
  if (reason !== undefined) {
    const proven = await checkAuthority(deps, read);
    if (!proven.ok) return proven;
  }
  const image = await loadImage(deps, read.sha256);
  if (!image.ok) return image;
  const profile = deps.profiles.get(read.unitFamily);
  const file =
    reason === undefined ? openContent(profile, read, image.value) : ok(whole(read, image.value));
  if (!file.ok) return file;
  const { leftOut, ...taken } = file.value;
  const security = leftOut ? 'left out' : reason === undefined ? undefined : 'included';
  await appendEvent(deps.db, {
    ...{ jobId: read.jobId, person, kind: 'image.downloaded' },
    data: {
      ...{ name: read.name, region: read.regionId, role: read.role, sha256: read.sha256 },
      ...(security ? { securityData: security } : {}),
      ...(reason === undefined ? {} : { reason: reason.trim() })
    }
  });
  return ok(taken);
}

async function checkAuthority(deps: Deps, { jobId }: ReadRow): Promise<Result<true>> {
  const job = await findJobById(deps.db, jobId);
  // its authority ended with the job, as for a look
  if (!job || job.closedAt) return fail('gate.job.closed');
  const gap = (await buildJobView(deps, job)).authorityGap;
  return gap ? fail('gate.authority.missing') : ok(true);
}

type File = TakenOut & { readonly leftOut: boolean };

const whole = ({ name, sha256 }: ReadRow, bytes: Uint8Array): File => ({
  ...{ name, sha256, bytes, leftOut: false }
});

/** A content as it leaves without a reason: security data of its region as holes. Errors: `image.secret.held`. */
export function openContent(
  profile: Profile | undefined,
  read: ReadRow,
  bytes: Uint8Array
): Result<File> {
  const told =
    profile && read.ranges === null ? withoutSecrets(profile, read.regionId, bytes) : undefined;
  if (!told) return fail('image.secret.held');
  if (told.leftOut.length === 0) return ok(whole(read, bytes));
  const hex = writeIntelHex(told.image);
  const name = `${read.name.replace(/\.[a-z0-9]{1,5}$/i, '')}.hex`;
  return hex.ok ? ok({ name, sha256: read.sha256, bytes: hex.value, leftOut: true }) : hex;
}
