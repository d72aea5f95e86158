import { describe, expect, it } from 'vitest';
import { areaOfAwg, awgOfArea, resistanceOhm, STRAND_FACTOR } from './conductor.ts';

/** Gauge, mm², Ω/km by GNU units (its file cites ASTM B258), Ω/1000 ft of NBS Handbook 100 (from memory). */
const GAUGES = [
  [28, 0.081, 212.92, 64.9],
  [26, 0.1288, 133.91, 40.81],
  [24, 0.2047, 84.22, 25.67],
  [22, 0.3255, 52.96, 16.14],
  [20, 0.5176, 33.31, 10.15],
  [18, 0.823, 20.95, 6.385],
  [16, 1.3087, 13.17, 4.016],
  [14, 2.0809, 8.286, 2.525],
  [12, 3.3088, 5.211, 1.588],
  [10, 5.2612, 3.277, 0.9988]
] as const;

/** Most that a standard lets a stranded lead have: IEC 60228 class 5 and ISO 6722-1, Ω/km at 20 °C (from memory). */
const STRANDED_MOST = [
  [0.13, 136],
  [0.22, 84.8],
  [0.35, 54.4],
  [0.5, 39],
  [0.75, 26],
  [1, 19.5],
  [1.5, 13.3],
  [2.5, 7.98],
  [4, 4.95],
  [6, 3.3]
] as const;

const perKm = (areaMm2: number, options: { stranded?: boolean; temperatureC?: number } = {}) =>
  resistanceOhm({ lengthMm: 1_000_000, areaMm2 }, { stranded: false, ...options });

describe('copper (IEC 60028, ASTM B258)', () => {
  it.each(GAUGES)('gauge %i: area and resistance', (gauge, areaMm2, ohmPerKm, handbook) => {
    expect(areaOfAwg(gauge)).toBeCloseTo(areaMm2, 3);
    const ohm = perKm(areaOfAwg(gauge)) ?? 0;
    expect(Math.abs(ohm / ohmPerKm - 1)).toBeLessThan(0.001);
    expect(Math.abs(ohm / (handbook * 3.280_84) - 1)).toBeLessThan(0.002);
    expect(awgOfArea(areaOfAwg(gauge))).toBe(gauge);
  });
  it.each(STRANDED_MOST)('a stranded lead of %d mm² lies between ideal and worst', (area, most) => {
    const ideal = perKm(area) ?? 0;
    expect(most).toBeGreaterThan(ideal);
    expect(most).toBeLessThanOrEqual(perKm(area, { stranded: true }) ?? 0);
  });
  it('metric sizes, ideal copper', () => {
    for (const [area, ohm] of [
      [0.14, 123.15],
      [0.25, 68.97],
      [0.34, 50.71],
      [1, 17.24],
      [6, 2.874]
    ] as const)
      expect(Math.abs((perKm(area) ?? 0) / ohm - 1)).toBeLessThan(0.001);
  });
  it('grows with the temperature: the worked drop at 60 °C', () => {
    const loop = { lengthMm: 3000, areaMm2: areaOfAwg(20) };
    expect(resistanceOhm(loop, { stranded: false })).toBeCloseTo(0.09993, 4);
    expect(resistanceOhm(loop, { stranded: false, temperatureC: 60 })).toBeCloseTo(0.11564, 4);
  });
  it.each([
    ['a length below nothing', { lengthMm: -1, areaMm2: 1 }, 20],
    ['no length', { lengthMm: Number.NaN, areaMm2: 1 }, 20],
    ['no copper', { lengthMm: 1, areaMm2: 0 }, 20],
    ['an endless lead', { lengthMm: Infinity, areaMm2: 1 }, 20],
    ['no temperature', { lengthMm: 1, areaMm2: 1 }, Number.NaN],
    ['a molten lead', { lengthMm: 1, areaMm2: 1 }, 1500]
  ])('%s has no resistance', (_, conductor, temperatureC) => {
    expect(resistanceOhm(conductor, { temperatureC })).toBeUndefined();
  });
  it('says how much worse a strand is', () => {
    expect((perKm(1, { stranded: true }) ?? 0) / (perKm(1) ?? 1)).toBeCloseTo(STRAND_FACTOR, 9);
  });
});
