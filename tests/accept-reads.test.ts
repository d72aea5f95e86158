// A lead takes reads that are not trusted, or what was put together of them, with a written reason.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { acceptReads } from '../app/src/lib/server/services/reads/accept-reads.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { saveShopRules } from '../app/src/lib/server/services/shop/shop-settings.ts';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { makeShop, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
let lead: Person;
let db: pg.Client;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
  lead = await shop.person('lead');
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
});
afterAll(async () => {
  await db.end();
  await shop.close();
});

const REGION = 'data-flash';
const truth = () => shop.world.units.get('0417')?.memory.get(REGION) as Uint8Array;
const spoilt = (...at: number[]) => {
  const bytes = truth().slice();
  for (const i of at) bytes[i] = (bytes[i] as number) ^ 0x5a;
  return bytes;
};
let file = 0;
const drop = (bytes: Uint8Array, regionId = REGION) =>
  uploadRead(shop.root.deps, bench, {
    ...{ jobNumber: 2031, role: 'original', regionId, bytes },
    ...{ fileName: `file-${++file}.bin`, modifiedMs: 1000 * file }
  });
const region = async (id = REGION) => {
  const found = (await loadJobView(shop.root.deps, 2031))?.regions.original.find(
    (r) => r.region.id === id
  );
  if (!found) throw new RangeError(id);
  return found;
};
const accept = (person: Person, readId: string | null, more: object = {}) =>
  acceptReads(shop.root.deps, person, {
    ...{ jobNumber: 2031, role: 'original', regionId: REGION, readId },
    ...{ reason: 'The unit dies, this is all there is.', ...more }
  });
const codeOf = (r: Awaited<ReturnType<typeof accept>>) => (r.ok ? 'ok' : r.problem.code);

describe('reads that are not trusted', () => {
  it('are nobody’s to take but a lead’s, and only what there is', async () => {
    expect(codeOf(await accept(lead, null))).toBe('reads.accept.needless');
    await drop(spoilt(0x500));
    await drop(spoilt(0x900));
    expect((await region()).verdict.state).toMatch(/^(disputed|rebuilt)$/);
    const [first] = (await region()).reads;
    expect(codeOf(await accept(bench, first?.id ?? ''))).toBe('gate.person.role');
    expect(codeOf(await accept(lead, '00000000-0000-4000-8000-000000000000'))).toBe(
      'reads.accept.none'
    );
    expect(codeOf(await accept(lead, first?.id ?? '', { regionId: 'elsewhere' }))).toBe(
      'upload.region.unknown'
    );
    expect((await db.query('select 1 from reads_accepted')).rowCount).toBe(0);
  });

  it('a read is taken for just these reads; one more, and it is to be said anew', async () => {
    const [first, second] = (await region()).reads;
    expect(codeOf(await accept(lead, second?.id ?? ''))).toBe('ok');
    expect(await region()).toMatchObject({
      verdict: { state: 'accepted', verdict: 'look' },
      agreement: { state: 'trusted', trustedSha256: second?.sha256, dissenting: [first?.number] }
    });
    await drop(spoilt(0xd00));
    expect((await region()).verdict.state).not.toBe('accepted');
    expect((await region()).accepted).toBeUndefined();
  });

  it('what was put together of three is the content of the unit, is marked so, and can be taken', async () => {
    const before = await region();
    expect(before).toMatchObject({
      verdict: { state: 'rebuilt' },
      trust: { verdict: 'reconstructed', reconstruction: { writable: true, places: 3 } }
    });
    expect(codeOf(await accept(lead, null))).toBe('ok');
    const after = await region();
    expect(after.accepted).toMatchObject({ kind: 'rebuilt' });
    expect(after.agreement.agreeing).toEqual([]);
    const kept = await loadImage(shop.root.deps, after.agreement.trustedSha256 ?? '');
    expect(kept.ok && Buffer.from(kept.value).equals(truth())).toBe(true);
    const events = await db.query<{ data: { kind?: string; reason?: string } }>(
      `select data from job_event where kind = 'reads.accepted' order by id`
    );
    expect(events.rows.map((r) => r.data.kind)).toEqual(['read', 'rebuilt']);
    expect(events.rows[1]?.data.reason).toContain('The unit dies');
  });

  it('what is trusted by itself needs no word, and the word is never changed or deleted', async () => {
    await drop(truth());
    await drop(truth());
    expect((await region()).verdict.state).toBe('outvoted');
    const own = (await region()).agreement.trustedSha256;
    const right = (await region()).reads.find((r) => r.sha256 === own);
    expect(codeOf(await accept(lead, right?.id ?? ''))).toBe('reads.accept.needless');
    for (const change of ['delete from reads_accepted', `update reads_accepted set reason = 'x'`])
      await expect(db.query(change), change).rejects.toThrow(/append only/);
    await expect(db.query('truncate reads_accepted')).rejects.toThrow();
  });
});

it('of a scrambled region the raw content is put together, by what its plain content must hold', async () => {
  const of = { jobNumber: 2029, role: 'original', regionId: 'eeprom' } as const;
  const held = shop.world.units.get('0405')?.memory.get('eeprom') as Uint8Array;
  for (const at of [0x41, 0x1000, 0x2b07]) {
    const bytes = held.slice();
    bytes[at] = (bytes[at] as number) ^ 0x24;
    const file = { fileName: `gearbox-${at}.bin`, modifiedMs: at };
    expect(await uploadRead(shop.root.deps, bench, { ...of, bytes, ...file })).toMatchObject({
      ok: true
    });
  }
  const seen = async () =>
    (await loadJobView(shop.root.deps, 2029))?.regions.original.find(
      (r) => r.region.id === 'eeprom'
    );
  expect(await seen()).toMatchObject({
    verdict: { state: 'rebuilt' },
    trust: { verdict: 'reconstructed', reconstruction: { writable: true, places: 3 } }
  });
  const reason = 'The unit dies, this is all there is.';
  expect(await acceptReads(shop.root.deps, lead, { ...of, readId: null, reason })).toMatchObject({
    ok: true
  });
  const kept = await loadImage(shop.root.deps, (await seen())?.agreement.trustedSha256 ?? '');
  expect(kept.ok && Buffer.from(kept.value).equals(held)).toBe(true);
});

describe('the shop asks for more', () => {
  it('three that are the same, where it is strict; the judgement is found anew and kept', async () => {
    const strict = { wallDisplay: false, namesBy: 'vin', readsRequired: 3 } as const;
    expect((await saveShopRules(shop.root.deps, bench, strict)).ok).toBe(false);
    expect((await saveShopRules(shop.root.deps, lead, strict)).ok).toBe(true);
    expect(await region()).toMatchObject({ verdict: { state: 'few', params: { more: 1 } } });
    const kept = async () => (await db.query('select 1 from reads_judgement')).rowCount;
    const before = await kept();
    await region();
    expect(await kept()).toBe(before);
    await drop(truth());
    expect((await region()).verdict.state).toBe('outvoted');
  });

  it('another content is the alternate, for when what is trusted fails in the vehicle; and back', async () => {
    const trusted = (await region()).agreement.trustedSha256;
    const other = (await region()).reads.find((r) => r.sha256 !== trusted);
    const right = (await region()).reads.find((r) => r.sha256 === trusted);
    expect(codeOf(await accept(lead, other?.id ?? ''))).toBe('ok');
    expect(await region()).toMatchObject({
      verdict: { state: 'accepted' },
      agreement: { trustedSha256: other?.sha256 }
    });
    expect(codeOf(await accept(lead, right?.id ?? ''))).toBe('ok');
    expect((await region()).verdict.state).toBe('outvoted');
  });

  it('a content that is damaged in the database is nobody’s evidence', async () => {
    await drop(truth(), 'data-flash');
    await db.query('delete from reads_judgement');
    await db.query('alter table image_chunk disable trigger all');
    await db.query(
      `update image_chunk set bytes = set_byte(bytes, 5, 255 - get_byte(bytes, 5)) where image_id =
         (select image_id from kept_read order by taken_at desc, number desc limit 1)`
    );
    await db.query('alter table image_chunk enable trigger all');
    expect(await region()).toMatchObject({ trust: undefined, verdict: { state: 'unseen' } });
  });
});
