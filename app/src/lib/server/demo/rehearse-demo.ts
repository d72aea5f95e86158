import { setTimeout as sleep } from 'node:timers/promises';
import type { ProofTest } from '../../schema/requests.ts';
import type { Deps } from '../deps.ts';
import { listPeople, type Person } from '../repositories/people.ts';
import { buildClone } from '../services/build/build-clone.ts';
import { assignUnit } from '../services/job/jobs.ts';
import { moveSimulatedVehicle } from '../services/simulator/simulator.ts';
import { recordTest } from '../services/prove/prove.ts';
import { startScan } from '../services/prove/scan-vehicle.ts';
import { finish, offTheClamp, powerUp, type OnTheClamp } from './on-the-bench.ts';
import { rehearseTruck } from './rehearse-truck.ts';

/** One pass over a unit: clamp it, power it, identify it, read these regions. */
interface Pass extends OnTheClamp {
  readonly jobNumber: number;
  readonly role: 'original' | 'donor';
  readonly regions: readonly string[];
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
  readonly kind?: 'pre' | 'post';
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

const TRUCK_VISIT: Visit = { jobNumber: 2028, vehicle: 'truck-4', kind: 'post' };
const MINIBUS_VISIT: Visit = { jobNumber: 2027, vehicle: 'minibus-3', stationId: 'window' };

/**
 * Brings some demo jobs to where the demo wants them by really doing the work on the simulated bench, running free:
 * the minibus unit is read, its donor backed up and its image built; four reads of the corroded unit disagree;
 * the chips of the posted module and of its donor are read and merged; a truck's clone fails in it, and another read is kept.
 * Stops quietly where something is refused: the demo is then at an earlier stop, and true all the same.
 */
export async function rehearseDemo(deps: Deps, speedAfterwards: number): Promise<void> {
  const { bench } = deps;
  const people = await listPeople(deps.db);
  const [person, desk] = (['bench', 'desk'] as const).map((r) => people.find((p) => p.role === r));
  if (!person || !desk || !bench.world) return;
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
  await rehearseTruck(deps, { bench: person, desk }, () => visitAll(deps, person, [TRUCK_VISIT]));
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
    await offTheClamp(deps, stationId);
  }
}

async function visitAll(deps: Deps, person: Person, visits: readonly Visit[]): Promise<void> {
  for (const visit of visits) await scanAndTest(deps, person, visit);
}

async function scanAndTest(deps: Deps, person: Person, visit: Visit): Promise<void> {
  const { jobNumber, vehicle, stationId, kind = 'pre', tests = [] } = visit;
  const station = stationId ? { station: stationId } : {};
  await moveSimulatedVehicle(deps, person, { plug: vehicle, ...station });
  await moveSimulatedVehicle(deps, person, {
    vehicle,
    ignition: 'on',
    support: jobNumber !== 2032
  });
  const started = await startScan(deps, person, {
    jobNumber,
    kind,
    ...(stationId ? { stationId } : {})
  });
  while (started.ok && [...deps.bench.scans.values()].some((s) => s.jobNumber === jobNumber))
    await sleep(20);
  for (const test of tests) await recordTest(deps, person, { jobNumber, note: '', ...test });
  await moveSimulatedVehicle(deps, person, { vehicle, ignition: 'off', support: false });
  await moveSimulatedVehicle(deps, person, { plug: null });
}
