import type { CanUdsAccess } from '@badger/core/access/access';
import type { StationBench } from '../../bench/station-bench.ts';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { ScannedUnit, UnitPlace } from '@badger/core/scan/scan';
import { scanUnit } from '@badger/core/scan/scan-unit';
import { suspectKindOf } from '@badger/core/scan/suspect';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import { checkRight } from '@badger/core/rights/rights';
import type { TypedScan } from '../../../schema/requests.ts';
import { parseTypedScan } from '../../../typed-scan.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import { checkJobGate } from '../job/gate.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
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
  const { head, units } = parsed.value;
  const at = dateOf(head, { vin: view.job.vin, now: deps.clock.now() });
  if (!at.ok) return at;
  const number = await keepScan(deps, {
    ...{ job: view.job, person, units, startedAt: at.value, endedAt: at.value },
    kind: 'typed',
    source: fileName || 'typed',
    layoutId: 'typed',
    vehicleVin: head?.vin ?? null,
    batteryMv: head?.batteryMv ?? null,
    brokenOff: null
  });
  return ok({ number });
}

/** When the scan of a file was made; now where it does not say. Errors: `scan.file.vehicle`, `scan.file.early`. */
function dateOf(
  head: { readonly vin: string | null; readonly endedAt: string } | undefined,
  { vin, now }: { vin: string; now: Date }
): Result<Date> {
  if (!head) return ok(now);
  if (head.vin && head.vin !== vin) return fail('scan.file.vehicle', { found: head.vin, vin });
  const at = new Date(head.endedAt);
  return at > now ? fail('scan.file.early', { endedAt: head.endedAt }) : ok(at);
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
  const { access, profile } = view;
  if (!station || access?.carrier !== 'can-uds' || !profile)
    return fail('gate.access.none', { family: view.job.familyId });
  const role = roleOnClamp(view, station.connected?.chipId);
  const gate = checkJobGate(deps, view, { kind: 'identify', stationId, person, role });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  const unit = role && view.units[role];
  if (!unit) return fail('gate.unit.unknown');
  const startedAt = deps.clock.now();
  const asked = await askOnBench(station, access, {
    id: `tag-${unit.tag.toLowerCase()}`,
    name: `${profile.title}, tag ${unit.tag}`,
    kind: suspectKindOf(profile.kind)
  });
  if (!asked.ok) return asked;
  const scanned = asked.value;
  if (scanned.state === 'silent' || scanned.state === 'unasked') return fail('scan.unit.silent');
  const number = await keepScan(deps, {
    ...{ job: view.job, person, startedAt, endedAt: deps.clock.now() },
    kind: 'bench',
    unitId: unit.id,
    source: station.row.name,
    layoutId: profile.id,
    vehicleVin: scanned.identification['vin'] ?? null,
    batteryMv: feedingMv(station, unit),
    units: [scanned],
    brokenOff: null
  });
  return ok({ number });
}

/** What feeds the unit is what is told: of one that its vehicle feeds, what was measured there. */
function feedingMv(station: StationBench, unit: { readonly fedMv: number | null }): number | null {
  return station.connected?.benchFeeds ? (station.supply.latest?.measuredMv ?? null) : unit.fedMv;
}

/** Which of the job's two units has this chip. */
function roleOnClamp({ units }: JobView, chipId: string | undefined) {
  const roles = ['original', 'donor'] as const;
  return chipId === undefined ? undefined : roles.find((r) => units[r]?.chipId === chipId);
}

/** One unit on the box's pair, asked as in a scan. Errors: those of the box. */
async function askOnBench(
  station: StationBench,
  { can: { requestId, responseId, bitrateBps } }: CanUdsAccess,
  unit: Pick<UnitPlace, 'id' | 'name' | 'kind'>
): Promise<Result<ScannedUnit>> {
  const opened = await station.thread.openChannel(bitrateBps);
  if (!opened.ok) return opened;
  const channel = opened.value;
  const place = { ...unit, address: requestId, responseId, optional: false, legislated: false };
  const link: DiagnosticLink = {
    exchange: (request, options = {}) =>
      channel.exchange({ requestId, responseId }, request, options)
  };
  const scanned = await scanUnit(link, place, () => performance.now());
  await channel.close();
  return ok(scanned);
}
