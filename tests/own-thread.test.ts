// Pages and devices share a machine, not a thread: what a page does to the server never reaches a unit that is being written.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTrace } from '../app/src/lib/server/repositories/operations.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import {
  freshFile,
  makeShop,
  powerUp,
  runToEnd,
  until,
  waitForEnd,
  type Shop
} from './support/shop.ts';
import { startStandins } from './support/standins.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const STAND_STILL_MS = 400;

/** The whole process of the pages stands still: no timer, no socket, no promise. */
function standStill(ms: number): { fromMs: number; toMs: number } {
  const fromMs = performance.timeOrigin + performance.now();
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
  return { fromMs, toMs: performance.timeOrigin + performance.now() };
}

describe('a station has a thread of its own', () => {
  let standins: Awaited<ReturnType<typeof startStandins>>;
  let shop: Shop;
  let bench: Person;

  beforeAll(async () => {
    standins = await startStandins(0);
    shop = await makeShop({ elsewhere: standins.url });
    bench = await shop.person('bench');
    for (const [role, tag] of [
      ['original', '0417'],
      ['donor', '0388']
    ] as const) {
      await clamp(tag, role);
      for (const regionId of ['data-flash', 'program-flash']) {
        const bytes = shop.world.units.get(tag)?.memory.get(regionId)?.slice() as Uint8Array;
        for (let i = 0; i < 2; i++) {
          const upload = { jobNumber: 2031, role, regionId, bytes, ...freshFile() };
          await uploadRead(shop.root.deps, bench, upload);
        }
      }
    }
    await buildClone(shop.root.deps, bench, 2031);
  });
  afterAll(async () => {
    await shop.close();
    standins.stop();
  });

  async function clamp(tag: string, role: 'original' | 'donor') {
    await until(() => shop.root.deps.bench.stations.get('window')?.thread.connected === true);
    await powerUp(shop, 'window', tag);
    const { operation } = await runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
    expect(operation?.state).toBe('done');
  }
  const running = () => shop.root.deps.bench.running.get('window');
  const begin = async (kind: 'write' | 'read') => {
    const started = await startOperation(shop.root.deps, bench, {
      kind,
      ...JOB,
      ...(kind === 'write'
        ? { confirmation: '388' }
        : { role: 'donor' as const, regionId: 'program-flash' })
    });
    if (!started.ok) throw new Error(JSON.stringify(started.problem));
    await until(() => (running()?.doneBytes ?? 0) > 0);
    return started.value.operationId;
  };

  it('blocks go on while the process of the pages stands still, and the write is proven', async () => {
    await clamp('0388', 'donor');
    const id = await begin('write');
    await until(() => (running()?.regions.at(-1)?.doneBytes ?? 0) > 0);
    // about ninety milliseconds a block
    await shop.root.deps.bench.world?.setSpeed(20);
    const still: ReturnType<typeof standStill>[] = [];
    for (let i = 0; i < 3; i++) {
      still.push(standStill(STAND_STILL_MS));
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    expect(running()?.regions.at(-1)?.phase).toBe('writing');
    await shop.root.deps.bench.world?.setSpeed(0);
    for (let i = 0; running() && i < 20; i++) {
      standStill(100);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    const ended = await waitForEnd(shop, id);
    expect(ended).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    const { candump = '', lines = [] } = (await findTrace(shop.root.deps.db, id)) ?? {};
    const startMs = Number(/^\((\d+\.\d+)\)/.exec(candump)?.[1]) * 1000;
    const blocksMs = lines.filter((l) => l.direction === 'answer').map((l) => startMs + l.atMs);
    for (const { fromMs, toMs } of still)
      expect(blocksMs.filter((ms) => ms > fromMs && ms < toMs).length).toBeGreaterThan(1);
  });

  it('a thread that ends in the middle of a read: said so, nothing kept, the unit untouched', async () => {
    await shop.root.deps.bench.world?.setSpeed(20);
    await clamp('0388', 'donor');
    const id = await begin('read');
    await shop.root.deps.bench.stations.get('window')?.thread.restart();
    expect(await waitForEnd(shop, id)).toMatchObject({
      state: 'failed',
      meaning: 'meaning.unit.untouched',
      mayHaveChangedAt: null,
      problem: { code: 'station.thread.lost' }
    });
    const trace = await findTrace(shop.root.deps.db, id);
    expect(trace?.lines.map((l) => l.detail).join()).toContain('its record was lost');
  });

  it('in the middle of a write: never "untouched", never "verified", and written again on request', async () => {
    await shop.root.deps.bench.world?.setSpeed(20);
    await clamp('0388', 'donor');
    const id = await begin('write');
    await shop.root.deps.bench.stations.get('window')?.thread.restart();
    const ended = await waitForEnd(shop, id);
    expect(ended).toMatchObject({ state: 'failed', problem: { code: 'station.thread.lost' } });
    expect(ended?.mayHaveChangedAt).not.toBeNull();
    expect(['meaning.unit.untouched', 'meaning.write.verified']).not.toContain(ended?.meaning);
    await shop.root.deps.bench.world?.setSpeed(0);
    await clamp('0388', 'donor');
    const again = await startOperation(shop.root.deps, bench, {
      kind: 'write',
      ...JOB,
      confirmation: '388'
    });
    if (!again.ok) throw new Error(JSON.stringify(again.problem));
    expect(await waitForEnd(shop, again.value.operationId)).toMatchObject({
      state: 'done',
      meaning: 'meaning.write.verified'
    });
  });
});
