import { fail, ok, type Result } from '@badger/core/base/result';
import type { UnitPlace } from '@badger/core/scan/scan';
import { scanUnit } from '@badger/core/scan/scan-unit';
import { suspectKindOf } from '@badger/core/scan/suspect';
import { findDrivenWay } from '@badger/core/profile/profile';
import type { TypedScan } from '../../schema/requests.ts';
import { parseTypedScan } from '../../typed-scan.ts';
import { TraceRecorder } from '../bench/trace-recorder.ts';
import type { Deps } from '../deps.ts';
import type { Person } from '../repositories/people.ts';
import { checkJobGate } from './gate.ts';
import { loadJobView } from './job-view.ts';
import { keepScan } from './keep-scan.ts';

/**
 * Keeps a scan that was made with another tool, out of pasted text, a table or a file of this application.
 * Errors: `job.number.unknown`, `gate.job.closed`, `gate.person.role`, and those of `parseTypedScan`.
 */
export async function keepTypedScan(
  deps: Deps,
  person: Person,
  { jobNumber, text, fileName }: { jobNumber: number } & TypedScan
): Promise<Result<{ number: number }>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const parsed = parseTypedScan(text);
  if (!parsed.ok) return parsed;
  const at = deps.clock.now();
  const number = await keepScan(deps, {
    job: view.job,
    person,
    kind: 'typed',
    source: fileName || 'typed',
    layoutId: 'typed',
    vehicleVin: parsed.value.head?.vin ?? null,
    batteryMv: parsed.value.head?.batteryMv ?? null,
    units: parsed.value.units,
    brokenOff: null,
    startedAt: at,
    endedAt: at
  });
  return ok({ number });
}

/**
 * Asks the loose unit on the clamp who it is and what it has stored. The unit must have introduced itself.
 * Errors: `job.number.unknown`, those of the gate for reading, those of the box, `scan.unit.silent`.
 */
export async function scanBench(
  deps: Deps,
  person: Person,
  { jobNumber, stationId }: { jobNumber: number; stationId: string }
): Promise<Result<{ number: number }>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const station = deps.bench.stations.get(stationId);
  const way = view.profile && findDrivenWay(view.profile);
  if (!station || !way || !view.profile)
    return fail('gate.way.none', { family: view.job.familyId });
  const gate = checkJobGate(deps, view, { kind: 'identify', stationId, person });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  const connected = station.connected;
  const unit = [view.units.original, view.units.donor].find((u) => u?.chipId === connected?.chipId);
  if (!connected || !unit) return fail('gate.unit.unknown');
  const opened = await station.box.openLink(way.can, new TraceRecorder());
  if (!opened.ok) return opened;
  const startedAt = deps.clock.now();
  const place: UnitPlace = {
    id: `tag-${unit.tag.toLowerCase()}`,
    name: `${view.profile.title}, tag ${unit.tag}`,
    kind: suspectKindOf(view.profile.kind),
    address: way.can.requestId,
    responseId: way.can.responseId,
    optional: false,
    legislated: false
  };
  const scanned = await scanUnit(opened.value, place, () => performance.now());
  await opened.value.close();
  if (scanned.state === 'silent' || scanned.state === 'unasked') return fail('scan.unit.silent');
  const number = await keepScan(deps, {
    job: view.job,
    person,
    kind: 'bench',
    unitId: unit.id,
    source: station.row.name,
    layoutId: view.profile.id,
    vehicleVin: scanned.identification['vin'] ?? null,
    batteryMv: station.supply.latest?.measuredMv ?? null,
    units: [scanned],
    brokenOff: null,
    startedAt,
    endedAt: deps.clock.now()
  });
  return ok({ number });
}
