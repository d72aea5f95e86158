import { setTimeout as sleep } from 'node:timers/promises';
import { resolveAccess } from '@badger/core/access/access';
import type { ProofTest, StartOperation } from '../../schema/requests.ts';
import type { Deps } from '../deps.ts';
import { listPeople, type Person } from '../repositories/people.ts';
import { buildClone } from '../services/build/build-clone.ts';
import { assignUnit } from '../services/job/jobs.ts';
import { moveSimulatedVehicle } from '../services/simulator/simulator.ts';
import { recordTest } from '../services/prove/prove.ts';
import { startScan } from '../services/prove/scan-vehicle.ts';
import { startOperation } from '../services/operation/start-operation.ts';

/** One pass over a unit: clamp it, power it, identify it, read these regions. */
interface Pass {
  readonly jobNumber: number;
  readonly stationId: string;
  readonly tag: string;
  readonly family: string;
  readonly role: 'original' | 'donor';
  readonly regions: readonly string[];
  /** The memory chip goes on the programmer; nothing else is fed. */
  readonly chip?: boolean;
}

const FLASH = ['eeprom', 'processor', 'external', 'program'];

const MINIBUS = {
  jobNumber: 2027,
  stationId: 'window',
  family: 'QN-TC2',
  regions: [...FLASH, ...FLASH]
};

/** The posted module whose chip lies beside the programmer. */
const LIFTED = {
  ...{ jobNumber: 2024, stationId: 'corner', family: 'MD-CM5', chip: true },
  regions: ['eeprom', 'eeprom']
};

const PLAN: readonly (readonly Pass[])[] = [
  [
    { ...MINIBUS, tag: '0390', role: 'original' },
    { ...MINIBUS, tag: '0391', role: 'donor' }
  ],
  [
    {
      jobNumber: 2030,
      stationId: 'corner',
      tag: '0402',
      family: 'PW-BD1',
      role: 'original',
      regions: ['eeprom', 'eeprom', 'eeprom', 'eeprom', 'processor']
    },
    { ...LIFTED, tag: '0396', role: 'original' },
    { ...LIFTED, tag: '0341', role: 'donor' }
  ]
];

/** A vehicle that is scanned, and what is measured at it afterwards. */
interface Visit {
  readonly jobNumber: number;
  readonly vehicle: string;
  readonly stationId?: string;
  readonly tests?: readonly Omit<ProofTest, 'note'>[];
}

const VISITS: readonly Visit[] = [
  {
    jobNumber: 2031,
    vehicle: 'van-12',
    tests: [
      { test: 'supply', values: { batteryMv: 12_480, atUnitMv: 12_350, load: 'under-load' } },
      { test: 'ground', values: { dropMv: 40, load: 'under-load' } },
      { test: 'swap', values: { outcome: 'fault-gone-no-start' } }
    ]
  },
  {
    jobNumber: 2034,
    vehicle: 'van-7',
    tests: [
      { test: 'supply', values: { batteryMv: 12_400, atUnitMv: 12_260, load: 'under-load' } },
      { test: 'ground', values: { dropMv: 60, load: 'under-load' } },
      { test: 'wiring', values: { throughOhm: 0.4, toGroundKohm: 4_000 } },
      { test: 'actuator', values: { outcome: 'works' } }
    ]
  },
  { jobNumber: 2030, vehicle: 'truck' },
  { jobNumber: 2032, vehicle: 'van-15' }
];

const MINIBUS_VISIT: Visit = { jobNumber: 2027, vehicle: 'minibus-3', stationId: 'window' };

/**
 * Brings some demo jobs to where the demo wants them by really doing the work on the simulated bench, running free:
 * the minibus unit is read, its donor backed up and its image built; four reads of the corroded unit disagree;
 * the chips of the posted module and of its donor are read and merged.
 * Stops quietly where something is refused: the demo is then at an earlier stop, and true all the same.
 */
export async function rehearseDemo(deps: Deps, speedAfterwards: number): Promise<void> {
  const { bench } = deps;
  const person = (await listPeople(deps.db)).find((p) => p.role === 'bench');
  if (!person || !bench.world) return;
  await bench.world.setSpeed(0);
  await assignUnit(deps, person, { jobNumber: 2024, role: 'donor', tag: '0341' });
  // the cable serves the vehicles one by one while the bench works on the units
  await Promise.all([
    ...PLAN.map((passes) => rehearse(deps, person, passes)),
    visitAll(deps, person, VISITS)
  ]);
  await buildClone(deps, person, 2027);
  await buildClone(deps, person, 2024);
  // the pair of the older vehicle needs the box of a station
  await visitAll(deps, person, [MINIBUS_VISIT]);
  await bench.world.setSpeed(speedAfterwards);
}

async function rehearse(deps: Deps, person: Person, passes: readonly Pass[]): Promise<void> {
  for (const pass of passes) {
    if (!(await powerUp(deps, pass))) return;
    const { jobNumber, stationId, role } = pass;
    await finish(deps, person, { kind: 'identify', jobNumber, stationId, role });
    for (const regionId of pass.regions) {
      await finish(deps, person, { kind: 'read', jobNumber, stationId, role, regionId });
    }
    await deps.bench.stations.get(stationId)?.supply.apply({ on: false });
    await deps.bench.world?.setStation(stationId, { unit: null, padHeld: false, chip: null });
    // hands took it off: nothing is connected any more
    deps.bench.stations.get(stationId)?.forget();
  }
}

async function powerUp(deps: Deps, { stationId, tag, family, chip }: Pass): Promise<boolean> {
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

async function finish(deps: Deps, person: Person, request: StartOperation): Promise<void> {
  const started = await startOperation(deps, person, request);
  while (started.ok && deps.bench.running.has(request.stationId)) await sleep(20);
}

async function visitAll(deps: Deps, person: Person, visits: readonly Visit[]): Promise<void> {
  for (const visit of visits) await scanAndTest(deps, person, visit);
}

async function scanAndTest(deps: Deps, person: Person, visit: Visit): Promise<void> {
  const { jobNumber, vehicle, stationId, tests = [] } = visit;
  const station = stationId ? { station: stationId } : {};
  await moveSimulatedVehicle(deps, person, { plug: vehicle, ...station });
  await moveSimulatedVehicle(deps, person, {
    vehicle,
    ignition: 'on',
    support: jobNumber !== 2032
  });
  const started = await startScan(deps, person, {
    jobNumber,
    kind: 'pre',
    ...(stationId ? { stationId } : {})
  });
  while (started.ok && [...deps.bench.scans.values()].some((s) => s.jobNumber === jobNumber))
    await sleep(20);
  for (const test of tests) await recordTest(deps, person, { jobNumber, note: '', ...test });
  await moveSimulatedVehicle(deps, person, { vehicle, ignition: 'off', support: false });
  await moveSimulatedVehicle(deps, person, { plug: null });
}
