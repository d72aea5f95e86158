// Shelf, offers, accesses, quotes and profiles in a whole shop.
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listSkills } from '../app/src/lib/server/repositories/people.ts';
import { findUnitByTag } from '../app/src/lib/server/repositories/units.ts';
import {
  saveHours,
  savePrices,
  saveSkills
} from '../app/src/lib/server/services/shop/shop-settings.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { assignUnit } from '../app/src/lib/server/services/job/jobs.ts';
import { loadProfiles } from '../app/src/lib/server/services/families/load-profiles.ts';
import { loadMatchSheet, recordOffer } from '../app/src/lib/server/services/match/match.ts';
import { addStock, recordFacts } from '../app/src/lib/server/services/match/stock.ts';
import {
  chooseAccess,
  loadAccessSheet,
  makeQuote
} from '../app/src/lib/server/services/plan/accesses.ts';
import { USUAL_HOURS } from '@badger/core/plan/hours';
import { NO_PRICES } from '@badger/core/access-choice/prices';
import { at, makeShop, type Shop } from './support/shop.ts';

let shop: Shop;
let lead: Person;
let desk: Person;
let trainee: Person;
beforeAll(async () => {
  shop = await makeShop();
  [lead, desk, trainee] = await Promise.all([
    shop.person('lead'),
    shop.person('desk'),
    shop.person('trainee')
  ]);
}, 60_000);
afterAll(() => shop.close());

const viewOf = async (number: number) => {
  const view = await loadJobView(shop.root.deps, number);
  if (!view) throw new Error(String(number));
  return view;
};
const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const fits = async (number: number) => {
  const sheet = await loadMatchSheet(shop.root.deps, await viewOf(number));
  return sheet.fits.map((f) => `${f.unit.tag} ${f.verdict.verdict} ${f.verdict.code}`);
};

describe('what on the shelf would fit', () => {
  it('the right frequency before the wrong one, which costs new remotes', async () => {
    expect(await fits(2024)).toEqual(['0341 look donor.unit.ask', '0340 look donor.field.differs']);
  });
  it('the other chip marking is Stop, the later level Go', async () => {
    expect(await fits(2030)).toEqual(['0331 go donor.unit.fits', '0330 stop donor.field.differs']);
  });
  it('another make with the same hardware is found though its number differs', async () => {
    const list = await fits(2027);
    expect(list.some((l) => l.startsWith('0320 look'))).toBe(true);
  });
  it('a unit that serves an open job is taken, for every other job', async () => {
    const { deps } = shop.root;
    expect(
      codeOf(await assignUnit(deps, lead, { jobNumber: 2030, role: 'donor', tag: '0331' }))
    ).toBe('ok');
    expect((await fits(2030))[0]).toBe('0331 go donor.unit.fits');
    const row = await findUnitByTag(deps.db, '0331');
    expect(row?.hardwareNumber).toBe('0882150047');
  });
  it('a new unit gets the next tag, its numbers put right; a taken tag is refused', async () => {
    const { deps } = shop.root;
    const values = {
      family: 'PW-BD1',
      place: 'shelf D2',
      stock: 'blank' as const,
      numbers: { 'hardware-number': 'O882 15OO47', 'chip-marking': 'R12-512A' }
    };
    const added = await addStock(deps, lead, values);
    if (!added.ok) throw new Error(added.problem.code);
    expect((await fits(2030)).some((l) => l.startsWith(`${added.value.tag} look`))).toBe(true);
    expect(codeOf(await addStock(deps, lead, { ...values, tag: added.value.tag }))).toBe(
      'unit.tag.taken'
    );
    expect(codeOf(await addStock(deps, lead, { ...values, family: 'XX-AB1' }))).toBe(
      'job.family.unknown'
    );
  });
  it('wear and state are kept, and only values of the family', async () => {
    const { deps } = shop.root;
    const facts = (wear: Record<string, number | null>) =>
      recordFacts(deps, lead, { tag: '0320', wear }).then(codeOf);
    expect(await facts({ 'clutch-a': 300 })).toBe('ok');
    expect((await fits(2027)).find((l) => l.startsWith('0320'))).toBe('0320 stop wear.unit.worn');
    expect(await facts({ 'clutch-a': null })).toBe('ok');
    expect(await facts({ colour: 1 })).toBe('unit.wear.value');
    expect(codeOf(await recordFacts(deps, lead, { tag: '9999', stock: 'dead' }))).toBe(
      'unit.tag.unknown'
    );
  });
  it('label and memory that contradict each other are told', async () => {
    const { deps } = shop.root;
    await recordFacts(deps, lead, { tag: '0402', numbers: { 'software-number': 'BD1-119' } });
    await deps.db.$client.query(
      `update unit set numbers = '{"software-number":"BD1-118"}' where tag = '0402'`
    );
    const sheet = await loadMatchSheet(deps, await viewOf(2030));
    expect(sheet.labelDiffers).toEqual([
      { field: 'software-number', label: 'BD1-119', read: 'BD1-118' }
    ]);
    await deps.db.$client.query(`update unit set numbers = '{}' where tag = '0402'`);
    await recordFacts(deps, lead, { tag: '0402', numbers: { 'software-number': 'BD1-118' } });
  });
});

describe('offers', () => {
  it('are judged, kept and never changed', async () => {
    const { deps } = shop.root;
    const offer = (numbers: Record<string, string>) =>
      recordOffer(deps, desk, { jobNumber: 2024, source: 'advert 12', price: '40', numbers });
    const bad = await offer({ 'hardware-number': '0 991 41O 5O7', frequency: '315 MHz' });
    expect(bad).toMatchObject({ ok: true, value: { verdict: { verdict: 'look' } } });
    const open = await offer({ 'hardware-number': '0991410507' });
    expect(open).toMatchObject({ ok: true, value: { ask: ['Frequency', 'Radio approval'] } });
    const { offers } = await loadMatchSheet(deps, await viewOf(2024));
    expect(offers.map((o) => o.verdict)).toEqual(['look', 'look']);
    expect(offers[1]?.numbers['hardware-number']).toBe('0991410507');
    await expect(deps.db.$client.query(`delete from offer`)).rejects.toThrow();
    expect(
      codeOf(
        await recordOffer(deps, desk, { jobNumber: 2019, source: 'x', price: '', numbers: {} })
      )
    ).toBe('gate.job.closed');
  });
});

describe('accesses and quotes', () => {
  const choose = (key: string, method = 'whole-image' as const) =>
    chooseAccess(shop.root.deps, lead, { jobNumber: 2031, key, method, reason: 'because' }).then(
      codeOf
    );
  it('a closed access, an unknown one and a wrong method are refused', async () => {
    expect(await choose('bench-1')).toBe('access.choice.shut');
    expect(await choose('magic-7')).toBe('access.key.unknown');
    expect(await choose('boot-0', 'merge' as never)).toBe('access.method.unknown');
    expect(
      codeOf(await makeQuote(shop.root.deps, lead, { jobNumber: 2031, extra: [], note: '' }))
    ).toBe('quote.access.none');
  });
  it('the choice and all that lay beside it are kept; the quote rests on it', async () => {
    const { deps } = shop.root;
    expect(await choose('boot-0')).toBe('ok');
    const sheet = await loadAccessSheet(deps, await viewOf(2031));
    expect(sheet.choices[0]).toMatchObject({ accessKey: 'boot-0', reason: 'because' });
    const { rows } = await deps.db.$client.query<{ n: number }>(
      `select jsonb_array_length(options) n from access_choice`
    );
    expect(rows).toEqual([{ n: sheet.options.length }]);
    expect((await viewOf(2031)).job.accessKind).toBe('boot');
    const made = await Promise.all(
      [1, 2].map(() =>
        makeQuote(deps, lead, {
          jobNumber: 2031,
          extra: [{ text: 'Parcel', amount: '8,90' }],
          note: ''
        }).then(codeOf)
      )
    );
    expect(made).toEqual(['ok', 'ok']);
    const { quotes } = await loadAccessSheet(deps, await viewOf(2031));
    expect(quotes.map((q) => q.number)).toEqual([1, 2]);
    const [first] = quotes;
    const option = sheet.options.find((o) => o.key === 'boot-0');
    expect(Number(first?.net)).toBeCloseTo(Number(option?.cost.total) + 8.9, 6);
    expect(first?.validUntil.getTime()).toBeGreaterThan(Date.now() + 13 * 86_400_000);
    await expect(deps.db.$client.query(`update quote set total = '0'`)).rejects.toThrow();
    await expect(deps.db.$client.query(`truncate access_choice`)).rejects.toThrow();
  });
  it('a trainee makes no quote; a price that is not set holds it', async () => {
    const { deps } = shop.root;
    const quote = (person: Person) =>
      makeQuote(deps, person, { jobNumber: 2031, extra: [], note: '' }).then(codeOf);
    expect(await quote(trainee)).toBe('gate.person.role');
    expect(codeOf(await savePrices(deps, desk, NO_PRICES))).toBe('gate.person.role');
    const kept = (await loadAccessSheet(deps, await viewOf(2031))).prices;
    await savePrices(deps, lead, { ...kept, hourlyRate: '' });
    expect(await quote(lead)).toBe('quote.price.missing');
    await savePrices(deps, lead, kept);
    expect(await quote(lead)).toBe('ok');
  });
  it('a skill that nobody has closes the access, and opens it again', async () => {
    const { deps } = shop.root;
    const people = await listSkills(deps.db);
    const bench = people.find((p) => p.role === 'lead');
    const set = (skills: ('open-case' | 'fine-solder' | 'clip' | 'vehicle')[]) =>
      saveSkills(deps, lead, { personId: bench?.id ?? '', skills }).then(codeOf);
    const open = async () =>
      (await loadAccessSheet(deps, await viewOf(2024))).options.find((o) => o.id === 'lifted')
        ?.possible;
    expect(await open()).toBe(true);
    expect(await set(['open-case', 'vehicle'])).toBe('ok');
    expect(await open()).toBe(false);
    expect(await set(['open-case', 'fine-solder', 'clip', 'vehicle'])).toBe('ok');
    expect(
      codeOf(
        await saveSkills(deps, lead, {
          personId: '00000000-0000-4000-8000-000000000000',
          skills: []
        })
      )
    ).toBe('shop.person.unknown');
  });
  it('hours against the clock are refused', async () => {
    const days = USUAL_HOURS.days.map(() => [{ from: '12:00', to: '09:00' }]);
    expect(codeOf(await saveHours(shop.root.deps, lead, { days }))).toBe('shop.hours.crossed');
    expect(codeOf(await saveHours(shop.root.deps, lead, USUAL_HOURS))).toBe('ok');
  });
});

describe('profiles that do not hold', () => {
  it('are left out with file, place and reason; the others are used', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'profiles-'));
    try {
      for (const name of readdirSync(at('profiles')).filter((n) => n.endsWith('.json')))
        copyFileSync(join(at('profiles'), name), join(folder, name));
      const doc = () =>
        JSON.parse(readFileSync(join(folder, 'hv-ec4.json'), 'utf8')) as Record<string, unknown>;
      writeFileSync(join(folder, 'a-broken.json'), '{ "id": ');
      writeFileSync(join(folder, 'b-schema.json'), JSON.stringify({ ...doc(), kind: 'magic' }));
      writeFileSync(
        join(folder, 'c-unwired.json'),
        JSON.stringify({ ...doc(), id: 'HV-EC9', writeOrder: ['data-flash'] })
      );
      writeFileSync(join(folder, 'z-twice.json'), JSON.stringify(doc()));
      const log = { info: () => undefined, warn: () => undefined, error: () => undefined };
      const { profiles, refused } = await loadProfiles(shop.root.deps.db, folder, log as never);
      expect(profiles.size).toBe(11);
      expect(
        refused.map((r) => `${r.file} ${r.problem.code} ${String(r.problem.params['path'])}`)
      ).toEqual([
        'a-broken.json profile.file.syntax ',
        'b-schema.json profile.schema.breach kind',
        'c-unwired.json profile.order.incomplete writeOrder',
        'z-twice.json profile.family.twice id'
      ]);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
