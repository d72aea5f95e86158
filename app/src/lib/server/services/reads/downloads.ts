import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import { findPhotoBytes, type PhotoSize } from '../../repositories/arrive.ts';
import { appendEvent } from '../../repositories/events.ts';
import { loadImage } from '../../repositories/images.ts';
import { findOperation, findTrace, type TraceRow } from '../../repositories/operations.ts';
import type { Person } from '../../repositories/people.ts';
import { findRead, type ReadRow } from '../../repositories/reads.ts';

/**
 * The bytes of a kept read, proven against their SHA-256; that they were taken out stands in the job's record, before
 * they go. Errors: `gate.person.role`, `read.id.unknown`, those of {@link loadImage}.
 */
export async function takeOutRead(
  deps: Deps,
  person: Person,
  readId: string
): Promise<Result<{ read: ReadRow; bytes: Uint8Array }>> {
  const may = checkRight(person.role, 'memory.download');
  if (!may.ok) return may;
  const read = await findRead(deps.db, readId);
  if (!read) return fail('read.id.unknown');
  const image = await loadImage(deps, read.sha256);
  if (!image.ok) return image;
  await appendEvent(deps.db, {
    jobId: read.jobId,
    person,
    kind: 'image.downloaded',
    data: { name: read.name, region: read.regionId, role: read.role, sha256: read.sha256 }
  });
  return ok({ read, bytes: image.value });
}

/**
 * What went over the wire in an operation, frames and messages; they carry the memory's bytes. That it was taken out stands in the
 * job's record. Errors: `gate.person.role`, `operation.id.unknown`.
 */
export async function takeOutTrace(
  deps: Deps,
  person: Person,
  operationId: string
): Promise<Result<TraceRow>> {
  const may = checkRight(person.role, 'memory.download');
  if (!may.ok) return may;
  const trace = await findTrace(deps.db, operationId);
  const operation = await findOperation(deps.db, operationId);
  if (!trace || !operation) return fail('operation.id.unknown');
  await appendEvent(deps.db, {
    jobId: operation.jobId,
    person,
    kind: 'trace.downloaded',
    data: { operation: operationId.slice(0, 8), work: operation.kind }
  });
  return ok(trace);
}

/** A kept photo. Errors: `gate.person.role` (papers are for those who answer to the customer), `photo.id.unknown`. */
export async function seePhoto(
  deps: Deps,
  person: Person,
  { id, size }: { id: string; size: PhotoSize }
) {
  const found = await findPhotoBytes(deps.db, id, size);
  if (!found) return fail('photo.id.unknown');
  const may = checkRight(person.role, found.kind === 'proof' ? 'paper.see' : 'photo.see');
  return may.ok ? ok(found) : may;
}
