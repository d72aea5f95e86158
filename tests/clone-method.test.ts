import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { resolveMethod } from '@badger/core/job/clone-method';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { waiveBackup } from '../app/src/lib/server/services/job/jobs.ts';
import { chooseAccess, loadAccessSheet } from '../app/src/lib/server/services/plan/accesses.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { freshFile, makeShop, type Shop } from './support/shop.ts';

/** A job of the family whose first method is to merge, and which can be cloned whole as well. */
const JOB = 2030;

describe('the clone method that was chosen', () => {
  const family = { cloneMethod: 'merge', cloneMethods: [] } as const;
  const both = {
    cloneMethod: 'merge' as const,
    cloneMethods: [
      { id: 'merge' as const, why: '' },
      { id: 'whole-image' as const, why: '' }
    ]
  };
  it.each([
    [both, undefined, 'merge'],
    [both, { accessKey: 'clip', method: 'whole-image' }, 'whole-image'],
    // a profile that has changed since no longer offers it
    [family, { accessKey: 'clip', method: 'whole-image' }, 'merge'],
    [both, { accessKey: 'clip', method: 'none' }, 'merge'],
    [both, { accessKey: 'new-unit', method: 'none' }, 'none'],
    [both, { accessKey: 'send-away', method: 'none' }, 'none'],
    [both, { accessKey: 'new-unit', method: '' }, 'merge'],
    [both, { accessKey: '', method: '__proto__' }, 'merge']
  ] as const)('%j with %j is %s', (profile, choice, method) => {
    expect(resolveMethod(profile, choice)).toBe(method);
  });

  let shop: Shop;
  let lead: Person;
  beforeAll(async () => {
    shop = await makeShop();
    lead = await shop.person('lead');
  });
  afterAll(() => shop.close());

  const view = async () => {
    const found = await loadJobView(shop.root.deps, JOB);
    if (!found) throw new Error('no job');
    return found;
  };
  const choose = async (method: string) => {
    const { options } = await loadAccessSheet(shop.root.deps, await view());
    const option = options.find((o) => o.possible && o.methods.some((m) => m.id === method));
    const values = { jobNumber: JOB, key: option?.key ?? '', method, reason: 'tried here' };
    return chooseAccess(shop.root.deps, lead, values as never);
  };

  it('is what Build does, and an image made by another is stale', async () => {
    const { deps } = shop.root;
    expect((await view()).method).toBe('merge');
    expect((await buildClone(deps, lead, JOB)).ok).toBe(false);
    const waive = { jobNumber: JOB, reason: 'nothing of the donor is used' };
    expect(await waiveBackup(deps, lead, waive)).toMatchObject({
      problem: { code: 'backup.waive.needed' }
    });
    expect(await choose('whole-image')).toMatchObject({ ok: true });
    expect((await view()).method).toBe('whole-image');
    expect((await view()).line.build.code).not.toBe('clone.method.other');
    for (const region of (await view()).profile?.regions ?? [])
      for (let copy = 0; copy < 2; copy++) {
        const kept = await uploadRead(deps, lead, {
          jobNumber: JOB,
          role: 'original',
          regionId: region.id,
          ...freshFile(),
          bytes: contentOf(region.id, region.lengthBytes)
        });
        expect(kept.ok).toBe(true);
      }
    expect(await buildClone(deps, lead, JOB)).toMatchObject({
      value: { method: 'whole-image' }
    });
    expect((await view()).cloneState).toBe('built');
    expect(await waiveBackup(deps, lead, waive)).toMatchObject({ ok: true });
    const write = async () =>
      checkJobGate(deps, await view(), { kind: 'write', stationId: 'window', person: lead }).lines;
    const codes = async () => (await write()).map((l) => l.code);
    expect(await codes()).toEqual(
      expect.arrayContaining(['gate.backup.waived', 'gate.image.built'])
    );
    // what was said and built for one method holds for no other
    expect(await choose('merge')).toMatchObject({ ok: true });
    expect((await view()).cloneState).toBe('stale');
    expect(await codes()).toEqual(
      expect.arrayContaining(['gate.backup.missing', 'gate.image.none'])
    );
    expect(await buildClone(deps, lead, JOB)).toMatchObject({
      problem: { code: 'clone.region.untrusted', params: { from: 'donor' } }
    });
    expect(await choose('whole-image')).toMatchObject({ ok: true });
    expect((await view()).cloneState).toBe('built');
  });

  const contentOf = (regionId: string, lengthBytes: number) => {
    const held =
      shop.world.units.get('0402')?.memory.get(regionId) ??
      shop.world.chips.get('0402')?.chip.memory;
    return held?.slice() ?? new Uint8Array(lengthBytes);
  };
});
