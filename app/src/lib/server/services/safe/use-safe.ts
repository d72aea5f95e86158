import { randomUUID } from 'node:crypto';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { EnterCode, HandOver, LookAtSecret } from '../../../schema/requests.ts';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertHandover, insertLook, insertSecret } from '../../repositories/safe.ts';
import { actOnView } from '../job/act-on-job.ts';
import type { JobView } from '../job/job-view.ts';
import { findSecretsOfJob, markOf } from './find-secrets.ts';
import { aboutOldSecret, aboutSecret, secretsOf, standingOf } from './secrets-of-job.ts';

/** A value that is shown for a moment. */
export interface ShownSecret {
  readonly id: string;
  readonly name: string;
  readonly value: string;
}

type Of<T> = T & { readonly jobNumber: number };

/**
 * Shows one value to a person, for a reason that stands in the record before the value goes. Errors: those of {@link actOnView}, `gate.authority.missing`,
 * `safe.secret.unknown` (nothing that this job has to do with), `vault.content.shut`.
 */
export async function lookAtSecret(
  deps: Deps,
  person: Person,
  { jobNumber, id, reason }: Of<LookAtSecret & { readonly id: string }>
): Promise<Result<ShownSecret>> {
  const act = { person, jobNumber, right: 'secret.see' } as const;
  return actOnView<ShownSecret>(deps, act, async (tx, view) => {
    const opened = await openSecrets(deps, tx, { view, ids: [id] });
    if (!opened.ok) return opened;
    const [shown] = opened.value as [ShownSecret];
    const jobId = view.job.id;
    await insertLook(tx, { jobId, secretId: id, reason: reason.trim(), personId: person.id });
    await appendEvent(tx, {
      ...{ jobId, person, kind: 'secret.seen' },
      data: { what: shown.name, reason: reason.trim() }
    });
    return ok(shown);
  });
}

/**
 * Hands security data over to a person by name: the receipt is kept, then the values are shown once to be handed on. Errors as of {@link lookAtSecret},
 * `safe.secret.doubted` (the reads of now do not say so).
 */
export async function handOverSecrets(
  deps: Deps,
  person: Person,
  { jobNumber, ids, signature, ...to }: Of<HandOver>
): Promise<Result<{ readonly number: number; readonly values: readonly ShownSecret[] }>> {
  const act = { person, jobNumber, right: 'secret.hand-over' } as const;
  return actOnView(deps, act, async (tx, view) => {
    const secretIds = [...new Set(ids)];
    const opened = await openSecrets(deps, tx, { view, ids: secretIds });
    if (!opened.ok) return opened;
    const found = await findSecretsOfJob(deps, view, tx);
    const doubted = (await secretsOf(tx, view)).find(
      (s) => secretIds.includes(s.id) && standingOf(s, found, view.job.id) === 'doubted'
    );
    if (doubted) return fail('safe.secret.doubted', { what: doubted.name });
    const names = opened.value.map((s) => s.name);
    const receiver = to.receiver.trim();
    const kept = { receiver, capacity: to.capacity.trim(), proof: to.proof.trim() };
    const number = await insertHandover(tx, {
      ...{ jobId: view.job.id, secretIds, names, ...kept, signature },
      ...{ authority: authorityWords(view), personId: person.id }
    });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'secret.handed-over' },
      data: { receipt: `${jobNumber}-${number}`, what: names.join(', '), ...kept }
    });
    return ok({ number, values: opened.value });
  });
}

/**
 * Puts a code that was bought from the maker into the safe, with what proves where it comes from. Errors: those of {@link actOnView}, `gate.authority.missing`,
 * `safe.code.differs` (typed twice, not the same).
 */
export async function enterCode(
  deps: Deps,
  person: Person,
  { jobNumber, ...code }: Of<EnterCode>
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'secret.enter' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (view.authorityGap) return fail('gate.authority.missing');
    const value = code.value.trim();
    if (value !== code.again.trim()) return fail('safe.code.differs');
    const id = randomUUID();
    const [name, source] = [code.name.trim(), code.source.trim()];
    await insertSecret(tx, {
      ...{ id, jobId: view.job.id, kind: 'entered', secretId: '', name, source },
      ...{ mark: markOf(deps, value), personId: person.id },
      ...deps.vault.seal(
        Buffer.from(value, 'utf8'),
        aboutSecret({ id, jobId: view.job.id, unitId: null, secretId: '', name })
      )
    });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'secret.entered' },
      data: { what: name, source, value: 'kept in the safe' }
    });
    return ok(true);
  });
}

async function openSecrets(
  { vault }: Deps,
  tx: Tx,
  { view, ids }: { view: JobView; ids: readonly string[] }
): Promise<Result<ShownSecret[]>> {
  if (view.authorityGap) return fail('gate.authority.missing');
  const known = await secretsOf(tx, view);
  const shown: ShownSecret[] = [];
  for (const id of ids) {
    const secret = known.find((s) => s.id === id);
    if (!secret) return fail('safe.secret.unknown');
    const bound = vault.unseal(secret, aboutSecret(secret));
    const opened = bound.ok ? bound : vault.unseal(secret, aboutOldSecret(secret));
    if (!opened.ok) return opened;
    const name = secret.unitTag ? `${secret.name}, ${secret.unitTag}` : secret.name;
    shown.push({ id, name, value: Buffer.from(opened.value).toString('utf8') });
  }
  return ok(shown);
}

function authorityWords({ records: { authority } }: JobView): string {
  return authority ? `${authority.orderedBy}, ${authority.proofKind} ${authority.proofNumber}` : '';
}
