import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAUSES, computeStandings, type Evidence } from './cause.ts';
import {
  judgeGroundTest,
  judgeSupplyTest,
  parseTestValues,
  weighTest,
  type TestId
} from './tests.ts';

const says = (cause: Evidence['cause'], sign: 1 | -1, weight: Evidence['weight']): Evidence => ({
  cause,
  sign,
  weight,
  code: 'proof.scan.silent',
  params: {}
});
const standingOf = (evidence: Evidence[], cause: Evidence['cause']) =>
  computeStandings(evidence).find((s) => s.cause === cause)?.standing;
describe('the standing of causes, by the rule of docs/proof.md', () => {
  it('nothing known leaves all six possible', () => {
    expect(computeStandings([]).map((s) => s.standing)).toEqual(Array(6).fill('possible'));
  });
  it('decisive evidence proves or rules out; both together leave it possible', () => {
    expect(standingOf([says('wiring', 1, 'decisive')], 'wiring')).toBe('proven');
    expect(standingOf([says('wiring', -1, 'decisive')], 'wiring')).toBe('ruled-out');
    const both = [says('wiring', 1, 'decisive'), says('wiring', -1, 'decisive')];
    expect(standingOf(both, 'wiring')).toBe('possible');
  });
  it('likely needs four points and a lead of two', () => {
    expect(standingOf([says('unit', 1, 'strong')], 'unit')).toBe('likely');
    expect(standingOf([says('unit', 1, 'medium'), says('unit', 1, 'weak')], 'unit')).toBe(
      'possible'
    );
    const rival = [
      says('unit', 1, 'strong'),
      says('wiring', 1, 'medium'),
      says('wiring', 1, 'weak')
    ];
    expect(standingOf(rival, 'unit')).toBe('possible');
    // a rival that is ruled out is none
    expect(standingOf([...rival, says('wiring', -1, 'decisive')], 'unit')).toBe('likely');
    expect(standingOf([says('supply', -1, 'weak')], 'supply')).toBe('unlikely');
  });
  it('does not depend on the order of the evidence, keeps all of it, and at most one cause is likely', () => {
    const evidence = fc.array(
      fc.record({
        cause: fc.constantFrom(...CAUSES),
        sign: fc.constantFrom(1 as const, -1 as const),
        weight: fc.constantFrom('weak', 'medium', 'strong', 'decisive'),
        code: fc.constant('proof.scan.silent' as const),
        params: fc.constant({})
      }),
      { maxLength: 14 }
    );
    fc.assert(
      fc.property(evidence, (list) => {
        const plain = (l: Evidence[]) => CAUSES.map((c) => standingOf(l, c));
        expect(plain(list.toReversed())).toEqual(plain(list));
        const standings = computeStandings(list);
        expect(standings.flatMap((s) => s.evidence)).toHaveLength(list.length);
        expect(standings.filter((s) => s.standing === 'likely').length).toBeLessThanOrEqual(1);
      })
    );
  });
});

describe('tests', () => {
  it('figures at the limits (two terminators of 120 ohm: ISO 11898-2; the rest common practice)', () => {
    const of = (test: TestId, values: Record<string, number | string>) =>
      weighTest({ test, values }).map((e) => `${e.cause}${e.sign > 0 ? '+' : '-'}${e.weight}`);
    expect(of('network', { pairOhm: 60 })).toEqual(['network-decisive']);
    expect(of('network', { pairOhm: 120 })).toEqual(['network+decisive']);
    expect(weighTest({ test: 'network', values: { pairOhm: 120 } })[0]?.code).toBe(
      'proof.network.one'
    );
    expect(weighTest({ test: 'network', values: { pairOhm: 3 } })[0]?.code).toBe(
      'proof.network.short'
    );
    expect(of('wiring', { throughOhm: 2.1, toGroundKohm: 9999 })).toEqual(['wiring+decisive']);
    expect(of('wiring', { throughOhm: 0.2, toGroundKohm: 99 })).toEqual(['wiring+decisive']);
    expect(of('actuator', { outcome: 'faulty' })).toEqual(['actuator+decisive']);
    expect(of('swap', { outcome: 'fault-stays' })[0]).toBe('unit-decisive');
  });
  it.each([
    // battery, at the unit, load: what it says, by the limits of docs/proof.md
    [12_500, 12_000, 'under-load', 'proof.supply.good supply-strong'],
    [12_500, 11_999, 'under-load', 'proof.supply.drop supply+decisive'],
    [12_000, 11_500, 'under-load', 'proof.supply.good supply-strong'],
    [11_900, 11_499, 'under-load', 'proof.supply.low supply+strong'],
    [15_500, 15_500, 'under-load', 'proof.supply.good supply-strong'],
    [15_501, 15_500, 'under-load', 'proof.supply.high supply+strong'],
    [15_450, 15_501, 'under-load', 'proof.supply.high supply+strong'],
    [12_500, 12_600, 'under-load', 'proof.supply.good supply-strong'],
    [12_500, 12_601, 'under-load', 'proof.supply.impossible supply+noted'],
    [12_500, 12_400, 'no-load', 'proof.supply.unloaded supply+noted'],
    // what is bad without load is worse with it
    [12_500, 11_900, 'no-load', 'proof.supply.drop supply+decisive'],
    [0, 0, 'under-load', 'proof.supply.low supply+strong']
  ])('supply %i mV, %i mV, %s: %s', (batteryMv, atUnitMv, load, said) => {
    const [e] = weighTest({ test: 'supply', values: { batteryMv, atUnitMv, load } });
    expect(`${e?.code} ${e?.cause}${e && e.sign > 0 ? '+' : '-'}${e?.weight}`).toBe(said);
    expect(e?.params).toEqual({ batteryMv, atUnitMv, dropMv: batteryMv - atUnitMv });
  });
  it.each([
    [0, 'under-load', 'proof.ground.good supply-strong'],
    [200, 'under-load', 'proof.ground.good supply-strong'],
    [201, 'under-load', 'proof.ground.bad supply+decisive'],
    [200, 'no-load', 'proof.ground.unloaded supply+noted'],
    [201, 'no-load', 'proof.ground.bad supply+decisive'],
    [16_000, 'under-load', 'proof.ground.bad supply+decisive'],
    [16_001, 'under-load', 'proof.ground.impossible supply+noted']
  ])('ground %i mV, %s: %s', (dropMv, load, said) => {
    const [e] = weighTest({ test: 'ground', values: { dropMv, load } });
    expect(`${e?.code} ${e?.cause}${e && e.sign > 0 ? '+' : '-'}${e?.weight}`).toBe(said);
    expect(e?.params).toEqual({ dropMv });
  });
  it.each([
    [53.9, 'proof.network.short'],
    [54, 'proof.network.good'],
    [66, 'proof.network.good'],
    [66.1, 'proof.network.open'],
    [107.9, 'proof.network.open'],
    [108, 'proof.network.one'],
    [132, 'proof.network.one'],
    [132.1, 'proof.network.open'],
    [0, 'proof.network.short']
  ])('pair of %f ohm: %s', (pairOhm, code) => {
    const list = weighTest({ test: 'network', values: { pairOhm } });
    const sign = code === 'proof.network.good' ? -1 : 1;
    expect(list).toEqual([
      { cause: 'network', sign, weight: 'decisive', code, params: { pairOhm } }
    ]);
  });
  it.each([
    ['wiring', { throughOhm: 2, toGroundKohm: 100 }, 'wiring-decisive unit+weak'],
    ['wiring', { throughOhm: 2.1, toGroundKohm: 100 }, 'wiring+decisive'],
    ['wiring', { throughOhm: 2, toGroundKohm: 99.9 }, 'wiring+decisive'],
    ['actuator', { outcome: 'works' }, 'actuator-decisive unit+weak'],
    ['actuator', { outcome: 'faulty' }, 'actuator+decisive'],
    ['swap', { outcome: 'fault-stays' }, 'unit-decisive wiring+medium'],
    ['swap', { outcome: 'fault-gone' }, 'unit+strong wiring-medium actuator-medium'],
    ['swap', { outcome: 'fault-gone-no-start' }, 'unit+strong wiring-medium actuator-medium'],
    ['clear', { outcome: 'back-at-once' }, 'unit+medium wiring+weak'],
    ['clear', { outcome: 'back-when-used' }, 'actuator+medium wiring+medium'],
    ['clear', { outcome: 'stays-away' }, 'unit-medium supply+weak'],
    ['bench', { outcome: 'internal' }, 'unit+strong'],
    ['bench', { outcome: 'expected-only' }, 'unit-medium']
  ] as const)('%s %j weighs %s', (test, values, said) => {
    const list = weighTest({ test, values });
    expect(list.map((e) => `${e.cause}${e.sign > 0 ? '+' : '-'}${e.weight}`).join(' ')).toBe(said);
    for (const e of list) expect(e.code).toMatch(new RegExp(`^proof\\.${test}\\.`));
  });
  it('values are checked before they are weighed', () => {
    const code = (test: TestId, values: Record<string, number | string>) => {
      const p = parseTestValues(test, values);
      return p.ok ? 'ok' : `${p.problem.code} ${String(p.problem.params['field'])}`;
    };
    expect(code('supply', { batteryMv: 12_000 })).toBe('proof.value.missing atUnitMv');
    expect(code('supply', { batteryMv: 120_000, atUnitMv: 1 })).toBe(
      'proof.value.outside batteryMv'
    );
    expect(code('ground', { dropMv: Number.NaN })).toBe('proof.value.outside dropMv');
    expect(code('ground', { dropMv: -1 })).toBe('proof.value.outside dropMv');
    expect(code('swap', { outcome: 'maybe' })).toBe('proof.value.unknown outcome');
    expect(code('ground', { dropMv: 4 })).toBe('proof.value.missing load');
    expect(code('ground', { dropMv: 4, load: 'perhaps' })).toBe('proof.value.unknown load');
    expect(parseTestValues('ground', { dropMv: 4, load: 'no-load', more: 1 })).toEqual({
      ok: true,
      value: { dropMv: 4, load: 'no-load' }
    });
  });
});

describe('what was entered, word for word', () => {
  const said = (test: TestId, values: Record<string, number | string>) => {
    const parsed = parseTestValues(test, values);
    return parsed.ok ? parsed.value : { code: parsed.problem.code, ...parsed.problem.params };
  };
  const missing = (field: string) => ({ code: 'proof.value.missing', field });
  const unknown = (field: string) => ({ code: 'proof.value.unknown', field });
  const outside = (field: string, most: number) => ({ code: 'proof.value.outside', field, most });
  it.each([
    ['supply', { batteryMv: '', atUnitMv: 1, load: 'no-load' }, missing('batteryMv')],
    ['supply', { batteryMv: 1, atUnitMv: 60_001, load: 'no-load' }, outside('atUnitMv', 60_000)],
    ['supply', { batteryMv: '12', atUnitMv: 1, load: 'no-load' }, outside('batteryMv', 60_000)],
    ['ground', { dropMv: 60_001, load: 'no-load' }, outside('dropMv', 60_000)],
    ['network', { pairOhm: 10_000_001 }, outside('pairOhm', 10_000_000)],
    ['network', { pairOhm: Infinity }, outside('pairOhm', 10_000_000)],
    ['wiring', { throughOhm: 10_000_001, toGroundKohm: 1 }, outside('throughOhm', 10_000_000)],
    ['wiring', { throughOhm: 1, toGroundKohm: 1_000_001 }, outside('toGroundKohm', 1_000_000)],
    ['wiring', { throughOhm: 1 }, missing('toGroundKohm')],
    ['actuator', { outcome: 'gone' }, unknown('outcome')],
    ['actuator', {}, missing('outcome')],
    ['swap', { outcome: 'works' }, unknown('outcome')],
    ['clear', { outcome: 'works' }, unknown('outcome')],
    ['bench', { outcome: 'works' }, unknown('outcome')]
  ] as const)('%s %j', (test, values, expected) => {
    expect(said(test, values)).toEqual(expected);
  });
  it.each([
    ['supply', { batteryMv: 60_000, atUnitMv: 0, load: 'under-load' }],
    ['supply', { batteryMv: 0, atUnitMv: 60_000, load: 'no-load' }],
    ['ground', { dropMv: 60_000, load: 'under-load' }],
    ['network', { pairOhm: 10_000_000 }],
    ['wiring', { throughOhm: 10_000_000, toGroundKohm: 1_000_000 }],
    ...['works', 'faulty'].map((outcome) => ['actuator', { outcome }] as const),
    ...['fault-gone', 'fault-gone-no-start', 'fault-stays'].map(
      (outcome) => ['swap', { outcome }] as const
    ),
    ...['back-at-once', 'back-when-used', 'stays-away'].map(
      (outcome) => ['clear', { outcome }] as const
    ),
    ...['internal', 'expected-only'].map((outcome) => ['bench', { outcome }] as const)
  ] as const)('%s %j is taken as it is', (test, values) => {
    expect(said(test, values)).toEqual(values);
  });
  it.each([
    [{ batteryMv: Number.NaN, atUnitMv: 12_000, load: 'under-load' }, 'unknown'],
    [{ batteryMv: 12_000, atUnitMv: -1, load: 'under-load' }, 'unknown'],
    [{ atUnitMv: 12_000, load: 'under-load' }, 'unknown'],
    [{ batteryMv: 12_500, atUnitMv: 12_000 }, 'unknown'],
    [{ batteryMv: '12500', atUnitMv: 12_000, load: 'under-load' }, 'unknown'],
    [{ batteryMv: 12_500, atUnitMv: 12_000, load: 'under-load' }, 'sound'],
    [{ batteryMv: 12_500, atUnitMv: 11_999 }, 'bad']
  ] as const)('supply %j is %s', (values, soundness) => {
    expect(judgeSupplyTest(values)).toBe(soundness);
  });
  it.each([
    [{ load: 'under-load' }, 'unknown'],
    [{ dropMv: -1, load: 'under-load' }, 'unknown'],
    [{ dropMv: '10', load: 'under-load' }, 'unknown'],
    [{ dropMv: 200, load: 'under-load' }, 'sound'],
    [{ dropMv: 200 }, 'unknown'],
    [{ dropMv: 201 }, 'bad']
  ] as const)('ground %j is %s', (values, soundness) => {
    expect(judgeGroundTest(values)).toBe(soundness);
  });
});

describe('points', () => {
  const weigh = (...list: Evidence[]) =>
    computeStandings(list).map((s) => `${s.cause} ${s.standing} ${s.points}`);
  it('noted counts nothing, weak one, medium two, strong four; decisive has no points', () => {
    for (const [weight, points] of [
      ['noted', 0],
      ['weak', 1],
      ['medium', 2],
      ['strong', 4],
      ['decisive', 0]
    ] as const) {
      const of = (sign: 1 | -1) =>
        computeStandings([says('wiring', sign, weight)]).find((s) => s.cause === 'wiring')?.points;
      expect(of(1)).toBe(points);
      expect(of(-1)).toBe(0 - points);
    }
  });
  it('the best first: proven, likely, possible by points, unlikely, ruled out', () => {
    expect(
      weigh(
        says('supply', -1, 'decisive'),
        says('actuator', -1, 'weak'),
        says('network', 1, 'weak'),
        says('unit', 1, 'strong'),
        says('wiring', 1, 'decisive')
      )
    ).toEqual([
      'wiring proven 0',
      'unit likely 4',
      'network possible 1',
      'other-unit possible 0',
      'actuator unlikely -1',
      'supply ruled-out 0'
    ]);
  });
  it('a lead of two is enough, one is not; a rival that is proven still counts', () => {
    const strong = says('unit', 1, 'strong');
    expect(weigh(strong, says('wiring', 1, 'medium'))[0]).toBe('unit likely 4');
    expect(weigh(strong, says('wiring', 1, 'medium'), says('wiring', 1, 'weak'))[0]).toBe(
      'unit possible 4'
    );
    const proven = [
      says('wiring', 1, 'decisive'),
      says('wiring', 1, 'medium'),
      says('wiring', 1, 'weak')
    ];
    expect(weigh(strong, ...proven)).toContain('unit possible 4');
    const both = [...proven, says('wiring', -1, 'decisive')];
    expect(weigh(strong, ...both)).toContain('unit possible 4');
  });
});
