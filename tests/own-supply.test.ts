// A supply that is added by its address: asked, taken, kept over a restart, given back; by a second SCPI server that shares no line with ours.
import { spawn, type ChildProcess } from 'node:child_process';
import { createInterface } from 'node:readline';
import { createServer } from 'node:net';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { readRangeEnd } from '@badger/core/supply/read-probe';
import { openSupply } from '../app/src/lib/server/bench/supply-drivers.ts';
import { probeSupply } from '../app/src/lib/server/bench/probe-supply.ts';
import { listStations, saveStation } from '../app/src/lib/server/repositories/stations.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { askSupply, useSupply } from '../app/src/lib/server/services/kit/station-supply.ts';
import { setSupply } from '../app/src/lib/server/services/operation/set-supply.ts';
import { SupplyDevice } from '../standins/src/supply/supply-device.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';
import { at, makeShop, until, type Shop } from './support/shop.ts';

const host = '127.0.0.1';
const said = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;

let second: ChildProcess;
let port = 0;
beforeAll(async () => {
  second = spawn('python3', [at('tests/support/second_supply.py')], {
    stdio: ['pipe', 'pipe', 'inherit']
  });
  const lines = createInterface({ input: second.stdout as NodeJS.ReadableStream });
  port = await new Promise((resolve) => lines.once('line', (line) => resolve(Number(line))));
});
afterAll(() => second.kill());

const open: (() => void)[] = [];
afterEach(() => {
  for (const close of open.splice(0)) close();
});
/** Something that answers each line in its own way. */
async function something(answer: (line: string) => string | undefined): Promise<number> {
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.on('data', (chunk) => {
      for (const line of String(chunk)
        .split('\n')
        .filter((l) => l !== '')) {
        const told = answer(line);
        if (told !== undefined) socket.write(`${told}\n`);
      }
    });
  });
  open.push(trackSockets(server));
  return listen(server);
}
const device = () =>
  new SupplyDevice({
    ...{ ratedMa: 3000, serial: 'T' },
    load: { drawMa: () => 0, power: () => undefined }
  });

describe('our client at a second SCPI server', () => {
  it('sets, limits, switches, reads, and tells what is refused', async () => {
    const supply = openSupply('scpi-single', { host, port, onSample: () => undefined });
    open.push(() => supply.close());
    await until(() => supply.latest !== undefined);
    expect(supply.idn).toBe('Harbour Works,HW-160,000217,2.04');
    expect(await supply.apply({ voltageMv: 13_500, limitMa: 2500, on: true })).toEqual({
      ok: true,
      value: { measuredMv: 13_500, measuredMa: 420, on: true, setMv: 13_500, limitMa: 2500 }
    });
    expect(await supply.apply({ voltageMv: 24_000 })).toEqual({
      ok: false,
      problem: {
        code: 'supply.command.refused',
        params: { number: -222, text: 'Data out of range' }
      }
    });
    expect(await supply.apply({ on: false })).toMatchObject({
      value: { on: false, measuredMa: 0 }
    });
  });
});

describe('who is at an address', () => {
  it('the second server: its dialect, and what it gives at most', async () => {
    expect(await probeSupply({ host, port })).toEqual({
      ok: true,
      value: {
        ...{ idn: 'Harbour Works,HW-160,000217,2.04', driver: 'scpi-single', on: false },
        ...{ mostMv: 20_000, mostMa: 8000 }
      }
    });
  });
  it('the stand-in: the other dialect', async () => {
    const own = device();
    const found = await probeSupply({ host, port: await something((l) => own.execute(l)) });
    expect(found).toMatchObject({ value: { driver: 'scpi-joined', mostMv: 32_000, mostMa: 3000 } });
  });
  it('one that knows no ranges: they are not known, and nothing is made up', async () => {
    const own = device();
    const plain = await something((line) =>
      line.includes('MAX') ? own.execute('NOT:THERE?') : own.execute(line)
    );
    expect(await probeSupply({ host, port: plain })).toMatchObject({
      value: { mostMv: undefined, mostMa: undefined }
    });
  });
  it.each([
    ['32.000', '0,"No error"', 32_000],
    ['+3.20000E+01', '+0,"No error"', 32_000],
    ['32,000', '0,"No error"', undefined],
    ['9.9E37', '0,"No error"', undefined],
    ['-5', '0,"No error"', undefined],
    ['0', '0,"No error"', undefined],
    ['99999', '0,"No error"', undefined],
    ['32.000', '-224,"Illegal"', undefined],
    ['32.000', 'tea', undefined],
    ['32.000', undefined, undefined],
    [undefined, '0,"No error"', undefined]
  ])('a range of %s with %s', (answer, error, end) => {
    expect(readRangeEnd(answer, error, 'volts')).toBe(end);
  });
  it.each([
    ['nobody', async () => ({ port: await closedPort() }), 'supply.probe.absent'],
    [
      'one that says nothing',
      async () => ({ port: await something(() => undefined) }),
      'supply.probe.silent'
    ],
    [
      'one that is no supply',
      async () => ({ port: await something((l) => (l.includes('IDN') ? 'A,METER,1,1' : 'no')) }),
      'supply.probe.strange'
    ],
    [
      'a name that is none',
      () => Promise.resolve({ host: 'no.such.host.invalid', port: 5025 }),
      'supply.probe.absent'
    ]
  ])(
    '%s',
    async (_, where, code) => {
      expect(said(await probeSupply({ host, ...(await where()) }))).toBe(code);
    },
    20_000
  );
});

async function closedPort(): Promise<number> {
  const server = createServer();
  const free = await listen(server);
  await new Promise((resolve) => server.close(resolve));
  return free;
}

describe('a station takes it', () => {
  let shop: Shop;
  let lead: Person;
  beforeAll(async () => {
    shop = await makeShop();
    lead = await shop.person('lead');
  });
  afterAll(() => shop.close());
  const station = () => {
    const found = shop.root.deps.bench.stations.get('window');
    if (!found) throw new Error('no station');
    return found;
  };
  const give = (supply: { host: string; port: number; ratedMa: number } | null, who = lead) =>
    useSupply(shop.root.deps, who, { stationId: 'window', supply });
  const set = (settings: Parameters<typeof setSupply>[2]['settings']) =>
    setSupply(shop.root.deps, lead, { stationId: 'window', settings });

  it('not for everybody, not while an output is on, not with more than it gives, not while somebody works', async () => {
    const { deps } = shop.root;
    await until(() => station().supply.latest !== undefined);
    const bench = await shop.person('bench');
    expect(said(await give({ host, port, ratedMa: 5000 }, bench))).toBe('gate.person.role');
    expect(said(await askSupply(bench, { host, port }))).toBe('gate.person.role');
    expect(said(await give({ host, port, ratedMa: 9000 }))).toBe('supply.swap.rating');
    const corner = deps.bench.stations.get('corner')?.row;
    const taken = { host: corner?.host ?? '', port: corner?.supplyPort ?? 0, ratedMa: 1000 };
    expect(said(await give(taken))).toBe('supply.swap.shared');
    await set({ voltageMv: 12_000, limitMa: 1000, on: true });
    expect(said(await give({ host, port, ratedMa: 5000 }))).toBe('supply.swap.on');
    await set({ on: false });
    deps.bench.exercises.set('window', {
      ...{ jobNumber: 1, tag: '', looking: '', done: 0, of: 1, stopped: false }
    });
    expect(said(await give({ host, port, ratedMa: 5000 }))).toBe('station.work.busy');
    deps.bench.exercises.delete('window');
    expect(station().supply.idn).toContain('Saltmarsh');
    expect((await listStations(deps.db)).every((s) => s.ownSupply === null)).toBe(true);
  });
  it('asked for by two stations in the same moment, one of them has it', async () => {
    const { deps } = shop.root;
    const own = device();
    const supply = { host, port: await something((l) => own.execute(l)), ratedMa: 1000 };
    const both = await Promise.all(
      ['window', 'corner'].map((stationId) => useSupply(deps, lead, { stationId, supply }))
    );
    expect(both.map(said).sort()).toEqual(['ok', 'supply.swap.shared']);
    for (const stationId of ['window', 'corner'])
      await useSupply(deps, lead, { stationId, supply: null });
  });
  it('its readings are the station’s, its limits are respected, and a restart of the bench forgets nothing', async () => {
    const { deps } = shop.root;
    expect(said(await give({ host, port, ratedMa: 6000 }))).toBe('ok');
    await until(() => station().supply.latest !== undefined);
    expect(station().supply.idn).toContain('Harbour Works');
    expect(station().row).toMatchObject({ ratedMa: 6000, supplyDriver: 'scpi-single' });
    expect(said(await set({ limitMa: 7000 }))).toBe('supply.value.outside');
    expect(said(await set({ voltageMv: 21_000 }))).toBe('supply.value.outside');
    expect(await set({ voltageMv: 13_000, limitMa: 2000, on: true })).toMatchObject({
      value: { measuredMv: 13_000, measuredMa: 420 }
    });
    await set({ on: false });
    // the simulated bench tells its stations at every start
    const row = (await listStations(deps.db)).find((s) => s.id === 'window');
    if (!row) throw new Error('no row');
    const { ownSupply, ...configured } = row;
    await saveStation(deps.db, { ...configured, supplyPort: 1 });
    const after = (await listStations(deps.db)).find((s) => s.id === 'window');
    expect(after?.ownSupply).toEqual(ownSupply);
    await saveStation(deps.db, configured);
  });
  it('and gives it back', async () => {
    expect(said(await give(null))).toBe('ok');
    await until(() => station().supply.latest !== undefined);
    expect(station().supply.idn).toContain('Saltmarsh');
    expect(station().row.ratedMa).toBe(10_000);
  });
});
