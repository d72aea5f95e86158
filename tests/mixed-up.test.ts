import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import {
  assignUnit,
  forgetChip,
  recordAuthority
} from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';

/** The one mistake that ruins everything: the donor taken for the original, from the very first chip id on. */
describe('units that were mixed up', () => {
  let shop: Shop;
  let bench: Person;

  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
  });
  afterAll(() => shop.close());

  const identify = async (jobNumber: number, tag: string, role: 'original' | 'donor') => {
    await powerUp(shop, 'window', tag);
    const { operation } = await runToEnd(shop, bench, {
      kind: 'identify',
      jobNumber,
      stationId: 'window',
      role
    });
    return operation;
  };
  const held = async (jobNumber: number) => {
    const view = await loadJobView(shop.root.deps, jobNumber);
    if (!view) throw new Error('no job');
    const gate = checkJobGate(shop.root.deps, view, {
      kind: 'write',
      stationId: 'window',
      person: bench
    });
    return {
      lines: gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code),
      match: view.line.match.code,
      identify: view.line.identify.code,
      next: view.next.stage
    };
  };

  it('both clamped the wrong way round: the VIN inside gives it away, and the write is held', async () => {
    expect((await identify(2031, '0388', 'original'))?.state).toBe('done');
    expect((await held(2031)).identify).toBe('identify.vin.other');
    expect((await identify(2031, '0417', 'donor'))?.state).toBe('done');
    const state = await held(2031);
    expect(state.lines).toContain('gate.units.swapped');
    expect(state.match).toBe('match.units.swapped');
    expect(state.next).toBe('match');
  });

  it('is put right by forgetting both chip ids, which stays in the record', async () => {
    for (const role of ['original', 'donor'] as const) {
      expect((await forgetChip(shop.root.deps, bench, { jobNumber: 2031, role })).ok).toBe(true);
    }
    expect(shop.root.deps.bench.stations.get('window')?.connected).toBeUndefined();
    expect((await identify(2031, '0417', 'original'))?.state).toBe('done');
    expect((await identify(2031, '0388', 'donor'))?.state).toBe('done');
    const state = await held(2031);
    expect(state.lines).not.toContain('gate.units.swapped');
    expect(state.match).toBe('match.donor.fits');
    const view = await loadJobView(shop.root.deps, 2031);
    const events = await listEvents(shop.root.deps.db, view?.job.id ?? '');
    expect(events.filter((e) => e.kind === 'chip.forgotten').map((e) => e.data)).toMatchObject([
      { unit: '0417', chipId: '5C1B77D0' },
      { unit: '0388', chipId: '5C1A09E2' }
    ]);
  });

  it('is not possible any more once reads rest on the chip id, nor for the desk', async () => {
    await runToEnd(shop, bench, {
      kind: 'read',
      jobNumber: 2031,
      stationId: 'window',
      role: 'donor',
      regionId: 'data-flash'
    });
    const refused = await forgetChip(shop.root.deps, bench, { jobNumber: 2031, role: 'donor' });
    expect(refused).toMatchObject({
      problem: { code: 'identify.chip.used', params: { tag: '0388' } }
    });
    const desk = await shop.person('desk');
    expect(
      await forgetChip(shop.root.deps, desk, { jobNumber: 2031, role: 'original' })
    ).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
  });

  it('a chip that is known under one tag is not let in under another', async () => {
    await identify(2034, '0419', 'original');
    const again = await identify(2034, '0417', 'donor');
    expect(again).toMatchObject({ state: 'failed', problem: { code: 'identify.chip.elsewhere' } });
    const changed = await identify(2034, '0421', 'original');
    expect(changed).toMatchObject({ state: 'failed', problem: { code: 'identify.chip.changed' } });
  });

  it('a donor of other hardware holds the write', async () => {
    expect((await identify(2034, '0421', 'donor'))?.state).toBe('done');
    const state = await held(2034);
    expect(state.lines).toContain('gate.donor.differs');
    expect(state.match).toBe('match.donor.differs');
  });

  it('a job that came in without order and unit gets both; a unit that is read stays', async () => {
    const { deps } = shop.root;
    const stop = async () => {
      const view = await loadJobView(deps, 2033);
      return `${view?.next.stage}: ${view?.next.judgement.code}`;
    };
    expect(await stop()).toBe('arrive: arrive.authority.none');
    const order = {
      jobNumber: 2033,
      orderedBy: ' Hire desk, order 309 ',
      proofKind: 'order' as const,
      proofNumber: '309',
      signature: [[[0, 0]]]
    };
    expect((await recordAuthority(deps, bench, order)).ok).toBe(true);
    // whether it is the unit is no question of such a job
    expect(await stop()).toBe('identify: identify.unit.none');
    const assign = (jobNumber: number, tag: string, role: 'original' | 'donor') =>
      assignUnit(deps, bench, { jobNumber, tag, role });
    expect((await assign(2033, '0611', 'original')).ok).toBe(true);
    expect(await assign(2033, '0611', 'donor')).toMatchObject({
      problem: { code: 'job.units.same' }
    });
    expect(await assign(2033, '0417', 'donor')).toMatchObject({
      problem: { code: 'job.unit.family' }
    });
    const view = await loadJobView(deps, 2033);
    expect(view?.job.authorisedBy).toBe('Hire desk, order 309');
    expect(view?.units.original?.tag).toBe('0611');
    await powerUp(shop, 'window', '0419');
    const JOB = { jobNumber: 2034, stationId: 'window', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...JOB });
    await runToEnd(shop, bench, { kind: 'read', regionId: 'data-flash', ...JOB });
    expect(await assign(2034, '0950', 'original')).toMatchObject({
      problem: { code: 'job.original.read' }
    });
  });
});
