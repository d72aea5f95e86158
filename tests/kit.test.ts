import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listKit } from '../app/src/lib/server/repositories/kit.ts';
import {
  editKit,
  readinessOf,
  tickCheck,
  toKitItem
} from '../app/src/lib/server/services/kit/kit.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { toKitEdit } from '../app/src/lib/features/kit/kit.view.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

describe('kit', () => {
  let shop: Shop;
  let bench: Person;
  let lead: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    lead = await shop.person('lead');
  });
  afterAll(() => shop.close());

  it('leads count a plug for every unit that answers after nobody was connected', async () => {
    const { deps } = shop.root;
    const cycles = async () =>
      (await listKit(deps.db)).find((k) => k.name === 'Boot lead with terminator')?.plugCycles ?? 0;
    await deps.bench.stations.get('window')?.supply.apply({ on: false });
    const before = await cycles();
    const at = { jobNumber: 2031, stationId: 'window', role: 'original' } as const;
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', ...at });
    expect(await cycles()).toBe(before + 1);
    // asked again while it is connected: nothing was plugged
    await runToEnd(shop, bench, { kind: 'identify', ...at });
    expect(await cycles()).toBe(before + 1);
    await powerUp(shop, 'window', '0417');
    await runToEnd(shop, bench, { kind: 'identify', ...at });
    expect(await cycles()).toBe(before + 2);
  });
  it('two people change the same piece: the second is told, nothing is lost', async () => {
    const { deps } = shop.root;
    const row = (await listKit(deps.db)).find((k) => k.name === 'Bench meter');
    const edit = (name: string) => editKit(deps, lead, { ...toKitEdit(row), name });
    const both = await Promise.all([edit('Meter A'), edit('Meter B')]);
    expect(both.filter((r) => r.ok)).toHaveLength(1);
    expect(both.find((r) => !r.ok)).toMatchObject({ problem: { code: 'kit.item.changed' } });
  });
  it('is refused for a taken name, a strange station or family, and for the desk', async () => {
    const { deps } = shop.root;
    const piece = { ...toKitEdit(undefined), name: 'Probe frame' };
    const code = async (change: object, person = lead) => {
      const kept = await editKit(deps, person, { ...piece, ...change });
      return kept.ok ? 'kept' : kept.problem.code;
    };
    expect(await code({ stationId: 'attic' })).toBe('station.id.unknown');
    expect(await code({ families: ['ZZ-ZZ9'] })).toBe('job.family.unknown');
    expect(await code({ name: 'Vehicle meter' })).toBe('kit.name.taken');
    expect(await code({}, await shop.person('desk'))).toBe('gate.person.role');
    expect(await code({ dueAt: '2027-02-01' })).toBe('kept');
    const row = (await listKit(deps.db)).find((k) => k.name === 'Probe frame');
    expect(row && toKitItem(row)).toMatchObject({ dueAtMs: Date.UTC(2027, 1, 1, 12) });
  });
  it('a box on cable and radio holds the write; the server looks at its own machine', async () => {
    const { deps } = shop.root;
    const readiness = async () => {
      const view = await loadJobView(deps, 2031);
      if (!view) throw new Error('no job');
      return readinessOf(deps, view);
    };
    const codes = async () => (await readiness()).lines.map((l) => l.judgement.code);
    expect(await codes()).toEqual(
      expect.arrayContaining(['kit.disk.good', 'kit.clock.good', 'kit.database.good'])
    );
    expect(await codes()).toContain('kit.sleep.open');
    expect((await tickCheck(deps, bench, { jobNumber: 2031, checkId: 'sleep', on: true })).ok).toBe(
      true
    );
    expect(await codes()).toContain('kit.sleep.good');
    const box = (await listKit(deps.db)).find((k) => k.name === 'Box Window');
    await editKit(deps, lead, { ...toKitEdit(box), radioLink: true });
    expect((await readiness()).verdict).toMatchObject({ verdict: 'stop', code: 'kit.link.both' });
    await powerUp(shop, 'window', '0417');
    const at = { jobNumber: 2031, stationId: 'window', role: 'original' } as const;
    // who it is may be asked, its memory not
    await runToEnd(shop, bench, { kind: 'identify', ...at });
    const read = await startOperation(deps, bench, {
      kind: 'read',
      regionId: 'data-flash',
      ...at
    });
    expect(read).toMatchObject({ problem: { code: 'gate.link.both' } });
  });
});
