import type { Deps } from '../../app/src/lib/server/deps.ts';
import type { Person } from '../../app/src/lib/server/repositories/people.ts';
import { describeSafe } from '../../app/src/lib/server/services/safe/describe-safe.ts';
import { handOverSecrets } from '../../app/src/lib/server/services/safe/use-safe.ts';

/** Everything that lies in the safe of a job goes to one person, who signs. */
export async function handOverAll(deps: Deps, person: Person, jobNumber: number) {
  const told = await describeSafe(deps, person, jobNumber);
  const ids = told.ok ? told.value.lines.flatMap((l) => l.id ?? []) : [];
  return handOverSecrets(deps, person, {
    ...{ jobNumber, ids, receiver: 'K. Heron', capacity: 'locksmith', proof: 'licence 4711' },
    signature: [[[1, 1]]]
  });
}
