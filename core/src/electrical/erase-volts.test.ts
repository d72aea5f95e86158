import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { judgeVoltsThen } from './erase-volts.ts';

const need = { voltageMinMv: 12_000, voltageMaxMv: 14_500, limitMinMa: 1500, limitMaxMa: 4000 };

describe('voltage at the unit when its current rises', () => {
  it('follows Ohm: 0.3 V at 0.3 A are 1 ohm, at 3 A 3 V are lost', () => {
    const judged = judgeVoltsThen(
      { terminalMv: 13_500, unitMv: 13_200, currentMa: 300 },
      { thenMa: 3000, need }
    );
    expect(judged).toMatchObject({ verdict: 'stop', params: { predictedMv: 10_500 } });
  });
  it('holds where the drop stays within what is in reserve', () => {
    const judged = judgeVoltsThen(
      { terminalMv: 13_500, unitMv: 13_470, currentMa: 300 },
      { thenMa: 3000, need }
    );
    expect(judged).toMatchObject({ verdict: 'go', params: { predictedMv: 13_200 } });
  });
  it('a voltage that is too low already is, whatever flows; what is no number says nothing', () => {
    const low = { terminalMv: 13_500, unitMv: 9000, currentMa: 10 };
    expect(judgeVoltsThen(low, { thenMa: 3000, need })?.verdict).toBe('stop');
    for (const key of ['terminalMv', 'unitMv', 'currentMa'] as const)
      expect(judgeVoltsThen({ ...low, [key]: Number.NaN }, { thenMa: 3000, need })).toBeUndefined();
  });
  it('hardly any current proves nothing of the path: nobody knows, unless it is too low already', () => {
    const idle = { terminalMv: 13_500, unitMv: 13_499, currentMa: 5 };
    expect(judgeVoltsThen(idle, { thenMa: 3000, need })).toBeUndefined();
    expect(judgeVoltsThen({ ...idle, unitMv: 11_000 }, { thenMa: 3000, need })?.verdict).toBe(
      'stop'
    );
  });
  it('a lower voltage, or more current to come, is never nearer to Go', () => {
    const weight = { none: 0, go: 1, look: 2, stop: 3 };
    const of = (unitMv: number, thenMa: number) =>
      weight[
        judgeVoltsThen({ terminalMv: 13_500, unitMv, currentMa: 300 }, { thenMa, need })?.verdict ??
          'none'
      ];
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 13_500 }),
        fc.nat(3000),
        fc.nat(5000),
        fc.nat(3000),
        (mv, lessMv, ma, moreMa) => {
          expect(of(mv - lessMv, ma + moreMa)).toBeGreaterThanOrEqual(of(mv, ma));
        }
      )
    );
  });
});
