import { describe, expect, it } from 'vitest';
import {
  BUDGET_EXAMPLE,
  computeBudget,
  computeLead,
  computePair,
  LEAD_EXAMPLE,
  parseFigure
} from './desk-values.ts';

describe('figures as people type them', () => {
  it.each([
    ['3.6', 3.6],
    [' 3,6 ', 3.6],
    ['.5', 0.5],
    ['0', 0],
    ['-1', -1],
    ['', Number.NaN],
    ['1e3', Number.NaN],
    ['3 A', Number.NaN],
    ['1.2.3', Number.NaN],
    ['Infinity', Number.NaN]
  ])('%j is %d', (text, value) => expect(parseFigure(text)).toBe(value));
});

describe('lead', () => {
  it('AWG 18, 2 m, 5 A: the worked drop with the worst strand (reference file, 0.419 V ideal)', () => {
    const { along, loopOhm } = computeLead({
      ...LEAD_EXAMPLE,
      ...{ gauge: 'awg', size: '18', metres: '2', amps: '5', contactMohm: '0' }
    });
    expect(loopOhm).toBeCloseTo(0.083_79 * 1.16, 4);
    expect(13_500 - along.atUnitMv).toBeCloseTo(419 * 1.16, -1);
  });
  it('what is missing is not known, and never Go', () => {
    for (const key of Object.keys(LEAD_EXAMPLE) as (keyof typeof LEAD_EXAMPLE)[])
      for (const bad of key === 'gauge' ? [] : ['', 'x', '-1', 'NaN']) {
        // a cold lead is possible, a negative length is not
        if (key === 'celsius' && bad === '-1') continue;
        const { judgement } = computeLead({ ...LEAD_EXAMPLE, [key]: bad });
        expect(`${key} ${bad} ${judgement.verdict}`).not.toContain('go');
      }
  });
  it('the curve falls with the current', () => {
    const volts = computeLead(LEAD_EXAMPLE).curve.map((p) => p.volts);
    expect([...volts].sort((a, b) => b - a)).toEqual(volts);
    expect(volts[0]).toBe(13.5);
  });
});

describe('budget', () => {
  it('a 3 A adapter with box and dongle does not carry a unit that is written; 5.3 A do', () => {
    expect(computeBudget(BUDGET_EXAMPLE)).toMatchObject({
      judgement: { code: 'power.budget.over' },
      totalMa: 4200,
      needMa: 5250
    });
    expect(computeBudget({ ...BUDGET_EXAMPLE, ratedAmps: '5.3' }).judgement.verdict).toBe('go');
  });
  it('what is no figure is not left out of the sum', () => {
    const besideAmps = ['0.35', 'much', ''];
    expect(computeBudget({ ...BUDGET_EXAMPLE, besideAmps }).judgement.verdict).toBe('stop');
    expect(
      computeBudget({ ...BUDGET_EXAMPLE, besideAmps, ratedAmps: '99' }).judgement.verdict
    ).toBe('look');
  });
});

describe('pair', () => {
  it('an empty field is not measured, a negative one is no measurement', () => {
    const at = (pair: string) => computePair({ pair, high: '', low: '', wanted: 2 }).code;
    expect(at('60')).toBe('wiring.pair.right');
    expect(at('')).toBe('wiring.pair.unmeasured');
    expect(at('-60')).toBe('wiring.pair.unmeasured');
  });
});
