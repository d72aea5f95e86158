// The way back when it goes wrong at the vehicle: the line, the database, two people, another vehicle.
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { plugIn, until } from './support/shop.ts';
import {
  BY_HAND,
  hands,
  makeWayBack,
  openJob,
  say,
  stepOf,
  teach,
  vehicleOf,
  wayBackOf,
  type WayBack
} from './support/way-back.ts';

describe('when it goes wrong at the vehicle', () => {
  const TRUCK_VIN = 'U8PLT5C3500771268';
  let w: WayBack;
  let truck: number;
  afterAll(() => w.close());
  beforeEach(() => {
    w.shop.world.simulator.fault = undefined;
  });
  const coding = (act: 'save-coding' | 'write-coding') =>
    teach(w, { jobNumber: truck, stepId: 'fit-coding', act });
  const held = () => vehicleOf(w, 'truck').taught('body')?.coding ?? new Uint8Array();
  /** Somebody else codes it. */
  const spoil = () =>
    vehicleOf(w, 'truck')
      .taught('body')
      ?.write(
        0x600,
        held().map((b) => b ^ 0x0f),
        BY_HAND
      );
  beforeAll(async () => {
    w = await makeWayBack();
    truck = await openJob(w, { vin: TRUCK_VIN, family: 'PW-BD1', reason: 'failed-module' });
    await plugIn(w.shop, 'truck');
    await hands(w, { vehicle: 'truck', script: 'healthy' });
    for (const { id, phase } of (await wayBackOf(w, truck)).steps)
      if (phase === 'close-up' || phase === 'refit')
        expect(await say(w, { jobNumber: truck, stepId: id })).toBe('ok');
    const other = { note: 'started by the customer', by: w.lead };
    for (const id of ['start', 'start-again'])
      expect(await say(w, { jobNumber: truck, stepId: id }, other)).toBe('ok');
  });

  it('another vehicle on the cable, or none: nothing is sent', async () => {
    await plugIn(w.shop, 'van-12');
    expect(await coding('save-coding')).toBe('scan.vehicle.other');
    await hands(w, { plug: null });
    expect(await coding('save-coding')).toMatch(/^doip\./);
    await plugIn(w.shop, 'truck', { ignition: 'off' });
    expect(await coding('save-coding')).not.toBe('done');
    await plugIn(w.shop, 'truck');
    expect(await coding('save-coding')).toBe('done');
  });

  it('two at once: one does it, the other is told', async () => {
    spoil();
    const both = await Promise.all([coding('write-coding'), coding('write-coding')]);
    expect(both.toSorted()).toEqual(['done', 'scan.line.busy']);
  });

  it('engine running, vehicle rolling, no supply: held before anything is on record', async () => {
    spoil();
    const count = async () => (await w.db.query('select 1 from return_note')).rowCount;
    const before = await count();
    await hands(w, { vehicle: 'truck', ignition: 'running' });
    expect(await coding('write-coding')).toBe('vehicle.engine.running');
    await hands(w, { vehicle: 'truck', ignition: 'on' });
    vehicleOf(w, 'truck').speedKmh = 4;
    expect(await coding('write-coding')).toBe('vehicle.speed.moving');
    vehicleOf(w, 'truck').speedKmh = 0;
    await hands(w, { vehicle: 'truck', support: false });
    expect(await coding('write-coding')).toMatch(/^vehicle\.volts\./);
    await hands(w, { vehicle: 'truck', support: true });
    expect(await count()).toBe(before);
    expect(await coding('write-coding')).toBe('done');
  });

  it('the line breaks at any answer: done only what is held, half where nobody saw it', async () => {
    const saved = held();
    const states = new Set<string>();
    for (let answers = 1; answers <= 22; answers++)
      for (const fault of ['close-mid', 'wrong-length'] as const) {
        if (Buffer.from(held()).equals(saved)) spoil();
        const before = held();
        w.shop.world.simulator.breakAfter(answers, fault);
        const state = await coding('write-coding');
        w.shop.world.simulator.fault = undefined;
        states.add(state);
        if (state === 'done') expect(held()).toEqual(saved);
        if (state === 'untouched' || state === 'refused') expect(held()).toEqual(before);
        const step = await stepOf(w, truck, 'fit-coding');
        if (state === 'half') expect(step?.state).toBe('half');
        if (!['done', 'half', 'untouched', 'refused'].includes(state))
          expect(held()).toEqual(before);
      }
    expect(states).toContain('half');
    expect(states).toContain('done');
    // the way out of half: once more, and it is seen
    expect(await coding('write-coding')).toBe('done');
    expect((await stepOf(w, truck, 'fit-coding'))?.state).toBe('done');
    expect((await wayBackOf(w, truck)).judgement.verdict).toBe('look');
  });

  it('the database goes away in the middle: a begin is never without a word of it', async () => {
    spoil();
    await w.db.query(
      `create function refuse_end() returns trigger language plpgsql as $$ begin
         if new.state <> 'begun' then raise exception 'away'; end if; return new; end $$`
    );
    await w.db.query(
      'create trigger away before insert on return_note for each row execute function refuse_end()'
    );
    const doing = coding('write-coding');
    await until(
      async () =>
        (
          await w.db
            .query(`select 1 from return_note where state = 'begun' and evidence->>'act' = 'write-coding'
           and not exists (select 1 from return_note e where e.act_id = return_note.act_id and e.state <> 'begun')`)
        ).rowCount === 1
    );
    expect((await stepOf(w, truck, 'fit-coding'))?.state).toBe('running');
    await w.db.query('drop trigger away on return_note');
    expect(await doing).toBe('done');
    expect((await stepOf(w, truck, 'fit-coding'))?.state).toBe('done');
  });
});
