import { fail, ok, type Result } from '@badger/core/base/result';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import type { VehicleLayout } from '@badger/core/scan/layout';
import { countScan, type ScannedUnit, type UnitPlace } from '@badger/core/scan/scan';
import { readBatteryMv, scanUnit } from '@badger/core/scan/scan-unit';
import { encodeClearFaults } from '@badger/core/uds/faults';
import { checkRight } from '@badger/core/rights/rights';
import type { StartScan } from '../../../schema/requests.ts';
import { LiveScan } from '../../bench/live-scan.ts';
import type { VehicleLink } from '../../station/vehicle-line.ts';
import type { Deps } from '../../deps.ts';
import { findJob, type JobRow } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { listScansOfJob } from '../../repositories/scans.ts';
import { keepScan } from './keep-scan.ts';
import { checkReady, isLineTaken, lineOf, openLine } from './open-vehicle.ts';

/**
 * Starts a scan of the job's vehicle; it runs on and is kept at its end, whole or broken off.
 * Kind `cleared` clears every fault first, which needs a kept scan. Errors: `job.number.unknown`, `gate.job.closed`,
 * `gate.person.role`, `scan.line.busy`, `scan.clear.first`, `station.id.unknown`, `gate.station.busy`, `scan.vehicle.moving`, and
 * those of the way to the vehicle.
 */
export async function startScan(
  deps: Deps,
  person: Person,
  { jobNumber, kind, stationId }: { jobNumber: number } & StartScan
): Promise<Result<true>> {
  const may = checkRight(person.role, 'scan.run');
  if (!may.ok) return may;
  const found = await findScannable(deps, jobNumber, kind);
  if (!found.ok) return found;
  const job = found.value;
  const { layout, key } = lineOf(deps, job, stationId);
  if (isLineTaken(deps, key)) return fail('scan.line.busy');
  const live = new LiveScan({
    jobNumber,
    kind,
    places: layout.units,
    startedAt: deps.clock.now()
  });
  deps.bench.scans.set(key, live);
  const line = await openLine(deps, job, { layout, key });
  const ready = line.ok ? await checkReady(line.value, layout) : line;
  if (!line.ok || !ready.ok) {
    if (line.ok) await line.value.close();
    deps.bench.scans.delete(key);
    return ready.ok ? fail('doip.vehicle.none') : ready;
  }
  void run(deps, { job, person, live, layout, line: line.value, clear: kind === 'cleared' })
    .catch((error: unknown) => deps.log.error({ error: String(error) }, 'scan failed'))
    .finally(() => {
      deps.bench.scans.delete(key);
      deps.bench.changed();
      deps.bench.hub.tell({ type: 'job', jobNumber });
    });
  return ok(true);
}

/** The job, if its vehicle may be scanned now. Errors: `job.number.unknown`, `gate.job.closed`, `scan.clear.first`. */
async function findScannable(
  deps: Deps,
  jobNumber: number,
  kind: StartScan['kind']
): Promise<Result<JobRow>> {
  const job = await findJob(deps.db, jobNumber);
  if (!job) return fail('job.number.unknown', { number: jobNumber });
  if (job.closedAt) return fail('gate.job.closed');
  const scans = kind === 'cleared' ? await listScansOfJob(deps.db, job.id) : [];
  return kind === 'cleared' && !scans.some((s) => s.kind === 'pre')
    ? fail('scan.clear.first')
    : ok(job);
}

interface ScanRun {
  readonly job: JobRow;
  readonly person: Person;
  readonly live: LiveScan;
  readonly layout: VehicleLayout;
  readonly line: VehicleLink;
  readonly clear: boolean;
}

async function run(deps: Deps, scan: ScanRun): Promise<void> {
  const { live, layout, line, job, person } = scan;
  const links = new Map(layout.units.map((p) => [p.id, line.link(p)] as const));
  const linkOf = (place: UnitPlace) => links.get(place.id) as DiagnosticLink;
  try {
    if (scan.clear) await sideBySide(layout.units, line.width, (p) => clearUnit(linkOf(p)));
    await sideBySide(layout.units, line.width, async (place) => {
      if (live.stopped) return;
      live.asking(place);
      deps.bench.changed();
      live.done(await scanUnit(linkOf(place), place, () => performance.now()));
      deps.bench.changed();
    });
    const engine = layout.units.find((u) => u.legislated);
    const battery = engine && !live.stopped ? await readBatteryMv(linkOf(engine)) : undefined;
    const units = inOrder(layout, live.found);
    await keepScan(deps, {
      job,
      person,
      kind: live.kind as 'pre',
      source: line.source,
      layoutId: layout.id,
      vehicleVin: line.vin ?? commonVin(units),
      batteryMv: battery?.ok ? battery.value : null,
      units,
      brokenOff: breakOf(live, units),
      startedAt: live.startedAt,
      endedAt: deps.clock.now()
    });
  } finally {
    await line.close();
  }
}

/** Clears what can be cleared; a unit that refuses or is silent keeps its faults, and the scan shows them. */
async function clearUnit(link: DiagnosticLink): Promise<void> {
  await link.exchange(encodeClearFaults());
}

async function sideBySide(
  places: readonly UnitPlace[],
  width: number,
  work: (place: UnitPlace) => Promise<void>
): Promise<void> {
  const queue = [...places];
  const worker = async () => {
    for (let place = queue.shift(); place; place = queue.shift()) await work(place);
  };
  await Promise.all(Array.from({ length: Math.min(width, places.length) }, worker));
}

/** Every place of the layout: what was not asked is shown as not asked. */
function inOrder(layout: VehicleLayout, found: readonly ScannedUnit[]): ScannedUnit[] {
  return layout.units.map(
    (place): ScannedUnit =>
      found.find((u) => u.id === place.id) ?? {
        id: place.id,
        name: place.name,
        kind: place.kind,
        address: place.address,
        optional: place.optional,
        state: 'unasked',
        identification: {},
        faults: [],
        faultMemory: 'unread',
        problem: undefined,
        tookMs: 0
      }
  );
}

function breakOf(live: LiveScan, units: readonly ScannedUnit[]): string | null {
  if (live.stopped) return 'operation.run.stopped';
  const lost = units.find((u) => u.state === 'unasked');
  if (lost) return lost.problem ?? 'doip.socket.lost';
  const { units: fitted, silent } = countScan(units);
  return fitted === silent ? 'scan.vehicle.silent' : null;
}

/** The VIN that most units tell. */
function commonVin(units: readonly ScannedUnit[]): string | null {
  const counts = new Map<string, number>();
  for (const u of units) {
    const vin = u.identification['vin'];
    if (vin) counts.set(vin, (counts.get(vin) ?? 0) + 1);
  }
  const [best] = [...counts].sort((a, b) => b[1] - a[1]);
  return best?.[0] ?? null;
}

/** Stops the scan of a job; what was found until then is kept. Errors: `scan.line.idle`. */
export function stopScan(deps: Deps, jobNumber: number): Result<true> {
  const live = [...deps.bench.scans.values()].find((s) => s.jobNumber === jobNumber);
  if (!live) return fail('scan.line.idle');
  live.stopped = true;
  return ok(true);
}
