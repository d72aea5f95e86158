// Writes that are interrupted at random points, and every way back: no backup is lost, nothing is called verified that is not, and the unit holds in the end
// what it was meant to hold.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import type { Writes } from '@badger/core/operation/writes';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listWrittenElsewhere } from '../app/src/lib/server/repositories/operations.ts';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import type { BoxFault } from '../standins/src/interface-box/box-server.ts';
import type { Station } from '../standins/src/world/world.ts';
import { freshFile, makeShop, powerUp, runToEnd, until, type Shop } from './support/shop.ts';
import { smallFamilies } from './support/small-family.ts';

const JOB = { jobNumber: 2031, stationId: 'window' } as const;
const REGIONS = ['data-flash', 'program-flash'] as const;
/** `./badger test slow` sets 500. */
const CASES = Number(process.env['WRITE_CASES'] ?? 14);
const SEED = 13;
/** A write of both small regions goes over in about so many frames. */
const MOST_FRAMES = 5200;

const families = smallFamilies();
let shop: Shop;
let bench: Person;
let station: Station;
const was = new Map<string, Uint8Array>();
const memoryOf = (tag: string, regionId: string) =>
  shop.world.units.get(tag)?.memory.get(regionId) as Uint8Array;
const view = async () => {
  const found = await loadJobView(shop.root.deps, 2031);
  if (!found) throw new Error('no job');
  return found;
};

beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  bench = await shop.person('bench');
  station = shop.world.stations[0] as Station;
  for (const [role, tag] of [
    ['original', '0417'],
    ['donor', '0388']
  ] as const) {
    await powerUp(shop, 'window', tag);
    await runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
    for (const regionId of REGIONS) {
      const bytes = memoryOf(tag, regionId).slice();
      was.set(`${role} ${regionId}`, bytes);
      for (let i = 0; i < 2; i++)
        await uploadRead(shop.root.deps, bench, {
          ...{ jobNumber: 2031, role, regionId, bytes, ...freshFile() }
        });
    }
  }
  expect((await buildClone(shop.root.deps, bench, 2031)).ok).toBe(true);
}, 60_000);
afterAll(async () => {
  await shop.close();
  families.remove();
});

const identify = async () => {
  station.fault = undefined;
  station.supply.execute('OUTP:PROT:CLE');
  await until(() => shop.root.deps.bench.stations.get('window')?.thread.connected === true);
  await powerUp(shop, 'window', '0388');
  const { operation } = await runToEnd(shop, bench, { kind: 'identify', role: 'donor', ...JOB });
  expect(operation?.state).toBe('done');
};
const write = async (writes: Writes = 'image') =>
  (await runToEnd(shop, bench, { kind: 'write', writes, confirmation: '388', ...JOB })) as {
    refused: { code: string } | undefined;
    operation: { state: string; meaning: string | null; after: unknown } | undefined;
  };
const holds = (role: 'original' | 'donor') =>
  REGIONS.every(
    (id) => Buffer.compare(memoryOf('0388', id), was.get(`${role} ${id}`) as Uint8Array) === 0
  );
const gate = async () =>
  checkJobGate(shop.root.deps, await view(), {
    ...{ kind: 'restore', stationId: 'window', person: bench, role: 'donor' }
  }).holding?.code;

describe('the ways back', () => {
  it('there is nothing to give back before anything was written', async () => {
    await identify();
    expect(await gate()).toBe('gate.restore.needless');
    expect((await write('backup')).refused?.code).toBe('gate.restore.needless');
  });

  it('after a write that was broken off only the blocks that differ are written', async () => {
    station.fault = { kind: 'silent', afterFrames: 900 };
    const broken = await write();
    expect(broken.operation).toMatchObject({ state: 'failed', meaning: 'meaning.write.partial' });
    expect(holds('original')).toBe(false);
    await identify();
    const rest = await write('rest');
    expect(rest.operation).toMatchObject({ state: 'done', meaning: 'meaning.write.verified' });
    expect(holds('original')).toBe(true);
    expect((await view()).writeState).toBe('verified');
  });

  it('the unit is reset and asked again: it tells the VIN that was written', async () => {
    await identify();
    const again = await write('rest');
    const vin = Buffer.from(was.get('original data-flash')?.subarray(0x200, 0x211) ?? []);
    expect(again.operation?.after).toMatchObject({
      answered: true,
      chipId: '5C1B77D0',
      meantVin: vin.toString('latin1')
    });
  });

  it('its own content back: proven, and nothing is called written any more', async () => {
    await identify();
    expect(await gate()).toBeUndefined();
    const { operation } = await write('backup');
    expect(operation).toMatchObject({ state: 'done', meaning: 'meaning.backup.restored' });
    expect(holds('donor')).toBe(true);
    const now = await view();
    expect(now.writeState).toBe('none');
    expect(now.line.write.code).toBe('write.clone.ready');
    // what it holds now is read again: the backup from before stays the way back
    expect(now.regions.donor.map((r) => r.reads.length)).toEqual([2, 2]);
    // in another job it is no unit that was cloned: what it holds is its own
    const { db } = shop.root.deps;
    const { rows } = await db.$client.query<{ id: string }>(
      `insert into job_unit (job_id, unit_id, role)
         select j.id, u.id, 'new' from job j, unit u where j.number = 2034 and u.tag = '0388' returning job_id as id`
    );
    const other = rows.map((r) => r.id);
    expect(await listWrittenElsewhere(db, other)).toEqual([]);
    await identify();
    expect((await write()).operation?.state).toBe('done');
    expect(await listWrittenElsewhere(db, other)).toHaveLength(1);
    await identify();
    expect((await write('backup')).operation?.state).toBe('done');
    expect(await listWrittenElsewhere(db, other)).toEqual([]);
  });
});

describe(`${CASES} writes interrupted at random`, () => {
  it('lose no backup, are never called verified, and always leave a way back', async () => {
    const random = createRandom(SEED);
    const pick = <T>(list: readonly T[]) => list[random() % list.length] as T;
    const kinds: readonly BoxFault['kind'][] = [
      ...(['drop-socket', 'silent', 'garbage', 'half-frame', 'power'] as const)
    ];
    const told = { interrupted: 0, whole: 0, falselyVerified: 0, lostBackup: 0, noWayBack: 0 };
    for (let n = 0; n < CASES; n++) {
      await identify();
      station.fault = { kind: pick(kinds), afterFrames: 20 + (random() % MOST_FRAMES) };
      const { operation } = await write();
      const equal = holds('original');
      if (operation?.state === 'done') told.whole++;
      else told.interrupted++;
      if (operation?.meaning === 'meaning.write.verified' && !equal) told.falselyVerified++;
      if (operation?.meaning === 'meaning.unit.untouched' && !holds('donor'))
        told.falselyVerified++;
      for (const region of (await view()).regions.donor) {
        const { trustedSha256 } = region.agreement;
        const kept = trustedSha256 && (await loadImage(shop.root.deps, trustedSha256));
        const own = was.get(`donor ${region.region.id}`) as Uint8Array;
        if (!kept || !kept.ok || Buffer.compare(kept.value, own) !== 0) told.lostBackup++;
      }
      const wanted = pick(['rest', 'image', 'backup'] as const);
      await identify();
      const back = await write(wanted);
      const right = wanted === 'backup' ? holds('donor') : holds('original');
      // a write that was turned away before it touched the unit has left nothing to give back
      const needless = back.refused?.code === 'gate.restore.needless' && holds('donor');
      if (!needless && !(back.operation?.state === 'done' && right)) told.noWayBack++;
      await identify();
      if (!holds('donor')) expect((await write('backup')).operation?.state).toBe('done');
      expect(holds('donor')).toBe(true);
    }
    expect(told).toMatchObject({ falselyVerified: 0, lostBackup: 0, noWayBack: 0 });
    // the faults really came in the middle
    expect(told.interrupted).toBeGreaterThan(CASES / 3);
  }, 3_000_000);
});
