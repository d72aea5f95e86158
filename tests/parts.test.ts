// The parts service over HTTP: answers, every fault, the cache with its age.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createServer } from 'node:http';
import { PartsClient } from '../app/src/lib/server/bench/parts-client.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { lookUpParts } from '../app/src/lib/server/services/match/parts.ts';
import { loadMatchSheet } from '../app/src/lib/server/services/match/match.ts';
import type { PartsFault } from '../standins/src/parts/parts-service.ts';
import { listen } from '../standins/src/world/listen.ts';
import { makeShop, type Shop } from './support/shop.ts';

let shop: Shop;
beforeAll(async () => void (shop = await makeShop()), 60_000);
afterAll(() => shop.close());

const ask = async (
  key: string,
  options: { kind?: 'number' | 'vin'; fresh?: boolean; now?: Date } = {}
) => {
  const { kind = 'number', fresh = false, now } = options;
  const found = await lookUpParts(shop.root.deps, { kind, key, fresh }, now);
  return found.ok ? found.value : found.problem.code;
};

describe('the parts service', () => {
  it('translates a ten-digit number to family, compatible numbers and the chain', async () => {
    const found = await ask('0 460 811 203');
    if (typeof found === 'string') throw new Error(found);
    expect(found.from).toBe('service');
    expect(found.answer.parts[0]).toMatchObject({ family: 'QN-TC2', make: 'Quillon' });
    expect(found.answer.parts[0]?.compatible).toEqual(
      expect.arrayContaining(['0460811205', '0460811209'])
    );
  });
  it('translates a VIN to what was fitted', async () => {
    const found = await ask('U8HVC3F2401084417', { kind: 'vin' });
    if (typeof found === 'string') throw new Error(found);
    expect(found.answer.parts.map((p) => p.family).sort()).toEqual(['HV-EC4', 'HV-EC6']);
  });
  it('does not ask again while the answer is fresh, and then does', async () => {
    await ask('0731204418');
    const before = shop.world.partsAsked;
    const kept = await ask('0731204418');
    expect(kept).toMatchObject({ from: 'kept', problem: undefined });
    expect(shop.world.partsAsked).toBe(before);
    await ask('0731204418', { now: new Date(Date.now() + 2 * 86_400_000) });
    expect(shop.world.partsAsked).toBe(before + 1);
  });
  it('numbers that nobody knows, and texts that are no number', async () => {
    expect(await ask('0999999999')).toBe('parts.key.unknown');
    expect(await ask('??')).toBe('parts.key.malformed');
    expect(await ask('NOVIN', { kind: 'vin' })).toBe('parts.key.malformed');
  });
  it('supersessions that only the service knows count in the donor check', async () => {
    const view = await loadJobView(shop.root.deps, 2027);
    if (!view) throw new Error('2027');
    await ask('0460811203');
    const sheet = await loadMatchSheet(shop.root.deps, {
      ...view,
      units: {
        original: {
          ...(view.units.original as NonNullable<typeof view.units.original>),
          labelNumbers: { 'hardware-number': '0460811203' }
        }
      }
    });
    expect(sheet.steps.map((s) => s.to)).toContain('0460811209');
  });
});

describe('faults of the service: a clear word, and the kept answer where there is one', () => {
  const faults: readonly (readonly [PartsFault, string])[] = [
    [{ kind: 'hang-up' }, 'parts.service.down'],
    [{ kind: 'broken' }, 'parts.service.broken'],
    [{ kind: 'not-json' }, 'parts.answer.malformed'],
    [{ kind: 'wrong-shape' }, 'parts.answer.malformed'],
    [{ kind: 'huge' }, 'parts.answer.malformed'],
    [{ kind: 'other-answer' }, 'parts.answer.other'],
    [{ kind: 'loop' }, 'parts.chain.loop']
  ];
  for (const [fault, code] of faults) {
    it(`${fault.kind}: ${code}`, async () => {
      const known = '0882150047';
      await ask(known);
      shop.world.fault = fault;
      try {
        expect(await ask('0889004402', { fresh: true })).toBe(code);
        expect(await ask(known, { fresh: true })).toMatchObject({
          from: 'kept',
          problem: { code }
        });
      } finally {
        shop.world.fault = undefined;
      }
    });
  }
  it('a wrong key is told apart from a service that is down', async () => {
    const client = new PartsClient(`http://127.0.0.1:${shop.world.partsPort}`, 'wrong');
    expect(await client.ask('number', '0731204418')).toMatchObject({
      problem: { code: 'parts.service.key' }
    });
    const nobody = new PartsClient('http://127.0.0.1:9', 'x');
    expect(await nobody.ask('number', '0731204418')).toMatchObject({
      problem: { code: 'parts.service.down' }
    });
  });
  it('a service that never answers is given up after the patience', async () => {
    const silent = createServer(() => undefined);
    const port = await listen(silent);
    const client = new PartsClient(`http://127.0.0.1:${port}`, 'x', 120);
    expect(await client.ask('number', '0731204418')).toMatchObject({
      problem: { code: 'parts.service.slow' }
    });
    silent.closeAllConnections();
    silent.close();
  });
});
