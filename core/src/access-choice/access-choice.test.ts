import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { KIT_KINDS, type KitItem } from '../kit/kit-item.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { findAccessOfKey, type Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { buildQuote } from './build-quote.ts';
import { compareAccesses, type AccessFacts } from './compare-accesses.ts';
import { NO_PRICES, readPrices, tidyPrices, type Prices } from './prices.ts';

const load = (name: string): Profile => {
  const url = new URL(`../../../profiles/${name}.json`, import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const kit = KIT_KINDS.map((kind): KitItem => ({
  ...{ id: kind, kind, name: kind, stationId: undefined, families: [], software: '' },
  ...{ wantedSoftware: '', firmware: '', wantedFirmware: '', dueAtMs: undefined },
  ...{ calibrationDueAtMs: undefined, plugCycles: 0, plugLimit: 0, cableLink: true },
  ...{ radioLink: false, ratedMa: kind === 'supply' ? 10_000 : undefined }
}));
const prices: Prices = {
  ...NO_PRICES,
  ...{ hourlyRate: '60.00', taxPercent: '19', creditPrice: '10', creditsLeft: 5 },
  ...{ sealing: '6.40', soldering: '4.80' },
  families: {
    'HV-EC4': { donor: '140.00', newUnit: '890.00', sendAway: '', sendAwayDays: 0 },
    'MD-CM5': { donor: '55.00', newUnit: '', sendAway: '130.00', sendAwayDays: 5 }
  }
};
const facts = (name: string, change: Partial<AccessFacts> = {}): AccessFacts => ({
  ...{ profile: load(name), kit, prices, vehicleHere: true, unresponsive: false, donorHere: false },
  secretsSuffice: false,
  words: {
    ...{ newUnit: 'new', sendAway: 'away', nothingCloned: 'nothing', programming: 'coding' },
    lostInPost: { what: 'lost', lowers: 'insured' }
  },
  skills: ['open-case', 'fine-solder', 'clip', 'vehicle'],
  measured: [],
  ...change
});
const access = (name: string, id: string, change: Partial<AccessFacts> = {}) => {
  const found = compareAccesses(facts(name, change)).find((o) => o.id === id);
  if (!found) throw new Error(id);
  return found;
};
const why = (name: string, id: string, change: Partial<AccessFacts> = {}) =>
  access(name, id, change).notes.map((n) => n.code);

describe('accesses compared', () => {
  it('every way of the family is there, a new unit and sending away too, the possible ones first', () => {
    const options = compareAccesses(facts('hv-ec4'));
    expect(options.map((o) => o.id).sort()).toEqual(
      ['bench', 'boot', 'new-unit', 'obd', 'send-away'].sort()
    );
    const open = options.map((o) => o.possible);
    expect(open).toEqual([...open].sort((a, b) => Number(b) - Number(a)));
    expect(options[0]).toMatchObject({ id: 'boot', reads: ['Data flash', 'Program flash'] });
  });
  it('counts hands for both units, original and donor, and what follows the refit', () => {
    // (20 + 10 + 20) twice, then 15 and 10
    const boot = access('hv-ec4', 'boot');
    expect(boot.handsOnMinutes).toBe(125);
    expect(boot.cost.lines).toEqual([
      { kind: 'work', count: 125, amount: '125.00' },
      { kind: 'donor', count: 1, amount: '140.00' },
      { kind: 'sealing', count: 1, amount: '6.40' }
    ]);
    expect(boot.cost.total).toBe('271.40');
    expect(access('hv-ec4', 'boot', { donorHere: true }).cost.total).toBe('131.40');
    expect(boot.waitLowMinutes).toBeLessThan(boot.waitMinutes);
    expect(boot.waitHighMinutes).toBeGreaterThan(boot.waitMinutes);
  });
  it('a price that nobody has set is told, never taken as nothing', () => {
    const none = access('hv-ec4', 'boot', { prices: NO_PRICES });
    expect(none.cost.missing).toEqual(['work', 'donor', 'sealing']);
    expect(none.cost.total).toBe('0.00');
  });
  it('says why not: kit, supply, skill, silence, credits, the vehicle away', () => {
    const without = (kind: string) => kit.filter((k) => k.kind !== kind);
    expect(why('hv-ec4', 'boot', { kit: without('probe-frame') })).toEqual(['access.kit.missing']);
    const weak = kit.map((k) => ({ ...k, ratedMa: k.kind === 'supply' ? 3000 : k.ratedMa }));
    expect(why('hv-ec4', 'boot', { kit: weak })).toEqual(['kit.supply.weak']);
    const unrated = kit.map((k) => ({ ...k, ratedMa: undefined }));
    expect(why('hv-ec4', 'boot', { kit: unrated })).toEqual(['kit.supply.unrated']);
    expect(why('hv-ec6', 'obd', { kit: without('network') })).toEqual(['access.network.unknown']);
    expect(why('hv-ec4', 'boot', { kit: without('network') })).toEqual([]);
    expect(why('hv-ec6', 'new-unit', { kit: without('network') })).toContain(
      'access.network.unknown'
    );
    expect(why('hv-ec6', 'new-unit')).not.toContain('access.network.unknown');
    expect(why('md-cm5', 'lifted', { skills: ['open-case'] })).toEqual(['access.skill.missing']);
    expect(why('qn-tc2', 'bench', { unresponsive: true })).toContain('access.unit.mute');
    expect(why('hv-ec4', 'boot', { unresponsive: true })).toEqual([]);
    expect(why('hv-ec6', 'obd', { prices: { ...prices, creditsLeft: 2 } })).toEqual([
      'access.credits.short'
    ]);
    expect(why('hv-ec6', 'obd', { vehicleHere: false })).toContain('access.vehicle.away');
    expect(why('hv-ec4', 'bench')).toContain('access.memory.shut');
    expect(why('md-cm5', 'clip')).toContain('access.known.fails');
    expect(why('pw-bd1', 'clip')).toEqual(['access.known.untried', 'access.memory.partly']);
    expect(why('qn-tc2', 'new-unit')).toContain('access.maker.none');
    expect(why('hv-ec4', 'send-away')).toEqual(['access.away.nobody']);
    expect(access('md-cm5', 'send-away')).toMatchObject({ possible: true, days: 5 });
  });
  it('a key names the way that it was made from, and no other that stands at its place now', () => {
    const profile = load('hv-ec6');
    for (const o of compareAccesses(facts('hv-ec6')))
      expect(findAccessOfKey(profile, o.key)?.name, o.key).toBe(
        profile.accesses.find((w) => w.name === o.name)?.name
      );
    for (const key of [undefined, '', 'new-unit', 'obd-99', 'boot-1x', 'clip-0'])
      expect(findAccessOfKey(profile, key), key).toBeUndefined();
  });
  it('kit of another family does not count', () => {
    const other = kit.map((k) => (k.kind === 'fuse-lead' ? { ...k, families: ['XX-AB1'] } : k));
    expect(why('hv-ec6', 'obd', { kit: other })).toEqual(['access.kit.missing']);
  });
  it('names the risks with what lowers them, and what the vehicle must be there for', () => {
    const boot = access('hv-ec4', 'boot');
    expect(boot.risks.length).toBeGreaterThan(2);
    for (const r of boot.risks) expect(r.lowers.length).toBeGreaterThan(10);
    expect(boot.vehicleFor).toContain('Try every key');
    expect(access('hv-ec6', 'obd').vehicleFor[0]).toMatch(/Diagnostic socket/);
  });
  it('every profile can be compared', () => {
    for (const name of ['pw-dx2', 'qn-ec1', 'cv-gx7', 'pw-ec9', 'sr-ku1', 'md-im3'])
      expect(
        compareAccesses(facts(name)).some((o) => o.possible),
        name
      ).toBe(true);
    expect(access('qn-ec1', 'obd').possible).toBe(true);
  });
});

describe('quote', () => {
  const lines = [
    { text: 'Work', amount: '102' },
    { text: 'Donor', amount: '140' }
  ];
  it('sums, tax once on the net sum, two places', () => {
    expect(buildQuote(lines, prices)).toEqual({
      ok: true,
      value: {
        lines: [
          { text: 'Work', amount: '102.00' },
          { text: 'Donor', amount: '140.00' }
        ],
        ...{ currency: 'EUR', net: '242.00', taxPercent: '19', tax: '45.98', total: '287.98' }
      }
    });
  });
  it('refuses what is no amount, an empty one, too many lines, an unset tax', () => {
    const code = (l: typeof lines, p = prices) => {
      const q = buildQuote(l, p);
      return q.ok ? 'ok' : q.problem.code;
    };
    expect(code([{ text: 'x', amount: 'a lot' }])).toBe('quote.line.amount');
    expect(code([{ text: ' ', amount: '1' }])).toBe('quote.line.amount');
    expect(code([])).toBe('quote.line.none');
    expect(code(Array.from({ length: 41 }, () => ({ text: 'x', amount: '1' })))).toBe(
      'quote.line.many'
    );
    expect(code(lines, NO_PRICES)).toBe('quote.tax.unset');
  });
});

describe('prices as they are typed', () => {
  const typed = (change: Partial<Prices>) => tidyPrices({ ...prices, ...change });
  it('are kept with a dot, in every field', () => {
    const tidy = typed({
      ...{ hourlyRate: '68,5', taxPercent: ' 19 ', creditPrice: '1 000', sealing: '' },
      families: { 'HV-EC4': { donor: '1.140,00', newUnit: '', sendAway: "1'890", sendAwayDays: 3 } }
    });
    expect(tidy).toMatchObject({
      ok: true,
      value: {
        ...{ hourlyRate: '68.5', taxPercent: '19', creditPrice: '1000', sealing: '' },
        families: { 'HV-EC4': { donor: '1140', newUnit: '', sendAway: '1890', sendAwayDays: 3 } }
      }
    });
  });
  it.each([
    [{ hourlyRate: '1,234' }, 'money.text.unclear', 'hourlyRate'],
    [{ taxPercent: '19 %' }, 'money.text.wrong', 'taxPercent'],
    [
      { families: { 'HV-EC4': { donor: '1.140', newUnit: '', sendAway: '', sendAwayDays: 0 } } },
      'money.text.unclear',
      'HV-EC4 donor'
    ]
  ])('%j is refused with its field', (change, code, field) => {
    const tidy = typed(change);
    expect(tidy.ok ? undefined : [tidy.problem.code, tidy.problem.params['field']]).toEqual([
      code,
      field
    ]);
  });
  it('what was kept and is not certain counts as not set, never as one of two amounts', () => {
    const kept = readPrices({ ...prices, hourlyRate: '1,234', sealing: '6,40' });
    expect([kept.hourlyRate, kept.sealing]).toEqual(['', '6.4']);
    expect(access('hv-ec4', 'boot', { prices: kept }).cost.missing).toContain('work');
  });
});
