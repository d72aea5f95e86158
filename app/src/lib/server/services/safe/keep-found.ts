import { randomUUID } from 'node:crypto';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJobById, lockJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertSecret, type SecretRow } from '../../repositories/safe.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { aboutSecret, secretsOf } from './secrets-of-job.ts';
import { findSecretsOfJob, type SecretOfUnit } from './find-secrets.ts';

/** What the trusted reads of a job tell of security data. */
export interface LookedThrough {
  readonly view: JobView;
  readonly found: readonly SecretOfUnit[];
}

/** On one connection of its own, so that others may wait for what is judged here. Undefined: there is no such job. */
export function lookThrough(deps: Deps, jobNumber: number): Promise<LookedThrough | undefined> {
  return deps.db.transaction(async (tx) => {
    const view = await loadJobView(deps, jobNumber, tx);
    return view && { view, found: await findSecretsOfJob(deps, view, tx) };
  });
}

/**
 * Puts security data that trusted reads of an open job tell into the safe; what is there already stays as it is. Total: where it cannot be done now it is done
 * when somebody opens the safe, for the reads are kept.
 */
export function keepFoundSecrets(deps: Deps, person: Keeper, jobNumber: number): Promise<void> {
  return quietly(deps, jobNumber, async () => {
    const looked = await lookThrough(deps, jobNumber);
    if (looked) await keepFresh(deps, person, looked);
  });
}

/** The same of what was just looked through. Total. */
export function keepLookedThrough(
  deps: Deps,
  person: Keeper,
  looked: LookedThrough
): Promise<void> {
  return quietly(deps, looked.view.job.number, () => keepFresh(deps, person, looked));
}

type Keeper = Pick<Person, 'id' | 'name'>;

async function quietly({ log }: Deps, jobNumber: number, act: () => Promise<void>): Promise<void> {
  try {
    await act();
  } catch (error) {
    log.warn(
      { code: (error as { code?: string }).code, jobNumber },
      'security data waits to be put into the safe'
    );
  }
}

async function keepFresh(
  deps: Deps,
  person: Keeper,
  { view, found }: LookedThrough
): Promise<void> {
  if (view.job.closedAt) return;
  const jobId = view.job.id;
  const there = new Set((await secretsOf(deps.db, view)).map(placeOf));
  const fresh = found.filter(
    (s) =>
      s.state === 'sound' &&
      !there.has(placeOf({ jobId, unitId: s.unit.id, secretId: s.id, mark: s.mark }))
  );
  if (fresh.length === 0) return;
  await deps.db.transaction((tx) => keepAll(deps, tx, { person, jobId, found: fresh }));
  deps.bench.hub.tell({ type: 'job', jobNumber: view.job.number });
}

type Place = Pick<SecretRow, 'jobId' | 'unitId' | 'secretId' | 'mark'>;
const placeOf = ({ jobId, unitId, secretId, mark }: Place) =>
  [jobId, unitId, secretId, mark].join(' ');

interface ToKeep {
  readonly person: Keeper;
  readonly jobId: string;
  readonly found: readonly SecretOfUnit[];
}

async function keepAll(deps: Deps, tx: Tx, { person, jobId, found }: ToKeep): Promise<void> {
  await lockJob(tx, jobId);
  const job = await findJobById(tx, jobId);
  if (!job || job.closedAt) return;
  for (const secret of found) {
    if (!(await keepOne(deps, tx, { person, jobId, secret }))) continue;
    const { role, unit, name } = secret;
    await appendEvent(tx, {
      ...{ jobId, person, kind: 'secret.kept' },
      data: { unit: unit.tag, role, what: name, value: 'kept in the safe' }
    });
  }
}

function keepOne(
  { vault }: Deps,
  tx: Tx,
  kept: { person: Pick<Person, 'id'>; jobId: string; secret: SecretOfUnit }
): Promise<boolean> {
  const { person, jobId, secret } = kept;
  const { role, name, mark, value } = secret;
  const id = randomUUID();
  return insertSecret(tx, {
    ...{ id, jobId, unitId: secret.unit.id, role, kind: 'found', secretId: secret.id, name, mark },
    ...vault.seal(
      Buffer.from(value, 'utf8'),
      aboutSecret({ id, jobId, unitId: secret.unit.id, secretId: secret.id, name })
    ),
    personId: person.id
  });
}
