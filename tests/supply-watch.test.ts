// The output goes off by itself: a short, an inrush that is none, and what the record says of it.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { SupplySample } from '@badger/core/port/supply';
import type { BenchFault } from '../standins/src/world/bench-fault.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { describeBench } from '../app/src/lib/server/services/operation/live-state.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { makeShop, powerUp, runToEnd, until, waitForEnd, type Shop } from './support/shop.ts';

const AT = { jobNumber: 2031, stationId: 'window', role: 'original' } as const;
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
});
afterAll(() => shop.close());
const device = () => {
  const station = shop.world.stations.find((s) => s.spec.id === 'window');
  if (!station) throw new Error('no station');
  return station;
};
const station = () => {
  const found = shop.root.deps.bench.stations.get('window');
  if (!found) throw new Error('no station');
  return found;
};
const fault = (kind: BenchFault | undefined) => (device().benchFaults = kind ? [kind] : []);
afterEach(() => fault(undefined));
const trips = async () => {
  const view = await loadJobView(shop.root.deps, AT.jobNumber);
  const events = view ? await listEvents(shop.root.deps.db, view.job.id) : [];
  return events.filter((e) => e.kind === 'supply.tripped');
};
/** Readings from now on that show the output on and held in its limit. */
function limitedReadings(): { readonly seen: SupplySample[]; readonly stop: () => void } {
  const seen: SupplySample[] = [];
  const stop = station().onSample((s) => {
    if (s?.on && s.measuredMa >= s.limitMa * 0.98 && s.measuredMv < s.setMv * 0.9) seen.push(s);
  });
  return { seen, stop };
}

describe('watch over the supply', () => {
  it('an inrush is let by, and the unit answers', async () => {
    fault('inrush');
    await powerUp(shop, 'window', '0417');
    // as long as the capacitors fill, the supply is in its limit and nothing is begun
    await until(() => (station().supply.latest?.measuredMa ?? 9999) < 2000);
    expect((await runToEnd(shop, bench, { kind: 'identify', ...AT })).operation?.state).toBe(
      'done'
    );
    expect(device().supply.on).toBe(true);
    expect(station().trip).toBeUndefined();
  });
  it('a short under a unit that idles: off after the first reading that shows it', async () => {
    const limited = limitedReadings();
    fault('short');
    await until(() => !device().supply.on);
    limited.stop();
    // the reading that showed it, and at most one that was under way
    expect(limited.seen.length).toBeLessThanOrEqual(2);
    await until(() => station().supply.latest?.on === false);
    // the unit was identified: the record names it, though nobody connected it through Wire
    await until(async () => (await trips()).length === 1);
    expect((await trips())[0]?.data).toMatchObject({ unit: '0417', station: 'window' });
    expect(station().trip?.judgement.code).toBe('watch.limit.held');
    expect(station().connected).toBeUndefined();
    const shown = describeBench(shop.root.deps).stations.find((s) => s.id === 'window');
    expect(shown?.trip?.code).toBe('watch.limit.held');
  });
  it('a short from the start: the limit holds it, and it is off once an inrush would be over', async () => {
    fault('short');
    await powerUp(shop, 'window', '0417');
    await until(() => !device().supply.on);
    expect(station().trip?.judgement.code).toBe('watch.limit.held');
  });
  it('in the middle of a read: the read fails by that, nothing is kept, the record says so once', async () => {
    await powerUp(shop, 'window', '0417');
    expect(station().trip).toBeUndefined();
    await runToEnd(shop, bench, { kind: 'identify', ...AT });
    const before = (await trips()).length;
    const kept = (await loadJobView(shop.root.deps, AT.jobNumber))?.records.reads.length;
    shop.world.speed = 20;
    const started = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'read', ...AT, regionId: 'program-flash' }
    });
    if (!started.ok) throw new Error(started.problem.code);
    await until(() => (shop.root.deps.bench.running.get('window')?.doneBytes ?? 0) > 0);
    fault('short');
    const operation = await waitForEnd(shop, started.value.operationId);
    shop.world.speed = 0;
    expect(operation).toMatchObject({ state: 'failed', problem: { code: 'watch.limit.held' } });
    expect((await loadJobView(shop.root.deps, AT.jobNumber))?.records.reads.length).toBe(kept);
    await until(async () => (await trips()).length > before);
    const [event, ...more] = (await trips()).slice(before);
    expect(more).toEqual([]);
    expect(event?.data).toMatchObject({ unit: '0417', why: 'watch.limit.held' });
  });
  it('what only looks dead trips nothing: no feed, no ignition, no answer', async () => {
    for (const kind of ['open-feed', 'no-ignition', 'can-open', 'dead'] as const) {
      fault(kind);
      await powerUp(shop, 'window', '0417');
      const end = await runToEnd(shop, bench, { kind: 'identify', ...AT });
      expect(end.operation?.state ?? end.refused?.code).not.toBe('done');
      expect(station().trip).toBeUndefined();
      expect(device().supply.on).toBe(true);
    }
  });
});
