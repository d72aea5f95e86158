import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CAUSES, computeStandings, type Evidence } from './cause.ts';
import { judgeCloneable, type CloneFacts } from './cloneable.ts';
import { parseTestValues, weighTest, type TestId } from './tests.ts';

const says = (cause: Evidence['cause'], sign: 1 | -1, weight: Evidence['weight']): Evidence => ({
  cause,
  sign,
  weight,
  code: 'x',
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
        code: fc.constant('x'),
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

describe('can it be cloned?', () => {
  const facts: CloneFacts = {
    speech: 'well',
    chipIdRead: true,
    readsTrusted: false,
    ways: ['boot', 'obd'],
    school: 'whole-image'
  };
  const say = (change: Partial<CloneFacts>) => judgeCloneable({ ...facts, ...change });
  it('talks and the chip id reads: yes; talks badly: read now', () => {
    expect(say({}).verdict).toMatchObject({ verdict: 'go', code: 'clone.unit.talks' });
    expect(say({ speech: 'badly' }).verdict).toMatchObject({
      verdict: 'look',
      code: 'clone.unit.badly'
    });
    expect(say({ readsTrusted: true, speech: 'silent' }).verdict.verdict).toBe('go');
  });
  it('silent: boot and chip are left, the socket is not; a new unit always is', () => {
    const silent = say({ speech: 'silent', chipIdRead: false });
    expect(silent.verdict).toMatchObject({ code: 'clone.unit.silent', params: { left: 1 } });
    expect(silent.routes.map((r) => `${r.route} ${r.possible}`)).toEqual([
      'boot true',
      'obd false',
      'new-unit true'
    ]);
    const mute = say({ speech: 'silent', chipIdRead: false, ways: ['obd'] });
    expect(mute.verdict).toMatchObject({ verdict: 'stop', code: 'clone.unit.mute' });
  });
});
