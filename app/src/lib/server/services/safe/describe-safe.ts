import { fail, ok, type Result } from '@badger/core/base/result';
import type { UnitRole } from '@badger/core/job/roles';
import type { SafeData, SafeLine } from '../../../safe-types.ts';
import type { Deps } from '../../deps.ts';
import { listEvents, type EventRow } from '../../repositories/events.ts';
import type { JobRow } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { listHandovers, listLooks, type SecretRow } from '../../repositories/safe.ts';
import type { SecretOfUnit } from './find-secrets.ts';
import { keepLookedThrough, lookThrough } from './keep-found.ts';
import { secretsOf, standingOf } from './secrets-of-job.ts';

/** The safe of a job as pages get it: names, states and comparisons, no value. What trusted reads tell is put into it first. */
export async function describeSafe(
  deps: Deps,
  person: Person,
  jobNumber: number
): Promise<Result<SafeData>> {
  const looked = await lookThrough(deps, jobNumber);
  if (!looked) return fail('job.number.unknown', { number: jobNumber });
  await keepLookedThrough(deps, person, looked);
  const { view, found } = looked;
  const [kept, looks, events, handovers] = await Promise.all([
    secretsOf(deps.db, view),
    listLooks(deps.db, view.job.id),
    listEvents(deps.db, view.job.id),
    listHandovers(deps.db, view.job.id)
  ]);
  const roleOf = new Map(Object.entries(view.units).map(([role, u]) => [u.id, role as UnitRole]));
  return ok({
    authorityGap: view.authorityGap,
    lines: linesOf(found, { kept, roleOf, job: view.job }),
    groups: groupsOf(found, kept),
    looks: [...looks, ...events.flatMap(takenWhole)].sort(
      (a, b) => b.at.getTime() - a.at.getTime()
    ),
    handovers: handovers.map(({ number, names, receiver, capacity, at, personName }) => ({
      ...{ number, names, receiver, capacity, at, personName }
    }))
  });
}

/** An image that was taken out with its security data is a look at all of it. */
function takenWhole({ kind, data, at, personName }: EventRow): SafeData['looks'] {
  const { securityData, name, reason } = data as Readonly<Record<string, unknown>>;
  if (kind !== 'image.downloaded' || securityData !== 'included') return [];
  return [{ name: `all of ${String(name)}`, reason: String(reason), at, personName }];
}

interface Kept {
  readonly kept: readonly SecretRow[];
  readonly roleOf: ReadonlyMap<string, UnitRole>;
  readonly job: Pick<JobRow, 'id' | 'number'>;
}

/** What lies in the safe, and what is not there yet with the reason. */
function linesOf(found: readonly SecretOfUnit[], { kept, roleOf, job }: Kept): SafeLine[] {
  const open = found.flatMap(({ state, ...f }) => (state === 'sound' ? [] : [{ ...f, state }]));
  const told = newest(kept, job.number).map((k): SafeLine => ({
    ...{ id: k.id, name: k.name, kind: k.kind, source: k.source, unitTag: k.unitTag },
    role: (k.unitId ? roleOf.get(k.unitId) : undefined) ?? k.role,
    state: standingOf(k, found, job.id),
    ...{ at: k.at, personName: k.personName },
    jobNumber: k.jobNumber === job.number ? undefined : k.jobNumber
  }));
  return [
    ...told,
    ...open.map((f): SafeLine => ({
      ...{ id: undefined, name: f.name, kind: 'found', source: '', unitTag: f.unit.tag },
      ...{ role: f.role, at: undefined, personName: undefined, jobNumber: undefined },
      state: f.state
    }))
  ];
}

/** The same value of the same unit that was kept in several jobs stands once: as kept in this one, else in the last. */
function newest(kept: readonly SecretRow[], jobNumber: number): SecretRow[] {
  const by = new Map<string, SecretRow>();
  for (const row of kept) {
    const key = row.unitId ? `${row.unitId} ${row.secretId} ${row.mark}` : row.id;
    if (by.get(key)?.jobNumber !== jobNumber) by.set(key, row);
  }
  return [...by.values()];
}

/** Who holds the same: compared by their marks, none is opened. */
function groupsOf(found: readonly SecretOfUnit[], kept: readonly SecretRow[]): SafeData['groups'] {
  const holders = [
    ...found.map((f) => ({ who: `${f.role} ${f.unit.tag}`, name: f.name, mark: f.mark })),
    ...kept
      .filter((k) => k.kind === 'entered')
      .map((k) => ({ who: 'entered by hand', name: k.name, mark: k.mark }))
  ];
  const names = [...new Set(holders.map((h) => h.name))];
  return names.flatMap((name) => {
    const own = holders.filter((h) => h.name === name);
    const marks = new Set(own.map((h) => h.mark).filter((m) => m !== ''));
    const others = holders.filter((h) => h.name !== name && marks.has(h.mark) && h.mark !== '');
    const all = [...own, ...others];
    if (all.length < 2) return [];
    const unknown = all.filter((h) => h.mark === '').map((h) => h.who);
    const known = [...new Set(all.map((h) => h.mark).filter((m) => m !== ''))];
    return [
      {
        name,
        sets: known.map((mark) => all.filter((h) => h.mark === mark).map((h) => h.who)),
        unknown
      }
    ];
  });
}
