// What a donor check says, whole: params and order of the lines, what is asked, where a field stands.
import { describe, expect, it } from 'vitest';
import { judgedAs as judge } from '../base/examples.ts';
import type { MatchRule, Profile } from '../profile/profile.ts';
import { compareNumbers } from './compare-number.ts';
import { compareRevision } from './compare-revision.ts';
import { fieldName, judgeDonor, usableHardware } from './judge-donor.ts';

const label = (id: string, where: string) => ({ id, name: `Label ${id}`, where });
const rule = (field: string, more: Partial<MatchRule> = {}): MatchRule => ({
  ...{ field, rule: 'equal', why: `why ${field}` },
  ...more
});
const profile = (match: readonly MatchRule[], more: Partial<Profile> = {}): Profile =>
  ({
    ...{ id: 'XX-AB1', match, supersessions: [], wear: [] },
    labels: [label('first', ''), label('second', 'under the cover')],
    identity: [
      { id: 'vin', name: 'VIN inside' },
      { id: 'serial', name: 'Serial inside' }
    ],
    otherMakes: [{ make: 'Other', numbers: ['7777'], note: 'same board' }],
    ...more
  }) as unknown as Profile;

describe('the whole of a donor check', () => {
  const all = ['first', 'second', 'serial', 'chip-marking', 'make', 'odd'];
  const where = {
    ...{ first: 'on the label', second: 'under the cover', make: '', odd: '' },
    ...{
      serial: 'in its memory, once it is read',
      'chip-marking': 'on the chip, with the case open'
    }
  };
  const names = {
    ...{ first: 'Label first', second: 'Label second', serial: 'Serial inside' },
    ...{ 'chip-marking': 'Chip marking', make: 'Make', odd: 'odd' }
  };
  it.each(all)('%s: called by its name, with where it stands and why it matters', (field) => {
    const p = profile([rule(field)]);
    const name = names[field as keyof typeof names];
    expect(fieldName(p, field)).toBe(name);
    const { lines } = judgeDonor(
      p,
      { [field]: 'a' },
      { family: undefined, numbers: { [field]: 'B' } }
    );
    expect(lines).toEqual([
      {
        ...{ field, name, rule: 'equal', why: `why ${field}`, original: 'A', candidate: 'B' },
        judgement: judge('stop', 'donor.field.differs', {
          ...{ field: name, original: 'A', candidate: 'B', why: `why ${field}` },
          where: where[field as keyof typeof where]
        })
      }
    ]);
  });
  it('the gravest line first: stop, look, open question, go, carried, what does not matter', () => {
    const p = profile([
      rule('ignored', { rule: 'ignore' }),
      rule('same'),
      rule('carried', { rule: 'differ' }),
      rule('asked'),
      rule('nearly'),
      rule('wrong')
    ]);
    const original = {
      ignored: '1',
      same: '1',
      carried: '1',
      asked: '1',
      nearly: '01',
      wrong: '1'
    };
    const numbers = { ...original, asked: '', nearly: '1', wrong: '2' };
    const order = (change: object, identified = false) =>
      judgeDonor(p, original, {
        family: undefined,
        numbers: { ...numbers, ...change },
        identified
      });
    expect(order({ carried: '' }).lines.map((l) => l.field)).toEqual([
      ...['wrong', 'nearly', 'asked', 'same', 'carried', 'ignored']
    ]);
    // taken off: the next gravest decides
    expect(order({ carried: '2', wrong: '1' }).verdict.code).toBe('donor.field.zero');
    expect(order({ carried: '2', wrong: '1', nearly: '01' }).verdict).toEqual(
      judge('look', 'donor.unit.ask', { names: 'asked' })
    );
    expect(order({ carried: '2', wrong: '', nearly: '01' }).verdict).toEqual(
      judge('look', 'donor.unit.ask', { names: 'asked, wrong' })
    );
    const fits = order({ wrong: '1', nearly: '01', asked: '1' }, true);
    expect(fits.verdict).toEqual(judge('go', 'donor.unit.fits', { family: 'XX-AB1' }));
    expect(fits.ask).toEqual([]);
  });
  it('a carried number alone is no line that decides', () => {
    const p = profile([rule('carried', { rule: 'differ' })]);
    const donor = { family: 'XX-AB1', numbers: { carried: '1' }, identified: true };
    expect(judgeDonor(p, { carried: '1' }, donor).verdict.code).toBe('donor.unit.fits');
  });
  it('another family is Stop with both, unless its number is known as the same board', () => {
    const p = profile([rule('first')]);
    const of = (hardware: string | undefined) =>
      judgeDonor(
        p,
        { first: '1' },
        {
          family: 'YY-CD2',
          numbers: {
            first: '1',
            ...(hardware === undefined ? {} : { 'hardware-number': hardware })
          }
        }
      ).verdict;
    for (const hardware of [undefined, '', '1234'])
      expect(of(hardware)).toEqual(
        judge('stop', 'donor.family.other', { found: 'YY-CD2', family: 'XX-AB1' })
      );
    expect(of('77-77').code).toBe('donor.family.other');
    expect(of('7777').code).toBe('donor.unit.fits');
  });
  it('an empty number belongs to no other make', () => {
    const p = profile([rule('first')], {
      otherMakes: [{ make: 'Other', numbers: [''], note: 'n' }]
    });
    const donor = { family: 'YY-CD2', numbers: { first: '1' } };
    expect(judgeDonor(p, { first: '1' }, donor).verdict.code).toBe('donor.family.other');
  });
  it('only the hardware number makes another make of it', () => {
    const p = profile([rule('first')]);
    const donor = { family: undefined, numbers: { first: '7777' } };
    expect(judgeDonor(p, { first: '1' }, donor).verdict.code).toBe('donor.field.differs');
  });
  it('a number that only groups otherwise is no other unit', () => {
    const p = profile([rule('serial', { rule: 'differ' })]);
    const donor = { family: undefined, numbers: { serial: '1-23' } };
    expect(judgeDonor(p, { serial: '12-3' }, donor).verdict.code).toBe('donor.field.grouped');
  });
});

describe('supersessions of the profile beside those that were told', () => {
  const known = profile([rule('hardware-number', { rule: 'compatible' })], {
    supersessions: [
      { field: 'hardware-number', from: '1', to: '2', way: 'forward' },
      { field: 'software-number', from: '2', to: '3', way: 'both' }
    ]
  });
  const told = [
    { field: 'hardware-number', from: '1', to: '9', way: 'both' as const },
    { field: 'hardware-number', from: '9', to: '2', way: 'both' as const },
    { field: 'software-number', from: '2', to: '4', way: 'both' as const }
  ];
  const of = (original: string, candidate: string, steps = told) =>
    judgeDonor(
      known,
      { 'hardware-number': original },
      { family: undefined, numbers: { 'hardware-number': candidate } },
      steps
    );
  it('the profile’s word stands though the told steps lead around it', () => {
    expect(of('2', '1').verdict.code).toBe('donor.field.superseded');
    expect(of('2', '9').verdict.code).toBe('donor.unit.fits');
    expect(of('2', '1').contradictions).toEqual([]);
  });
  it('a step of another field is none of this one', () => {
    for (const candidate of ['3', '4'])
      expect(of('2', candidate).verdict.code).toBe('donor.field.differs');
  });
  it('without told steps the profile’s alone count', () => {
    expect(of('1', '2', []).verdict.code).toBe('donor.unit.fits');
    expect(of('2', '9', []).verdict.code).toBe('donor.field.differs');
  });
});

describe('numbers that the shelf is searched by', () => {
  const steps = [
    { field: 'hardware-number', from: '1', to: '2', way: 'both' as const },
    { field: 'software-number', from: '1', to: '9', way: 'both' as const }
  ];
  const of = (r: MatchRule['rule'] | undefined, number?: string) =>
    usableHardware(
      profile([rule('software-number'), ...(r ? [rule('hardware-number', { rule: r })] : [])]),
      number === undefined ? {} : { 'hardware-number': number },
      steps
    );
  it('the family alone decides where the number does not matter or is not known', () => {
    for (const said of [of(undefined, '1'), of('ignore', '1'), of('equal'), of('equal', ' ')])
      expect(said).toBeUndefined();
  });
  it('its own, with what may take its place where the rule says so, and the same board elsewhere', () => {
    expect(of('equal', '1')).toEqual(['1', '7777']);
    expect(of('compatible', '1')?.sort()).toEqual(['1', '2', '7777']);
  });
});

describe('revisions', () => {
  it.each([
    ['A-1', 'A-1', 'same'],
    ['AB', 'AB', 'same'],
    ['A-001', 'A-1', 'same'],
    ['A-002', 'A-03', 'later'],
    ['A-03', 'A-002', 'earlier'],
    ['A-1B', 'A-1C', 'later'],
    ['A-1', 'A-B', 'unrelated'],
    ['A-B', 'A-1', 'unrelated'],
    ['A-1', 'A-1-2', 'unrelated'],
    ['X01', 'X02', 'later'],
    ['X01', 'Y02', 'unrelated'],
    ['7', '8', 'later'],
    ['', '', 'same'],
    ['-', '--', 'same'],
    ['1-7', '2-7', 'unrelated']
  ] as const)('%s, then %s: %s', (original, candidate, order) => {
    expect(compareRevision(original, candidate)).toBe(order);
  });
});

describe('frequencies', () => {
  it.each([
    ['433HZ', '433', 'rounded'],
    ['433K', '433', 'differs'],
    ['433KHZ', '433', 'rounded'],
    ['433K', '433KHZ', 'rounded'],
    ['1,5MHZ', '1500KHZ', 'equal'],
    ['200HZ', '199HZ', 'rounded'],
    ['1000HZ', '994HZ', 'differs'],
    ['X433MHZ', '433MHZ', 'differs'],
    ['433MHZX', '433MHZ', 'differs'],
    ['433MHZ', '433GHZ', 'differs'],
    ['433M', '433', 'differs'],
    ['433HZ', '433KHZ', 'differs'],
    ['0HZ', '0', 'rounded']
  ] as const)('%s and %s: %s', (a, b, relation) => {
    expect(compareNumbers(a, b)).toBe(relation);
    expect(compareNumbers(b, a)).toBe(relation);
  });
  it('marks in the same places are the same groups', () => {
    expect(compareNumbers('1-23-4', '1/23/4')).toBe('equal');
    expect(compareNumbers('1-2-34', '12-3-4')).toBe('grouped');
    expect(compareNumbers('1-11', '11-1')).toBe('grouped');
    expect(compareNumbers('11-1', '1-1-1')).toBe('grouped');
    // one and eleven are not eleven and one
    expect(compareNumbers(`1-${'1'.repeat(11)}`, `${'1'.repeat(11)}-1`)).toBe('grouped');
  });
});
