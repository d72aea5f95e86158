import { checkGate, type Gate, type GateKind } from '@badger/core/gates/check-gate';
import type { GateFacts } from '@badger/core/gates/facts';
import type { Role } from '@badger/core/rights/rights';
import type { Access } from '@badger/core/access/access';
import { needOf } from '@badger/core/gates/judge-feed';
import type { Deps } from '../deps.ts';
import { isCableTaken, knownVehicle, placeFacts, readingOf } from './vehicle-cable.ts';
import type { Person } from '../repositories/people.ts';
import { gateRegions, mismatches, swapped, type JobView } from './job-view.ts';

interface GateOptions {
  readonly stationId: string;
  readonly person: Person;
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
    ...(options.access ? accessFacts(deps, view, options.access) : {}),
    boxLinks: boxLinksOf(view, options.stationId)
  };
}

/** What the gates know of the access and, where it leads into the vehicle, of the unit's place in it. */
function accessFacts(deps: Deps, { job }: JobView, access: Access | undefined) {
  return { ...needOf(access), ...placeFacts(knownVehicle(deps, job), access) };
}

/** One operation a station, and one thing at a time on the Ethernet cable. */
function isBusy(deps: Deps, view: JobView, { stationId, access = view.access }: GateOptions) {
  if (deps.bench.running.has(stationId) || deps.bench.scans.has(stationId)) return true;
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
    personRole,
    family: view.job.familyId,
    jobClosed: view.job.closedAt !== null,
    needsAuthority: view.needsAuthority,
    authorityProven: view.authorityGap === undefined,
    room: view.room,
    boxLinks: boxLinksOf(view, view.job.stationId),
    ...accessFacts(deps, view, view.access),
    originalChipId: view.units.original?.chipId ?? undefined,
    donorChipId: view.units.donor?.chipId ?? undefined,
    originalTag: view.units.original?.tag,
    donorTag: view.units.donor?.tag,
    target: view.shape.target,
    backupWaived: view.job.backupWaived ?? undefined,
    donorMismatches: mismatches(view.match),
    donorProven: view.match?.verdict.verdict === 'go',
    unitsSwapped: swapped(view.job, view.units),
    regions: gateRegions(view)
  };
}

export function checkJobGate(
  deps: Deps,
  view: JobView,
  options: GateOptions & { readonly kind: GateKind }
): Gate {
  return checkGate(options.kind, gatherFacts(deps, view, options));
}
