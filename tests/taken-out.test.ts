// Bytes and papers leave only with whom the table names, and the record says so before they go.
import { takeOutRead } from '../app/src/lib/server/services/reads/take-out-read.ts';
import { loadImage } from '@badger/core/format/load-image';
import { gapsIn } from '@badger/core/image/image';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { seePhoto, takeOutTrace } from '../app/src/lib/server/services/reads/downloads.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { keepPhoto } from '../app/src/lib/server/services/job/photos.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const families = smallFamilies();
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  bench = await shop.person('bench');
  await powerUp(shop, 'window', '0417');
  await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
  const read = { kind: 'read', role: 'original', regionId: 'data-flash' } as const;
  const { operation } = await runToEnd(shop, bench, { ...read, ...JOB });
  expect(operation?.state).toBe('done');
});
afterAll(async () => {
  await shop.close();
  families.remove();
});

const view = async () => {
  const found = await loadJobView(shop.root.deps, 2031);
  if (!found) throw new Error('no job');
  return found;
};
const events = async () => listEvents(shop.root.deps.db, (await view()).job.id);

describe('what is taken out', () => {
  it('an image and a trace: not for trainee and desk, and on record', async () => {
    const { deps } = shop.root;
    const read = (await view()).regions.original[0]?.reads[0];
    const before = (await events()).length;
    for (const name of ['trainee', 'desk']) {
      const person = await shop.person(name);
      for (const refused of [
        await takeOutRead(deps, person, { readId: read?.id ?? '' }),
        await takeOutTrace(deps, person, read?.operationId ?? '')
      ])
        expect(refused).toMatchObject({ problem: { code: 'gate.person.role' } });
    }
    expect(await events()).toHaveLength(before);
    expect((await takeOutRead(deps, bench, { readId: read?.id ?? '' })).ok).toBe(true);
    expect((await events()).at(-1)).toMatchObject({
      kind: 'image.downloaded',
      personName: bench.name,
      data: { name: read?.name, sha256: read?.sha256 }
    });
    expect(await takeOutTrace(deps, bench, read?.operationId ?? '')).toMatchObject({ ok: true });
    expect((await events()).at(-1)).toMatchObject({ kind: 'trace.downloaded' });
  });

  it('security data is left out of it, unless somebody says why; secrets read alone go only so', async () => {
    const { deps } = shop.root;
    const region = (await view()).regions.original[0];
    const read = region?.reads[0];
    const memory = shop.world.units.get('0417')?.memory.get('data-flash') as Uint8Array;
    const secret = Buffer.from(memory.subarray(0x400, 0x410));
    const without = await takeOutRead(deps, bench, { readId: read?.id ?? '' });
    expect(without.ok && without.value.name).toMatch(/\.hex$/);
    const loaded = without.ok ? loadImage(without.value.bytes) : without;
    if (!loaded.ok) throw new Error(loaded.problem.code);
    const { address, lengthBytes } = region?.region ?? { address: 0, lengthBytes: 0 };
    const gaps = gapsIn(loaded.value.image, { start: address, end: address + lengthBytes });
    expect(gaps.map((g) => [g.start - address, g.end - g.start])).toEqual([
      [0x400, 16],
      [0x1400, 16]
    ]);
    expect((await events()).at(-1)?.data).toMatchObject({ securityData: 'left out' });
    const reason = 'For the maker’s desk.';
    const asked = { readId: read?.id ?? '', reason };
    expect(await takeOutRead(deps, await shop.person('desk'), asked)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    const whole = await takeOutRead(deps, bench, asked);
    expect(whole.ok && Buffer.from(whole.value.bytes).includes(secret)).toBe(true);
    expect((await events()).at(-1)?.data).toMatchObject({ securityData: 'included', reason });
  });

  it('a photo of papers: not for a trainee; any other photo is', async () => {
    const { deps } = shop.root;
    const create = { width: 4, height: 4, channels: 3, background: '#345' } as const;
    const bytes = new Uint8Array(await sharp({ create }).png().toBuffer());
    const trainee = await shop.person('trainee');
    for (const [kind, refused] of [
      ['proof', true],
      ['board', false]
    ] as const) {
      const photo = { jobNumber: 2031, kind, unitTag: undefined, fileName: 'a.png', bytes };
      const kept = await keepPhoto(deps, bench, photo);
      if (!kept.ok) throw new Error(kept.problem.code);
      const { id } = kept.value;
      expect((await seePhoto(deps, trainee, { id, size: 'small' })).ok).toBe(!refused);
      expect((await seePhoto(deps, bench, { id, size: 'small' })).ok).toBe(true);
    }
  });
});
