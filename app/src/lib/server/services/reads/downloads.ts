import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { Deps } from '../../deps.ts';
import { findPhotoBytes, type PhotoSize } from '../../repositories/arrive.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findOperation, findTrace, type TraceRow } from '../../repositories/operations.ts';
import type { Person } from '../../repositories/people.ts';

/**
 * What went over the wire in an operation, frames and messages, without the content of the memory. That it was taken out stands in the
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
