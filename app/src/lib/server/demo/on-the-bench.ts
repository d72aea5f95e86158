import { setTimeout as sleep } from 'node:timers/promises';
import { resolveAccess } from '@badger/core/access/access';
import type { StartOperation } from '../../schema/requests.ts';
import type { Deps } from '../deps.ts';
import type { Person } from '../repositories/people.ts';
import { startOperation } from '../services/operation/start-operation.ts';

/** A unit that goes on the clamp of a station, or its chip on the programmer. */
export interface OnTheClamp {
  readonly stationId: string;
  readonly tag: string;
  readonly family: string;
  /** The memory chip goes on the programmer; nothing else is fed. */
  readonly chip?: boolean;
}

/** Clamps a unit and feeds it as its family wants. False where that cannot be done. */
export async function powerUp(
  deps: Deps,
  { stationId, tag, family, chip }: OnTheClamp
): Promise<boolean> {
  const station = deps.bench.stations.get(stationId);
  if (chip) {
    await deps.bench.world?.setStation(stationId, { chip: tag });
    return station !== undefined;
  }
  const profile = deps.profiles.get(family);
  const access = profile && resolveAccess(profile, undefined);
  const need = access?.carrier === 'can-uds' ? access.supply : undefined;
  if (!station || !need) return false;
  for (let i = 0; i < 50 && !(station.supply.latest && station.thread.connected); i++)
    await sleep(100);
  await deps.bench.world?.setStation(stationId, { unit: tag, padHeld: true });
  const voltageMv = need.voltageMaxMv - 500;
  return (await station.supply.apply({ voltageMv, limitMa: need.limitMinMa, on: true })).ok;
}

/** Hands take it off: nothing is fed and nothing is connected any more. */
export async function offTheClamp(deps: Deps, stationId: string): Promise<void> {
  await deps.bench.stations.get(stationId)?.supply.apply({ on: false });
  await deps.bench.world?.setStation(stationId, { unit: null, padHeld: false, chip: null });
  deps.bench.stations.get(stationId)?.forget();
}

/** Starts an operation and waits until its station is free again. */
export async function finish(deps: Deps, person: Person, request: StartOperation): Promise<void> {
  const started = await startOperation(deps, person, request);
  while (started.ok && deps.bench.running.has(request.stationId)) await sleep(20);
}
