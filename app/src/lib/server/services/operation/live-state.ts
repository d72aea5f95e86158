import { classifyCurrent } from '@badger/core/electrical/classify-current';
import { findDrawBand } from '@badger/core/electrical/draw-band';
import type { DrawBand } from '@badger/core/profile/profile';
import type { LiveBench, LiveStation } from '../../../live-types.ts';
import type { LiveExercise } from '../../bench/live-exercise.ts';
import type { LiveOperation } from '../../bench/live-operation.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';

/** A start is over long before there are more. */
const SHOWN_SAMPLES = 120;

/** What the bench line shows of every station at this moment. */
export function describeBench(deps: Deps): LiveBench {
  const { world } = deps.bench;
  return {
    databaseAway: deps.bench.databaseAway,
    speed: world?.latest?.speed,
    stations: [...deps.bench.stations.values()].map((s) => describeStation(deps, s)),
    faults: world?.latest?.benchFaults ?? [],
    units: world?.latest?.units ?? [],
    chips: world?.latest?.chips ?? [],
    acts: [...deps.bench.acts.values()].map((a) => ({
      ...{ jobNumber: a.jobNumber, stepId: a.stepId, watching: a.actId === undefined },
      samples: a.samples.slice(-SHOWN_SAMPLES)
    })),
    scans: [...deps.bench.scans.values()].map((s) => ({
      jobNumber: s.jobNumber,
      kind: s.kind,
      units: s.units()
    })),
    simulator: world?.latest && {
      plugged: world.latest.plugged,
      pluggedStation: world.latest.pluggedStation,
      vehicles: world.latest.vehicles
    }
  };
}

function describeStation(deps: Deps, station: StationBench): LiveStation {
  const live = deps.bench.running.get(station.row.id);
  const simulated = deps.bench.world?.latest?.stations.find((s) => s.id === station.row.id);
  const sample = station.supply.latest;
  const band = findBand(station, live);
  return {
    id: station.row.id,
    name: station.row.name,
    ratedMa: station.row.ratedMa,
    link: station.thread.connected ? 'cable' : 'lost',
    supply: sample,
    vehicle: station.vehicle && {
      wantedVin: station.vehicle.wantedVin,
      reading: {
        ...station.vehicle.reading,
        ageSeconds: (performance.now() - station.vehicle.atMs) / 1000
      }
    },
    band,
    current: sample?.on && band ? classifyCurrent(sample.measuredMa, band) : undefined,
    trip: station.trip?.judgement,
    programmer: station.row.chipPort !== null,
    senses: station.sense?.present ?? false,
    exercise: describeExercise(deps.bench.exercises.get(station.row.id)),
    connected: station.connected && {
      chipId: station.connected.chipId,
      family: station.connected.family,
      tag: station.connected.tag,
      role: station.connected.role,
      jobNumber: station.connected.jobNumber,
      inVehicle: station.connected.access.carrier === 'vehicle-uds'
    },
    simulated: simulated && {
      ...{ unit: simulated.unit, padHeld: simulated.padHeld },
      ...{ vehicleFeeds: simulated.vehicleFeeds, chip: simulated.chip },
      faults: simulated.benchFaults
    },
    operation: live && describeOperation(live)
  };
}

function describeExercise(live: LiveExercise | undefined): LiveStation['exercise'] {
  return live && { jobNumber: live.jobNumber, looking: live.looking, done: live.done, of: live.of };
}

/** Current that is to be expected: from the operation's family, or the identified unit's. */
function findBand(station: StationBench, live: LiveOperation | undefined): DrawBand | undefined {
  const access = live?.spec.access ?? station.connected?.access;
  if (access?.carrier !== 'can-uds') return undefined;
  const { spec } = access;
  const band = findDrawBand(spec, live?.spec.kind ?? 'identify');
  const idle = spec.draw.find((d) => d.state === 'idle');
  // between operations a unit may be in either state; take both bands together
  return band && idle && !live ? { ...band, minMa: Math.min(idle.minMa, band.minMa) } : band;
}

function describeOperation(live: LiveOperation): NonNullable<LiveStation['operation']> {
  const estimate = live.estimate();
  const last = live.samples.at(-1);
  return {
    id: live.spec.id,
    kind: live.spec.kind,
    jobNumber: live.spec.jobNumber,
    role: live.spec.role,
    tag: live.spec.tag,
    family: live.spec.profile.id,
    state: live.state,
    regions: live.regions.map((r) => ({ ...r })),
    secretsOnly: live.spec.ranges !== undefined,
    doneBytes: live.doneBytes,
    totalBytes: live.totalBytes,
    bytesPerSecond: estimate.bytesPerSecond,
    leftSeconds: estimate.leftSeconds,
    ...{ pace: estimate.pace, silentSeconds: estimate.silentSeconds },
    unstored: live.unstored,
    offersImage: live.unstored !== undefined && live.image !== undefined,
    sample: last
  };
}
