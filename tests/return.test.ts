// The way back: a new engine unit is taught in its vehicle over the vehicle's own pair; what was not seen done is not called done.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DoAtVehicle } from '../app/src/lib/schema/requests.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { stopWatch, watchStart } from '../app/src/lib/server/services/return/watch-start.ts';
import { plugIn, until } from './support/shop.ts';
import * as way from './support/way-back.ts';
import {
  BY_HAND,
  hands,
  makeWayBack,
  openJob,
  say,
  stepOf,
  vehicleOf,
  wayBackOf,
  type WayBack
} from './support/way-back.ts';

const BUS_VIN = 'U8NME3A1404400588';
const VAN_VIN = 'U8HVD6E1803004421';
const WINDOW = { stationId: 'window' } as const;

let w: WayBack;
let bus: number;
beforeAll(async () => {
  w = await makeWayBack();
  bus = await openJob(w, { vin: BUS_VIN, family: 'QN-EC1', reason: 'new-module' });
});
afterAll(() => w.close());

const teach = (asked: Omit<DoAtVehicle, 'stationId'>, by?: Person) =>
  way.teach(w, { jobNumber: bus, ...asked, ...WINDOW }, by);
const watch = (stepId: string, key?: number) =>
  way.watch(w, 'minibus-5', {
    ...{ jobNumber: bus, stepId, ...WINDOW },
    ...(key === undefined ? {} : { key, keys: 2 })
  });
const vinOf = (unit: string) => vehicleOf(w, 'minibus-5').taught(unit)?.vin;

describe('a new unit in its vehicle', () => {
  it('one step after the other; whoever may not, may not', async () => {
    await plugIn(w.shop, 'minibus-5', { station: 'window' });
    await hands(w, { vehicle: 'minibus-5', script: 'new-unit' });
    const { steps, judgement } = await wayBackOf(w, bus);
    expect(steps.map((s) => s.id)).toEqual([
      ...['plug', 'battery-off', 'fitted', 'battery-on', 'support'],
      ...['fit-write-vin', 'fit-keys', 'fit-coding', 'fit-adaptations', 'start', 'start-again'],
      ...['complaint', 'post-scan', 'faults', 'functions', 'old-parts']
    ]);
    expect(judgement).toMatchObject({ verdict: 'look', code: 'return.steps.open' });
    const typed = { stepId: 'fit-write-vin', act: 'write-vin' as const, vin: BUS_VIN };
    expect(await teach({ ...typed, vinAgain: BUS_VIN })).toBe('return.act.open');
    for (const id of ['plug', 'battery-off', 'fitted', 'battery-on', 'support'])
      expect(await say(w, { jobNumber: bus, stepId: id })).toBe('ok');
    expect(await teach({ ...typed, vinAgain: BUS_VIN }, w.trainee)).toBe('gate.person.role');
    expect(
      await say(
        w,
        { jobNumber: bus, stepId: 'fit-write-vin' },
        { state: 'waived', note: 'not today', by: w.trainee }
      )
    ).toBe('gate.person.role');
    expect(await say(w, { jobNumber: bus, stepId: 'fit-write-vin' })).toBe('return.step.untold');
    expect(await say(w, { jobNumber: bus, stepId: 'post-scan' })).toBe('return.step.kept');
    expect(await say(w, { jobNumber: bus, stepId: 'nothing' })).toBe('return.step.unknown');
  });

  it('the VIN: typed twice, the job’s, seen in the unit', async () => {
    const vin = (a: string, b: string) =>
      teach({ stepId: 'fit-write-vin', act: 'write-vin', vin: a, vinAgain: b });
    expect(vinOf('engine')).toBeUndefined();
    expect(await vin(BUS_VIN, BUS_VIN.replace('5', '6'))).toBe('return.vin.twice');
    // wrong twice the same way, and the VIN of another vehicle
    const swapped = BUS_VIN.replace('4400588', '4400858');
    expect(await vin(swapped, swapped)).toMatch(/^return\.vin\.(check|other)$/);
    expect(await vin(VAN_VIN, VAN_VIN)).toBe('return.vin.other');
    expect(vinOf('engine')).toBeUndefined();
    expect((await stepOf(w, bus, 'fit-write-vin'))?.state).toBe('open');
    // no supply on it, the engine turned: nothing is begun
    await hands(w, { vehicle: 'minibus-5', support: false });
    expect(await vin(BUS_VIN, BUS_VIN)).toBe('vehicle.volts.unsupported');
    await hands(w, { vehicle: 'minibus-5', support: true });
    const rows = await w.db.query(`select 1 from return_note where state = 'begun'`);
    expect(rows.rowCount).toBe(0);
    await hands(w, { vehicle: 'minibus-5', teachingFaults: ['says-yes-does-nothing'] });
    expect(await vin(BUS_VIN, BUS_VIN)).toBe('half');
    expect((await stepOf(w, bus, 'fit-write-vin'))?.state).toBe('half');
    // what is half done is not waved away
    const half = { jobNumber: bus, stepId: 'fit-write-vin' };
    const words = { note: 'never mind this one', by: w.lead };
    expect(await say(w, half, { ...words, state: 'again' })).toBe('return.step.settled');
    expect(await say(w, half, { ...words, state: 'waived' })).toBe('return.step.settled');
    expect((await wayBackOf(w, bus)).judgement).toMatchObject({ verdict: 'stop' });
    // the answer is lost, and it is seen done all the same
    await hands(w, { vehicle: 'minibus-5', teachingFaults: ['does-it-and-falls-silent'] });
    expect(await vin(BUS_VIN, BUS_VIN)).toBe('done');
    await hands(w, { vehicle: 'minibus-5', teachingFaults: [] });
    expect(vinOf('engine')).toBe(BUS_VIN);
    expect(await teach({ stepId: 'fit-write-vin', act: 'read-vin' })).toBe('done');
  });

  it('every key: registered, and seen to start the engine', async () => {
    const keys = { stepId: 'fit-keys', act: 'register-key' as const };
    expect(await watch('fit-keys')).toBe('return.key.unsaid');
    expect(await watch('fit-keys', 1)).toBe('return.start.dies');
    expect((await stepOf(w, bus, 'fit-keys'))?.state).toBe('wrong');
    await hands(w, { vehicle: 'minibus-5', teachingFaults: ['key-refused'] });
    expect(await teach(keys)).toBe('refused');
    await hands(w, { vehicle: 'minibus-5', teachingFaults: [] });
    expect(await teach(keys)).toBe('done');
    expect((await stepOf(w, bus, 'fit-keys'))?.state).toBe('wrong');
    expect(await watch('fit-keys', 1)).toBe('return.start.runs');
    expect((await stepOf(w, bus, 'fit-keys'))?.state).toBe('open');
    await hands(w, { vehicle: 'minibus-5', key: 'key-2' });
    expect(await watch('fit-keys', 2)).toBe('return.start.dies');
    await hands(w, { vehicle: 'minibus-5', ignition: 'on' });
    expect(await teach(keys)).toBe('done');
    expect(await watch('fit-keys', 2)).toBe('return.start.runs');
    expect((await wayBackOf(w, bus)).keysRegistered).toBe(2);
    expect((await stepOf(w, bus, 'fit-keys'))?.state).toBe('done');
  });

  it('coding: a blank one is none; saved, refused, written, compared field by field', async () => {
    const coding = (act: 'save-coding' | 'read-coding' | 'write-coding') =>
      teach({ stepId: 'fit-coding', act });
    const state = async () => (await stepOf(w, bus, 'fit-coding'))?.state;
    const engine = () => vehicleOf(w, 'minibus-5').taught('engine');
    const differing = async () =>
      (await wayBackOf(w, bus)).codings
        .find((c) => c.unit === 'engine')
        ?.fields?.filter((f) => !f.same)
        .map((f) => f.name);
    expect(await coding('write-coding')).toBe('untouched');
    // what a new unit tells is put back by nobody
    expect(await coding('save-coding')).toBe('untouched');
    expect((await wayBackOf(w, bus)).codings.map((c) => c.unit)).toEqual(['body']);
    expect(await coding('write-coding')).toBe('untouched');
    // the original, refitted for it
    const saved = Uint8Array.of(1, 2, 3, 4, 5);
    engine()?.write(0x600, saved, BY_HAND);
    expect(await coding('save-coding')).toBe('done');
    expect((await wayBackOf(w, bus)).codings.map((c) => c.unit)).toEqual(['engine', 'body']);
    expect(await state()).not.toBe('done');
    // another unit, coded otherwise
    engine()?.write(0x600, Uint8Array.of(1, 3, 3, 4, 5), BY_HAND);
    expect(await coding('read-coding')).toBe('done');
    expect(await state()).not.toBe('done');
    expect(await differing()).toEqual(['Gearbox']);
    await hands(w, { vehicle: 'minibus-5', teachingFaults: ['coding-refused'] });
    expect(await coding('write-coding')).toBe('refused');
    expect(await state()).toBe('refused');
    expect(await differing()).toEqual(['Gearbox']);
    await hands(w, { vehicle: 'minibus-5', teachingFaults: [] });
    expect(await coding('write-coding')).toBe('done');
    expect(engine()?.coding).toEqual(saved);
    expect(await differing()).toEqual([]);
    expect(await state()).toBe('done');
  });

  it('learnt values at working temperature only', async () => {
    const reset = () => teach({ stepId: 'fit-adaptations', act: 'reset-adaptations' });
    await hands(w, { vehicle: 'minibus-5', teachingFaults: ['temperature-not-measured'] });
    expect(await reset()).toBe('untouched');
    await hands(w, { vehicle: 'minibus-5', teachingFaults: [] });
    expect(await reset()).toBe('untouched');
    expect((await stepOf(w, bus, 'fit-adaptations'))?.last?.evidence.problem?.code).toBe(
      'return.temperature.outside'
    );
    await hands(w, { vehicle: 'minibus-5', ignition: 'running' });
    w.shop.world.speed = 3600;
    await until(async () => {
      await hands(w, { vehicle: 'minibus-5', ignition: 'running' });
      return vehicleOf(w, 'minibus-5').oilC >= 80;
    }, 20_000);
    w.shop.world.speed = 0;
    await hands(w, { vehicle: 'minibus-5', ignition: 'on' });
    expect(await reset()).toBe('done');
    expect(
      (await stepOf(w, bus, 'fit-adaptations'))?.last?.evidence.seen?.temperatureC
    ).toBeGreaterThan(74);
  });

  it('starts twice; what was kept is never changed or deleted', async () => {
    expect(await watch('start')).toBe('return.start.runs');
    expect(await watch('start-again')).toBe('return.start.runs');
    // nobody closes the job while something is watched
    const watching = { jobNumber: bus, stepId: 'start', ...WINDOW };
    expect(await watchStart(w.shop.root.deps, w.bench, watching)).toMatchObject({ ok: true });
    const closing = { jobNumber: bus, result: 'ended' as const, reason: 'enough of this' };
    expect(await finishJob(w.shop.root.deps, w.lead, closing)).toMatchObject({
      problem: { code: 'job.work.running' }
    });
    expect(stopWatch(w.shop.root.deps, w.bench, bus)).toMatchObject({ ok: true });
    await until(() => w.shop.root.deps.bench.acts.size === 0);
    // stopped before anybody turned the key: that is no word against the start before
    expect((await stepOf(w, bus, 'start'))?.last?.evidence.judgement?.verdict).toBe('none');
    expect(stopWatch(w.shop.root.deps, w.bench, bus)).toMatchObject({
      problem: { code: 'return.watch.none' }
    });
    for (const change of ['delete from return_note', `update return_note set state = 'done'`])
      await expect(w.db.query(change), change).rejects.toThrow(/append only/);
    await expect(w.db.query('truncate return_note')).rejects.toThrow();
  });
});
