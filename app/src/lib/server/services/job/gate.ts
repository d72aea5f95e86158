import { checkGate, type Gate, type GateKind } from '@badger/core/gates/check-gate';
import type { GateFacts } from '@badger/core/gates/facts';
import { gateFactsOf } from '@badger/core/gates/facts-of-job';
import type { Role } from '@badger/core/rights/rights';
import type { Access } from '@badger/core/access/access';
import type { UnitRole } from '@badger/core/job/roles';
import type { Deps } from '../../deps.ts';
import { vehiclePowerNow } from '../wiring/desk.ts';
import { powerHeldNow } from '../wiring/wired-now.ts';
import { accessFacts, sideFacts } from './job-sides.ts';
import { isCableTaken, knownVehicle, placeFacts, readingOf } from '../operation/vehicle-cable.ts';
import type { Person } from '../../repositories/people.ts';
import type { JobView } from './job-view.ts';

interface GateOptions {
  readonly stationId: string;
  readonly person: Person;
  /** What the unit of this act is in the job; undefined: original or donor. */
  readonly role?: UnitRole | undefined;
  /** The access of this act, where it is another than the job's: a clip reaches the EEPROM only. */
  readonly access?: Access | undefined;
}

/** Gathers the facts for the gates of a job at a station, as they are at this moment. */
export function gatherFacts(deps: Deps, view: JobView, options: GateOptions): GateFacts {
  const station = deps.bench.stations.get(options.stationId);
  const connected = station?.connected;
  return {
    ...jobFacts(deps, view, options.person.role),
    supply: station?.reading(),
    stationBusy: isBusy(deps, view, options),
    vehicle: readingOf(station, view.job.vin),
    connected: connected && {
      chipId: connected.chipId,
      family: connected.family,
      tag: connected.tag
    },
    programmer: (station?.row.chipPort ?? null) !== null,
    ...(options.role ? sideFacts(deps, view, options.role) : {}),
    ...(options.access
      ? accessFacts(deps, view, { access: options.access, role: options.role ?? 'original' })
      : {}),
    boxLinks: boxLinksOf(view, options.stationId)
  };
}

/** One operation a station, and one thing at a time on the Ethernet cable. */
function isBusy(deps: Deps, view: JobView, { stationId, access = view.access }: GateOptions) {
  if (deps.bench.isTaken(stationId) || deps.bench.isLineBusy(stationId)) return true;
  const { vehicleLine } = placeFacts(knownVehicle(deps, view.job), access);
  return vehicleLine === 'doip' && isCableTaken(deps);
}

/** How the kit list says that the box of a station is linked. */
export function boxLinksOf(view: JobView, stationId: string | null): GateFacts['boxLinks'] {
  const box = view.records.kit.find((k) => k.kind === 'interface' && k.stationId === stationId);
  return { cable: box?.cableLink ?? false, radio: box?.radioLink ?? false };
}

/** The facts without what the bench says by itself. */
export type JobGateFacts = Omit<
  GateFacts,
  'supply' | 'stationBusy' | 'connected' | 'programmer' | 'vehicle'
>;

/** The facts that lie in the books; what the bench says by itself comes on top. */
export function jobFacts(deps: Deps, view: JobView, personRole: Role): JobGateFacts {
  return {
    ...gateFactsOf(view),
    personRole,
    room: view.room,
    boxLinks: boxLinksOf(view, view.job.stationId),
    connection: powerHeldNow(deps, view),
    vehiclePower: vehiclePowerNow(deps, view),
    ...accessFacts(deps, view, { access: view.access, role: 'original' }),
    meant: undefined
  };
}

export function checkJobGate(
  deps: Deps,
  view: JobView,
  options: GateOptions & { readonly kind: GateKind }
): Gate {
  return checkGate(options.kind, gatherFacts(deps, view, options));
}
