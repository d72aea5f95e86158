import { expect, it } from 'vitest';
import { classifyCurrent } from './classify-current.ts';
import { judgeSupply } from './judge-supply.ts';

const band = { state: 'boot' as const, minMa: 600, maxMa: 1600 };
it('judges a current: none, expected, off the band, alarm at ten amperes (common practice)', () => {
  const codes = [0, 9, 10, 599, 600, 1600, 1601, 9999, 10_000].map(
    (ma) => classifyCurrent(ma, band).code
  );
  expect(codes).toEqual([
    'current.draw.none',
    'current.draw.none',
    'current.draw.low',
    'current.draw.low',
    'current.draw.expected',
    'current.draw.expected',
    'current.draw.high',
    'current.draw.high',
    'current.draw.alarm'
  ]);
});
it('refuses a small supply with the figure before anything else', () => {
  const need = { voltageMinMv: 12000, voltageMaxMv: 14000, limitMinMa: 5000, limitMaxMa: 7000 };
  const judged = judgeSupply(
    { on: false, setMv: 0, limitMa: 0, measuredMv: 0, measuredMa: 0, ratedMa: 3000 },
    need
  );
  expect(judged).toMatchObject({
    code: 'supply.rating.low',
    params: { ratedMa: 3000, needMa: 5000 }
  });
});
