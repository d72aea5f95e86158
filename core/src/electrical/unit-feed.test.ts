import { describe, expect, it } from 'vitest';
import type { SupplyReading } from './judge-supply.ts';
import { judgeSupply } from './judge-supply.ts';
import { judgeUnitFeed, type UnitFeed } from './judge-unit-feed.ts';

const need = { voltageMinMv: 12_000, voltageMaxMv: 14_200, limitMinMa: 2000, limitMaxMa: 4000 };
const on: SupplyReading = {
  ...{
    on: true,
    setMv: 13_500,
    limitMa: 2500,
    measuredMv: 13_480,
    measuredMa: 300,
    ratedMa: 10_000
  }
};
const off = { ...on, on: false };
const vehicle: UnitFeed = { by: 'vehicle', measuredMv: 12_600, ageSeconds: 60 };

describe('who feeds a unit that stays installed', () => {
  it.each<readonly [string, UnitFeed, SupplyReading | undefined, string, string]>([
    ['nobody has said', { ...vehicle, by: undefined }, off, 'stop', 'gate.feed.unasked'],
    ['the vehicle', vehicle, off, 'go', 'gate.feed.vehicle'],
    ['both', vehicle, on, 'stop', 'gate.feed.twice'],
    ['the bench supply does not answer', vehicle, undefined, 'look', 'gate.feed.unknown'],
    ['not measured', { ...vehicle, measuredMv: undefined }, off, 'stop', 'gate.feed.unmeasured'],
    ['no number', { ...vehicle, measuredMv: Number.NaN }, off, 'stop', 'gate.feed.unmeasured'],
    ['half an hour ago', { ...vehicle, ageSeconds: 1800 }, off, 'go', 'gate.feed.vehicle'],
    ['longer ago', { ...vehicle, ageSeconds: 1801 }, off, 'stop', 'gate.feed.unmeasured'],
    [
      'nobody knows when',
      { ...vehicle, ageSeconds: undefined },
      off,
      'stop',
      'gate.feed.unmeasured'
    ],
    ['measured in the future', { ...vehicle, ageSeconds: -1 }, off, 'stop', 'gate.feed.unmeasured'],
    ['11.999 V', { ...vehicle, measuredMv: 11_999 }, off, 'stop', 'gate.feed.outside'],
    ['12 V', { ...vehicle, measuredMv: 12_000 }, off, 'go', 'gate.feed.vehicle'],
    ['14.2 V', { ...vehicle, measuredMv: 14_200 }, off, 'go', 'gate.feed.vehicle'],
    ['14.201 V', { ...vehicle, measuredMv: 14_201 }, off, 'stop', 'gate.feed.outside']
  ])('%s', (...[, feed, supply, verdict, code]) => {
    expect(judgeUnitFeed(feed, supply, need)).toMatchObject({ verdict, code });
  });
  it('fed by the bench, or where only the bench can, it is the supply that counts', () => {
    for (const supply of [on, off, undefined])
      for (const feed of [undefined, { ...vehicle, by: 'bench' as const }])
        expect(judgeUnitFeed(feed, supply, need)).toEqual(judgeSupply(supply, need));
  });
});
