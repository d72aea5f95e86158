import { refusedAs } from '../../base/examples.ts';
import { describe, expect, it } from 'vitest';
import { fail, ok } from '../../base/result.ts';
import type { Verdict } from '../../base/verdict.ts';
import type { VehicleLayout } from '../../scan/layout.ts';
import type { UnitPlace } from '../../scan/scan.ts';
import { findMajorityVin, findVehiclePlace } from './vehicle-place.ts';
import {
  judgeVehicle,
  readVehicle,
  type AgedReading,
  type VehicleWork
} from './vehicle-reading.ts';

const fine: AgedReading = {
  ...{ vin: 'V', batteryMv: 13_200, speedKmh: 0, engineRpm: 0, ageSeconds: 5 }
};
const WORKS: readonly VehicleWork[] = ['identify', 'read', 'write'];

describe('is the vehicle fit for the work?', () => {
  // identify, read, write
  it.each<[string, Partial<AgedReading> | undefined, readonly [string, string, string]]>([
    ['fine', {}, ['go', 'go', 'go']],
    ['never looked at', undefined, ['look', 'stop', 'stop']],
    ['looked at ten minutes ago', { ageSeconds: 600 }, ['go', 'go', 'go']],
    ['looked at longer ago', { ageSeconds: 600.1 }, ['look', 'stop', 'stop']],
    ['age is no number', { ageSeconds: Number.NaN }, ['look', 'stop', 'stop']],
    ['volts not told', { batteryMv: undefined }, ['look', 'stop', 'stop']],
    ['volts are no number', { batteryMv: Number.NaN }, ['look', 'stop', 'stop']],
    ['volts infinite', { batteryMv: Infinity }, ['look', 'stop', 'stop']],
    ['11.499 V', { batteryMv: 11_499 }, ['look', 'stop', 'stop']],
    ['11.5 V', { batteryMv: 11_500 }, ['look', 'look', 'stop']],
    ['12.399 V', { batteryMv: 12_399 }, ['look', 'look', 'stop']],
    ['12.4 V', { batteryMv: 12_400 }, ['go', 'go', 'stop']],
    ['12.799 V', { batteryMv: 12_799 }, ['go', 'go', 'stop']],
    ['12.8 V', { batteryMv: 12_800 }, ['go', 'go', 'go']],
    ['15 V', { batteryMv: 15_000 }, ['go', 'go', 'go']],
    ['15.001 V', { batteryMv: 15_001 }, ['stop', 'stop', 'stop']],
    ['moving', { speedKmh: 1 }, ['stop', 'stop', 'stop']],
    ['speed is no number', { speedKmh: Number.NaN }, ['stop', 'stop', 'stop']],
    ['engine running', { engineRpm: 1 }, ['stop', 'stop', 'stop']],
    ['speed not told', { speedKmh: undefined }, ['look', 'look', 'stop']],
    ['engine not told', { engineRpm: undefined }, ['look', 'look', 'stop']],
    ['VIN not told', { vin: undefined }, ['look', 'look', 'stop']],
    ['weak, VIN not told', { vin: undefined, batteryMv: 12_000 }, ['look', 'look', 'stop']]
  ])('%s', (_, change, said) => {
    const reading = change && { ...fine, ...change };
    expect(WORKS.map((w) => judgeVehicle(reading, w).verdict)).toEqual(said);
  });
  it('worse evidence never moves the verdict towards Go, whatever else is known', () => {
    const rank: Record<Verdict, number> = { go: 0, none: 1, look: 1, stop: 2 };
    const worse: readonly Partial<AgedReading>[] = [
      ...[{ vin: undefined }, { speedKmh: undefined }, { engineRpm: undefined }],
      ...[{ batteryMv: undefined }, { batteryMv: 11_000 }, { batteryMv: 12_000 }],
      ...[{ ageSeconds: 900 }, { speedKmh: 8 }, { engineRpm: 800 }]
    ];
    for (const work of WORKS)
      for (const first of [{}, ...worse])
        for (const second of worse) {
          const before = judgeVehicle({ ...fine, ...first }, work).verdict;
          // a better figure put over a worse one is no worse evidence
          const same = Object.keys(second).some((k) => k in first);
          if (same) continue;
          const after = judgeVehicle({ ...fine, ...first, ...second }, work).verdict;
          expect(rank[after], JSON.stringify({ work, first, second })).toBeGreaterThanOrEqual(
            rank[before]
          );
        }
  });
});

describe('what a vehicle tells of itself', () => {
  /** Source: SAE J1979 parameters 42 (mV), 0D (km/h) and 0C (quarter rpm). */
  const answers: Record<number, Uint8Array> = {
    0x42: Uint8Array.of(0x42, 0x33, 0x90),
    0x0d: Uint8Array.of(0x0d, 0),
    0x0c: Uint8Array.of(0x0c, 0x1a, 0xf8)
  };
  it('volts, speed and engine speed, each by its parameter', async () => {
    const reading = await readVehicle({
      exchange: (request) => Promise.resolve(ok(answers[request[1] as number] as Uint8Array))
    });
    expect(reading).toEqual({ batteryMv: 13_200, speedKmh: 0, engineRpm: 1726 });
  });
  it('what is not answered, refused, cut short or answered for another parameter is not known', async () => {
    const untold = { batteryMv: undefined, speedKmh: undefined, engineRpm: undefined };
    for (const answer of [
      fail('uds.answer.timeout'),
      refusedAs('uds.answer.negative'),
      ok(new Uint8Array(0)),
      ok(Uint8Array.of(0x42)),
      ok(Uint8Array.of(0x05, 0x60))
    ])
      expect(await readVehicle({ exchange: () => Promise.resolve(answer) })).toEqual(untold);
  });
});

describe('where the unit answers', () => {
  const place = (kind: UnitPlace['kind'], address: number, legislated = false): UnitPlace => ({
    ...{ id: `${kind}-${address}`, name: kind, kind, address, responseId: undefined },
    ...{ optional: false, legislated }
  });
  const engine = place('engine', 0x1010, true);
  const body = place('body', 0x1048);
  const layout: VehicleLayout = {
    ...{ id: 'x', make: 'X', vinPrefixes: [], carrier: 'doip', bitrateBps: 500_000 },
    units: [engine, body, place('doors', 1), place('doors', 2)]
  };
  it('is found by its kind, with the others that may know the VIN', () => {
    expect(findVehiclePlace({ unit: 'body' }, { vin: 'V', layout })).toEqual(
      ok({
        ...{ vin: 'V', line: 'doip', bitrateBps: 500_000, unit: body, legislated: engine },
        others: [engine, ...layout.units.slice(2)]
      })
    );
  });
  it.each([
    ['engine', { vin: '', layout }, 'vehicle.vin.none'],
    ['engine', { vin: 'V', layout: undefined }, 'vehicle.layout.unknown'],
    ['comfort', { vin: 'V', layout }, 'vehicle.unit.unknown'],
    [
      'engine',
      { vin: 'V', layout: { ...layout, units: [engine, { ...engine, address: 9 }] } },
      'vehicle.unit.unknown'
    ]
  ] as const)('%s in %j: %s', (unit, vehicle, code) => {
    expect(findVehiclePlace({ unit }, vehicle)).toMatchObject({ ok: false, problem: { code } });
  });
  it('a make without a unit of the legislated diagnosis tells no voltage', () => {
    const found = findVehiclePlace(
      { unit: 'body' },
      { vin: 'V', layout: { ...layout, units: [body] } }
    );
    expect(found.ok && found.value.legislated).toBeUndefined();
  });
});

it.each([
  [[], undefined],
  [['A'], 'A'],
  [['A', 'B'], undefined],
  [['B', 'A', 'A'], 'A'],
  [['A', 'B', 'C'], undefined],
  [['A', 'B', 'A', 'B'], undefined],
  [['A', 'B', 'A', 'B', 'A'], 'A']
])('the VIN that most of %j tell is %s', (told, vin) => {
  expect(findMajorityVin(told)).toBe(vin);
});
