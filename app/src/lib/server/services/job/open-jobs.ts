import type { Deps } from '../../deps.ts';
import { listJobs } from '../../repositories/jobs.ts';

/** Jobs that are offered in a list of a page at most. */
const MOST = 200;

/** Open jobs by their numbers, newest first, with what people call them. */
export async function listOpenJobs({ db }: Deps) {
  const rows = await listJobs(db, {
    ...{ page: { limit: MOST, offset: 0 }, openOnly: true },
    sorting: { key: 'number', down: true }
  });
  return rows.map((j) => ({ number: j.number, name: `${j.customer}, ${j.familyId}` }));
}
