import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { SupplySample } from '@badger/core/port/supply';
import type { Supply } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';

/**
 * Sets and switches a station's supply.
 * Errors: `station.id.unknown`, `gate.person.role`, `station.work.busy`, `supply.link.absent`, `supply.command.refused`.
 */
export async function setSupply(
  deps: Deps,
  person: Person,
  { stationId, settings }: { stationId: string; settings: Supply }
): Promise<Result<SupplySample>> {
  const allowed = mayTouchBench(deps, person, stationId);
  if (!allowed.ok) return allowed;
  const station = deps.bench.stations.get(stationId);
  return station ? station.supply.apply(settings) : fail('station.id.unknown');
}

/** May this person touch clamp and supply now? Errors: `station.id.unknown`, `gate.person.role`, `station.work.busy`. */
export function mayTouchBench(deps: Deps, person: Person, stationId: string): Result<true> {
  if (!deps.bench.stations.has(stationId)) return fail('station.id.unknown');
  const may = checkRight(person.role, 'bench.operate');
  if (!may.ok) return may;
  // hands off: a running operation owns clamp and supply
  if (deps.bench.running.has(stationId)) return fail('station.work.busy');
  return ok(true);
}
