import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fault } from '../faults/fault.ts';
import { readScan } from '../scan/read-scan.ts';
import type { ScannedUnit, UnitKind } from '../scan/scan.ts';
import { CAUSES, computeStandings, type Evidence } from './cause.ts';
import { judgeCloneable, type CloneFacts } from './cloneable.ts';
import { askQuestion } from './question.ts';
import { parseTestValues, TESTS, weighTest, type TestId, type TestResult } from './tests.ts';

const says = (cause: Evidence['cause'], sign: 1 | -1, weight: Evidence['weight']): Evidence => ({
  cause,
  sign,
  weight,
  code: 'x',
  params: {}
});
const standingOf = (evidence: Evidence[], cause: Evidence['cause']) =>
  computeStandings(evidence).find((s) => s.cause === cause)?.standing;
const unit = (kind: UnitKind, codes: string[] = [], state: ScannedUnit['state'] = 'talks') => ({
  id: kind,
  name: kind,
  kind,
  address: 0,
  optional: false,
  state,
  identification: {},
  faults: codes.map((c): Fault => {
    const [code = '', type = '00'] = c.split('-');
    return { code, failureType: Number.parseInt(type, 16), status: 0x2f };
  }),
  problem: undefined,
  tookMs: 0
});
const ask = (units: ReturnType<typeof unit>[], results: TestResult[], batteryMv = 12_600) =>
  askQuestion({
    reading:
      units.length > 0
        ? readScan({ vehicleVin: undefined, batteryMv, units }, 'engine')
        : undefined,
    results,
    loose: false
  });
const SOUND_SUPPLY = { test: 'supply', values: { batteryMv: 12_500, atUnitMv: 12_350 } } as const;
const SOUND_WIRE = { test: 'wiring', values: { throughOhm: 0.4, toGroundKohm: 5_000 } } as const;
const SWAPPED = { test: 'swap', values: { outcome: 'fault-gone-no-start' } } as const;

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
    expect(of('supply', { batteryMv: 12_500, atUnitMv: 12_000 })).toEqual(['supply-strong']);
    expect(of('supply', { batteryMv: 12_500, atUnitMv: 11_999 })).toEqual(['supply+decisive']);
    expect(of('supply', { batteryMv: 11_500, atUnitMv: 11_400 })).toEqual(['supply+strong']);
    expect(of('ground', { dropMv: 200 })).toEqual(['supply-strong']);
    expect(of('ground', { dropMv: 201 })).toEqual(['supply+decisive']);
    expect(of('wiring', { throughOhm: 2.1, toGroundKohm: 9999 })).toEqual(['wiring+decisive']);
    expect(of('wiring', { throughOhm: 0.2, toGroundKohm: 99 })).toEqual(['wiring+decisive']);
    expect(of('actuator', { outcome: 'faulty' })).toEqual(['actuator+decisive']);
    expect(of('swap', { outcome: 'fault-stays' })[0]).toBe('unit-decisive');
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
    expect(parseTestValues('ground', { dropMv: 4, more: 1 })).toEqual({
      ok: true,
      value: { dropMv: 4 }
    });
  });
});

describe('the question: is it this unit?', () => {
  it('a real unit fault is Go only when supply and wiring or a swap stand behind it', () => {
    const units = [unit('engine', ['P0606-49'])];
    expect(ask(units, []).verdict.code).toBe('proof.verdict.unproven');
    expect(ask(units, [SWAPPED]).verdict.verdict).toBe('look');
    expect(ask(units, [SOUND_SUPPLY, SWAPPED]).verdict.verdict).toBe('go');
    expect(ask(units, [SOUND_SUPPLY, SOUND_WIRE]).verdict.verdict).toBe('go');
  });
  it('a wiring fault that looks like a unit fault is found by the wire, and is Stop for the clone', () => {
    const units = [unit('engine', ['P0202-13', 'P0203-13'])];
    const before = ask(units, [SOUND_SUPPLY]);
    expect(before.verdict.verdict).toBe('look');
    expect(before.next).toBe('wiring');
    const broken = { test: 'wiring', values: { throughOhm: 900, toGroundKohm: 9999 } } as const;
    const after = ask(units, [SOUND_SUPPLY, broken]);
    expect(after.verdict).toMatchObject({
      verdict: 'stop',
      code: 'proof.verdict.other',
      params: { cause: 'wiring' }
    });
    expect(after.customer).toBe('proof.customer.other');
  });
  it('low battery and network come first, and are let go once they are measured sound', () => {
    const low = ask(
      [unit('engine', ['P0562-16', 'P0606-49']), unit('body', ['U3003-16'])],
      [],
      11_200
    );
    expect(low.verdict).toMatchObject({ verdict: 'stop', params: { what: 'supply' } });
    expect(low.next).toBe('supply');
    const net = [unit('gateway', ['U0073-88']), unit('brakes', [], 'silent')];
    expect(ask(net, []).next).toBe('network');
    expect(ask(net, []).verdict.params).toEqual({ what: 'network' });
    const measured = { test: 'network', values: { pairOhm: 60.1 } } as const;
    expect(ask(net, [measured]).verdict.verdict).not.toBe('stop');
  });
  it('a swap after which the fault stays acquits the unit', () => {
    const stays = { test: 'swap', values: { outcome: 'fault-stays' } } as const;
    expect(ask([unit('engine', ['P0606-49'])], [SOUND_SUPPLY, stays]).verdict.code).toBe(
      'proof.verdict.innocent'
    );
  });
  it('a silent unit is fed and grounded before it is blamed', () => {
    const silent = ask([unit('engine', [], 'silent')], []);
    expect(silent.tests.slice(0, 2).map((t) => t.id)).toEqual(['supply', 'ground']);
  });
  it('a loose unit is asked on the bench only', () => {
    const loose = askQuestion({ reading: undefined, results: [], loose: true });
    expect(loose.tests.map((t) => t.id)).toEqual(['bench']);
    const bench = { test: 'bench', values: { outcome: 'internal' } } as const;
    expect(askQuestion({ reading: undefined, results: [bench], loose: true }).verdict.verdict).toBe(
      'go'
    );
  });
  it('no figures say Go while something else is proven, whatever was measured', () => {
    const result = fc.oneof(
      fc.record({
        test: fc.constant('supply' as const),
        values: fc.record({
          batteryMv: fc.integer({ min: 0, max: 15_000 }),
          atUnitMv: fc.integer({ min: 0, max: 15_000 })
        })
      }),
      fc.record({
        test: fc.constant('network' as const),
        values: fc.record({ pairOhm: fc.integer({ min: 0, max: 200 }) })
      }),
      ...(['swap', 'clear', 'actuator', 'bench'] as const).map((test) =>
        fc.record({
          test: fc.constant(test),
          values: fc.record({
            outcome: fc.constantFrom(...(TESTS[test].fields[0]?.choices ?? []))
          })
        })
      )
    );
    fc.assert(
      fc.property(fc.array(result, { maxLength: 6 }), (results) => {
        const q = ask([unit('engine', ['P0606-49'])], results);
        if (q.verdict.verdict !== 'go') return;
        const unitStanding = q.standings.find((s) => s.cause === 'unit')?.standing;
        expect(['likely', 'proven']).toContain(unitStanding);
        expect(q.standings.some((s) => s.cause !== 'unit' && s.standing === 'proven')).toBe(false);
      })
    );
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
