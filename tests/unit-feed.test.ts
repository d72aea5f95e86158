// A unit that is wired at its connector while it stays installed: who feeds it is asked, measured and held against the supply.
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { assignUnit } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { sayWhoFeeds } from '../app/src/lib/server/services/operation/unit-feed.ts';
import { scanBench } from '../app/src/lib/server/services/prove/scan-other.ts';
import { chooseAccess } from '../app/src/lib/server/services/plan/accesses.ts';
import { makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';

const AT = { jobNumber: 2027, stationId: 'window', role: 'original' } as const;
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());

const choose = async (key: string) =>
  chooseAccess(shop.root.deps, await shop.person('lead'), {
    ...{ jobNumber: 2027, key, method: 'whole-image' as const, reason: 'stays in the gearbox' }
  });
const say = (by: 'bench' | 'vehicle', measuredMv?: number, person = bench) =>
  sayWhoFeeds(shop.root.deps, person, {
    ...{ jobNumber: 2027, role: 'original' as const, by },
    ...(measuredMv === undefined ? {} : { measuredMv })
  }).then((r) => (r.ok ? 'ok' : r.problem.code));
const why = ({ refused, operation }: Awaited<ReturnType<typeof runToEnd>>) =>
  refused?.code ?? operation?.problem?.code ?? operation?.state;
const identify = () => runToEnd(shop, bench, { kind: 'identify', ...AT }).then(why);
const read = () => runToEnd(shop, bench, { kind: 'read', ...AT, regionId: 'eeprom' }).then(why);
const hands = (change: object) => shop.root.deps.bench.world?.setStation('window', change);
const supplyOff = async () => {
  const station = shop.root.deps.bench.stations.get('window');
  await station?.supply.apply({ on: false });
  await until(() => station?.supply.latest?.on === false);
};

it('is asked only where the unit stays installed, and of nobody who may not work at the bench', async () => {
  expect(await say('bench')).toBe('feed.access.needless');
  expect((await choose('bench-2')).ok).toBe(true);
  expect(await say('bench', undefined, await shop.person('desk'))).toBe('gate.person.role');
  expect(await identify()).toBe('gate.feed.unasked');
});
it('the bench feeds it: as ever, the supply has to be on', async () => {
  expect(await say('bench')).toBe('ok');
  await supplyOff();
  expect(await identify()).toBe('supply.output.off');
  await powerUp(shop, 'window', '0390', { padHeld: false, limitMa: 3_000 });
  expect(await identify()).toBe('done');
  expect(await read()).toBe('done');
});
it('the vehicle feeds it: measured, and never both', async () => {
  expect(await say('vehicle')).toBe('ok');
  await hands({ vehicleFeeds: true });
  expect(await identify()).toBe('gate.feed.twice');
  await supplyOff();
  expect(await identify()).toBe('gate.feed.unmeasured');
  expect(await say('vehicle', 11_400)).toBe('ok');
  expect(await identify()).toBe('gate.feed.outside');
  expect(await say('vehicle', 12_640)).toBe('ok');
  expect(await identify()).toBe('done');
  const station = shop.root.deps.bench.stations.get('window');
  // the bench supply is off all the time: the unit is not forgotten for it
  await new Promise((resolve) => setTimeout(resolve, 400));
  expect(station?.connected?.tag).toBe('0390');
  expect(await read()).toBe('done');
  const scanned = await scanBench(shop.root.deps, bench, AT);
  expect(scanned.ok).toBe(true);
  const view = await loadJobView(shop.root.deps, 2027);
  // the bench supply is off: what was measured at the unit is what fed it
  expect(view?.records.benchScan?.batteryMv).toBe(12_640);
  expect(view?.regions.original.find((r) => r.region.id === 'eeprom')?.agreement.state).toBe(
    'trusted'
  );
  const told = (await listEvents(shop.root.deps.db, view?.job.id ?? '')).filter(
    (e) => e.kind === 'unit.fed'
  );
  expect(told.at(-1)?.data).toMatchObject({ unit: '0390', by: 'vehicle', measuredMv: 12_640 });
});
it('the vehicle lets it down in the middle: said so, and nothing kept', async () => {
  const begun = runToEnd(shop, bench, { kind: 'read', ...AT, regionId: 'program' });
  await until(() => {
    const live = shop.root.deps.bench.running.get('window');
    return live !== undefined && live.doneBytes > 0;
  });
  await hands({ vehicleFeeds: false });
  expect(why(await begun)).toMatch(/^(uds|isotp|link)\./);
});
it('what was said of one unit says nothing of the next', async () => {
  const { deps } = shop.root;
  const feed = { jobNumber: 2027, role: 'donor' as const, by: 'vehicle' as const };
  expect((await sayWhoFeeds(deps, bench, { ...feed, measuredMv: 12_500 })).ok).toBe(true);
  const units = async () => (await loadJobView(deps, 2027))?.units;
  expect((await units())?.donor).toMatchObject({ tag: '0391', fedBy: 'vehicle', fedMv: 12_500 });
  await assignUnit(deps, bench, { jobNumber: 2027, role: 'donor', tag: '0490' });
  expect((await units())?.donor).toMatchObject({ tag: '0490', fedBy: null, fedMv: null });
  expect((await units())?.original?.fedBy).toBe('vehicle');
});
