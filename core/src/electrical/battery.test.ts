import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  capacityShare,
  chargeOf,
  planVehiclePower,
  restMvOf,
  tradeSupportMa,
  type VehiclePower
} from './battery.ts';

describe('rest voltage and charge (BCI service manual, from memory)', () => {
  it.each([
    [12_650, 1],
    [12_450, 0.75],
    [12_240, 0.5],
    [12_060, 0.25],
    [11_890, 0],
    [11_000, 0],
    [12_345, 0.625]
  ])('%d mV is %d', (mv, share) => {
    expect(chargeOf(mv)).toBeCloseTo(share, 9);
  });
  it('rule 6·(SG + 0.845) reproduces the table within 0.1 V', () => {
    for (const [share, gravity] of [
      [1, 1.265],
      [0.75, 1.225],
      [0.5, 1.19],
      [0.25, 1.155],
      [0, 1.12]
    ] as const)
      expect(Math.abs(restMvOf(share) - 6000 * (gravity + 0.845))).toBeLessThanOrEqual(100);
  });
  it('what is no rest voltage tells no charge', () => {
    for (const mv of [Number.NaN, -1, 0, 13_500, Infinity]) expect(chargeOf(mv)).toBeUndefined();
  });
  it('there and back again', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        for (const kind of ['flooded', 'agm'] as const)
          expect(chargeOf(restMvOf(share, kind), kind)).toBeCloseTo(share, 6);
      })
    );
  });
  it('cold takes capacity', () => {
    expect(capacityShare(25)).toBe(1);
    expect(capacityShare(0)).toBe(0.75);
    expect(capacityShare(-18)).toBeLessThan(capacityShare(0));
  });
});

const good: VehiclePower = {
  ...{ restMv: 12_600, kind: 'flooded', capacityAh: 70, temperatureC: 20, loadMa: 25_000 },
  ...{ minutes: 40, support: 'supply', supportMa: 60_000, supportMv: 13_500 },
  ...{ modelYear: 2010, minMv: 12_000 }
};
const judged = (change: Partial<VehiclePower>) => {
  const { verdict, code } = planVehiclePower({ ...good, ...change }).judgement;
  return `${verdict} ${code.replace('power.vehicle.', '')}`;
};

describe('does the vehicle hold its voltage to the end', () => {
  it.each<readonly [string, Partial<VehiclePower>, string]>([
    ['a supply that gives more than is drawn', {}, 'go held'],
    ['a newer vehicle, 60 A against the 90 A of the trade', { modelYear: 2018 }, 'look trade'],
    ['nobody knows how old it is', { modelYear: undefined }, 'look trade'],
    ['a charger', { support: 'charger' }, 'stop charger'],
    [
      'a charger that nobody knows anything else of',
      { support: 'charger', supportMa: Number.NaN, restMv: Number.NaN },
      'stop charger'
    ],
    ['nothing, 90 minutes at 25 A', bare(90, 25_000), 'stop low'],
    ['nothing, five minutes at 5 A', bare(5, 5000), 'look trade'],
    ['a small supply and a strong battery', { supportMa: 24_000, minutes: 10 }, 'look trade'],
    ['no rest voltage: it is being charged', { restMv: 13_800 }, 'look unknown'],
    ['no capacity', { capacityAh: 0 }, 'look unknown'],
    ['a load below nothing', { loadMa: -5 }, 'look unknown'],
    ['a load that is no number', { loadMa: Number.NaN }, 'look unknown'],
    ['no time', { minutes: Number.NaN }, 'look unknown']
  ])('%s: %s', (_, change, said) => {
    expect(judged(change)).toBe(said);
  });
  function bare(minutes: number, loadMa: number): Partial<VehiclePower> {
    return { support: 'none', supportMa: 0, minutes, loadMa };
  }
  it('draws the battery down to what does not start the engine', () => {
    const plan = planVehiclePower({
      ...good,
      ...{ restMv: 12_300, capacityAh: 40, supportMa: 20_000, minutes: 60, minMv: 11_500 }
    });
    expect(plan.judgement.code).toBe('power.vehicle.empty');
    // 12.3 V is 57 %; 5 A for an hour out of 40 Ah at 95 % is 13 %
    expect(plan.endShare).toBeCloseTo(0.44, 2);
  });
  it('the curve begins with the battery, ends with the work, and never rises', () => {
    const { curve } = planVehiclePower({ ...good, support: 'none', supportMa: 0, minutes: 12.5 });
    expect(curve.at(-1)?.minute).toBe(12.5);
    const volts = curve.map((p) => p.mv);
    expect([...volts].sort((a, b) => b - a)).toEqual(volts);
  });
  it('what shops reckon with: 30, 50, 90 A', () => {
    expect([2000, 2010, 2016, undefined].map(tradeSupportMa)).toEqual([
      30_000, 50_000, 90_000, 90_000
    ]);
  });
  it('more load, more time, a colder day, a lower battery never move it towards Go', () => {
    const rank = { go: 0, none: 1, look: 2, stop: 3 };
    const at = (v: VehiclePower) => rank[planVehiclePower(v).judgement.verdict];
    const scene = fc.record({
      restMv: fc.integer({ min: 11_500, max: 12_650 }),
      kind: fc.constantFrom('flooded' as const, 'agm' as const),
      capacityAh: fc.integer({ min: 20, max: 110 }),
      temperatureC: fc.integer({ min: -20, max: 40 }),
      loadMa: fc.integer({ min: 0, max: 80_000 }),
      minutes: fc.integer({ min: 1, max: 120 }),
      support: fc.constantFrom('none' as const, 'supply' as const, 'charger' as const),
      supportMa: fc.integer({ min: 0, max: 100_000 }),
      supportMv: fc.integer({ min: 12_500, max: 14_000 }),
      modelYear: fc.constantFrom(undefined, 2000, 2012, 2020),
      minMv: fc.integer({ min: 11_000, max: 12_500 })
    });
    fc.assert(
      fc.property(scene, fc.integer({ min: 1, max: 30 }), (v, by) => {
        const worse: Partial<VehiclePower>[] = [
          { loadMa: v.loadMa + by * 1000 },
          { minutes: v.minutes + by },
          { temperatureC: v.temperatureC - by / 2 },
          { restMv: v.restMv - by * 10 },
          { capacityAh: Math.max(1, v.capacityAh - by) },
          { minMv: v.minMv + by * 10 }
        ];
        for (const change of worse) expect(at({ ...v, ...change })).toBeGreaterThanOrEqual(at(v));
      }),
      { numRuns: 400 }
    );
  });
});
