// Causes of a memory chip that does not answer, through the whole shop: measured, ranked, confirmed, and nothing of its content kept.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import {
  describeCauses,
  keepFinding
} from '../app/src/lib/server/services/wiring/likely-causes.ts';
import type { Station } from '../standins/src/world/world.ts';
import { makeShop, runToEnd, until, type Shop } from './support/shop.ts';

const JOB = { jobNumber: 2024, stationId: 'corner' } as const;

describe('causes of a chip that does not answer', () => {
  let shop: Shop;
  let bench: Person;
  let station: Station;
  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    station = shop.world.stations.find((s) => s.spec.id === 'corner') as Station;
    const put = { stationId: 'corner', change: { chip: '0396' } };
    await moveSimulator(shop.root.deps, bench, put);
  });
  afterAll(() => shop.close());

  const identify = () => runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
  const causes = async () => {
    const view = await loadJobView(shop.root.deps, JOB.jobNumber);
    return view && (await describeCauses(shop.root.deps, view))[0];
  };
  const firstOf = async () => (await causes())?.causes[0]?.cause;

  it('are named from what the lines showed, confirmed, and remembered', async () => {
    station.contact.fault = { kind: 'no-grip' };
    await identify();
    const open = await causes();
    expect(open?.causes[0]?.cause).toBe('clip-open');
    expect(open?.evidence.tries).toEqual(['silent', 'silent', 'silent']);
    expect(open?.evidence.chip?.fast).toHaveLength(8);
    const evidenceId = open?.evidenceId ?? '';
    const finding = {
      jobNumber: JOB.jobNumber,
      ...({ role: 'original', evidenceId, cause: 'clip-open', outcome: 'confirmed' } as const)
    };
    expect((await keepFinding(shop.root.deps, bench, finding)).ok).toBe(true);
    station.contact.fault = { kind: 'turned' };
    await identify();
    expect(await firstOf()).toBe('clip-turned');
    station.contact.fault = { kind: 'no-grip' };
    await identify();
    expect((await causes())?.causes[0]).toMatchObject({ cause: 'clip-open', confirmedBefore: 1 });
    const stale = await keepFinding(shop.root.deps, bench, finding);
    expect(stale.ok ? 'ok' : stale.problem.code).toBe('evidence.id.old');
    station.contact.fault = undefined;
  });
  it('a programmer whose line breaks in the middle', async () => {
    station.linkFault = { kind: 'drop', afterOperations: 2 };
    await identify();
    expect(await firstOf()).toBe('programmer');
    expect((await causes())?.evidence).toMatchObject({ tries: ['lost'] });
  });
  it('nothing of the content is kept with them', async () => {
    station.contact.fault = { kind: 'loose-leg', seed: 77 };
    await until(async () => {
      await identify();
      return (await causes())?.evidence.chip !== undefined;
    });
    station.contact.fault = undefined;
    const { rows } = await shop.root.deps.db.$client.query<{ text: string }>(
      `select evidence::text as text from bench_evidence`
    );
    const memory = shop.world.chips.get('0396')?.chip.memory ?? new Uint8Array(0);
    const start = Buffer.from(memory.subarray(0, 8)).toString('hex');
    expect(start).toHaveLength(16);
    expect(rows.length).toBeGreaterThanOrEqual(4);
    for (const { text } of rows) expect(text.toLowerCase()).not.toContain(start);
  });
  it('as soon as the chip answers there is nothing to name', async () => {
    expect((await identify()).operation?.state).toBe('done');
    expect(await causes()).toBeUndefined();
  });
});
