// What a scan and a measurement weigh, at the edges of the limits; and the tests as they are offered.
import { describe, expect, it } from 'vitest';
import { HIGH_BATTERY_MV, LOW_BATTERY_MV, readScan } from '../scan/read-scan.ts';
import type { Scan } from '../scan/scan.ts';
import { TESTS, weighTest, type TestId } from './tests.ts';
import { wasSupplySound, weighScan } from './weigh-scan.ts';

const scanOf = (batteryMv: number | undefined, ...faults: [string, number][]): Scan => ({
  ...{ vehicleVin: undefined, batteryMv },
  units: [
    {
      ...{ id: 'engine', name: 'engine', kind: 'engine', address: 0, optional: false },
      ...{ state: 'talks', identification: {}, faultMemory: 'read', problem: undefined, tookMs: 0 },
      faults: faults.map(([code, status]) => ({ code, failureType: 0x13, status }))
    }
  ]
});
const reading = (batteryMv: number | undefined, ...faults: [string, number][]) =>
  readScan(scanOf(batteryMv, ...faults), 'engine');

describe('was the supply sound when the codes were taken?', () => {
  it.each([
    [undefined, false],
    [Number.NaN, false],
    [0, false],
    [LOW_BATTERY_MV - 1, false],
    [LOW_BATTERY_MV, true],
    [12_600, true],
    [HIGH_BATTERY_MV, true],
    [HIGH_BATTERY_MV + 1, false]
  ])('%s mV: %s', (batteryMv, sound) => {
    // the groups of a good scan, so that the figure alone decides
    const { groups, ...rest } = reading(12_600);
    expect(groups.some((g) => g.id === 'supply')).toBe(false);
    expect(wasSupplySound({ ...rest, groups, batteryMv })).toBe(sound);
  });
  it('not when the units speak of a low supply, whatever the battery says', () => {
    const { groups: low, ...rest } = reading(LOW_BATTERY_MV - 1);
    expect(low.some((g) => g.id === 'supply')).toBe(true);
    expect(wasSupplySound({ ...rest, groups: low, batteryMv: 12_600 })).toBe(false);
  });
});

describe('codes of a circuit', () => {
  const PENDING = 0x24;
  const PRESENT = 0x2f;
  const weighed = (status: number, counts: boolean) =>
    weighScan(reading(12_600, ['P0201', status]), { suspect: 'engine', counts }).map(
      (e) => `${e.cause}+${e.weight} ${e.params['count']}`
    );
  it('accuse wire and part; the unit only where they are proven and count', () => {
    const others = ['wiring+medium 1', 'actuator+medium 1'];
    expect(weighed(PRESENT, true)).toEqual([...others, 'unit+weak 1']);
    expect(weighed(PRESENT, false)).toEqual(others);
    expect(weighed(PENDING, true)).toEqual(others);
    expect(weighed(PENDING, false)).toEqual(others);
  });
});

describe('figures that are no proof', () => {
  const supply = (batteryMv: number, atUnitMv: number, load: string | undefined) =>
    weighTest({
      test: 'supply',
      values: { batteryMv, atUnitMv, ...(load === undefined ? {} : { load }) }
    }).map((e) => e.code)[0];
  it.each([
    [12_500, 12_400, 'no-load', 'proof.supply.unloaded'],
    [12_500, 12_400, undefined, 'proof.supply.unloaded'],
    [12_500, 12_600, 'no-load', 'proof.supply.unloaded'],
    [12_500, 12_601, 'no-load', 'proof.supply.impossible'],
    [12_500, 12_601, 'under-load', 'proof.supply.impossible'],
    [12_500, 13_900, undefined, 'proof.supply.impossible'],
    [12_000, 11_500, 'under-load', 'proof.supply.good'],
    [12_001, 11_500, 'under-load', 'proof.supply.drop'],
    [11_499, 11_499, 'under-load', 'proof.supply.low']
  ] as const)('%d, %d, %s: %s', (batteryMv, atUnitMv, load, code) => {
    expect(supply(batteryMv, atUnitMv, load)).toBe(code);
  });
});

describe('the tests as they are offered', () => {
  const units: Readonly<Record<string, string>> = {
    ...{ batteryMv: 'mV', atUnitMv: 'mV', dropMv: 'mV' },
    ...{ pairOhm: 'ohm', throughOhm: 'ohm', toGroundKohm: 'kohm' }
  };
  it.each(Object.keys(TESTS) as TestId[])('%s', (id) => {
    const test = TESTS[id];
    expect(test.id).toBe(id);
    expect(test.minutes).toBeGreaterThan(0);
    for (const field of test.fields) {
      expect(field.unit).toBe(units[field.id]);
      // a figure has a most, a choice has answers
      expect(field.max > 0).toBe(field.unit !== undefined);
      expect(field.choices.length > 1).toBe(field.unit === undefined);
    }
  });
});
