import { fail, ok, type Param, type Result } from '@badger/core/base/result';
import type {
  ConnectionBegin,
  ConnectionMeasure,
  ConnectionSense,
  ConnectionTick
} from '../../../schema/requests.ts';
import type { PlannedWire } from '@badger/core/wiring/connection-plan';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import {
  insertConnection,
  insertReading,
  insertTicks,
  type ConnectionRow
} from '../../repositories/connections.ts';
import { appendEvent } from '../../repositories/events.ts';
import { setStation } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';
import { planSide, type SidePlan } from './side-plan.ts';

type Of<T> = { readonly jobNumber: number } & T;

/**
 * Begins to connect a unit: nothing is ticked, nothing is measured. Errors: those of {@link actOnView}, `job.work.running`, `upload.unit.none`,
 * `station.id.unknown`, `wiring.plan.absent`, `wiring.lead.unknown`, `wiring.marking.unknown`.
 */
export async function beginConnection(
  deps: Deps,
  person: Person,
  { jobNumber, ...begin }: Of<ConnectionBegin>
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const { role, leadId, adapterId, marking, stationId } = begin;
    const checked = checkBegin(deps, view, begin);
    if (!checked.ok) return checked;
    const { side, ...values } = checked.value;
    if (view.job.stationId !== stationId) await setStation(tx, view.job.id, stationId);
    await insertConnection(tx, {
      ...{ ...values, stationId, jobId: view.job.id, marking, personId: person.id },
      ...{ leadId: leadId || null, adapterId: adapterId || null }
    });
    const lead = side.leads.find((l) => l.id === leadId)?.name ?? '';
    const unit = view.units[role]?.tag ?? '';
    await tell(tx, view, { person, kind: 'unit.connecting', data: { unit, role, lead } });
    return ok(true);
  });
}

/** Can this unit be connected with this kit? With what the row of it needs. */
function checkBegin(
  deps: Deps,
  view: JobView,
  { role, leadId, adapterId, marking, stationId }: ConnectionBegin
) {
  const unit = view.units[role];
  if (!unit) return fail('upload.unit.none', { role });
  if (!deps.bench.stations.has(stationId)) return fail('station.id.unknown');
  const side = planSide(deps, { ...view, job: { ...view.job, stationId } }, role);
  const { profile, access } = sideOf(deps, view, role);
  if (!side || !profile || !access?.key || side.plan.wires.length === 0)
    return fail('wiring.plan.absent');
  if (!isOneOf(side.leads, leadId) || !isOneOf(side.adapters, adapterId))
    return fail('wiring.lead.unknown');
  const marked = side.plan.boards.flatMap((b) => b.marking ?? []);
  // a family whose boards are all alike does not go by it
  if (marking !== '' && marked.length > 0 && !marked.includes(marking))
    return fail('wiring.marking.unknown', { marking });
  return ok({
    ...{ side, unitId: unit.id },
    ...{ accessKey: access.key, profileVersion: profile.version }
  });
}

const isOneOf = (list: SidePlan['leads'], id: string) => id === '' || list.some((l) => l.id === id);

/** Errors: those of {@link onConnection}, `wiring.wire.unknown`. */
export async function tickWires(
  deps: Deps,
  person: Person,
  { jobNumber, role, connectionId, wireKeys, on }: Of<ConnectionTick>
): Promise<Result<true>> {
  return onConnection(
    { deps, person, jobNumber, role, connectionId },
    async ({ tx, view, side }) => {
      const all = side.plan.wires.map((w) => w.key);
      if (wireKeys.some((k) => !all.includes(k))) return fail('wiring.wire.unknown');
      const before = new Set(side.row.ticked);
      const changed = [...new Set(wireKeys)].filter((k) => before.has(k) !== on);
      if (changed.length === 0) return ok(true);
      await insertTicks(
        tx,
        changed.map((wireKey) => ({ connectionId, wireKey, on, personId: person.id }))
      );
      const done = new Set(
        on ? [...before, ...changed] : [...before].filter((k) => !changed.includes(k))
      );
      // the record says it once, when the last wire is on: six lines a unit would bury it
      if (on && all.every((k) => done.has(k)))
        await tell(tx, view, {
          person,
          kind: 'unit.connected',
          data: { unit: side.tag, role, wires: all.length }
        });
      return ok(true);
    }
  );
}

/** Keeps what a meter showed. Errors: those of {@link onConnection}, `wiring.wire.unknown`, `wiring.reading.live`. */
export async function keepReading(
  deps: Deps,
  person: Person,
  { jobNumber, role, connectionId, kind, wireKey, ohm }: Of<ConnectionMeasure>
): Promise<Result<true>> {
  return onConnection({ deps, person, jobNumber, role, connectionId }, async (at) => {
    const wire = at.side.plan.wires.find((w) => w.key === wireKey);
    if (kind === 'wire' ? !wire : wireKey !== undefined) return fail('wiring.wire.unknown');
    return storeReading(deps, at, { person, role, kind, wire, ohm, source: 'hand' });
  });
}

/**
 * Measures the pair over the sense lines of the station and keeps it. Errors: those of {@link onConnection}, `wiring.reading.live`,
 * `evidence.sense.absent`, `evidence.sense.fed` (the lines refuse: something feeds the unit).
 */
export async function sensePair(
  deps: Deps,
  person: Person,
  { jobNumber, role, connectionId }: Of<ConnectionSense>
): Promise<Result<true>> {
  return onConnection({ deps, person, jobNumber, role, connectionId }, async (at) => {
    const sense = deps.bench.stations.get(at.side.row.stationId)?.sense;
    if (!sense?.present) return fail('evidence.sense.absent');
    const measured = await sense.measurePair();
    if (measured === undefined)
      return sense.present ? fail('evidence.sense.fed') : fail('evidence.sense.absent');
    const ohm = Number.isFinite(measured) ? measured : null;
    return storeReading(deps, at, {
      ...{ person, role, kind: 'pair', wire: undefined, ohm },
      source: 'box'
    });
  });
}

interface Measured extends Pick<ConnectionMeasure, 'role' | 'kind' | 'ohm'> {
  readonly person: Person;
  readonly wire: PlannedWire | undefined;
  readonly source: 'hand' | 'box';
}

async function storeReading(
  deps: Deps,
  { tx, view, side }: AtConnection,
  { person, role, kind, wire, ohm, source }: Measured
): Promise<Result<true>> {
  // a resistance that is measured while something feeds the unit is none
  const station = deps.bench.stations.get(side.row.stationId);
  if (station?.reading()?.on) return fail('wiring.reading.live');
  const mohm = ohm === null ? Number.POSITIVE_INFINITY : ohm * 1000;
  await insertReading(tx, {
    ...{ connectionId: side.row.id, kind, wireKey: wire?.key ?? null, mohm, source },
    personId: person.id
  });
  await tell(tx, view, {
    person,
    kind: 'unit.measured',
    data: {
      ...{ unit: side.tag, role, what: kind, ohm: ohm ?? 'open' },
      ...(wire ? { wire: wire.signal } : {}),
      ...(source === 'box' ? { with: 'sense lines' } : {})
    }
  });
  return ok(true);
}

interface AtConnection {
  readonly tx: Tx;
  readonly view: JobView;
  readonly side: SidePlan & { readonly row: ConnectionRow; readonly tag: string };
}

/** Does something to the connection that counts now. Errors: those of {@link actOnView}, `job.work.running`, `wiring.connection.old` (begun anew since). */
function onConnection(
  {
    deps,
    person,
    ...of
  }: Of<{ deps: Deps; person: Person; role: ConnectionTick['role']; connectionId: string }>,
  work: (at: AtConnection) => Promise<Result<true>>
): Promise<Result<true>> {
  const act = { person, jobNumber: of.jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const side = planSide(deps, view, of.role);
    const row = side?.row;
    if (!side || row?.id !== of.connectionId) return fail('wiring.connection.old');
    const tag = view.units[of.role]?.tag ?? '';
    return work({ tx, view, side: { ...side, row, tag } });
  });
}

async function tell(
  tx: Tx,
  view: JobView,
  { person, kind, data }: { person: Person; kind: string; data: Record<string, Param> }
): Promise<void> {
  await appendEvent(tx, { jobId: view.job.id, person, kind, data });
}
