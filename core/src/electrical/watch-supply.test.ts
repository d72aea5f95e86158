import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INRUSH_MS, WATCH_START, watchSupply, type WatchedSample } from './watch-supply.ts';

const POLL_MS = 200;
const at = (n: number, ma: number, mv = 13_500, change: Partial<WatchedSample> = {}) => ({
  ...{ atMs: n * POLL_MS, on: true, setMv: 13_500, limitMa: 5000, measuredMa: ma, measuredMv: mv },
  ...change
});
/** What trips, and at which reading, of a course of readings. */
function course(samples: readonly WatchedSample[], mostMa?: number): string | undefined {
  let state = WATCH_START;
  for (const [i, sample] of samples.entries()) {
    const step = watchSupply(state, sample, mostMa);
    if (step.trip) return `${i} ${step.trip.code}`;
    ({ state } = step);
  }
  return undefined;
}
const held = (n: number) => at(n, 5000, 1200);

describe('watch over a supply (common practice)', () => {
  it.each<readonly [string, readonly WatchedSample[], number | undefined, string | undefined]>([
    ['a unit that boots and reads', [at(0, 400), at(1, 900), at(2, 1500)], 3600, undefined],
    ['an inrush that decays', [held(0), held(1), at(2, 700), at(3, 800)], 3600, undefined],
    ['a short from the start', [held(0), held(1), held(2), held(3)], 3600, '3 watch.limit.held'],
    [
      'a short in the middle: at its first reading',
      [...Array.from({ length: 10 }, (_, n) => at(n, 900)), held(10)],
      3600,
      '10 watch.limit.held'
    ],
    [
      'limitation with the voltage held is no sag',
      [at(0, 900), at(5, 5000, 13_400)],
      undefined,
      undefined
    ],
    [
      'ten amperes',
      [at(0, 900), at(5, 10_000, 13_500, { limitMa: 20_000 })],
      undefined,
      '1 watch.current.alarm'
    ],
    [
      'half over the most of the family',
      [at(0, 900), at(5, 4600, 13_500)],
      3000,
      '1 watch.current.over'
    ],
    ['a little over the most, slowly', [at(0, 2900), at(5, 3100), at(6, 3300)], 3000, undefined],
    ['over the most, fast', [at(0, 900), at(5, 1000), at(6, 3200)], 3000, '2 watch.current.rising'],
    ['a family that nobody knows', [at(0, 900), at(5, 4600)], undefined, undefined],
    ['nothing was measured', [at(0, Number.NaN), at(5, 900, Number.NaN)], 3000, undefined],
    ['off', [at(0, 60_000, 0, { on: false }), at(9, 60_000, 0, { on: false })], 3000, undefined],
    [
      'off and on again is an inrush anew',
      [at(0, 900), at(5, 0, 0, { on: false }), held(6), held(7), at(8, 900)],
      3000,
      undefined
    ]
  ])('%s', (_, samples, mostMa, said) => {
    expect(course(samples, mostMa)).toBe(said);
  });
  it('a short is off within one reading once an inrush would be over', () => {
    const first = Array.from({ length: 40 }, (_, n) => n).find((n) => n * POLL_MS > INRUSH_MS);
    for (let begin = 0; begin < 20; begin++) {
      const samples = Array.from({ length: 40 }, (_, n) => (n < begin ? at(n, 900) : held(n)));
      const tripped = Number(course(samples, 3600)?.split(' ')[0]);
      expect(tripped).toBe(Math.max(begin, first ?? 0));
    }
  });
  it('more current never keeps an output on that less would switch off', () => {
    const ma = fc.integer({ min: 0, max: 9999 });
    fc.assert(
      fc.property(ma, ma, fc.integer({ min: 100, max: 6000 }), (less, more, mostMa) => {
        const last = { onSinceMs: 0, lastMa: 500 };
        const trips = (a: number) =>
          watchSupply(last, at(9, a, 13_500, { limitMa: 20_000 }), mostMa).trip !== undefined;
        if (trips(less)) expect(trips(less + more)).toBe(true);
      })
    );
  });
});
