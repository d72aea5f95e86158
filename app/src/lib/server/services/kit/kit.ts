import { readFile, readdir } from 'node:fs/promises';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { KitItem } from '@badger/core/kit/kit-item';
import { judgeReadiness, type ComputerCheck, type Readiness } from '@badger/core/kit/readiness';
import { checkRight } from '@badger/core/rights/rights';
import type { KitEdit, KitTick } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { readDatabaseClock } from '../../repositories/clock.ts';
import { appendEvent } from '../../repositories/events.ts';
import {
  insertKit,
  listKit,
  listTicks,
  setTick,
  updateKit,
  type KitRow,
  type KitValues
} from '../../repositories/kit.ts';
import type { Person } from '../../repositories/people.ts';
import type { JobView } from '../job/job-view.ts';
import { actOnJob } from '../job/act-on-job.ts';

const MIN_FREE_BYTES = 2 * 1024 ** 3;
const MAX_CLOCK_OFFSET_MS = 5_000;
const MAX_DATABASE_MS = 250;

/** A row as the rules want it. */
export function toKitItem(row: KitRow): KitItem {
  return {
    id: row.id,
    kind: row.kind,
    name: row.name,
    stationId: row.stationId ?? undefined,
    families: row.families,
    software: row.software,
    wantedSoftware: row.wantedSoftware,
    firmware: row.firmware,
    wantedFirmware: row.wantedFirmware,
    dueAtMs: row.dueAt?.getTime(),
    calibrationDueAtMs: row.calibrationDueAt?.getTime(),
    plugCycles: row.plugCycles,
    plugLimit: row.plugLimit,
    cableLink: row.cableLink,
    radioLink: row.radioLink,
    ratedMa: row.ratedMa ?? undefined
  };
}

/** Is the kit for this job ready? The server looks at its own machine; a person has ticked the rest. */
export async function readinessOf(deps: Deps, view: JobView): Promise<Readiness> {
  const ticks = await listTicks(deps.db, view.job.id);
  const { access } = view;
  // a new unit is programmed by the maker's server
  const network =
    view.records.choice?.accessKey === 'new-unit' ||
    (access?.spec?.needs.includes('network') ?? false);
  const ticked = (id: string) => ticks.some((t) => t.checkId === id);
  const own = await lookAtComputer(deps);
  const checks: ComputerCheck[] = [
    ...own.map((c) =>
      c.id === 'mains' && c.good === undefined
        ? { ...c, by: 'person' as const, good: ticked('mains') || undefined }
        : c
    ),
    ...(['sleep', 'programs', 'cable', ...(network ? ['network' as const] : [])] as const).map(
      (id): ComputerCheck => ({
        id,
        by: 'person',
        good: ticked(id) || undefined,
        found: ''
      })
    )
  ];
  return judgeReadiness(view.records.kit.map(toKitItem), {
    need: {
      family: view.job.familyId,
      limitMinMa: access?.carrier === 'can-uds' ? access.supply.limitMinMa : undefined,
      stationId: view.job.stationId ?? undefined,
      leads: access?.carrier === 'can-uds',
      network
    },
    checks,
    nowMs: deps.clock.now().getTime()
  });
}

/** What the server can see of its own machine: mains, disk, clock against the database, how fast that answers. */
export async function lookAtComputer(deps: Deps): Promise<ComputerCheck[]> {
  const started = performance.now();
  const databaseMs = await readDatabaseClock(deps.db);
  const tookMs = Math.round(performance.now() - started);
  const offsetMs = Math.abs(databaseMs - deps.clock.machineMs());
  // the disk that reads go to, which may be another than that of the program
  const free = deps.bench.freeBytes;
  return [
    { id: 'mains', by: 'server', ...(await lookAtMains()) },
    {
      id: 'disk',
      by: 'server',
      good: free === undefined ? undefined : free >= MIN_FREE_BYTES,
      found: free === undefined ? '' : `${Math.floor(free / 1024 ** 3)} GiB`
    },
    {
      id: 'clock',
      by: 'server',
      good: offsetMs <= MAX_CLOCK_OFFSET_MS,
      found: `${Math.round(offsetMs / 1000)} s`
    },
    { id: 'database', by: 'server', good: tookMs <= MAX_DATABASE_MS, found: `${tookMs} ms` }
  ];
}

/** On mains? Undefined on a machine that does not tell (no battery): a person ticks it then. */
async function lookAtMains(): Promise<{ good: boolean | undefined; found: string }> {
  const folder = '/sys/class/power_supply';
  try {
    for (const name of await readdir(folder)) {
      const type = (await readFile(`${folder}/${name}/type`, 'utf8')).trim();
      if (type !== 'Mains') continue;
      const online = (await readFile(`${folder}/${name}/online`, 'utf8')).trim() === '1';
      return { good: online, found: online ? 'on mains' : 'on battery' };
    }
  } catch {
    // no such folder: nothing is told
  }
  return { good: undefined, found: '' };
}

/**
 * Ticks what only a person can see. Errors: those of {@link actOnJob}.
 */
export async function tickCheck(
  deps: Deps,
  person: Person,
  { jobNumber, checkId, on }: { jobNumber: number } & KitTick
): Promise<Result<true>> {
  return actOnJob<true>(deps, { person, jobNumber, right: 'kit.tick' }, async (tx, job) => {
    await setTick(tx, { jobId: job.id, checkId, personId: person.id }, on);
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'kit.ticked',
      data: { check: checkId, on }
    });
    return ok(true);
  });
}

/**
 * Adds or changes a piece of kit. Errors: `gate.person.role`, `kit.name.taken`, `kit.item.changed` (somebody else was
 * faster), `station.id.unknown`, `job.family.unknown`.
 */
export async function editKit(deps: Deps, person: Person, edit: KitEdit): Promise<Result<true>> {
  const may = checkRight(person.role, 'kit.edit');
  if (!may.ok) return may;
  const { id, version, retire, ...rest } = edit;
  if (rest.stationId && !deps.bench.stations.has(rest.stationId)) return fail('station.id.unknown');
  const stranger = rest.families.find((f) => !deps.profiles.has(f));
  if (stranger !== undefined) return fail('job.family.unknown', { family: stranger });
  const date = (text: string) => (text === '' ? null : new Date(`${text}T12:00:00Z`));
  const values: KitValues = {
    ...rest,
    name: rest.name.trim(),
    stationId: rest.stationId || null,
    dueAt: date(rest.dueAt),
    calibrationDueAt: date(rest.calibrationDueAt),
    ratedMa: rest.ratedMa > 0 ? rest.ratedMa : null,
    port: rest.port.trim()
  };
  if (id === undefined) {
    if (!(await insertKit(deps.db, values))) return fail('kit.name.taken', { name: values.name });
  } else {
    const others = (await listKit(deps.db)).some((k) => k.id !== id && k.name === values.name);
    if (others) return fail('kit.name.taken', { name: values.name });
    const changed = await updateKit(deps.db, id, {
      version: version ?? 0,
      values: retire
        ? { retiredAt: deps.clock.now(), name: `${values.name} (${id.slice(0, 8)})` }
        : values
    });
    if (!changed) return fail('kit.item.changed', { name: values.name });
  }
  deps.bench.hub.tell({ type: 'kit' });
  return ok(true);
}
