import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { judgeDonor, usableHardware, type UnitNumbers } from './judge-donor.ts';
import { judgeStock, type StockUnit } from './judge-stock.ts';
import { judgeWear } from './judge-wear.ts';

const load = (name: string) => {
  const url = new URL(`../../../profiles/${name}.json`, import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const cm5 = load('md-cm5');
const tc2 = load('qn-tc2');
const ec9 = load('pw-ec9');
const bd1 = load('pw-bd1');
const said = (profile: typeof cm5, original: UnitNumbers, numbers: UnitNumbers) => {
  const { verdict, ask } = judgeDonor(profile, original, { family: undefined, numbers });
  return { verdict: `${verdict.verdict} ${verdict.code}`, field: verdict.params['field'], ask };
};

describe('may the donor take its place?', () => {
  const original = {
    'hardware-number': '0991410507',
    frequency: '433MHZ',
    'radio-approval': 'RA-17-0220'
  };
  it('Go when every rule holds, a later number by supersession included', () => {
    expect(said(cm5, original, original).verdict).toBe('go donor.unit.fits');
    expect(said(cm5, original, { ...original, 'hardware-number': '0991410509' }).verdict).toBe(
      'go donor.unit.fits'
    );
  });
  it('another frequency is a look with its cost, though 315 and 433 MHz look alike: remotes can be learnt anew', () => {
    expect(said(cm5, original, { ...original, frequency: '315 MHz' })).toMatchObject({
      verdict: 'look donor.field.differs',
      field: 'Frequency'
    });
  });
  it('another approval is another receiver; a number that was superseded one way is no donor', () => {
    expect(said(cm5, original, { ...original, 'radio-approval': 'RA-17-0221' }).field).toBe(
      'Radio approval'
    );
    const newer = { ...original, 'hardware-number': '0991410509' };
    expect(said(cm5, newer, original).verdict).toBe('stop donor.field.superseded');
  });
  it('asks the seller for what is not known, and only for what matters', () => {
    const answer = said(cm5, original, { 'hardware-number': '0991410507' });
    expect(answer.verdict).toBe('look donor.unit.ask');
    expect([...answer.ask].sort()).toEqual(['Frequency', 'Radio approval']);
  });
  it('a known fault weighs more than an open question', () => {
    expect(said(cm5, original, { frequency: '315MHZ' }).verdict).toBe('look donor.field.differs');
    expect(said(cm5, original, { 'radio-approval': 'RA-17-0221' }).verdict).toBe(
      'stop donor.field.differs'
    );
  });
  it('the same hardware of another make is a look, told with the make', () => {
    const gearbox = {
      'hardware-number': '0460811203',
      'software-number': 'T2-0915-E',
      'chip-marking': 'K16-1M20'
    };
    const other = judgeDonor(tc2, gearbox, {
      family: 'CV-GX7',
      numbers: { ...gearbox, 'hardware-number': '0460822117' }
    });
    expect(other.verdict).toMatchObject({
      verdict: 'look',
      code: 'donor.field.othermake',
      params: { make: 'Corvane' }
    });
    expect(judgeDonor(tc2, gearbox, { family: 'CV-GX7', numbers: gearbox }).verdict.code).toBe(
      'donor.family.other'
    );
    expect(said(tc2, gearbox, { ...gearbox, 'software-number': 'T2-0800-A' }).verdict).toBe(
      'look donor.field.earlier'
    );
  });
  it('family code and service number must both be equal where the family wants it', () => {
    const engine = {
      'family-code': 'PW9B',
      'service-number': 'PS-7714-02',
      'chip-marking': 'K64-4M22'
    };
    expect(said(ec9, engine, { ...engine, 'hardware-number': '0889004403' }).verdict).toBe(
      'go donor.unit.fits'
    );
    expect(said(ec9, engine, { ...engine, 'service-number': 'PS-7714-03' }).verdict).toBe(
      'stop donor.field.differs'
    );
  });
  it('two chip markings do not mix, and an equal serial is the same unit', () => {
    const body = {
      'hardware-number': '0882150047',
      'software-number': 'BD1-118',
      'chip-marking': 'R12-512A',
      serial: '4410093312',
      market: 'EU'
    };
    expect(said(bd1, body, { ...body, serial: '1', 'chip-marking': 'R12-512C' }).field).toBe(
      'Chip marking'
    );
    expect(said(bd1, body, body).verdict).toBe('stop donor.field.same');
    // identified on the bench, the chip ids tell them apart: a donor that was written carries the serial
    const written = judgeDonor(bd1, body, { family: 'PW-BD1', numbers: body, identified: true });
    expect(written.verdict.code).toBe('donor.unit.fits');
    expect(written.lines.find((l) => l.field === 'serial')?.judgement.code).toBe(
      'donor.field.carried'
    );
  });
  it('takes supersessions that a parts service knows', () => {
    const steps = [
      { field: 'hardware-number', from: '0460811205', to: '0460811209', way: 'both' as const }
    ];
    const numbers = { 'hardware-number': '0460811209', 'chip-marking': 'K16-1M20' };
    const own = { 'hardware-number': '0460811203', 'chip-marking': 'K16-1M20' };
    const judge = (s: typeof steps) => judgeDonor(tc2, own, { family: undefined, numbers }, s);
    expect(judge([]).verdict.verdict).toBe('stop');
    // the number is no longer in the way, and what else must be known is asked for
    expect(judge(steps).lines.find((l) => l.field === 'hardware-number')?.judgement.code).toBe(
      'donor.field.supersedes'
    );
    expect(judge(steps).verdict.verdict).toBe('look');
    expect(usableHardware(tc2, own, steps)).toEqual(
      expect.arrayContaining(['0460811209', '0460822117'])
    );
  });
});

describe('wear', () => {
  const wear = (found: Record<string, number | undefined>) => {
    const w = judgeWear(tc2.wear, found);
    return `${w.verdict.verdict} ${w.verdict.code} ${w.worn.toFixed(2)}`;
  };
  const good = { 'clutch-a': 120, 'clutch-b': 120, 'clutch-c': 120, slip: 10 };
  it('is told by the worst value', () => {
    expect(wear(good)).toBe('go wear.unit.good 0.00');
    expect(wear({ ...good, 'clutch-a': 180 })).toBe('look wear.unit.used 0.50');
    expect(wear({ ...good, 'clutch-a': 210 })).toBe('stop wear.unit.worn 1.00');
    expect(wear({ ...good, 'clutch-a': 75 })).toBe('look wear.unit.used 0.50');
    expect(wear({ ...good, 'clutch-a': 10 })).toBe('stop wear.unit.worn 1.00');
  });
  it('edges: on the good edge is good, a band without room below is worn at once', () => {
    expect(wear({ ...good, 'clutch-a': 150, slip: 0 })).toBe('go wear.unit.good 0.00');
    expect(wear({ ...good, slip: -1 })).toBe('stop wear.unit.worn 1.00');
  });
  it('says what it does not know', () => {
    expect(wear({})).toBe('none wear.unit.unread 0.00');
    expect(wear({ 'clutch-a': 120 })).toBe('look wear.unit.partly 0.00');
    expect(wear({ ...good, slip: Number.NaN })).toBe('look wear.unit.partly 0.00');
    expect(judgeWear([], {}).verdict.code).toBe('wear.unit.untold');
  });
});

describe('what on the shelf would fit?', () => {
  const numbers = {
    'hardware-number': '0882150047',
    'software-number': 'BD1-118',
    'chip-marking': 'R12-512A',
    market: 'RG-2'
  };
  const unit = (tag: string, change: Partial<StockUnit> = {}): StockUnit => ({
    tag,
    family: 'PW-BD1',
    numbers,
    state: 'blank',
    wear: {},
    inJob: undefined,
    ...change
  });
  it('the best first; dead, taken and wrong ones last, with their reason', () => {
    const fits = judgeStock(bd1, numbers, {
      job: 7,
      units: [
        unit('dead', { state: 'dead' }),
        unit('taken', { inJob: 8 }),
        unit('own', { inJob: 7 }),
        unit('cloned', { state: 'cloned' }),
        unit('open', { numbers: { 'hardware-number': '0882150047' } }),
        unit('other', { numbers: { ...numbers, 'chip-marking': 'R12-512C' } }),
        unit('plain')
      ]
    });
    expect(fits.map((f) => `${f.unit.tag} ${f.verdict.verdict}`)).toEqual([
      'own go',
      'plain go',
      'cloned look',
      'open look',
      'dead stop',
      'other stop',
      'taken stop'
    ]);
    expect(fits.find((f) => f.unit.tag === 'taken')?.verdict.params['job']).toBe(8);
  });
  it('looks at 10 000 candidates and leaves none out', () => {
    const units = Array.from({ length: 10_000 }, (_, i) => unit(String(i)));
    expect(judgeStock(bd1, numbers, { units })).toHaveLength(10_000);
  });
});
