import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { findBrokenEvent, listEvents } from '../app/src/lib/server/repositories/events.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { makeHouse, powerUp, runToEnd, type House } from './support/house.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;

describe('a unit cloned through the services, sockets and database', () => {
  let house: House;
  let bench: Person;

  beforeAll(async () => {
    house = await makeHouse();
    bench = await house.person('bench');
  });
  afterAll(() => house.close());

  const view = async () => {
    const loaded = await loadJobView(house.root.deps, 2031);
    if (!loaded) throw new Error('no job');
    return loaded;
  };

  it('identifies, reads twice, backs up, builds, writes, proves and closes', async () => {
    await powerUp(house, 'window', '0417');
    const identified = await runToEnd(house, bench, { kind: 'identify', role: 'original', ...JOB });
    expect(identified.operation?.state).toBe('done');
    const { units } = await view();
    expect(units.original?.chipId).toBe('5C1A09E2');
    expect(units.original?.numbers).toMatchObject({
      'hardware-number': '0731204418',
      vin: 'U8HVC3F2401084417'
    });

    for (const regionId of ['data-flash', 'data-flash', 'program-flash', 'program-flash']) {
      const read = await runToEnd(house, bench, {
        kind: 'read',
        role: 'original',
        regionId,
        ...JOB
      });
      expect(read.operation?.problem).toBeNull();
    }
    const afterReads = await view();
    expect(afterReads.regions.original.map((r) => r.verdict.code)).toEqual([
      'reads.region.trusted',
      'reads.region.trusted'
    ]);
    const memory = house.world.units.get('0417')?.memory;
    expect(afterReads.regions.original[1]?.reads[0]?.lengthBytes).toBe(2 * 1024 * 1024);

    await powerUp(house, 'window', '0388');
    await runToEnd(house, bench, { kind: 'identify', role: 'donor', ...JOB });
    for (const regionId of ['data-flash', 'data-flash', 'program-flash', 'program-flash']) {
      await runToEnd(house, bench, { kind: 'read', role: 'donor', regionId, ...JOB });
    }
    expect((await buildClone(house.root.deps, bench, 2031)).ok).toBe(true);

    const write = await runToEnd(house, bench, { kind: 'write', confirmation: '388', ...JOB });
    expect(write.refused).toBeUndefined();
    expect(write.operation).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    const donor = house.world.units.get('0388')?.memory;
    for (const region of ['data-flash', 'program-flash']) {
      expect(
        Buffer.compare(donor?.get(region) as Uint8Array, memory?.get(region) as Uint8Array)
      ).toBe(0);
    }

    const written = await view();
    expect(written.line.write.code).toBe('write.clone.verified');
    expect((await finishJob(house.root.deps, bench, { jobNumber: 2031 })).ok).toBe(true);
    const { job } = await view();
    expect(await findBrokenEvent(house.root.deps.db, job.id)).toBeUndefined();
    const kinds = (await listEvents(house.root.deps.db, job.id)).map((e) => e.kind);
    expect(kinds).toContain('write.done');
    expect(kinds.at(-1)).toBe('job.closed');
  });
});
