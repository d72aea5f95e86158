// A handshake that fails leaves evidence, the causes are ranked from it, and what people find out changes the order.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import type { Cause } from '@badger/core/diagnosis/causes';
import type { BenchFault } from '../standins/src/world/bench-fault.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { findOperation, findTrace } from '../app/src/lib/server/repositories/operations.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import { beginConnection, sensePair } from '../app/src/lib/server/services/wiring/connect.ts';
import { describeWiring } from '../app/src/lib/server/services/wiring/describe-wiring.ts';
import {
  describeCauses,
  keepFinding,
  measureNow
} from '../app/src/lib/server/services/wiring/likely-causes.ts';
import { makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';

const JOB = 2031;
const AT = { jobNumber: JOB, stationId: 'window', role: 'original' } as const;
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
const fault = (...faults: BenchFault[]) => (device().benchFaults = faults);
afterEach(() => fault());

const said = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const viewOf = async () => {
  const view = await loadJobView(shop.root.deps, JOB);
  if (!view) throw new Error('no job');
  return view;
};
const causes = async () => (await describeCauses(shop.root.deps, await viewOf()))[0];
const identify = async () =>
  (await runToEnd(shop, bench, { kind: 'identify', ...AT })).operation ?? undefined;
const find = (evidenceId: string, cause: Cause, outcome: 'confirmed' | 'excluded', who = bench) =>
  keepFinding(shop.root.deps, who, {
    ...{ jobNumber: JOB, role: 'original', evidenceId, cause, outcome }
  }).then(said);
const off = async () => {
  await setSupply(shop.root.deps, bench, { stationId: 'window', settings: { on: false } });
  await until(() => shop.root.deps.bench.stations.get('window')?.supply.latest?.on === false);
};
const tables = async (sql: string) => {
  const client = new pg.Client({ connectionString: shop.databaseUrl });
  await client.connect();
  try {
    return (await client.query(sql)).rows as Record<string, unknown>[];
  } finally {
    await client.end();
  }
};

describe('a unit that does not answer', () => {
  it('is asked three times, each try is in the trace, and what was measured around it is kept', async () => {
    expect(await causes()).toBeUndefined();
    fault('can-swapped');
    await powerUp(shop, 'window', '0417');
    const operation = await identify();
    expect(operation?.state).toBe('failed');
    const trace = await findTrace(shop.root.deps.db, operation?.id ?? '');
    expect(trace?.lines.filter((l) => l.detail.includes('asked again')).length).toBe(2);
    expect(trace?.lines.some((l) => l.detail === 'bus error: nobody acknowledges')).toBe(true);
    const found = await causes();
    expect(found?.evidence.tries).toEqual(['silent', 'silent', 'silent']);
    expect(found?.evidence.sense?.lowMv).toBeGreaterThan(found?.evidence.sense?.highMv ?? 9999);
    expect(found?.causes[0]?.cause).toBe('can-swapped');
    expect(found?.causes[0]?.support[0]?.what).toBe('levels');
    expect((await viewOf()).line.wire).toMatchObject({ verdict: 'look', code: 'wire.unit.silent' });
  });
  it('a feed that the breakout holds back is named, with what says so', async () => {
    const { sense } = shop.root.deps.bench.stations.get('window') ?? {};
    fault();
    await powerUp(shop, 'window', '0417');
    await sense?.switchFeeds({ battery: false });
    expect((await identify())?.state).toBe('failed');
    const found = await causes();
    expect(found?.evidence.feeds).toEqual({ battery: false, ignition: true });
    expect(found?.causes[0]?.cause).toBe('open-feed');
    expect(found?.causes[0]?.support.map((s) => s.what)).toContain('feedSwitch');
    await sense?.switchFeeds({ battery: true });
  });
  it('what ran on which firmware is kept with it', async () => {
    const operation = (await viewOf()).operations.at(-1);
    const row = await findOperation(shop.root.deps.db, operation?.id ?? '');
    const [kept] = await tables(`select versions from operation where id = '${row?.id ?? ''}'`);
    expect(kept?.['versions']).toMatchObject({
      ...{ box: '1013', profile: expect.stringMatching(/^HV-EC4 \d+$/) as string },
      supply: expect.stringContaining('BENCH SUPPLY') as string,
      sense: expect.stringContaining('BREAKOUT') as string
    });
  });
  it('a cause that was tested falls back, one that was found is on record; nobody else may say so', async () => {
    const found = await causes();
    const id = found?.evidenceId ?? '';
    const frontDesk = await shop.person('desk');
    expect(await find(id, 'can-swapped', 'excluded', frontDesk)).toBe('gate.person.role');
    expect(await find(id, 'can-swapped', 'excluded')).toBe('ok');
    const after = await causes();
    // against evidence this strong one test does not make it vanish: its share falls, and the page lists it apart
    expect(after?.causes.find((c) => c.cause === 'can-swapped')?.share ?? 1).toBeLessThan(
      found?.causes[0]?.share ?? 0
    );
    expect(after?.causes.find((c) => c.cause === 'can-swapped')?.finding?.outcome).toBe('excluded');
    // the last word counts
    expect(await find(id, 'can-swapped', 'confirmed')).toBe('ok');
    expect(await find(id, 'can-swapped', 'confirmed')).toBe('ok');
    const last = (await causes())?.causes.find((c) => c.cause === 'can-swapped');
    expect(last).toMatchObject({ confirmedBefore: 1, finding: { outcome: 'confirmed' } });
    const events = await listEvents(shop.root.deps.db, (await viewOf()).job.id);
    expect(events.filter((e) => e.kind.startsWith('cause.')).map((e) => e.kind)).toEqual([
      ...['cause.excluded', 'cause.confirmed']
    ]);
  });
  it('kept rows are never changed', async () => {
    for (const table of ['bench_evidence', 'cause_finding'])
      await expect(tables(`delete from ${table}`)).rejects.toThrow();
  });
  it('as soon as it answers there is nothing to name any more, and old evidence takes no word', async () => {
    const before = await causes();
    fault();
    await powerUp(shop, 'window', '0417');
    expect((await identify())?.state).toBe('done');
    expect((await viewOf()).line.wire.code).not.toBe('wire.unit.silent');
    expect(await causes()).toBeUndefined();
    expect(await find(before?.evidenceId ?? '', 'dead', 'confirmed')).toBe('evidence.id.old');
  });
});

describe('a unit that answers and refuses', () => {
  it('is wired and alive: nothing is kept, no cause is named', async () => {
    const count = async () => (await tables('select count(*)::int as n from bench_evidence'))[0];
    const before = await count();
    const unit = device().clamped;
    if (!unit) throw new Error('nothing on the clamp');
    unit.refuseNext = { sid: 0x22, nrc: 0x31, times: 1 };
    expect((await identify())?.state).toBe('failed');
    expect(await count()).toEqual(before);
    expect(await causes()).toBeUndefined();
  });
});

describe('looking without asking the unit', () => {
  const look = (person = bench) =>
    measureNow(shop.root.deps, person, { jobNumber: JOB, role: 'original' }).then(said);
  it('needs power, a right and a unit', async () => {
    await off();
    expect(await look()).toBe('evidence.supply.off');
    expect(await look(await shop.person('desk'))).toBe('gate.person.role');
    expect(
      await measureNow(shop.root.deps, bench, { jobNumber: JOB, role: 'partner' }).then(said)
    ).toBe('upload.unit.none');
  });
  it('an open feed is named from supply and sense lines alone', async () => {
    fault('open-feed');
    await powerUp(shop, 'window', '0417');
    expect(await look()).toBe('ok');
    const found = await causes();
    expect(found?.evidence.tries).toEqual([]);
    expect(found?.causes[0]?.cause).toBe('open-feed');
  });
  it('a unit that is connected anew has no evidence any more', async () => {
    await off();
    const begun = await beginConnection(shop.root.deps, bench, {
      ...{ jobNumber: JOB, role: 'original', stationId: 'window', marking: '' },
      ...{ leadId: '', adapterId: '' }
    });
    expect(said(begun)).toBe('ok');
    expect(await causes()).toBeUndefined();
  });
});

describe('the pair over the sense lines', () => {
  const wiring = async () =>
    describeWiring(shop.root.deps, await viewOf()).find((w) => w.role === 'original');
  const sense = async () =>
    sensePair(shop.root.deps, bench, {
      ...{ jobNumber: JOB, role: 'original' },
      connectionId: (await wiring())?.connection?.id ?? ''
    }).then(said);
  it('is measured with the power off and judged like a typed value', async () => {
    expect(await sense()).toBe('ok');
    const last = (await wiring())?.connection?.readings.at(-1);
    expect(last?.kind).toBe('pair');
    expect((last?.mohm ?? 0) / 1000).toBeGreaterThan(55);
    expect((last?.mohm ?? 0) / 1000).toBeLessThan(65);
    fault('few-terminators');
    expect(await sense()).toBe('ok');
    const judged = (await wiring())?.judged.lines.map((l) => l.code);
    expect(judged).toContain('wiring.pair.few');
  });
  it('under power nothing is kept', async () => {
    const before = (await wiring())?.connection?.readings.length;
    fault();
    await powerUp(shop, 'window', '0417');
    expect(await sense()).not.toBe('ok');
    expect((await wiring())?.connection?.readings.length).toBe(before);
    await off();
  });
});
