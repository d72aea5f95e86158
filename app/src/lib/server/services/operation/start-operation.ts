import { fail, ok, type Result } from '@badger/core/base/result';
import {
  accessToRegion,
  asksWhoFeeds,
  isDriven,
  proves,
  reaches,
  type Access,
  type DrivenAccess
} from '@badger/core/access/access';
import { listSecretReads } from '@badger/core/access/secret-ranges';
import type { Range } from '@badger/core/image/range';
import { READ_GATES, writeGate, type GateKind } from '@badger/core/gates/check-gate';
import type { UnitRole } from '@badger/core/job/roles';
import { isActive } from '@badger/core/operation/life-cycle';
import type { StartOperation } from '../../../schema/requests.ts';
import { getRegion, type Profile } from '@badger/core/profile/profile';
import { checkRight } from '@badger/core/rights/rights';
import { LiveOperation } from '../../bench/live-operation.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { plateForName } from '../shop/shop-settings.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { JobUnitFacts, UnitRow } from '../../repositories/job-units.ts';
import { setStation } from '../../repositories/jobs.ts';
import { insertOperation } from '../../repositories/operations.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView } from '../job/act-on-job.ts';
import { checkJobGate } from '../job/gate.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';

import { atClock, planSeries, type SeriesStep } from './read-series.ts';
import { linesToWrite } from './lines-to-write.ts';
import { runOperation } from './run-operation.ts';
import { needsCable } from './vehicle-cable.ts';
import { partOf, type Run } from './run.ts';
import { versionsInWords, versionsNow } from './versions.ts';

/**
 * Starts an operation if its gate is open, and leaves it running in the background. Gate, units and image are looked at
 * while the job is held: nobody can change them between the look and the lease.
 * Errors: `job.number.unknown`, `gate.job.closed`, `station.id.unknown`, `shop.work.closing` (the application is being stopped), `upload.unit.none`, `upload.region.unknown`,
 * `write.confirmation.wrong`, `gate.station.busy`, `gate.unit.busy` (it is worked on elsewhere), and the code of the line
 * that holds the gate.
 */
export function startOperation(
  deps: Deps,
  person: Person,
  request: StartOperation
): Promise<Result<{ operationId: string }>> {
  return start(deps, person, { request, series: undefined });
}

interface Press {
  readonly request: StartOperation;
  /** Reads of this press that were made before. */
  readonly series: SeriesStep | undefined;
}

async function start(
  deps: Deps,
  person: Person,
  { request, series }: Press
): Promise<Result<{ operationId: string }>> {
  if (deps.bench.closing || deps.bench.closed) return fail('shop.work.closing');
  const station = deps.bench.stations.get(request.stationId);
  if (!station) return fail('station.id.unknown');
  const right = request.kind === 'write' ? 'memory.write' : 'memory.read';
  const act = { person, jobNumber: request.jobNumber, right } as const;
  let claimed = false;
  const queued = await actOnView(deps, act, async (tx, view) => {
    const checked = check(deps, person, { request, view });
    if (!checked.ok) return checked;
    const access = series ? atClock(checked.value.access, series.clockHz) : checked.value.access;
    // between the look and the run somebody else may look as well: the cable is taken here
    if (needsCable(deps, view.job, access)) {
      claimed = deps.bench.claimCable();
      if (!claimed) return fail('gate.station.busy');
    }
    return enqueue(deps, tx, { ...checked.value, access, person, request, station });
  }).catch((error: unknown) => {
    if (claimed) deps.bench.releaseCable();
    throw error;
  });
  if (!queued.ok) {
    if (claimed) deps.bench.releaseCable();
    return queued;
  }
  // the lease is held and on paper: only now the bench begins
  const run = queued.value;
  deps.bench.running.set(request.stationId, run.live);
  void runOperation(run).then(() => {
    if (claimed) deps.bench.releaseCable();
    return goOnReading(run, request, series);
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: request.jobNumber });
  return ok({ operationId: run.live.spec.id });
}

/** The next read of one press, as soon as the last one is kept; what cannot be started any more ends it. */
async function goOnReading(run: Run, request: StartOperation, step?: SeriesStep): Promise<void> {
  if (request.kind !== 'read' || !request.untilAgreed) return;
  try {
    const next = await planSeries(run, step);
    if (next) await start(run.deps, run.person, { request, series: next });
  } catch (error) {
    run.deps.log.warn({ err: String(error) }, 'reading does not go on');
  }
}

interface Checked {
  readonly role: UnitRole;
  readonly unit: UnitRow & JobUnitFacts;
  readonly view: JobView;
  readonly profile: Profile;
  readonly access: DrivenAccess;
}

function check(
  deps: Deps,
  person: Person,
  { request, view }: { request: StartOperation; view: JobView }
): Result<Checked> {
  const role = roleOf(request, view);
  const unit = view.units[role];
  if (!unit) return fail('upload.unit.none', { role });
  const side = sideOf(deps, view, role);
  const { profile } = side;
  if (!profile) return fail('identify.family.unknown', { family: unit.familyId });
  if (request.kind === 'read' && !profile.regions.some((r) => r.id === request.regionId)) {
    return fail('upload.region.unknown', { region: request.regionId ?? '' });
  }
  const access = accessFor(side.access, profile, request);
  const gate = checkJobGate(deps, view, {
    kind: gateOf(request, role),
    stationId: request.stationId,
    ...{ person, access, role }
  });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  if (!access || !isDriven(access)) return fail('gate.access.none', { family: profile.id });
  const far = checkReach(access, profile, { request, view });
  if (!far.ok) return far;
  if (request.kind === 'write' && request.confirmation !== unit.tag.slice(-3)) {
    return fail('write.confirmation.wrong', { tag: unit.tag });
  }
  const free = checkFree(view, request.stationId, unit);
  return free.ok ? ok({ role, unit, view, profile, access }) : free;
}

/** A write goes to the target of the job, whatever was asked. */
function roleOf({ kind, role }: StartOperation, { shape }: JobView): UnitRole {
  return kind === 'write' ? (shape.target ?? 'donor') : (role ?? 'original');
}

/** Does the access reach every region, and can it prove what is done there? Errors: `gate.access.region`, `gate.access.unproven`. */
function checkReach(
  access: DrivenAccess,
  profile: Profile,
  { request, view }: { request: StartOperation; view: JobView }
): Result<true> {
  const act = request.kind === 'write' ? 'writes' : 'reads';
  const ids = regionIdsOf(request, view);
  if (request.kind === 'read' && request.secretsOnly)
    return rangesOf(request, profile, access)
      ? ok(true)
      : fail('gate.access.region', { region: getRegion(profile, ids[0] as string).name });
  const beyond = ids.find((id) => !reaches(access, id, act));
  if (beyond) return fail('gate.access.region', { region: getRegion(profile, beyond).name });
  const unproven = ids.find((id) => !proves(access, id));
  return unproven
    ? fail('gate.access.unproven', { region: getRegion(profile, unproven).name })
    : ok(true);
}

/** Nothing else of the job runs on the station or the unit. Errors: `gate.station.busy`, `gate.unit.busy`. */
function checkFree(view: JobView, stationId: string, unit: UnitRow): Result<true> {
  const active = view.operations.filter((o) => isActive(o.state));
  // one that has only just begun: its lease is on paper, and this process does not run it yet
  if (active.some((o) => o.stationId === stationId)) return fail('gate.station.busy');
  return active.some((o) => o.unitId === unit.id)
    ? fail('gate.unit.busy', { tag: unit.tag })
    : ok(true);
}

/** The job's access; for a region that it does not reach, the one beside it that does. */
function accessFor(
  access: Access | undefined,
  profile: Profile,
  request: StartOperation
): Access | undefined {
  if (!access || request.kind !== 'read' || request.secretsOnly) return access;
  return accessToRegion(profile, access, request.regionId ?? '') ?? access;
}

/** Addresses that a read is limited to: security data alone, where the access gives it away so. */
function rangesOf(
  { kind, secretsOnly, regionId }: StartOperation,
  profile: Profile,
  { spec }: DrivenAccess
): readonly Range[] | undefined {
  if (kind !== 'read' || !secretsOnly) return undefined;
  return listSecretReads(profile, spec).find((s) => s.regionId === regionId)?.ranges;
}

/** Regions that an operation works on. */
function regionIdsOf(request: StartOperation, view: JobView): string[] {
  if (request.kind === 'write')
    return linesToWrite(view, request.writes ?? 'image').map((l) => l.regionId);
  return request.kind === 'read' ? [request.regionId as string] : [];
}

function gateOf({ kind, writes }: StartOperation, role: UnitRole): GateKind {
  if (kind === 'identify') return 'identify';
  if (kind === 'read') return READ_GATES[role];
  return writeGate(role, writes ?? 'image');
}

/** What a write puts into the unit, and the image that it rests on; a read puts nothing. */
function writtenBy({ kind, writes = 'image' }: StartOperation, { clone }: JobView) {
  if (kind !== 'write') return { writes: 'image', cloneImageId: null } as const;
  return { writes, cloneImageId: writes === 'backup' ? null : (clone?.id ?? null) };
}

interface Enqueue extends Checked {
  readonly person: Person;
  readonly request: StartOperation;
  readonly station: StationBench;
}

async function enqueue(deps: Deps, tx: Tx, e: Enqueue): Promise<Result<Run>> {
  const { view, request, unit, role, person, station, profile, access } = e;
  const regionIds = regionIdsOf(request, view);
  const ranges = rangesOf(request, profile, access);
  const versions = versionsNow(station, profile);
  const written = writtenBy(request, view);
  const id = await insertOperation(tx, {
    jobId: view.job.id,
    stationId: request.stationId,
    unitId: unit.id,
    role,
    kind: request.kind,
    regionId: request.regionId ?? null,
    ...written,
    accessKey: access.key,
    state: 'queued',
    owner: deps.owner,
    versions,
    timeFactor: deps.bench.world?.latest?.speed ?? 1,
    personId: person.id
  });
  // the database's lease has the last word: another process may have been faster
  if (!id) return fail('gate.station.busy');
  if (view.job.stationId !== request.stationId)
    await setStation(tx, view.job.id, request.stationId);
  await appendEvent(tx, {
    jobId: view.job.id,
    person,
    kind: `${request.kind}.started`,
    data: {
      ...{ unit: unit.tag, role, station: request.stationId, regions: regionIds.join(', ') },
      ...{ ranOn: versionsInWords(versions), ...partOf({ ranges, ...written }) }
    }
  });
  const live = new LiveOperation({
    id,
    jobId: view.job.id,
    jobNumber: view.job.number,
    kind: request.kind,
    role,
    tag: unit.tag,
    regionIds,
    ranges,
    writes: written.writes,
    profile,
    access,
    benchFeeds: access.carrier === 'can-uds' && !(asksWhoFeeds(access) && unit.fedBy === 'vehicle'),
    ...{ person, vin: view.job.vin, plate: await plateForName(tx, view.job) }
  });
  return ok({ deps, live, station, view, unit, person });
}

/**
 * Asks a running read or identification to stop at the next safe place; the record names who asked.
 * Errors: `gate.person.role` (somebody else's is stopped by whom the table allows), `operation.id.unknown`,
 * `operation.stop.refused` (a write is never stopped half way).
 */
export function stopOperation(deps: Deps, person: Person, operationId: string): Result<true> {
  const live = [...deps.bench.running.values()].find((o) => o.spec.id === operationId);
  if (!live) return fail('operation.id.unknown');
  if (live.spec.kind === 'write' && live.state !== 'queued') return fail('operation.stop.refused');
  const own = live.spec.person.id === person.id;
  const may = checkRight(person.role, own ? 'operation.stop' : 'operation.stop-of-others');
  if (!may.ok) return may;
  live.signal.stopped = true;
  live.stoppedBy ??= person;
  return ok(true);
}
