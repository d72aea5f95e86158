import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { MatchRule, Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { judgeDonor, type DonorLine, type UnitNumbers } from './judge-donor.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const profiles = readdirSync(folder)
  .filter((n) => n.endsWith('.json'))
  .map((n): Profile => {
    const parsed = parseProfile(
      JSON.parse(readFileSync(new URL(n, folder), 'utf8')) as ProfileDocument
    );
    if (!parsed.ok) throw new Error(parsed.problem.code);
    return parsed.value;
  });
const base = profiles[0] as Profile;
const withRules = (...match: MatchRule[]): Profile => ({
  ...base,
  match,
  supersessions: [
    { field: 'hardware-number', from: '0001', to: '0002', way: 'both' },
    { field: 'hardware-number', from: '0002', to: '0003', way: 'forward' }
  ],
  otherMakes: [{ make: 'Other', numbers: ['7777'], note: 'same board' }]
});
const rule = (r: MatchRule['rule'], more: Partial<MatchRule> = {}): MatchRule => ({
  field: 'hardware-number',
  rule: r,
  why: 'because',
  ...more
});
const lineOf = (
  r: MatchRule,
  [original, candidate]: readonly [string, string],
  identified = false
): DonorLine =>
  judgeDonor(
    withRules(r),
    { [r.field]: original },
    { family: undefined, numbers: { [r.field]: candidate }, identified }
  ).lines[0] as DonorLine;

/** rule, otherwise, original, candidate, on the bench, verdict and code */
const TABLE: readonly (readonly [
  MatchRule['rule'],
  'stop' | 'look',
  string,
  string,
  boolean,
  string
])[] = [
  ['equal', 'stop', '0001', '0001', false, 'go donor.field.equal'],
  ['equal', 'stop', '0001', '0002', false, 'stop donor.field.differs'],
  ['equal', 'look', '0001', '0002', false, 'look donor.field.differs'],
  ['equal', 'stop', '0001', '', false, 'look donor.field.unasked'],
  ['equal', 'stop', '0001', '', true, 'look donor.field.unheld'],
  ['equal', 'stop', '', '0001', false, 'look donor.field.unread'],
  ['equal', 'stop', '', '0001', true, 'look donor.field.unread'],
  ['equal', 'stop', '', '', false, 'look donor.field.unasked'],
  ['equal', 'stop', '', '', true, 'look donor.field.unread'],
  ['equal', 'stop', '0001', '001', false, 'look donor.field.zero'],
  ['equal', 'stop', '00-01', '000-1', false, 'look donor.field.grouped'],
  ['equal', 'stop', '433MHZ', '433.92MHZ', false, 'look donor.field.rounded'],
  ['equal', 'stop', '0001', '7777', false, 'look donor.field.othermake'],
  ['equal', 'stop', '7777', '0001', false, 'look donor.field.othermake'],
  ['compatible', 'stop', '0001', '0003', false, 'go donor.field.supersedes'],
  ['compatible', 'stop', '0002', '0001', false, 'go donor.field.compatible'],
  ['compatible', 'stop', '0003', '0002', false, 'stop donor.field.superseded'],
  ['compatible', 'look', '0003', '0001', false, 'look donor.field.superseded'],
  ['compatible', 'stop', '0001', '9999', false, 'stop donor.field.differs'],
  ['compatible', 'stop', '0001', '', true, 'look donor.field.unheld'],
  ['later', 'stop', 'A-1', 'A-2', false, 'go donor.field.later'],
  ['later', 'stop', 'A-Z', 'A-AA', false, 'go donor.field.later'],
  ['later', 'stop', 'A-AA', 'A-Z', false, 'stop donor.field.earlier'],
  ['later', 'look', 'A-2', 'A-1', false, 'look donor.field.earlier'],
  ['later', 'stop', 'A-1', 'B-2', false, 'stop donor.field.differs'],
  ['later', 'stop', 'A-07', 'A-7', false, 'look donor.field.zero'],
  ['later', 'stop', 'A-1', '', true, 'look donor.field.unheld'],
  ['differ', 'stop', '0001', '0001', false, 'stop donor.field.same'],
  ['differ', 'look', '0001', '0001', false, 'look donor.field.same'],
  ['differ', 'stop', '0001', '0001', true, 'none donor.field.carried'],
  ['differ', 'stop', '0001', '0002', false, 'go donor.field.apart'],
  ['differ', 'stop', '0001', '001', false, 'look donor.field.zero'],
  ['differ', 'stop', '0001', '', false, 'none donor.field.unknown'],
  ['ignore', 'stop', '0001', '0002', false, 'none donor.field.ignored']
];

describe('one field of a donor', () => {
  it.each(TABLE.map((row) => [row.join(', '), row] as const))('%s', (_, row) => {
    const [r, otherwise, original, candidate, held, said] = row;
    const line = lineOf(rule(r, { otherwise }), [original, candidate], held);
    expect(`${line.judgement.verdict} ${line.judgement.code}`).toBe(said);
    expect(line.judgement.params).toMatchObject({ original, candidate, why: 'because' });
  });
  it('a deviation that only costs something says so', () => {
    const costs = (otherwise: 'look' | 'stop') =>
      lineOf(rule('equal', { otherwise }), ['0001', '0002']).judgement.params['cost'];
    expect([costs('look'), costs('stop')]).toEqual(['yes', undefined]);
  });
  it('what a seller cannot see is not asked of him; where it stands is told', () => {
    const chip = rule('equal', { field: 'chip-marking', ask: false });
    const line = lineOf(chip, ['X', '']);
    expect(line.judgement).toMatchObject({
      code: 'donor.field.unheld',
      params: { where: 'on the chip, with the case open' }
    });
  });
});

describe('Go', () => {
  const must = (p: Profile) =>
    p.match.filter((m) => ['equal', 'compatible', 'later'].includes(m.rule));
  const full = (p: Profile): UnitNumbers =>
    Object.fromEntries(
      p.match.map((m) => [m.field, p.labels.find((l) => l.id === m.field)?.example ?? 'X1'])
    );
  it.each(profiles.filter((p) => must(p).length > 0).map((p) => [p.id, p] as const))(
    '%s: needs every such field known on both sides, whoever holds it',
    (_, p) => {
      const numbers = full(p);
      const serials = Object.fromEntries(
        p.match.filter((m) => m.rule === 'differ').map((m) => [m.field, '1'])
      );
      for (const identified of [false, true]) {
        const donor = { family: p.id, numbers: { ...numbers, ...serials }, identified };
        expect(judgeDonor(p, numbers, donor).verdict.code).toBe('donor.unit.fits');
        for (const { field } of must(p)) {
          const less = { ...numbers, [field]: '' };
          expect(judgeDonor(p, less, donor).verdict.verdict, `original ${field}`).toBe('look');
          const poorer = { ...donor, numbers: { ...donor.numbers, [field]: undefined } };
          expect(judgeDonor(p, numbers, poorer).verdict.verdict, `donor ${field}`).toBe('look');
        }
      }
    }
  );
  it('is never reached by knowing less or by something worse', () => {
    const RANK = { go: 0, none: 0, look: 1, stop: 2 };
    const value = fc.constantFrom('0001', '0002', '0003', '7777', '001', '', '9999');
    const kinds = fc.constantFrom(...(['equal', 'compatible', 'later'] as const));
    fc.assert(
      fc.property(kinds, value, value, fc.boolean(), (r, original, candidate, held) => {
        const rank = (pair: readonly [string, string]) =>
          RANK[lineOf(rule(r), pair, held).judgement.verdict];
        const before = rank([original, candidate]);
        if (before < 2) {
          expect(rank([original, ''])).toBeGreaterThanOrEqual(Math.min(before, 1));
          expect(rank(['', candidate])).toBeGreaterThanOrEqual(Math.min(before, 1));
          expect(rank([original, '8888'])).toBeGreaterThanOrEqual(before);
        }
        if (r === 'equal')
          expect(lineOf(rule(r), [candidate, original], held).judgement.verdict).toBe(
            lineOf(rule(r), [original, candidate], held).judgement.verdict
          );
      })
    );
  });
  it('the profile’s word stands against what a parts service tells', () => {
    const told = [
      { field: 'hardware-number', from: '0003', to: '0002', way: 'both' as const },
      { field: 'hardware-number', from: '0002', to: '0009', way: 'both' as const },
      { field: 'hardware-number', from: '0009', to: '0003', way: 'both' as const }
    ];
    const check = judgeDonor(
      withRules(rule('compatible')),
      { 'hardware-number': '0003' },
      { family: undefined, numbers: { 'hardware-number': '0002' } },
      told
    );
    expect(check.verdict.code).toBe('donor.field.superseded');
    expect(check.contradictions).toContainEqual({ from: '0003', to: '0002', because: 'order' });
  });
});
