import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { SupplySample } from '@badger/core/port/supply';
import type { Supply } from '../../../schema/requests.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';
import { findLatestAtStation } from '../../repositories/connections.ts';
import { findJobById } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { buildJobView } from '../job/job-view.ts';
import { powerHeldNow, wiredNow } from '../wiring/wired-now.ts';

/**
 * Sets and switches a station's supply.
 * Errors: `station.id.unknown`, `gate.person.role`, `station.work.busy`, `supply.link.absent`, `supply.command.refused`,
 * `wiring.power.held` (a fault was measured on what is connected there).
 */
export async function setSupply(
  deps: Deps,
  person: Person,
  { stationId, settings }: { stationId: string; settings: Supply }
): Promise<Result<SupplySample>> {
  const allowed = mayTouchBench(deps, person, stationId);
  if (!allowed.ok) return allowed;
  const station = deps.bench.stations.get(stationId);
  const inside = checkInside(station, settings);
  if (!inside.ok) return inside;
  const held = settings.on === true ? await heldByConnection(deps, stationId) : undefined;
  if (held) return held;
  // an operation may have begun while the books were looked into
  if (deps.bench.isTaken(stationId)) return fail('station.work.busy');
  return station ? station.supply.apply(settings) : fail('station.id.unknown');
}

/** What a supply said that it gives at most is not asked of it. */
function checkInside(
  station: StationBench | undefined,
  { voltageMv = 0, limitMa = 0 }: Supply
): Result<true> {
  const { ratedMa: mostMa = 0, ownSupply } = station?.row ?? {};
  const mostMv = ownSupply?.mostMv ?? 0;
  return ownSupply && (limitMa > mostMa || (mostMv > 0 && voltageMv > mostMv))
    ? fail('supply.value.outside', { mostMv, mostMa })
    : ok(true);
}

/** A fault that was measured on what was connected last at the station, in a job that is open. */
async function heldByConnection(deps: Deps, stationId: string): Promise<Result<never> | undefined> {
  const last = await findLatestAtStation(deps.db, stationId);
  const job = last && (await findJobById(deps.db, last.jobId));
  if (!job || job.closedAt || job.stationId !== stationId) return undefined;
  const view = await buildJobView(deps, job);
  const held = powerHeldNow(deps, view);
  const tag = wiredNow(deps, view)?.tag ?? '';
  return held && fail('wiring.power.held', { tag });
}

/** May this person touch clamp and supply now? Errors: `station.id.unknown`, `gate.person.role`, `station.work.busy`. */
export function mayTouchBench(deps: Deps, person: Person, stationId: string): Result<true> {
  if (!deps.bench.stations.has(stationId)) return fail('station.id.unknown');
  const may = checkRight(person.role, 'bench.operate');
  if (!may.ok) return may;
  // hands off: a running operation owns clamp and supply
  if (deps.bench.isTaken(stationId)) return fail('station.work.busy');
  return ok(true);
}
