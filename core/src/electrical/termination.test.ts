import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandOf, countTerminators, judgePair, planTermination } from './termination.ts';

const code = (pairOhm: number | undefined, wanted = 2) => {
  const { verdict, code } = judgePair({ pairOhm }, wanted);
  return `${verdict} ${code.replace('wiring.pair.', '')}`;
};

describe('resistance of a CAN pair, power off (parallel rule, ISO 11898-2)', () => {
  it.each<readonly [number | undefined, string]>([
    [undefined, 'look unmeasured'],
    [Number.NaN, 'look unmeasured'],
    [-60, 'look unmeasured'],
    [0, 'stop short'],
    [9.9, 'stop short'],
    [20, 'stop many'],
    [30, 'stop many'],
    [40, 'look more'],
    [48, 'look series'],
    [50, 'go right'],
    [60, 'go right'],
    [65, 'go right'],
    [75, 'look series'],
    [99, 'look series'],
    [100, 'look few'],
    [118, 'look few'],
    [130, 'look few'],
    [180, 'look series'],
    [1900, 'look series'],
    [30_000, 'stop none'],
    [Infinity, 'stop open']
  ])('%d Ω where two terminators are wanted: %s', (ohm, said) => {
    expect(code(ohm)).toBe(said);
  });
  it('one terminator is right where one is wanted, two are one too many', () => {
    expect(code(119, 1)).toBe('go right');
    expect(code(60, 1)).toBe('look more');
  });
  it('the permitted loads of two terminators, 50 and 65 Ω, are right', () => {
    expect([code(50), code(65)]).toEqual(['go right', 'go right']);
  });
  it('counts terminators of every permitted value', () => {
    for (const n of [1, 2, 3])
      for (const ohm of [110, 120, 130])
        expect(countTerminators(ohm / n)).toEqual({ count: n, seriesOhm: 0 });
    // three of 100 measure what four of 133 would: in doubt the worse
  });
  it('names the line that has a path to ground: the lower of the two, through the terminator', () => {
    const high = judgePair({ pairOhm: 60, highToGroundOhm: 2, lowToGroundOhm: 62 }, 2);
    expect(high).toMatchObject({ verdict: 'stop', code: 'wiring.pair.ground' });
    expect(high.params).toMatchObject({ line: 'high', ohm: 2 });
    const low = judgePair({ pairOhm: 60, highToGroundOhm: 62, lowToGroundOhm: 2 }, 2);
    expect(low.params).toMatchObject({ line: 'low' });
  });
  it('a path to ground is told even where nobody measured the pair', () => {
    expect(judgePair({ pairOhm: undefined, lowToGroundOhm: 5 }, 2).verdict).toBe('stop');
  });
  it('is total, and Go only inside the band of the wanted number', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6 }), fc.constantFrom(1, 2), (ohm, wanted) => {
        const { verdict } = judgePair({ pairOhm: ohm }, wanted);
        const { minOhm, maxOhm } = bandOf(wanted);
        expect(verdict === 'go').toBe(ohm >= minOhm && ohm <= maxOhm);
      })
    );
  });
});

describe('terminators to add or to take out', () => {
  const part = (place: 'unit' | 'lead' | 'adapter', ohm: number | undefined) => ({
    ...{ place, ohm },
    name: place
  });
  it.each([
    [[part('unit', 120), part('lead', 0)], 'add', 1],
    [[part('unit', 120), part('lead', 120)], 'right', 0],
    [[part('unit', 120), part('lead', 120), part('adapter', 120)], 'take-out', 1],
    [[part('unit', 0), part('lead', 0)], 'add', 2],
    [[part('unit', undefined), part('lead', 120)], 'measure', 0],
    // enough is known to be there, but one more may hide in what nobody knows
    [[part('unit', 120), part('lead', 120), part('adapter', undefined)], 'measure', 0]
  ] as const)('%j: %s %d', (parts, advice, change) => {
    expect(planTermination(parts, 2)).toMatchObject({ advice, change });
  });
});
