import type { Code } from '../base/codes.ts';
import { describe, expect, it } from 'vitest';
import { judgedAs as judge } from '../base/examples.ts';
import { undone } from '../base/verdict.ts';
import { classifyCurrent } from './classify-current.ts';
import { judgeSupply, type SupplyReading } from './judge-supply.ts';

const band = { state: 'boot' as const, minMa: 600, maxMa: 1600 };
describe('current of a unit against its band (common practice)', () => {
  const table: readonly [number, 'go' | 'look' | 'stop', string][] = [
    [Number.NaN, 'stop', 'none'],
    [-5, 'stop', 'none'],
    [0, 'stop', 'none'],
    [9, 'stop', 'none'],
    [10, 'look', 'low'],
    [599, 'look', 'low'],
    [600, 'go', 'expected'],
    [1600, 'go', 'expected'],
    [1601, 'look', 'high'],
    [9999, 'look', 'high'],
    [10_000, 'stop', 'alarm'],
    [Infinity, 'stop', 'alarm']
  ];
  it.each(table)('%d mA: %s %s', (currentMa, verdict, code) => {
    expect(classifyCurrent(currentMa, band)).toEqual(
      judge(verdict, `current.draw.${code}` as Code, {
        currentMa,
        minMa: 600,
        maxMa: 1600,
        state: 'boot'
      })
    );
  });
});

describe('supply against the need of the family', () => {
  const need = { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 5000, limitMaxMa: 7000 };
  const sound: SupplyReading = {
    ...{ on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_480, measuredMa: 900 },
    ratedMa: 10_000
  };
  const table: readonly [Partial<SupplyReading>, 'go' | 'look' | 'stop', string][] = [
    [{}, 'go', 'output.fine'],
    [{ ratedMa: 5000 }, 'go', 'output.fine'],
    [{ limitMa: 7000 }, 'go', 'output.fine'],
    [{ measuredMv: 12_000 }, 'go', 'output.fine'],
    [{ measuredMv: 14_000 }, 'go', 'output.fine'],
    [{ measuredMa: 4999 }, 'go', 'output.fine'],
    [{ limitMa: 7001 }, 'look', 'limit.high'],
    [{ measuredMv: 11_999, limitMa: 9000 }, 'stop', 'volts.outside'],
    [{ measuredMv: 14_001 }, 'stop', 'volts.outside'],
    [{ measuredMv: Number.NaN }, 'stop', 'volts.outside'],
    [{ measuredMa: 5000, measuredMv: 0 }, 'stop', 'limit.reached'],
    [{ measuredMa: 5001 }, 'stop', 'limit.reached'],
    [{ measuredMa: Number.NaN }, 'stop', 'limit.reached'],
    [{ limitMa: 4999, measuredMa: 6000 }, 'stop', 'limit.low'],
    [{ limitMa: Number.NaN }, 'stop', 'limit.low'],
    [{ on: false, limitMa: 0, measuredMv: 0 }, 'stop', 'output.off'],
    [{ ratedMa: 4999, on: false }, 'stop', 'rating.low'],
    [{ ratedMa: Number.NaN }, 'stop', 'rating.low']
  ];
  it.each(table)('%j: %s %s', (change, verdict, code) => {
    const reading = { ...sound, ...change };
    const said = judge(verdict, `supply.${code}` as Code, {
      ...{ ratedMa: reading.ratedMa, limitMa: reading.limitMa, needMa: 5000, mostMa: 7000 },
      ...{ measuredMv: reading.measuredMv, minMv: 12_000, maxMv: 14_000 }
    });
    // only a supply that is off is something that nobody has done yet
    expect(judgeSupply(reading, need)).toEqual(code === 'output.off' ? undone(said) : said);
  });
  it('without a reading there is nothing to hold against it', () => {
    expect(judgeSupply(undefined, need)).toEqual(judge('stop', 'supply.link.absent'));
  });
});
