// What wear, the shelf and a parts service say, word for word.
import { describe, expect, it } from 'vitest';
import { judge } from '../base/verdict.ts';
import type { MatchRule, Profile } from '../profile/profile.ts';
import { judgeStock, type StockUnit } from './judge-stock.ts';
import { judgeWear } from './judge-wear.ts';
import { checkPartsAnswer, stepsOf, type PartsAnswer } from './parts-answer.ts';
import { reconcileSteps } from './reconcile-steps.ts';
import { findSupersessionLoop } from '../profile/supersession.ts';

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

describe('wear, value by value', () => {
  const value = {
    ...{ id: 'a', name: 'Fill time', unit: 'ms' },
    ...{ goodMin: 100, goodMax: 200, wornMin: 50, wornMax: 300 }
  };
  const of = (found: number | undefined, v = value) => judgeWear([v], { a: found }).lines[0];
  const params = (found: number) => ({ name: 'Fill time', found, unit: 'ms' });
  it.each([
    [150, 0, 'go', 'good'],
    [200, 0, 'go', 'good'],
    [100, 0, 'go', 'good'],
    [201, 0.01, 'look', 'used'],
    [259, 0.59, 'look', 'used'],
    [260, 0.6, 'look', 'near'],
    [299, 0.99, 'look', 'near'],
    [300, 1, 'stop', 'worn'],
    [75, 0.5, 'look', 'used'],
    [50, 1, 'stop', 'worn']
  ] as const)('%d: worn %d, %s %s', (found, worn, verdict, code) => {
    expect(of(found)).toEqual({
      ...{ value, found, worn: expect.closeTo(worn, 6) as number },
      judgement: judge(verdict, `wear.value.${code}`, params(found))
    });
  });
  it.each([undefined, Number.NaN, Infinity])('%s is not known', (found) => {
    const unknown = {
      value,
      found: undefined,
      worn: 0,
      judgement: judge('none', 'wear.value.unknown')
    };
    expect(of(found)).toEqual(unknown);
  });
  it('a band without room is worn as soon as it is left', () => {
    expect(of(201, { ...value, wornMax: 200 })?.worn).toBe(1);
    expect(of(201, { ...value, wornMax: 150 })?.worn).toBe(1);
  });
  it('says of the whole unit what it rests on', () => {
    const two = [value, { ...value, id: 'b' }];
    expect(judgeWear([], {}).verdict).toEqual(judge('none', 'wear.unit.untold'));
    expect(judgeWear(two, {}).verdict).toEqual(judge('none', 'wear.unit.unread', { count: 2 }));
    expect(judgeWear(two, { a: 150 }).verdict).toEqual(
      judge('look', 'wear.unit.partly', { known: 1, count: 2 })
    );
    expect(judgeWear(two, { a: 220, b: 260 }).verdict).toEqual(
      judge('look', 'wear.unit.used', params(260))
    );
    expect(judgeWear(two, { a: 220, b: 300 }).verdict).toEqual(
      judge('stop', 'wear.unit.worn', params(300))
    );
    expect(judgeWear(two, { a: 150, b: 150 }).verdict).toEqual(judge('go', 'wear.unit.good'));
  });
});

describe('the shelf', () => {
  const p = profile([rule('first')], {
    wear: [
      {
        ...{ id: 'a', name: 'Fill time', unit: 'ms' },
        ...{ goodMin: 100, goodMax: 200, wornMin: 50, wornMax: 300 }
      }
    ]
  });
  const unit = (tag: string, change: Partial<StockUnit> = {}): StockUnit => ({
    ...{ tag, family: 'XX-AB1', numbers: { first: '1' }, state: 'blank' },
    ...{ wear: { a: 150 }, inJob: undefined },
    ...change
  });
  const fits = (units: StockUnit[], job?: number) =>
    judgeStock(p, { first: '1' }, { units, ...(job === undefined ? {} : { job }) });
  it.each([
    [{}, judge('go', 'donor.unit.fits', { family: 'XX-AB1' })],
    [{ state: 'dead' }, judge('stop', 'shelf.unit.dead', { tag: 't' })],
    [{ inJob: 8 }, judge('stop', 'shelf.unit.taken', { tag: 't', job: 8 })],
    [{ state: 'cloned' }, judge('look', 'shelf.unit.cloned', { tag: 't' })]
  ] as const)('%j', (change, said) => {
    expect(fits([unit('t', change)], 7)[0]?.verdict).toEqual(said);
  });
  it('the better first: verdict, fewer questions, less wear, then by tag', () => {
    const p2 = profile([rule('first'), rule('second')], { wear: p.wear });
    const order = judgeStock(
      p2,
      { first: '1', second: '1' },
      {
        units: [
          unit('near', { numbers: { first: '01', second: '1' } }),
          unit('two-open', { numbers: {} }),
          unit('one-open', { numbers: { first: '1' } }),
          unit('b-worn', { numbers: { first: '1', second: '1' }, wear: { a: 240 } }),
          unit('a-worn', { numbers: { first: '1', second: '1' }, wear: { a: 250 } }),
          unit('c-fine', { numbers: { first: '1', second: '1' } }),
          unit('b-fine', { numbers: { first: '1', second: '1' } })
        ]
      }
    );
    expect(order.map((f) => f.unit.tag)).toEqual([
      ...['b-fine', 'c-fine', 'b-worn', 'a-worn', 'one-open', 'two-open', 'near']
    ]);
  });
});

describe('what a parts service answers', () => {
  const step = (from: string, to: string, way: 'both' | 'forward' = 'both') => ({ from, to, way });
  const answer = (...steps: ReturnType<typeof step>[]): PartsAnswer => ({
    query: 'Q',
    parts: [
      {
        ...{ hardwareNumber: '1', family: 'XX-AB1', make: 'M', compatible: [] },
        supersessions: steps
      }
    ]
  });
  it('an answer to another question, and a circle, are refused with what was found', () => {
    expect(checkPartsAnswer(answer(), 'R')).toEqual({
      ok: false,
      problem: { code: 'parts.answer.other', params: { asked: 'R', answered: 'Q' } }
    });
    const ring = Array.from({ length: 12 }, (_, i) => step(`n${i}`, `n${(i + 1) % 12}`));
    const refused = checkPartsAnswer(answer(...ring), 'Q');
    expect(refused.ok ? '' : refused.problem.params['loop']).toMatch(/^(n\d+ → ){7}n\d+$/);
    expect(checkPartsAnswer(answer(step('1', '2')), 'Q').ok).toBe(true);
  });
  it('its steps as the shop writes numbers, each once; nothing of no answer', () => {
    expect(stepsOf(undefined)).toEqual([]);
    const steps = stepsOf(
      answer(step('1 a', '2'), step('1A', '2'), step('2', '3'), step('2', '3', 'forward'))
    );
    expect(steps).toEqual([
      { field: 'hardware-number', from: '1A', to: '2', way: 'both' },
      { field: 'hardware-number', from: '2', to: '3', way: 'both' },
      { field: 'hardware-number', from: '2', to: '3', way: 'forward' }
    ]);
  });
  it('a circle is named from where it closes', () => {
    expect(findSupersessionLoop([step('0', '1'), step('1', '2'), step('2', '1')])).toEqual([
      '1',
      '2',
      '1'
    ]);
    expect(findSupersessionLoop([step('5', '5')])).toEqual(['5', '5']);
    expect(findSupersessionLoop([step('0', '1'), step('0', '2'), step('1', '2')])).toBeUndefined();
  });
  it('a step that both say stays, even in a circle that another step has closed', () => {
    const own = [step('A', 'B'), step('B', 'C')];
    const told = [
      step('A', 'B'),
      step('A', 'B', 'forward'),
      step('C', 'A'),
      step('D', 'D'),
      step('C', 'E')
    ];
    expect(reconcileSteps(own, told)).toEqual({
      steps: [step('A', 'B'), step('C', 'E')],
      contradictions: [
        { from: 'A', to: 'B', because: 'way' },
        { from: 'C', to: 'A', because: 'order' },
        { from: 'D', to: 'D', because: 'order' }
      ]
    });
  });
});
