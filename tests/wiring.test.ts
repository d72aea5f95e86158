// A unit is connected and measured before power: who may, what is kept, what a measured fault holds.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import type { UnitRole } from '@badger/core/job/roles';
import type { ReadingKind } from '@badger/core/wiring/judge-connection';
import type { LiveOperation } from '../app/src/lib/server/bench/live-operation.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { listKit, updateKit } from '../app/src/lib/server/repositories/kit.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { moveToStation } from '../app/src/lib/server/services/job/jobs.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import {
  beginConnection,
  keepReading,
  tickWires
} from '../app/src/lib/server/services/wiring/connect.ts';
import { describeWiring } from '../app/src/lib/server/services/wiring/describe-wiring.ts';
import { makeShop, powerUp, runToEnd, until, waitForEnd, type Shop } from './support/shop.ts';

const JOB = 2031;
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());

const said = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const viewOf = async (number = JOB) => {
  const view = await loadJobView(shop.root.deps, number);
  if (!view) throw new Error('no job');
  return view;
};
const wiringOf = async (role: UnitRole = 'original') => {
  const found = describeWiring(shop.root.deps, await viewOf()).find((w) => w.role === role);
  if (!found) throw new Error('no wiring');
  return found;
};
const leadNamed = async (name: string) =>
  (await listKit(shop.root.deps.db)).find((k) => k.name.startsWith(name))?.id ?? '';
const begin = async (change: object = {}, person = bench) =>
  said(
    await beginConnection(shop.root.deps, person, {
      ...{ jobNumber: JOB, role: 'original' as const, stationId: 'window', marking: '' },
      ...{ leadId: await leadNamed('Boot lead'), adapterId: '', ...change }
    })
  );
const at = async () => ({
  ...{ jobNumber: JOB, role: 'original' as const },
  connectionId: (await wiringOf()).connection?.id ?? ''
});
const tick = async (wireKeys: string[], on = true, person = bench) =>
  said(await tickWires(shop.root.deps, person, { ...(await at()), wireKeys, on }));
const read = async (kind: ReadingKind, ohm: number | null, wireKey?: string) =>
  said(
    await keepReading(shop.root.deps, bench, {
      ...(await at()),
      ...{ kind, ohm },
      ...(wireKey === undefined ? {} : { wireKey })
    })
  );
const supply = (on: boolean) =>
  setSupply(shop.root.deps, bench, {
    stationId: 'window',
    settings: on ? { voltageMv: 13_500, limitMa: 5000, on } : { on }
  }).then(said);
const supplyIs = (on: boolean) =>
  until(() => shop.root.deps.bench.stations.get('window')?.supply.latest?.on === on);
const wire = async () => (await viewOf()).line.wire;

describe('a unit is connected', () => {
  it('before anybody began nothing is claimed and nothing can be ticked', async () => {
    expect((await wiringOf()).connection).toBeUndefined();
    expect(await tick(['ground-0'])).toBe('wiring.connection.old');
    expect((await wire()).code).toBe('wire.station.none');
  });
  it.each([
    ['a lead of another family', { leadId: 'Gearbox' }, 'wiring.lead.unknown'],
    ['a meter for a lead', { leadId: 'Bench meter' }, 'wiring.lead.unknown'],
    [
      'a lead of another station',
      { leadId: 'Boot lead', stationId: 'corner' },
      'wiring.lead.unknown'
    ],
    ['a station that is not there', { stationId: 'attic' }, 'station.id.unknown'],
    ['a unit that is not in the job', { role: 'partner' }, 'upload.unit.none']
  ])('%s is refused', async (_, change, code) => {
    const leadId = 'leadId' in change ? { leadId: await leadNamed(change.leadId) } : {};
    expect(await begin({ ...change, ...leadId })).toBe(code);
  });
  it('nobody from the office, and nobody in a job that is closed', async () => {
    expect(await begin({}, await shop.person('desk'))).toBe('gate.person.role');
    expect(await begin({ jobNumber: 2023 })).toMatch(/gate\.job\.closed|job\.number\.unknown/);
  });
  it('the marking of a chip that all boards share is no reason to refuse', async () => {
    expect(await begin({ marking: 'K32-2M41' })).toBe('ok');
  });
  it('wires are ticked once however often it is said, and taken off again', async () => {
    expect(await begin()).toBe('ok');
    const all = (await wiringOf()).plan.wires.map((w) => w.key);
    expect(await tick(['nothing-9'])).toBe('wiring.wire.unknown');
    await Promise.all([tick(all.slice(0, 2)), tick(all.slice(0, 2)), tick(all.slice(0, 1))]);
    expect((await wiringOf()).connection?.ticked.toSorted()).toEqual(all.slice(0, 2).toSorted());
    expect(await tick(all.slice(0, 1), false)).toBe('ok');
    expect((await wiringOf()).judged.open).toContain(all[0]);
    expect((await wire()).verdict).toBe('look');
    expect(await tick(all)).toBe('ok');
    const events = await listEvents(shop.root.deps.db, (await viewOf()).job.id);
    expect(events.filter((e) => e.kind === 'unit.connected')).toHaveLength(1);
  });
  it('what was begun anew since takes nothing of the old one', async () => {
    const old = await at();
    expect(await begin()).toBe('ok');
    const late = await tickWires(shop.root.deps, bench, {
      ...old,
      wireKeys: ['ground-0'],
      on: true
    });
    expect(said(late)).toBe('wiring.connection.old');
    expect((await wiringOf()).connection?.ticked).toEqual([]);
  });
  it('nothing of it can be changed or deleted', async () => {
    const client = new pg.Client({ connectionString: shop.databaseUrl });
    await client.connect();
    for (const sql of [
      'delete from connection_tick',
      "update connection set marking = 'other'",
      ...['connection', 'connection_tick', 'connection_reading'].map((t) => `truncate ${t} cascade`)
    ])
      await expect(client.query(sql)).rejects.toThrow('append only');
    await client.end();
  });
});

describe('what is measured', () => {
  it('is kept with its figure, the last of each thing counts', async () => {
    expect(await read('pair', 118)).toBe('ok');
    expect(await wire()).toMatchObject({ verdict: 'look', code: 'wiring.pair.few' });
    expect(await read('pair', 60.2)).toBe('ok');
    expect(await read('feed-ground', null)).toBe('ok');
    expect((await wiringOf()).connection?.readings.at(-1)?.mohm).toBe(Infinity);
  });
  it('a wire is named for a wire, and for nothing else', async () => {
    expect(await read('wire', 0.1)).toBe('wiring.wire.unknown');
    expect(await read('pair', 60, 'ground-0')).toBe('wiring.wire.unknown');
    expect(await read('wire', 0.1, 'ground-0')).toBe('ok');
  });
  it('all ticked and measured right: then the supply says the rest', async () => {
    expect(await tick((await wiringOf()).plan.wires.map((w) => w.key))).toBe('ok');
    expect((await viewOf()).connection).toMatchObject({ verdict: 'go' });
    expect((await wire()).code).toBe('supply.output.off');
  });
  it('while the supply is on nothing is measured', async () => {
    expect(await supply(true)).toBe('ok');
    await supplyIs(true);
    expect(await read('pair', 60)).toBe('wiring.reading.live');
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
  });
  it('a measured short holds power and every operation, until it is measured away', async () => {
    expect(await read('feed-ground', 0.4)).toBe('ok');
    expect(await wire()).toMatchObject({ verdict: 'stop', code: 'wiring.feed.short' });
    expect(await supply(true)).toBe('wiring.power.held');
    expect(shop.root.deps.bench.stations.get('window')?.supply.latest?.on).toBe(false);
    // power that came on by hand at the supply itself does not open the gate
    await powerUp(shop, 'window', '0417');
    const refused = await runToEnd(shop, bench, {
      ...{ kind: 'identify', jobNumber: JOB, stationId: 'window', role: 'original' }
    });
    expect(refused.refused?.code).toBe('wiring.feed.short');
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
    expect(await read('feed-ground', 2400)).toBe('ok');
    expect(await supply(true)).toBe('ok');
    await supplyIs(true);
    const done = await runToEnd(shop, bench, {
      ...{ kind: 'identify', jobNumber: JOB, stationId: 'window', role: 'original' }
    });
    expect(done.operation?.state).toBe('done');
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
  });
  it('the short of one unit does not hold the other that is connected after it', async () => {
    expect(await read('feed-ground', 1)).toBe('ok');
    expect(await begin({ role: 'donor' })).toBe('ok');
    expect(await supply(true)).toBe('ok');
    await supplyIs(true);
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
    expect(await begin()).toBe('ok');
  });
  it('at another station it is not connected', async () => {
    expect(await tick(['ground-0'])).toBe('ok');
    await moveToStation(shop.root.deps, bench, { jobNumber: JOB, stationId: 'corner' });
    expect((await wiringOf()).connection).toBeUndefined();
    await moveToStation(shop.root.deps, bench, { jobNumber: JOB, stationId: 'window' });
    expect((await wiringOf()).connection?.ticked).toEqual(['ground-0']);
  });
});

describe('an operation is not disturbed', () => {
  it('one that begins while the books are looked into keeps its supply', async () => {
    const asked = supply(true);
    const { running } = shop.root.deps.bench;
    running.set('window', { spec: { kind: 'write' } } as unknown as LiveOperation);
    expect(await asked).toBe('station.work.busy');
    running.delete('window');
    expect(shop.root.deps.bench.stations.get('window')?.supply.latest?.on).toBe(false);
  });
  it('while it runs the unit is neither connected anew, nor ticked, nor moved', async () => {
    await powerUp(shop, 'window', '0417');
    const at0 = { jobNumber: JOB, stationId: 'window', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...at0 });
    shop.world.speed = 30;
    const started = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'read', ...at0, regionId: 'program-flash' }
    });
    if (!started.ok) throw new Error(started.problem.code);
    expect(await begin({ stationId: 'corner', leadId: '' })).toBe('job.work.running');
    expect(await tick(['ground-0'])).toBe('job.work.running');
    shop.world.speed = 0;
    await waitForEnd(shop, started.value.operationId);
    expect((await viewOf()).job.stationId).toBe('window');
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
  });
});

describe('the kit decides', () => {
  it('only the lead that was chosen is worn by plugging it', async () => {
    const plugs = async () =>
      new Map((await listKit(shop.root.deps.db)).map((k) => [k.name, k.plugCycles]));
    expect(await begin()).toBe('ok');
    const before = await plugs();
    await powerUp(shop, 'window', '0417');
    const done = await runToEnd(shop, bench, {
      ...{ kind: 'identify', jobNumber: JOB, stationId: 'window', role: 'original' }
    });
    expect(done.operation?.state).toBe('done');
    const after = await plugs();
    const worn = [...after].filter(([name, n]) => n !== before.get(name));
    expect(worn).toEqual([
      ['Boot lead with terminator', (before.get('Boot lead with terminator') ?? 0) + 1]
    ]);
    expect(await supply(false)).toBe('ok');
    await supplyIs(false);
  });
  it('a lead taken out of use leaves a plan without its figures', async () => {
    const kit = await listKit(shop.root.deps.db);
    const lead = kit.find((k) => k.name.startsWith('Boot lead'));
    if (!lead) throw new Error('no lead');
    expect((await wiringOf()).power?.volts.verdict).toBe('go');
    await updateKit(shop.root.deps.db, lead.id, {
      version: lead.version,
      values: { retiredAt: new Date() }
    });
    const after = await wiringOf();
    expect(after.plan.lead).toBeUndefined();
    expect(after.power?.volts).toMatchObject({ verdict: 'look', code: 'power.volts.unknown' });
  });
});
