import { randomUUID } from 'node:crypto';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJob, lockJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertSecret } from '../../repositories/safe.ts';
import { buildJobView, loadJobView, type JobView } from '../job/job-view.ts';
import { findSecretsOfJob, type SecretOfUnit } from './find-secrets.ts';

/** What a sealed value is: it does not open as another one's. */
export const aboutSecret = (id: string): string => `secret ${id}`;

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
    // judged before anything is held: that may take a while
    await loadJobView(deps, jobNumber);
    const kept = await deps.db.transaction(async (tx) => {
      const found = await findJob(tx, jobNumber);
      if (!found) return 0;
      await lockJob(tx, found.id);
      const job = (await findJob(tx, jobNumber)) ?? found;
      return job.closedAt
        ? 0
        : keepAll(deps, tx, { person, view: await buildJobView(deps, job, tx) });
    });
    if (kept > 0) deps.bench.hub.tell({ type: 'job', jobNumber });
  } catch (error) {
    deps.log.warn(
      { code: (error as { code?: string }).code, jobNumber },
      'security data waits to be put into the safe'
    );
  }
}

async function keepAll(
  deps: Deps,
  tx: Tx,
  { person, view }: { person: Pick<Person, 'id' | 'name'>; view: JobView }
): Promise<number> {
  let kept = 0;
  const found = await findSecretsOfJob(deps, view, tx);
  for (const secret of found.filter((s) => s.state === 'sound')) {
    if (!(await keepOne(deps, tx, { person, jobId: view.job.id, secret }))) continue;
    kept++;
    const { role, unit, name } = secret;
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'secret.kept' },
      data: { unit: unit.tag, role, what: name, value: 'kept in the safe' }
    });
  }
  return kept;
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
