import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planHarness, type HarnessCost, type HarnessFacts } from './harness.ts';

const FACTS: HarnessFacts = {
  ...{ family: 'HV-EC4', connections: 30, spanDays: 180, minutes: [9, 10, 10, 11] },
  ...{ profileMinutes: 10, hasOwn: false }
};
const COST: HarnessCost = { parts: 30, makingMinutes: 90, withMinutes: 2, hourlyRate: 60 };
const said = (facts: Partial<HarnessFacts>, cost: Partial<HarnessCost> = {}) =>
  planHarness({ ...FACTS, ...facts }, { ...COST, ...cost });

describe('a harness', () => {
  it('30 and 90 minutes at 60 an hour are 120; 8 minutes saved are 8: 15 connections, 90 days', () => {
    expect(said({})).toEqual({
      ...{ nowMinutes: 10, measured: true, breakEven: 15, breakEvenDays: 90 },
      judgement: {
        ...{ verdict: 'go', code: 'kit.harness.worth' },
        params: { family: 'HV-EC4', connections: 30, breakEven: 15, days: 90 }
      }
    });
  });
  it.each([
    ['done seldom', { connections: 4 }, {}, 'kit.harness.seldom'],
    ['never done', { connections: 0, minutes: [] }, {}, 'kit.harness.idle'],
    ['saves nothing', {}, { withMinutes: 10 }, 'kit.harness.idle'],
    ['there already', { hasOwn: true }, {}, 'kit.harness.there'],
    ['no rate', {}, { hourlyRate: Number.NaN }, 'kit.harness.unknown'],
    ['a rate of nothing', {}, { hourlyRate: 0 }, 'kit.harness.unknown'],
    ['a negative price', {}, { parts: -5 }, 'kit.harness.unknown'],
    [
      'nobody knows the minutes',
      { minutes: [9], profileMinutes: undefined },
      {},
      'kit.harness.unknown'
    ]
  ])('%s', (_, facts, cost, code) => {
    expect(said(facts, cost).judgement.code).toBe(code);
  });
  it('with fewer than three measured the profile speaks', () => {
    expect(said({ minutes: [40, 50] })).toMatchObject({ nowMinutes: 10, measured: false });
  });
  it('dearer, slower to make, saving less, or done less often never makes it worth more', () => {
    const n = fc.integer({ min: 0, max: 500 });
    const days = (f: Partial<HarnessFacts>, c: Partial<HarnessCost>) =>
      said(f, c).breakEvenDays ?? Infinity;
    fc.assert(
      fc.property(
        n,
        n,
        n,
        fc.integer({ min: 1, max: 200 }),
        (parts, makingMinutes, more, connections) => {
          const base = days({ connections }, { parts, makingMinutes });
          expect(
            days({ connections }, { parts: parts + more, makingMinutes })
          ).toBeGreaterThanOrEqual(base);
          expect(
            days({ connections }, { parts, makingMinutes: makingMinutes + more })
          ).toBeGreaterThanOrEqual(base);
          expect(
            days({ connections: Math.max(0, connections - more) }, { parts, makingMinutes })
          ).toBeGreaterThanOrEqual(base);
          expect(
            days({ connections }, { parts, makingMinutes, withMinutes: 2 + more })
          ).toBeGreaterThanOrEqual(base);
        }
      )
    );
  });
});
