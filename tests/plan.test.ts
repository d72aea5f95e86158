// The plan of the day in a whole shop: what people and operations tell it, and the calendar.
import ICAL from 'ical.js';
import { USUAL_HOURS } from '@badger/core/plan/hours';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PlanData } from '../app/src/lib/plan-types.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { DEMO_JOBS } from '../app/src/lib/server/demo/demo-jobs.ts';
import { promiseOf } from '../app/src/lib/server/demo/demo.ts';
import { daysOfShop } from '../app/src/lib/server/services/shop/shop-days.ts';
import { writeCalendar } from '../app/src/lib/server/services/plan/plan-calendar.ts';
import { loadPlan, markTask } from '../app/src/lib/server/services/plan/plan.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

let shop: Shop;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop();
  lead = await shop.person('lead');
}, 60_000);
afterAll(() => shop.close());

/** A Wednesday morning, so that the plan has a day before it whenever the test runs. */
const NOW = new Date(2026, 10, 25, 9, 0);
const plan = (now = NOW) => loadPlan(shop.root.deps, now);
const find = (p: PlanData, key: string) => p.tasks.find((t) => t.key === key);
/** The shop at another time. */
const depsAt = (now: Date) => ({
  ...shop.root.deps,
  clock: { ...shop.root.deps.clock, now: () => now }
});
const mark = (body: Parameters<typeof markTask>[2], now = NOW) =>
  markTask(depsAt(now), lead, body).then((r) => (r.ok ? 'ok' : r.problem.code));

describe('the plan of the day', () => {
  it('has the open jobs, nobody and nothing twice at a time, hands in the hours of the shop', async () => {
    const p = await plan();
    expect(new Set(p.tasks.map((t) => t.job)).size).toBeGreaterThan(4);
    for (const lane of p.lanes) {
      const pieces = p.tasks
        .flatMap((t) => t.pieces.filter((x) => x.lane === lane.id))
        .sort((a, b) => a.startsAt.getTime() - b.startsAt.getTime());
      for (const [i, piece] of pieces.entries()) {
        const next = pieces[i + 1];
        if (next) expect(piece.endsAt <= next.startsAt, lane.name).toBe(true);
      }
    }
    for (const t of p.tasks) expect(t.startsAt >= NOW || t.state === 'running').toBe(true);
    const people = p.tasks.flatMap((t) => t.pieces).filter((x) => x.lane.startsWith('p:'));
    for (const piece of people)
      expect(p.working.some((w) => w.startsAt <= piece.startsAt && piece.endsAt <= w.endsAt)).toBe(
        true
      );
  });
  it('says whom it cannot plan, and why', async () => {
    const p = await plan();
    const waits = (job: number) =>
      p.jobs.find((j) => j.number === job)?.waits.map((w) => w.code) ?? [];
    expect(waits(2033)).toEqual(['arrive.authority.none']);
    expect(waits(2030)).toEqual(['plan.job.donorless']);
  });
  it('boot work is only planned where a station can feed it and the frame is', async () => {
    const read = find(await plan(), '2031/read');
    const lanes = read?.pieces.map((x) => x.lane) ?? [];
    expect(lanes.some((l) => l.startsWith('s:'))).toBe(true);
    expect(lanes.some((l) => l.startsWith('k:'))).toBe(true);
  });
  it('an impossible promise is named with the earliest end', async () => {
    await shop.root.deps.db.$client.query(`update job set promised_at = $1 where number = 2031`, [
      new Date(NOW.getTime() + 30 * 60_000)
    ]);
    const job = (await plan()).jobs.find((j) => j.number === 2031);
    expect(job?.late?.minutes).toBeGreaterThan(0);
    expect(job?.late?.saves[0]).toMatchObject({ verdict: 'stop', code: 'plan.save.none' });
    expect(Date.parse(String(job?.late?.saves[0]?.params['earliest']))).toBeGreaterThan(+NOW);
  });
});

describe('a fresh demo', () => {
  const zone = process.env['TZ'];
  it('is late with nothing, whenever it begins: any hour, any weekday, over a clock change', async () => {
    const { db } = shop.root.deps;
    const moments: [string, number, number, number][] = [
      ...[0, 5, 8, 11, 12, 15, 17, 18, 23].map((hour): [string, number, number, number] => [
        'Europe/Berlin',
        10,
        25,
        hour
      ]),
      ['Europe/Berlin', 10, 27, 16],
      ['Asia/Kolkata', 10, 28, 11],
      ['America/St_Johns', 10, 29, 9],
      ['Europe/Berlin', 2, 27, 16],
      ['Europe/Berlin', 2, 28, 1],
      ['Europe/Berlin', 9, 24, 14]
    ];
    try {
      for (const [tz, month, day, hour] of moments) {
        process.env['TZ'] = tz;
        const now = new Date(2026, month, day, hour, 40);
        const days = daysOfShop(now, USUAL_HOURS, 21);
        for (const { number, promisedInHours } of DEMO_JOBS) {
          if (!promisedInHours) continue;
          await db.$client.query('update job set promised_at = $2 where number = $1', [
            number,
            promiseOf(days, now, promisedInHours)
          ]);
        }
        const late = (await plan(now)).jobs.filter((j) => j.late).map((j) => j.number);
        expect(late, `${tz} ${now.toString()}`).toEqual([]);
      }
    } finally {
      if (zone === undefined) delete process.env['TZ'];
      else process.env['TZ'] = zone;
    }
  });
});

describe('what people tell it', () => {
  it('moved: not before that time, on that place; let go: as it was', async () => {
    const to = new Date(2026, 10, 25, 15, 0);
    const move = { jobNumber: 2034, taskKey: '2034/read', act: 'move' as const };
    expect(await mark({ ...move, at: to.toISOString(), to: 's:window' })).toBe('ok');
    const moved = find(await plan(), '2034/read');
    expect(moved).toMatchObject({ pinned: true });
    expect(moved && moved.startsAt >= to).toBe(true);
    expect(moved?.places).toContain('s:window');
    expect(await mark({ jobNumber: 2034, taskKey: '2034/read', act: 'free' })).toBe('ok');
    expect(find(await plan(), '2034/read')?.pinned).toBe(false);
  });
  it('begun: it runs since then; done: it is gone; undone: it is back', async () => {
    const open = { jobNumber: 2034, taskKey: '2034/open' };
    expect(await mark({ ...open, act: 'start' })).toBe('ok');
    expect(find(await plan(), '2034/open')).toMatchObject({ state: 'running', startsAt: NOW });
    expect(await mark({ ...open, act: 'done' })).toBe('ok');
    expect(find(await plan(), '2034/open')).toBeUndefined();
    expect(await mark({ ...open, act: 'undo' })).toBe('ok');
    expect(find(await plan(), '2034/open')?.state).toBe('planned');
  });
  it('refuses the past, a place that is none, a task that is none, a trainee', async () => {
    const move = { jobNumber: 2034, taskKey: '2034/read', act: 'move' as const };
    expect(await mark({ ...move, at: '2020-01-01T10:00:00Z' })).toBe('plan.move.past');
    expect(
      await mark({ ...move, at: new Date(2026, 10, 25, 15).toISOString(), to: 'p:lead' })
    ).toBe('plan.move.place');
    expect(await mark({ jobNumber: 2034, taskKey: '2034/magic', act: 'done' })).toBe(
      'plan.task.unknown'
    );
    expect(await mark({ jobNumber: 2019, taskKey: '2019/read', act: 'done' })).toBe(
      'gate.job.closed'
    );
    const trainee = await shop.person('trainee');
    const refused = await markTask(depsAt(NOW), trainee, { ...move, act: 'done' });
    expect(refused).toMatchObject({ problem: { code: 'gate.person.role' } });
  });
});

describe('what operations tell it', () => {
  it('two equal reads of a region take it out of the reading, without anybody saying so', async () => {
    const before = find(await plan(), '2031/read');
    await powerUp(shop, 'window', '0417');
    const request = { jobNumber: 2031, stationId: 'window', role: 'original' as const };
    await runToEnd(shop, lead, { ...request, kind: 'identify' });
    for (let i = 0; i < 2; i++)
      await runToEnd(shop, lead, { ...request, kind: 'read', regionId: 'program-flash' });
    const after = find(await plan(), '2031/read');
    const long = (t: typeof after) => (t ? t.endsAt.getTime() - t.startsAt.getTime() : 0);
    // 2 MiB twice is about sixteen minutes
    expect(long(before) - long(after)).toBeGreaterThan(14 * 60_000);
  }, 60_000);
});

describe('the calendar (RFC 5545, read back by ical.js)', () => {
  it('holds every task with its times, under ids that stay', async () => {
    const p = await plan();
    const parsed = new ICAL.Component(
      ICAL.parse(writeCalendar(p, undefined, 'http://bench')) as unknown[]
    );
    const events = parsed.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(events).toHaveLength(p.tasks.length);
    for (const t of p.tasks) {
      const event = events.find((e) => e.uid === `${t.key.replace('/', '-')}@upright-badger`);
      expect(event?.startDate.toJSDate()).toEqual(t.startsAt);
      expect(event?.endDate.toJSDate()).toEqual(t.endsAt);
      expect(event?.summary.startsWith(String(t.job))).toBe(true);
    }
  });
  it('of one person holds only the time of hands', async () => {
    const p = await plan();
    const text = writeCalendar(p, 'p:lead', 'http://bench');
    const count = text.split('BEGIN:VEVENT').length - 1;
    const pieces = p.tasks.flatMap((t) => t.pieces.filter((x) => x.lane === 'p:lead'));
    expect(count).toBe(pieces.length);
    expect(writeCalendar(p, 'nobody', 'http://bench')).not.toContain('BEGIN:VEVENT');
  });
});
