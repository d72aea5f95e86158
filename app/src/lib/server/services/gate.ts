import { checkGate, type Gate, type GateKind } from '@badger/core/gates/check-gate';
import type { GateFacts } from '@badger/core/gates/facts';
import type { Role } from '@badger/core/rights/rights';
import type { Access } from '@badger/core/access/access';
import { needOf } from '@badger/core/gates/judge-feed';
import type { Deps } from '../deps.ts';
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
    ...jobFacts(view, options.person.role),
    supply: station?.reading(),
    stationBusy: deps.bench.running.has(options.stationId),
    connected: connected && {
      chipId: connected.chipId,
      family: connected.family,
      tag: connected.tag
    },
    programmer: (station?.row.chipPort ?? null) !== null,
    ...(options.access ? needOf(options.access) : {}),
    boxLinks: boxLinksOf(view, options.stationId)
  };
}

/** How the kit list says that the box of a station is linked. */
export function boxLinksOf(view: JobView, stationId: string | null): GateFacts['boxLinks'] {
  const box = view.records.kit.find((k) => k.kind === 'interface' && k.stationId === stationId);
  return { cable: box?.cableLink ?? false, radio: box?.radioLink ?? false };
}

/** The facts that lie in the books; what the bench says by itself comes on top. */
export function jobFacts(
  view: JobView,
  personRole: Role
): Omit<GateFacts, 'supply' | 'stationBusy' | 'connected' | 'programmer'> {
  return {
    personRole,
    family: view.job.familyId,
    jobClosed: view.job.closedAt !== null,
    needsAuthority: view.needsAuthority,
    authorityProven: view.authorityGap === undefined,
    room: view.room,
    boxLinks: boxLinksOf(view, view.job.stationId),
    ...needOf(view.access),
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
