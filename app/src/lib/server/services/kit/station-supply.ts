import pLimit from 'p-limit';
import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { SupplyProbe } from '@badger/core/supply/read-probe';
import type { OwnSupply, SupplyAt } from '../../../schema/requests.ts';
import { probeSupply } from '../../bench/probe-supply.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import { listStations, saveOwnSupply } from '../../repositories/stations.ts';

/** Asks what answers at an address. Errors: `gate.person.role`, those of {@link probeSupply}. */
export async function askSupply(person: Person, at: SupplyAt): Promise<Result<SupplyProbe>> {
  const may = checkRight(person.role, 'settings.change');
  return may.ok ? probeSupply(at) : may;
}

/**
 * Gives a station a supply at another address, or its own back (null). What is asked must answer as a supply, and be off: so must
 * be the one that it takes the place of.
 * Errors: `gate.person.role`, `station.id.unknown`, `station.work.busy`, `supply.swap.on`, `supply.swap.shared` (a station has it), `supply.swap.rating` (it says that it
 * gives less), those of {@link probeSupply}.
 */
export async function useSupply(
  deps: Deps,
  person: Person,
  { stationId, supply }: { stationId: string } & OwnSupply
): Promise<Result<true>> {
  const may = checkRight(person.role, 'settings.change');
  if (!may.ok) return may;
  const station = deps.bench.stations.get(stationId);
  if (!station) return fail('station.id.unknown');
  const free = checkFree(deps, station);
  if (!free.ok) return free;
  if (!supply) return swap(deps, station, null);
  return oneAtATime(() => takeOver(deps, station, supply));
}

/** Two stations that ask for one supply in the same moment: the second sees that the first has it. */
const oneAtATime = pLimit(1);

async function takeOver(
  deps: Deps,
  station: StationBench,
  supply: NonNullable<OwnSupply['supply']>
): Promise<Result<true>> {
  const shared = [...deps.bench.stations.values()].find((s) => isAt(s, supply));
  if (shared) return fail('supply.swap.shared', { station: shared.row.name });
  const probed = await probeSupply(supply);
  if (!probed.ok) return probed;
  const { idn, driver, mostMv, mostMa, on } = probed.value;
  if (on) return fail('supply.swap.on');
  if (mostMa !== undefined && supply.ratedMa > mostMa)
    return fail('supply.swap.rating', { saidMa: supply.ratedMa, mostMa });
  // while it was asked, work may have begun
  const still = checkFree(deps, station);
  if (!still.ok) return still;
  const { host, port, ratedMa } = supply;
  return swap(deps, station, { host, port, driver, ratedMa, mostMv: mostMv ?? null, idn });
}

/** The supply of this station answers at this address: two stations never switch one supply. */
function isAt({ row }: StationBench, { host, port }: { host: string; port: number }): boolean {
  const own = row.ownSupply ?? { host: row.host, port: row.supplyPort };
  return own.host.toLowerCase() === host.toLowerCase() && own.port === port;
}

function checkFree(deps: Deps, station: StationBench): Result<true> {
  if (deps.bench.isTaken(station.row.id)) return fail('station.work.busy');
  return station.supply.latest?.on ? fail('supply.swap.on') : ok(true);
}

async function swap(
  deps: Deps,
  station: StationBench,
  own: StationBench['row']['ownSupply']
): Promise<Result<true>> {
  const { id } = station.row;
  const configured = (await listStations(deps.db)).find((s) => s.id === id);
  if (!configured) return fail('station.id.unknown');
  await saveOwnSupply(deps.db, id, own);
  station.takeSupply(configured, own);
  deps.bench.changed();
  deps.bench.hub.tell({ type: 'kit' });
  return ok(true);
}
