import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { NEGATIVE_CODES } from '@badger/core/uds/services';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import type { BoxFault } from '../standins/src/interface-box/box-server.ts';
import type { Station } from '../standins/src/world/world.ts';
import {
  freshFile,
  makeShop,
  powerUp,
  runToEnd,
  until,
  waitForEnd,
  type Shop
} from './support/shop.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const REGIONS = ['data-flash', 'program-flash'] as const;

describe('faults of box, unit and supply', () => {
  let shop: Shop;
  let bench: Person;
  let station: Station;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    station = shop.world.stations[0] as Station;
    // everything a write needs, as dropped files, so that only the write itself is tried here
    for (const [role, tag] of [
      ['original', '0417'],
      ['donor', '0388']
    ] as const) {
      await powerUp(shop, 'window', tag);
      await runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
      for (const regionId of REGIONS) {
        const bytes = shop.world.units.get(tag)?.memory.get(regionId)?.slice() as Uint8Array;
        const upload = { jobNumber: 2031, role, regionId, bytes };
        for (let i = 0; i < 2; i++)
          await uploadRead(shop.root.deps, bench, { ...upload, ...freshFile() });
      }
    }
    await buildClone(shop.root.deps, bench, 2031);
  });
  afterAll(() => shop.close());

  const ready = () =>
    until(() => shop.root.deps.bench.stations.get('window')?.thread.connected === true);
  const identify = async (tag: string, role: 'original' | 'donor') => {
    station.fault = undefined;
    await ready();
    await powerUp(shop, 'window', tag);
    const { operation } = await runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
    expect(operation?.state).toBe('done');
  };
  const readsKept = async () =>
    (await loadJobView(shop.root.deps, 2031))?.regions.original[0]?.reads.length ?? 0;
  const read = () =>
    runToEnd(shop, bench, { kind: 'read', role: 'original', regionId: 'data-flash', ...JOB });
  const write = () => runToEnd(shop, bench, { kind: 'write', confirmation: '388', ...JOB });

  describe('in the middle of a read', () => {
    beforeEach(() => identify('0417', 'original'));

    const faults: readonly [BoxFault['kind'], RegExp][] = [
      ['drop-socket', /^link\.socket\.lost$/],
      ['garbage', /^isotp\.(sequence\.wrong|frame\.timeout)$/],
      ['half-frame', /^isotp\.(sequence\.wrong|frame\.timeout)$/],
      ['wrong-sequence', /^isotp\.sequence\.wrong$/],
      ['silent', /^(isotp\.frame\.timeout|uds\.answer\.timeout)$/]
    ];
    for (const [kind, code] of faults) {
      it(`${kind}: a clear end, nothing kept, and the next read works`, async () => {
        const before = await readsKept();
        station.fault = { kind, afterFrames: 1500 };
        const broken = await read();
        expect(broken.operation).toMatchObject({
          state: 'failed',
          meaning: 'meaning.unit.untouched'
        });
        expect(broken.operation?.problem?.code).toMatch(code);
        expect(await readsKept()).toBe(before);
        await identify('0417', 'original');
        expect((await read()).operation?.state).toBe('done');
        expect(await readsKept()).toBe(before + 1);
      });
    }

    it('the supply trips: a clear end, and the unit has to introduce itself again', async () => {
      shop.world.speed = 20;
      const started = await startOperation(shop.root.deps, bench, {
        kind: 'read',
        role: 'original',
        regionId: 'data-flash',
        ...JOB
      });
      if (!started.ok) throw new Error(started.problem.code);
      await until(() => (shop.root.deps.bench.running.get('window')?.doneBytes ?? 0) > 8000);
      station.supply.trip();
      const ended = await waitForEnd(shop, started.value.operationId);
      shop.world.speed = 0;
      expect(ended).toMatchObject({ state: 'failed', meaning: 'meaning.unit.untouched' });
      expect(shop.root.deps.bench.stations.get('window')?.connected).toBeUndefined();
      const on = await shop.root.deps.bench.stations.get('window')?.supply.apply({ on: true });
      expect(on).toMatchObject({
        problem: { code: 'supply.command.refused', params: { number: -221 } }
      });
      station.supply.execute('OUTP:PROT:CLE');
    });

    it('a negative response of every kind: named, and nothing kept', async () => {
      const before = await readsKept();
      for (const [nrc, name] of Object.entries(NEGATIVE_CODES)) {
        if (name === 'requestCorrectlyReceivedResponsePending') continue;
        const module = station.clamped;
        if (module) module.refuseNext = { sid: 0x35, nrc: Number(nrc), times: 1 };
        const refused = await read();
        expect(refused.operation, name).toMatchObject({
          state: 'failed',
          problem: { code: 'uds.answer.negative', params: { nrc: name, service: 'RequestUpload' } }
        });
      }
      expect(await readsKept()).toBe(before);
    });
  });

  describe('in the middle of a write', () => {
    const faults: readonly BoxFault['kind'][] = ['drop-socket', 'garbage', 'silent'];
    for (const kind of faults) {
      it(`${kind}: said to be partly written, never verified, and written again from the start`, async () => {
        await identify('0388', 'donor');
        // the read-back of the small region: by then it is written and the large one is still to come
        station.fault = { kind, afterFrames: 6000 };
        const broken = await write();
        expect(broken.operation).toMatchObject({
          state: 'failed',
          meaning: 'meaning.write.partial'
        });
        const view = await loadJobView(shop.root.deps, 2031);
        expect(view?.line.write.code).toBe('write.clone.failed');
        expect(view?.regions.donor.every((r) => r.agreement.state === 'trusted')).toBe(true);
        // after a write nobody is taken at his word
        expect(shop.root.deps.bench.stations.get('window')?.connected).toBeUndefined();
        expect((await write()).refused?.code).toMatch(/^(gate\.unit\.unknown|supply\.)/);
      });
    }

    it('the supply trips while flash is written', async () => {
      await identify('0388', 'donor');
      shop.world.speed = 120;
      const started = await startOperation(shop.root.deps, bench, {
        kind: 'write',
        confirmation: '388',
        ...JOB
      });
      if (!started.ok) throw new Error(started.problem.code);
      await until(() => (shop.root.deps.bench.running.get('window')?.doneBytes ?? 0) > 200_000);
      station.supply.trip();
      const ended = await waitForEnd(shop, started.value.operationId);
      expect(ended).toMatchObject({ state: 'failed', meaning: 'meaning.write.partial' });
      station.supply.execute('OUTP:PROT:CLE');
      shop.world.speed = 0;
    });

    it('a cell that does not take its value: the read-back differs and says where', async () => {
      await identify('0388', 'donor');
      const memory = shop.world.units.get('0388')?.memory.get('data-flash') as Uint8Array;
      const stuck = memory.subarray(0x300, 0x301);
      const fill = memory.fill.bind(memory);
      // an erase that leaves one byte at 00
      memory.fill = (...args: Parameters<typeof fill>) => {
        fill(...args);
        stuck[0] = 0;
        return memory;
      };
      const broken = await write();
      delete (memory as { fill?: unknown }).fill;
      expect(broken.operation).toMatchObject({
        state: 'failed',
        meaning: 'meaning.write.partial',
        problem: { code: 'write.verify.differs', params: { bytes: 1, first: 0x300 } }
      });
    });

    it('and in the end a whole write is proven', async () => {
      await identify('0388', 'donor');
      const good = await write();
      expect(good.operation).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
      expect((await loadJobView(shop.root.deps, 2031))?.line.write.code).toBe(
        'write.clone.verified'
      );
    });
  });
});
