import { describe, expect, it } from 'vitest';
import type { Access } from '../access/access.ts';
import { judge } from '../base/verdict.ts';
import { judgeSupply, type SupplyReading } from '../electrical/judge-supply.ts';
import { judgeFeed, needOf } from './judge-feed.ts';

const need = { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 5000, limitMaxMa: 7000 };
const on: SupplyReading = {
  ...{ on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_480, measuredMa: 900 },
  ratedMa: 10_000
};
const vehicle = undefined;
const spec = {} as never;
const can = { carrier: 'can-uds', key: 'boot-0', spec, can: spec, supply: need } as Access;
const chip = { carrier: 'chip', key: 'clip-0', spec, chip: spec, regionId: 'eeprom' } as Access;
const file = { carrier: 'file', key: undefined, spec: undefined } as Access;

describe('is the station ready for the access?', () => {
  it('over CAN: the supply as the family needs it, a programmer or none', () => {
    for (const programmer of [true, false])
      for (const supply of [on, { ...on, on: false }, undefined])
        expect(judgeFeed(needOf(can), { supply, programmer, vehicle })).toEqual(
          judgeSupply(supply, need)
        );
  });
  it.each([
    [{ ...on, on: false }, true, judge('go', 'gate.programmer.there')],
    [undefined, true, judge('look', 'gate.feed.unknown')],
    [on, true, judge('stop', 'gate.feed.on')],
    [{ ...on, on: false }, false, judge('stop', 'gate.programmer.none')],
    [on, false, judge('stop', 'gate.programmer.none')]
  ])('a chip, %j, programmer %s', (supply, programmer, said) => {
    expect(judgeFeed(needOf(chip), { supply, programmer, vehicle })).toEqual(said);
  });
  it('what is done elsewhere asks nothing of a station', () => {
    expect(judgeFeed(needOf(file), { supply: on, programmer: true, vehicle })).toBeUndefined();
  });
  it('an access that is not known asks nothing, and one over CAN without its need is not judged', () => {
    expect(needOf(undefined)).toEqual({ carrier: 'file', need: undefined, feed: undefined });
    const bare = { carrier: 'can-uds', need: undefined, feed: undefined } as const;
    expect(judgeFeed(bare, { supply: on, programmer: true, vehicle })).toBeUndefined();
  });
});
