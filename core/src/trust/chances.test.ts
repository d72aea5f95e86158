import { expect, it } from 'vitest';
import vectors from '../vectors/stats.json' with { type: 'json' };
import {
  agreeButWrong,
  betaOf,
  binomialTail,
  majorityWrong,
  sameWrong,
  upperOfNone95,
  wilson95
} from './chances.ts';

interface Vector {
  readonly source: string;
  readonly input: Record<string, number>;
  readonly expected: Record<string, number>;
}
const near = (value: number, expected: number) =>
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(
    Math.max(1e-12, Math.abs(expected) * 2e-3)
  );
/** What a vector asks for, by the names of what it gives. */
const judges: Record<string, (input: Record<string, number>) => number> = {
  p_majority_wrong: ({ n = 0, p_wrong = 0 }) => majorityWrong(n, p_wrong),
  lower95: ({ x = 0, n = 0 }) => wilson95(x, n)[0],
  upper95: ({ x = 0, n = 0 }) => wilson95(x, n)[1],
  exact_upper95: ({ n = 0 }) => upperOfNone95(n),
  p_same_wrong: ({ p_byte = 0 }) => sameWrong(p_byte),
  p_agree_but_wrong: ({ bytes = 0, p_byte = 0 }) => agreeButWrong(bytes, p_byte)
};

it('chances are those that were published or computed elsewhere', () => {
  let checked = 0;
  for (const { input, expected } of vectors as unknown as Vector[])
    for (const [name, value] of Object.entries(expected)) {
      const of = judges[name];
      if (!of) continue;
      near(of(input), value);
      checked++;
    }
  expect(checked).toBeGreaterThan(20);
});

it('a tail is the sum of its terms, at the edges too', () => {
  expect(binomialTail(3, 0, 0.2)).toBeCloseTo(1, 12);
  expect(binomialTail(3, 4, 0.2)).toBe(0);
  expect(binomialTail(2, 2, 0)).toBe(0);
  expect(binomialTail(2, 2, 1)).toBe(1);
  expect(binomialTail(4, 2, 0.5)).toBeCloseTo(11 / 16, 12);
});

it('a share that nobody knows is integrated exactly: 1 of 3 gives 1/12', () => {
  expect(betaOf(1, 3)).toBeCloseTo(1 / 12, 12);
  expect(betaOf(0, 0)).toBeCloseTo(1, 12);
  expect(betaOf(5, 5)).toBeCloseTo(1 / 6, 12);
});
