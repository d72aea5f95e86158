// A unit in its vehicle, through the diagnostic socket: the whole application against the simulated vehicles.
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { moveSimulatedVehicle } from '../app/src/lib/server/services/simulator/simulator.ts';
import { listKit } from '../app/src/lib/server/repositories/kit.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { chooseAccess } from '../app/src/lib/server/services/plan/accesses.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { startScan } from '../app/src/lib/server/services/prove/scan-vehicle.ts';
import { findUnitByTag } from '../app/src/lib/server/repositories/units.ts';
import type { Module } from '../standins/src/modules/module.ts';
import { makeShop, plugIn, powerUp, runToEnd, until, type Shop } from './support/shop.ts';

const VAN = { jobNumber: 2032, stationId: 'corner' } as const;
const MINIBUS = { jobNumber: 2027, stationId: 'window' } as const;

let shop: Shop;
let bench: Person;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop();
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
  const access = {
    jobNumber: 2027,
    key: 'obd-1',
    method: 'whole-image' as const,
    reason: 'in the vehicle'
  };
  const chosen = await chooseAccess(shop.root.deps, lead, access);
  if (!chosen.ok) throw new Error(chosen.problem.code);
});
afterAll(() => shop.close());
beforeEach(() => {
  shop.world.simulator.fault = undefined;
  for (const vehicle of shop.world.simulator.vehicles.values()) vehicle.speedKmh = 0;
  for (const station of shop.root.deps.bench.stations.values()) station.forgetVehicle();
});

const vehicle = (id: string) => shop.world.simulator.vehicles.get(id);
const identify = (at: typeof VAN | typeof MINIBUS, role: 'original' | 'donor' = 'original') =>
  runToEnd(shop, bench, { kind: 'identify', ...at, role });
const read = (at: typeof VAN | typeof MINIBUS, regionId: string) =>
  runToEnd(shop, bench, { kind: 'read', ...at, role: 'original', regionId });
/** Why it did not come to its end. */
const why = ({ refused, operation }: Awaited<ReturnType<typeof identify>>) =>
  refused?.code ?? operation?.problem?.code ?? operation?.state;

type Span = { startedAt: Date | null; endedAt: Date | null } | undefined;
/** One had ended before the other began. */
const areApart = ([a, b]: readonly Span[]) =>
  [[a, b] as const, [b, a] as const].some(
    ([one, other]) => one?.endedAt && other?.startedAt && one.endedAt <= other.startedAt
  );

describe('a unit in its vehicle over Ethernet', () => {
  it('is identified by its chip, and the vehicle is measured with it', async () => {
    await plugIn(shop, 'van-15');
    expect(why(await identify(VAN))).toBe('done');
    const unit = await findUnitByTag(shop.root.deps.db, '0422');
    expect(unit?.chipId).toBe('6E15C0A3');
    expect(unit?.numbers).toMatchObject({
      'hardware-number': '0731306011',
      vin: 'U8HVD6E1803004421'
    });
    expect(shop.root.deps.bench.stations.get('corner')?.vehicle?.reading).toEqual({
      ...{ vin: 'U8HVD6E1803004421', batteryMv: 13_200, speedKmh: 0, engineRpm: 0 }
    });
  });
  it('a memory that the socket does not open is refused before anything is sent', async () => {
    await plugIn(shop, 'van-15');
    await identify(VAN);
    expect(why(await read(VAN, 'program-flash'))).toBe('gate.access.region');
  });
  it.each([
    ['another vehicle on the cable', 'van-7', {}, 'scan.vehicle.other'],
    ['ignition off', 'van-15', { ignition: 'off' }, 'scan.ignition.off'],
    ['engine running', 'van-15', { ignition: 'running' }, 'vehicle.engine.running']
  ] as const)('%s: nothing is identified', async (_, plugged, hands, code) => {
    await plugIn(shop, plugged, hands);
    expect(why(await identify(VAN))).toBe(code);
    const station = shop.root.deps.bench.stations.get('corner');
    expect(station?.connected).toBeUndefined();
  });
  it('no cable, or a vehicle that rolls', async () => {
    await shop.root.deps.bench.world?.vehicle({ plug: null });
    expect(why(await identify(VAN))).toBe('doip.vehicle.none');
    await plugIn(shop, 'van-15');
    const van = vehicle('van-15');
    if (van) van.speedKmh = 6;
    expect(why(await identify(VAN))).toBe('vehicle.speed.moving');
  });
  it('one cable: while a scan runs nobody works over it, and nobody scans while a unit is worked on', async () => {
    await plugIn(shop, 'van-15');
    shop.world.simulator.fault = 'pending-forever';
    await startScan(shop.root.deps, bench, { jobNumber: 2032, kind: 'pre' });
    expect(why(await identify(VAN))).toBe('gate.station.busy');
    const hands = { plug: 'van-7' };
    expect(await moveSimulatedVehicle(shop.root.deps, bench, hands)).toMatchObject({
      problem: { code: 'scan.line.busy' }
    });
    shop.world.simulator.fault = undefined;
    await until(() => shop.root.deps.bench.scans.size === 0, 60_000);
    const begun = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'identify', ...VAN, role: 'original' }
    });
    expect(begun.ok).toBe(true);
    expect(await startScan(shop.root.deps, bench, { jobNumber: 2032, kind: 'pre' })).toMatchObject({
      problem: { code: 'scan.line.busy' }
    });
    await until(() => shop.root.deps.bench.running.size === 0);
  });
  it('two people at once, two stations, two jobs, one cable: one of them works', async () => {
    const made = await takeIn(shop.root.deps, bench, {
      ...{ customer: 'Quay Test', vehicle: 'Halvard van 15', vin: 'U8HVD6E1803004421' },
      ...{ family: 'HV-EC6', complaint: 'Again', reason: 'software', authorisedBy: 'Office' },
      ...{ promisedAt: null, intakeKey: 'in-vehicle-01', another: true },
      arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
      units: [{ role: 'original', tag: '0422', place: '', condition: '' }]
    });
    if (!made.ok) throw new Error(made.problem.code);
    await plugIn(shop, 'van-15');
    const at = [VAN, { jobNumber: made.value.number, stationId: 'window' }] as const;
    for (let i = 0; i < 8; i++) {
      const ends = await Promise.all(
        at.map((where) => runToEnd(shop, bench, { kind: 'identify', ...where, role: 'original' }))
      );
      const outcomes = ends.map(why).toSorted();
      if (outcomes[1] !== 'done') expect(outcomes).toEqual(['done', 'gate.station.busy']);
      // on a slow machine the second may look after the first has ended: never while it works
      else expect(areApart(ends.map((e) => e.operation))).toBe(true);
    }
    // and it is free again afterwards, also when the database refused the start
    expect(shop.root.deps.bench.cableTaken).toBe(false);
  });
  it('plugs of leads and adapters are not counted: none was plugged', async () => {
    const plugs = async () => (await listKit(shop.root.deps.db)).map((k) => k.plugCycles);
    const before = await plugs();
    await plugIn(shop, 'van-15');
    expect(why(await identify(VAN))).toBe('done');
    expect(await plugs()).toEqual(before);
  });
  it('hands at the vehicle: what it told is asked again', async () => {
    await plugIn(shop, 'van-15');
    await identify(VAN);
    const station = shop.root.deps.bench.stations.get('corner');
    expect(station?.connected?.chipId).toBe('6E15C0A3');
    await moveSimulatedVehicle(shop.root.deps, bench, { vehicle: 'van-15', support: false });
    expect([station?.vehicle, station?.connected]).toEqual([undefined, undefined]);
  });
  it('worse news takes the better one away: rolling, then ignition off', async () => {
    await plugIn(shop, 'van-15');
    expect(why(await identify(VAN))).toBe('done');
    const wire = async () => (await loadJobView(shop.root.deps, 2032))?.line.wire;
    expect((await wire())?.verdict).toBe('go');
    const van = vehicle('van-15');
    if (van) van.speedKmh = 6;
    expect(why(await identify(VAN))).toBe('vehicle.speed.moving');
    expect(await wire()).toMatchObject({ verdict: 'stop', code: 'vehicle.speed.moving' });
    if (van) van.speedKmh = 0;
    expect(why(await identify(VAN))).toBe('done');
    await plugIn(shop, 'van-15', { ignition: 'off' });
    expect(why(await identify(VAN))).toBe('scan.ignition.off');
    expect(await wire()).toMatchObject({ verdict: 'look', code: 'vehicle.look.none' });
  });
  it('a supply that goes off takes away only what it feeds', async () => {
    await plugIn(shop, 'van-15');
    await identify(VAN);
    const station = shop.root.deps.bench.stations.get('corner');
    await station?.supply.apply({ on: false });
    await until(() => station?.supply.latest?.on === false);
    expect(station?.connected?.chipId).toBe('6E15C0A3');
  });
});

describe('a unit in an older vehicle, over its own pair', () => {
  const inside = () => shop.world.units.get('0390') as Module;

  it('is identified, and its calibration read twice, trusted and equal to what it holds', async () => {
    await plugIn(shop, 'minibus-3', { station: 'window' });
    vehicle('minibus-3')?.play('healthy');
    expect(why(await read(MINIBUS, 'external'))).toBe('vehicle.look.none');
    expect(why(await identify(MINIBUS))).toBe('done');
    for (let i = 0; i < 2; i++) expect(why(await read(MINIBUS, 'external'))).toBe('done');
    const view = await loadJobView(shop.root.deps, 2027);
    const region = view?.regions.original.find((r) => r.region.id === 'external');
    expect(region?.agreement.state).toBe('trusted');
    const kept = Buffer.from(inside().memory.get('external') as Uint8Array);
    const { createHash } = await import('node:crypto');
    expect(region?.agreement.trustedSha256).toBe(createHash('sha256').update(kept).digest('hex'));
  });
  it('another region goes by the bench, and there the supply is asked for again', async () => {
    await plugIn(shop, 'minibus-3', { station: 'window' });
    await identify(MINIBUS);
    await shop.root.deps.bench.stations.get('window')?.supply.apply({ on: false });
    expect(why(await read(MINIBUS, 'eeprom'))).toBe('supply.output.off');
  });
  it('the battery is measured again when a read begins: what was fine once is not fine now', async () => {
    await plugIn(shop, 'minibus-3', { station: 'window' });
    expect(why(await identify(MINIBUS))).toBe('done');
    // the support supply was taken away and an hour went by, and nobody told the application
    const minibus = vehicle('minibus-3');
    minibus?.support(false);
    Object.defineProperty(minibus, 'batteryMv', { get: () => 11_300, configurable: true });
    expect(why(await read(MINIBUS, 'external'))).toBe('vehicle.volts.low');
    delete (minibus as unknown as Record<string, unknown>)['batteryMv'];
    // and the gate knows from then on
    expect(why(await read(MINIBUS, 'external'))).toBe('vehicle.volts.low');
  });
  it('another vehicle on the pair is told by its VIN, and the unit in it is not asked', async () => {
    await plugIn(shop, 'minibus-5', { station: 'window' });
    expect(why(await identify(MINIBUS))).toBe('scan.vehicle.other');
  });
  it('the unit lies on a bench: nothing in the vehicle answers for its memory', async () => {
    await powerUp(shop, 'corner', '0390', { padHeld: false, limitMa: 3_000 });
    await plugIn(shop, 'minibus-3', { station: 'window' });
    expect(why(await identify(MINIBUS))).toBe('uds.answer.negative');
    await shop.root.deps.bench.world?.setStation('corner', { unit: null });
  });
  it('the box falls off the pair in the middle of a read: nothing is kept, and the next read is whole', async () => {
    await plugIn(shop, 'minibus-3', { station: 'window' });
    await identify(MINIBUS);
    const [station] = shop.world.stations;
    if (station) station.fault = { kind: 'drop-socket', afterFrames: 400 };
    expect(why(await read(MINIBUS, 'external'))).toBe('link.socket.lost');
    await until(() => shop.root.deps.bench.stations.get('window')?.thread.connected === true);
    expect(why(await read(MINIBUS, 'external'))).toBe('done');
  });
});
