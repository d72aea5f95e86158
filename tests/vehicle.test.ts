import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { formatFault } from '@badger/core/faults/fault';
import { ROUTING_NAMES } from '@badger/core/doip/codec';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { findJob } from '../app/src/lib/server/repositories/jobs.ts';
import { listScansOfJob } from '../app/src/lib/server/repositories/scans.ts';
import { recordTest } from '../app/src/lib/server/services/prove/prove.ts';
import { scanBench } from '../app/src/lib/server/services/prove/scan-other.ts';
import { startScan, stopScan } from '../app/src/lib/server/services/prove/scan-vehicle.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import type { DoipFault } from '../standins/src/vehicle/doip-entity.ts';
import type { ScriptName } from '../standins/src/vehicle/fault-script.ts';
import { makeShop, plugIn, powerUp, runToEnd, scanToEnd, until } from './support/shop.ts';

/** The whole way: application, sockets, vehicle, database. */
describe('a vehicle is scanned', () => {
  let shop: Awaited<ReturnType<typeof makeShop>>;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());
  beforeEach(() => {
    shop.world.simulator.fault = undefined;
  });

  const play = (vehicle: string, script: ScriptName) =>
    shop.world.simulator.vehicles.get(vehicle)?.play(script);
  const scan = async (jobNumber = 2031, kind: 'pre' | 'post' | 'cleared' = 'pre') => {
    const { refused, scan: kept } = await scanToEnd(shop, bench, { jobNumber, kind });
    if (!kept) throw new Error(refused?.code);
    return kept;
  };
  const refusal = async (jobNumber = 2031, stationId?: string) =>
    (await scanToEnd(shop, bench, { jobNumber, ...(stationId ? { stationId } : {}) })).refused
      ?.code ?? 'kept';
  const newestScan = async (jobNumber: number) => {
    const job = await findJob(shop.root.deps.db, jobNumber);
    return (await listScansOfJob(shop.root.deps.db, job?.id ?? ''))[0];
  };
  const groups = async (jobNumber: number) =>
    (await loadJobView(shop.root.deps, jobNumber))?.proof.reading?.groups.map((g) => g.id);

  it('over Ethernet: twelve units and more, with identification, faults and battery', async () => {
    await plugIn(shop, 'van-12');
    const kept = await scan();
    const talking = kept.units.filter((u) => u.state === 'talks');
    expect(talking.length).toBeGreaterThanOrEqual(12);
    for (const unit of talking) {
      expect(unit.identification['vin']).toBe('U8HVC3F2401084417');
      // the engine unit is the one with tag 0417: it tells its own number
      const own = unit.kind === 'engine' ? /^H4C-2207-B$/ : /^S\d{4}-417$/;
      expect(unit.identification['software-number']).toMatch(own);
    }
    expect(kept).toMatchObject({
      number: 1,
      kind: 'pre',
      vehicleVin: 'U8HVC3F2401084417',
      batteryMv: 13_200,
      brokenOff: null,
      silentCount: 0
    });
    expect(kept.name).toMatch(/^1084417 pre-scan 20\d\d-\d\d-\d\d$/);
    const engine = kept.units.find((u) => u.kind === 'engine');
    expect(engine?.faults.map(formatFault)).toContain('P0606-49');
    expect(await groups(2031)).toContain('suspect-internal');
  });

  it('every script is told apart by what the scan says', async () => {
    await plugIn(shop, 'van-12', { support: true });
    const told: Record<string, readonly string[]> = {};
    for (const script of [
      ...(['healthy', 'unit-fault', 'wiring-fault', 'network-fault'] as const),
      ...(['low-battery', 'unit-silent', 'unit-flaky', 'immobiliser-mismatch'] as const)
    ]) {
      play('van-12', script);
      await scan();
      told[script] = (await groups(2031)) ?? [];
    }
    expect(told['healthy']?.filter((g) => g !== 'old')).toEqual([]);
    expect(told['unit-fault']).toContain('suspect-internal');
    expect(told['wiring-fault']).toContain('suspect-circuit');
    expect(told['wiring-fault']).not.toContain('suspect-internal');
    expect(told['network-fault']?.[0]).toBe('network');
    expect(told['low-battery']?.[0]).toBe('supply');
    expect(told['unit-silent']).toEqual(expect.arrayContaining(['silent', 'lost']));
    expect(told['unit-flaky']).toContain('lost');
    expect(told['immobiliser-mismatch']).toContain('immobiliser');
  });

  it('over the pair of an older vehicle, its engine unit in the legislated services only', async () => {
    await plugIn(shop, 'minibus-3', { station: 'window' });
    const { scan: kept, refused } = await scanToEnd(shop, bench, {
      jobNumber: 2027,
      stationId: 'window'
    });
    if (!kept) throw new Error(refused?.code);
    expect(kept.source).toBe('Window');
    const engine = kept.units.find((u) => u.kind === 'engine');
    expect(engine?.state).toBe('talks');
    expect(engine?.identification['vin']).toBe('U8NMB7D1902200931');
    const gearbox = kept.units.find((u) => u.kind === 'transmission');
    expect(gearbox?.faults.map(formatFault)).toContain('P0606-49');
    expect(kept.units.every((u) => u.state !== 'unasked')).toBe(true);
  });

  it('what stands in the way is said before anything is asked', async () => {
    await shop.root.deps.bench.world?.vehicle({ plug: null });
    expect(await refusal()).toBe('doip.vehicle.none');
    await plugIn(shop, 'van-7');
    expect(await refusal()).toBe('scan.vehicle.other');
    await plugIn(shop, 'van-12', { ignition: 'off' });
    expect(await refusal()).toBe('scan.ignition.off');
    expect(await refusal(2019)).toBe('gate.job.closed');
    expect(await refusal(9999)).toBe('job.number.unknown');
    const desk = await shop.person('desk');
    expect(await startScan(shop.root.deps, desk, { jobNumber: 2031, kind: 'pre' })).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    await plugIn(shop, 'van-12', { ignition: 'running' });
    const van = shop.world.simulator.vehicles.get('van-12');
    if (van) van.speedKmh = 12;
    expect(await refusal()).toBe('scan.vehicle.moving');
    if (van) van.speedKmh = 0;
    await plugIn(shop, 'van-15');
    expect(
      await startScan(shop.root.deps, bench, { jobNumber: 2032, kind: 'cleared' })
    ).toMatchObject({ problem: { code: 'scan.clear.first' } });
  });

  it('a vehicle falls asleep with the ignition off, and its battery sags without support', async () => {
    const van = shop.world.simulator.vehicles.get('van-15');
    await plugIn(shop, 'van-15', { ignition: 'on', support: false });
    shop.world.speed = 120;
    const before = van?.batteryMv ?? 0;
    await until(() => (van?.batteryMv ?? 0) < before);
    await plugIn(shop, 'van-15', { ignition: 'off', support: false });
    await until(() => van?.asleep === true);
    shop.world.speed = 0;
    expect(await refusal(2032)).toBe('doip.vehicle.none');
    await plugIn(shop, 'van-15', { ignition: 'on' });
    expect((await scan(2032)).unitCount).toBeGreaterThan(10);
  });

  it('routing refused with each code of the standard, or never answered', async () => {
    await plugIn(shop, 'van-12');
    for (const code of Object.keys(ROUTING_NAMES).map(Number)) {
      if (code === 0x10) continue;
      shop.world.simulator.fault = { routing: code };
      expect(await refusal(), `0x${code.toString(16)}`).toBe(
        code === 0x11 ? 'doip.routing.pending' : 'doip.routing.refused'
      );
    }
    shop.world.simulator.fault = 'mute-routing';
    expect(await refusal()).toBe('doip.routing.timeout');
    shop.world.simulator.fault = 'no-announcement';
    expect(await refusal()).toBe('doip.vehicle.none');
  });

  const broken: readonly [DoipFault, string][] = [
    ['wrong-inverse', 'doip.stream.broken'],
    ['giant-length', 'doip.stream.broken'],
    ['close-mid', 'doip.socket.lost']
  ];
  it.each(broken)(
    'a stream that is damaged (%s) keeps what was found until then',
    async (fault, why) => {
      await plugIn(shop, 'van-12');
      play('van-12', 'unit-fault');
      shop.world.simulator.breakAfter(98, fault);
      const { scan: kept } = await scanToEnd(shop, bench, { jobNumber: 2031 });
      expect(kept?.brokenOff).toBe(why);
      // 105 answers make a whole scan: some units were done, none is blamed
      expect(kept?.units.some((u) => u.state === 'talks')).toBe(true);
      expect(kept?.units.some((u) => u.state === 'unasked')).toBe(true);
      expect(kept?.units.filter((u) => u.state === 'badly')).toEqual([]);
      const told = kept?.units.filter((u) => Object.keys(u.identification).length > 0) ?? [];
      expect(told.length).toBeGreaterThanOrEqual(12);

      // damaged from its first answer on: nothing is found, every place is shown, and it is said
      const { scan: nothing } = await scanToEnd(shop, bench, { jobNumber: 2031 });
      expect(nothing?.brokenOff).toBe(why);
      expect(nothing?.units.every((u) => u.state === 'unasked')).toBe(true);
      expect(nothing?.units).toHaveLength(kept?.units.length ?? 0);
    }
  );

  it('answers of an unknown type, out of order or with a short length do not become false faults', async () => {
    await plugIn(shop, 'van-12');
    play('van-12', 'unit-fault');
    const good = await scan();
    const faultsOf = (s: typeof good) =>
      s.units.flatMap((u) => u.faults.map((f) => `${u.id} ${formatFault(f)}`)).sort();
    for (const fault of ['unknown-type', 'reorder', 'wrong-length'] as const) {
      shop.world.simulator.fault = fault;
      const { refused, scan: kept } = await scanToEnd(shop, bench, { jobNumber: 2031 });
      shop.world.simulator.fault = undefined;
      if (!kept) {
        expect(refused?.code).toMatch(/^(doip|uds)\./);
        continue;
      }
      for (const found of faultsOf(kept)) expect(faultsOf(good)).toContain(found);
      for (const unit of kept.units) {
        const vin = unit.identification['vin'];
        if (vin !== undefined) expect(vin).toBe('U8HVC3F2401084417');
      }
    }
  });

  it('a unit that answers for another is not believed', async () => {
    await plugIn(shop, 'van-12');
    shop.world.simulator.fault = 'impostor';
    const { refused, scan: kept } = await scanToEnd(shop, bench, { jobNumber: 2031 });
    if (refused) expect(refused.code).toMatch(/^uds\.answer/);
    else {
      expect(kept?.faultCount).toBe(0);
      expect(kept?.units.filter((u) => u.state === 'talks')).toEqual([]);
      expect(kept?.brokenOff).toBe('scan.vehicle.silent');
    }
  });

  it('a response that is pending for ever ends, and the scan can be stopped', async () => {
    await plugIn(shop, 'van-12');
    const { deps } = shop.root;
    expect((await startScan(deps, bench, { jobNumber: 2031, kind: 'pre' })).ok).toBe(true);
    shop.world.simulator.fault = 'pending-forever';
    expect(stopScan(deps, 2031).ok).toBe(true);
    await until(() => deps.bench.scans.size === 0, 60_000);
    expect(stopScan(deps, 2031)).toMatchObject({ problem: { code: 'scan.line.idle' } });
    shop.world.simulator.fault = undefined;
    expect((await newestScan(2031))?.brokenOff).toBe('operation.run.stopped');
    // what is said about the vehicle still rests on the last whole scan
    const view = await loadJobView(deps, 2031);
    expect(view?.records.vehicleScan?.brokenOff).toBeNull();
  });

  it('cleared and scanned again: what is real comes back, what was old stays away', async () => {
    await plugIn(shop, 'van-12');
    play('van-12', 'unit-fault');
    const before = await scan();
    const after = await scan(2031, 'cleared');
    const codes = (s: typeof before) => s.units.flatMap((u) => u.faults.map(formatFault));
    expect(codes(before).length).toBeGreaterThan(codes(after).length);
    expect(codes(after)).toContain('P0606-49');
    expect(after.name).toContain('after clearing');
  });

  it('one line, one scan at a time', async () => {
    await plugIn(shop, 'van-12');
    const { deps } = shop.root;
    const both = await Promise.all(
      [0, 1].map(() => startScan(deps, bench, { jobNumber: 2031, kind: 'pre' }))
    );
    expect(both.filter((r) => r.ok)).toHaveLength(1);
    expect(both.find((r) => !r.ok)).toMatchObject({ problem: { code: 'scan.line.busy' } });
    await until(() => deps.bench.scans.size === 0);
  });

  it('the loose unit on the bench: ten expected, one internal', async () => {
    const { deps } = shop.root;
    expect(await scanBench(deps, bench, { jobNumber: 2031, stationId: 'window' })).toMatchObject({
      ok: false
    });
    await powerUp(shop, 'window', '0417');
    const JOB = { jobNumber: 2031, stationId: 'window', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...JOB });
    const kept = await scanBench(deps, bench, { jobNumber: 2031, stationId: 'window' });
    if (!kept.ok) throw new Error(kept.problem.code);
    const classes = (await loadJobView(deps, 2031))?.proof.benchFaults.map((f) => f.class) ?? [];
    expect(classes.filter((c) => c === 'expected')).toHaveLength(10);
    expect(classes.filter((c) => c === 'internal')).toHaveLength(1);
    expect(classes).toHaveLength(11);
  });

  it('what was measured and scanned can be added to, not changed', async () => {
    const { deps } = shop.root;
    const test = {
      jobNumber: 2031,
      test: 'ground',
      values: { dropMv: 30, load: 'under-load' },
      note: ''
    } as const;
    expect((await recordTest(deps, bench, test)).ok).toBe(true);
    const desk = await shop.person('desk');
    expect(await recordTest(deps, desk, test)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    for (const table of ['scan', 'proof_test', 'authority']) {
      for (const act of [`delete from ${table}`, `update ${table} set id = id`]) {
        await expect(deps.db.$client.query(act), act).rejects.toThrow();
      }
    }
  });
});
