import { fail, ok, type Result } from '@badger/core/base/result';
import type { GateKind } from '@badger/core/gates/check-gate';
import type { UnitRole } from '@badger/core/gates/facts';
import type { OperationKind } from '@badger/core/operation/life-cycle';
import type { StartOperation } from '../../schema/requests.ts';
import { LiveOperation } from '../bench/live-operation.ts';
import type { StationBench } from '../bench/station-bench.ts';
import type { Deps } from '../deps.ts';
import { appendEvent } from '../repositories/events.ts';
import type { UnitRow } from '../repositories/jobs.ts';
import { setStation } from '../repositories/jobs.ts';
import { insertOperation } from '../repositories/operations.ts';
import type { Person } from '../repositories/people.ts';
import { checkJobGate } from './gate.ts';
import { loadJobView, type JobView } from './job-view.ts';
import { runOperation } from './run-operation.ts';
import type { Run } from './run.ts';

/**
 * Starts an operation if its gate is open, and leaves it running in the background.
 * Errors: `job.number.unknown`, `station.id.unknown`, `upload.unit.none`, `upload.region.unknown`,
 * `write.confirmation.wrong`, `gate.station.busy`, and the code of the line that holds the gate.
 */
export async function startOperation(
  deps: Deps,
  person: Person,
  request: StartOperation
): Promise<Result<{ operationId: string }>> {
  const view = await loadJobView(deps, request.jobNumber);
  if (!view) return fail('job.number.unknown', { number: request.jobNumber });
  const station = deps.bench.stations.get(request.stationId);
  if (!station) return fail('station.id.unknown');
  const role = request.kind === 'write' ? 'donor' : (request.role ?? 'original');
  const unit = view.units[role];
  if (!unit) return fail('upload.unit.none', { role });
  const gate = checkJobGate(deps, view, {
    kind: gateOf(request.kind, role),
    stationId: request.stationId,
    person
  });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  if (!view.profile) return fail('identify.family.unknown', { family: view.job.familyId });
  if (request.kind === 'read' && !view.profile.regions.some((r) => r.id === request.regionId)) {
    return fail('upload.region.unknown', { region: request.regionId ?? '' });
  }
  if (request.kind === 'write' && request.confirmation !== unit.tag.slice(-3)) {
    return fail('write.confirmation.wrong', { tag: unit.tag });
  }
  return enqueue(deps, { person, request, role, unit, view, station });
}

function gateOf(kind: OperationKind, role: UnitRole): GateKind {
  if (kind === 'identify') return 'identify';
  if (kind === 'write') return 'write';
  return role === 'donor' ? 'read-donor' : 'read-original';
}

interface Enqueue {
  readonly person: Person;
  readonly request: StartOperation;
  readonly role: UnitRole;
  readonly unit: UnitRow;
  readonly view: JobView;
  readonly station: StationBench;
}

async function enqueue(deps: Deps, e: Enqueue): Promise<Result<{ operationId: string }>> {
  const { view, request, unit, role, person, station } = e;
  const profile = view.profile;
  if (!profile) return fail('identify.family.unknown');
  const regionIds =
    request.kind === 'write'
      ? (view.clone?.plan.lines.map((l) => l.regionId) ?? [])
      : request.kind === 'read'
        ? [request.regionId as string]
        : [];
  const operationId = await deps.db.transaction(async (tx) => {
    const id = await insertOperation(tx, {
      jobId: view.job.id,
      stationId: request.stationId,
      unitId: unit.id,
      role,
      kind: request.kind,
      regionId: request.regionId ?? null,
      cloneImageId: request.kind === 'write' ? (view.clone?.id ?? null) : null,
      state: 'queued',
      owner: deps.owner,
      timeFactor: deps.bench.world?.latest?.speed ?? 1,
      personId: person.id
    });
    if (!id) return undefined;
    if (view.job.stationId !== request.stationId)
      await setStation(tx, view.job.id, request.stationId);
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: `${request.kind}.started`,
      data: { unit: unit.tag, role, station: request.stationId, regions: regionIds.join(', ') }
    });
    return id;
  });
  // the database's lease has the last word: another process may have been faster
  if (!operationId) return fail('gate.station.busy');
  const live = new LiveOperation({
    id: operationId,
    jobId: view.job.id,
    jobNumber: view.job.number,
    kind: request.kind,
    role,
    tag: unit.tag,
    regionIds,
    profile
  });
  deps.bench.running.set(request.stationId, live);
  const run: Run = { deps, live, station, view, unit, person };
  void runOperation(run);
  deps.bench.hub.tell({ type: 'job', jobNumber: view.job.number });
  return ok({ operationId });
}

/**
 * Asks a running read or identification to stop at the next safe place.
 * Errors: `operation.id.unknown`, `operation.stop.refused` (a write is never stopped half way).
 */
export function stopOperation(deps: Deps, operationId: string): Result<true> {
  const live = [...deps.bench.running.values()].find((o) => o.spec.id === operationId);
  if (!live) return fail('operation.id.unknown');
  if (live.spec.kind === 'write' && live.state !== 'queued') return fail('operation.stop.refused');
  live.signal.stopped = true;
  return ok(true);
}
