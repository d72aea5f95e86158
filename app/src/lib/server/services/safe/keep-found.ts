import { randomUUID } from 'node:crypto';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJobById, lockJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertSecret, type SecretRow } from '../../repositories/safe.ts';
import { loadJobView } from '../job/job-view.ts';
import { aboutSecret, secretsOf } from './secrets-of-job.ts';
import { findSecretsOfJob, type SecretOfUnit } from './find-secrets.ts';

/**
 * Puts security data that trusted reads of an open job tell into the safe; what is there already stays as it is. Total: where it cannot be done now it is done
 * when somebody opens the safe, for the reads are kept.
 */
export async function keepFoundSecrets(
  deps: Deps,
  person: Pick<Person, 'id' | 'name'>,
  jobNumber: number
): Promise<void> {
  try {
    const view = await loadJobView(deps, jobNumber);
    if (!view || view.job.closedAt) return;
    const there = new Set((await secretsOf(deps.db, view)).map(placeOf));
    const found = (await findSecretsOfJob(deps, view)).filter(
      (s) =>
        s.state === 'sound' &&
        !there.has(placeOf({ ...s, jobId: view.job.id, unitId: s.unit.id, secretId: s.id }))
    );
    if (found.length === 0) return;
    await deps.db.transaction((tx) => keepAll(deps, tx, { person, jobId: view.job.id, found }));
    deps.bench.hub.tell({ type: 'job', jobNumber });
  } catch (error) {
    deps.log.warn(
      { code: (error as { code?: string }).code, jobNumber },
      'security data waits to be put into the safe'
    );
  }
}

type Place = Pick<SecretRow, 'jobId' | 'unitId' | 'secretId' | 'mark'>;
const placeOf = ({ jobId, unitId, secretId, mark }: Place) =>
  [jobId, unitId, secretId, mark].join(' ');

interface ToKeep {
  readonly person: Pick<Person, 'id' | 'name'>;
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
    ...vault.seal(Buffer.from(value, 'utf8'), aboutSecret(id)),
    personId: person.id
  });
}
