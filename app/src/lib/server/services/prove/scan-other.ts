import { fail, ok, type Result } from '@badger/core/base/result';
import type { UnitPlace } from '@badger/core/scan/scan';
import { scanUnit } from '@badger/core/scan/scan-unit';
import { suspectKindOf } from '@badger/core/scan/suspect';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import { checkRight } from '@badger/core/rights/rights';
import type { TypedScan } from '../../../schema/requests.ts';
import { parseTypedScan } from '../../../typed-scan.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import { checkJobGate } from '../job/gate.ts';
import { loadJobView } from '../job/job-view.ts';
import { keepScan } from './keep-scan.ts';

/**
 * Keeps a scan that was made with another tool, out of pasted text, a table or a file of this application.
 * A file keeps the time at which its scan was made.
 * Errors: `gate.person.role`, `job.number.unknown`, `gate.job.closed`, `scan.file.vehicle` (it is of another vehicle),
 * `scan.file.early` (it lies in the future), and those of `parseTypedScan`.
 */
export async function keepTypedScan(
  deps: Deps,
  person: Person,
  { jobNumber, text, fileName }: { jobNumber: number } & TypedScan
): Promise<Result<{ number: number }>> {
  const may = checkRight(person.role, 'scan.keep');
  if (!may.ok) return may;
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const parsed = parseTypedScan(text);
  if (!parsed.ok) return parsed;
  const { head } = parsed.value;
  if (head?.vin && head.vin !== view.job.vin)
    return fail('scan.file.vehicle', { found: head.vin, vin: view.job.vin });
  const now = deps.clock.now();
  const at = head ? new Date(head.endedAt) : now;
  if (at > now) return fail('scan.file.early', { endedAt: head?.endedAt ?? '' });
  const number = await keepScan(deps, {
    job: view.job,
    person,
    kind: 'typed',
    source: fileName || 'typed',
    layoutId: 'typed',
    vehicleVin: head?.vin ?? null,
    batteryMv: head?.batteryMv ?? null,
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
  const { access } = view;
  if (!station || access?.carrier !== 'can-uds' || !view.profile)
    return fail('gate.way.none', { family: view.job.familyId });
  const { connected } = station;
  const role = (['original', 'donor'] as const).find(
    (r) => connected?.chipId !== undefined && view.units[r]?.chipId === connected.chipId
  );
  const gate = checkJobGate(deps, view, { kind: 'identify', stationId, person, role });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  const unit = role && view.units[role];
  if (!connected || !unit) return fail('gate.unit.unknown');
  const { requestId, responseId } = access.can;
  const opened = await station.thread.openChannel(access.can.bitrateBps);
  if (!opened.ok) return opened;
  const channel = opened.value;
  const startedAt = deps.clock.now();
  const place: UnitPlace = {
    id: `tag-${unit.tag.toLowerCase()}`,
    name: `${view.profile.title}, tag ${unit.tag}`,
    kind: suspectKindOf(view.profile.kind),
    address: requestId,
    responseId,
    optional: false,
    legislated: false
  };
  const link: DiagnosticLink = {
    exchange: (request, options = {}) =>
      channel.exchange({ requestId, responseId }, request, options)
  };
  const scanned = await scanUnit(link, place, () => performance.now());
  await channel.close();
  if (scanned.state === 'silent' || scanned.state === 'unasked') return fail('scan.unit.silent');
  const number = await keepScan(deps, {
    job: view.job,
    person,
    kind: 'bench',
    unitId: unit.id,
    source: station.row.name,
    layoutId: view.profile.id,
    vehicleVin: scanned.identification['vin'] ?? null,
    // what feeds it is what is told: of a unit that its vehicle feeds, what was measured there
    batteryMv: connected.benchFeeds ? (station.supply.latest?.measuredMv ?? null) : unit.fedMv,
    units: [scanned],
    brokenOff: null,
    startedAt,
    endedAt: deps.clock.now()
  });
  return ok({ number });
}
