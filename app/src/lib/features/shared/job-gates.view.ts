import type { SupplyReading } from '@badger/core/electrical/judge-supply';
import type { Judgement } from '@badger/core/base/verdict';
import { checkGate, READ_GATES, type Gate, type GateKind } from '@badger/core/gates/check-gate';
import type { GateFacts } from '@badger/core/gates/facts';
import { judgeFeed } from '@badger/core/gates/judge-feed';
import { judgeWiring } from '@badger/core/gates/line-of-work';
import type { UnitRole } from '@badger/core/job/roles';
import type { Stage } from '@badger/core/job/stages';
import type { JobData } from '$lib/job-types.ts';
import type { LiveStation } from '$lib/live-types.ts';

function readingOf(station: LiveStation | undefined): SupplyReading | undefined {
  return station?.supply && { ...station.supply, ratedMa: station.ratedMa };
}

/** The server's facts with what the bench says this very moment; the server checks all of it again. */
export function liveFacts(job: JobData, station: LiveStation | undefined): GateFacts {
  const connected = station?.connected;
  const seen = station?.vehicle;
  return {
    ...job.gateFacts,
    supply: readingOf(station),
    stationBusy: station?.operation !== undefined,
    programmer: station?.programmer ?? false,
    // of another vehicle it says nothing
    vehicle: seen && seen.wantedVin === job.vin ? seen.reading : undefined,
    connected: connected && {
      chipId: connected.chipId,
      family: connected.family,
      tag: connected.tag
    }
  };
}

export function liveGate(kind: GateKind, job: JobData, station: LiveStation | undefined): Gate {
  return checkGate(kind, liveFacts(job, station));
}

/** The job as it stands for the unit of one role: with that unit's way, family and gate facts. */
export function jobAs(job: JobData, role: UnitRole): JobData {
  const side = job.sides[role];
  return side
    ? {
        ...job,
        family: side.family,
        access: side.access,
        gateFacts: { ...job.gateFacts, ...side.facts }
      }
    : job;
}

/** The gate of reading the unit of one role. */
export function readGate(role: UnitRole, job: JobData, station: LiveStation | undefined): Gate {
  return liveGate(READ_GATES[role], jobAs(job, role), station);
}

/** The line of work with the Wire verdict as the supply is now. */
export function liveLine(job: JobData, station: LiveStation | undefined): Record<Stage, Judgement> {
  if (!station) return job.line;
  const feed = judgeFeed(job.gateFacts, liveFacts(job, station));
  return feed ? { ...job.line, wire: judgeWiring(job.connection, feed) } : job.line;
}
