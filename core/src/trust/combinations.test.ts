import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesAtOf, PLAIN_RULE, type ChecksumRule } from '../checksum/rule.ts';
import { correctSums } from '../checksum/correct-sums.ts';
import { verifySums } from '../checksum/verify-sums.ts';
import { imageOf } from '../image/image.ts';
import { cheapestCombinations } from './combinations.ts';
import type { DisputedPlace } from './error-model.ts';
import { reconstruct } from './reconstruct.ts';

/** Every combination there is, by brute force. */
function allCosts(choices: readonly (readonly number[])[]): number[] {
  const [first, ...others] = choices;
  if (!first) return [0];
  return allCosts(others).flatMap((rest) => [rest, ...first.map((cost) => cost + rest)]);
}

describe('combinations by falling likelihood', () => {
  it('are all of them, each once, in order', () => {
    const choice = fc
      .array(fc.double({ min: 0.01, max: 9, noNaN: true }), { maxLength: 3 })
      .map((list) => [...list].sort((a, b) => a - b));
    fc.assert(
      fc.property(fc.array(choice, { maxLength: 5 }), (choices) => {
        const given = [
          ...cheapestCombinations(
            choices.map((costs) => ({ costs })),
            1e6
          )
        ];
        const costs = given.map((c) => c.cost);
        const expected = allCosts(choices).sort((a, b) => a - b);
        expect(costs.length).toBe(expected.length);
        costs.forEach((cost, i) => expect(cost).toBeCloseTo(expected[i] as number, 9));
        expect(new Set(given.map((c) => JSON.stringify([...c.picked].sort()))).size).toBe(
          costs.length
        );
      }),
      { numRuns: 200 }
    );
  });
});

const LENGTH = 96;
/** Rules whose checks count each other's values, inverted and chained ones, sums and CRCs. */
const RULES: readonly ChecksumRule[][] = [
  [rule('CRC-16/IBM-3740', 94)],
  [rule('SUM-16', 94), rule('CRC-8/SMBUS', 70, { over: [{ start: 0, end: 70 }] })],
  [rule('SUM-8', 95, { form: 'negated' }), rule('XOR-8', 60, { over: [{ start: 0, end: 60 }] })],
  [rule('FLETCHER-16', 94)],
  [rule('SUM-16-BE', 90, { form: 'inverted', over: [{ start: 0, end: 96 }], inverseAt: 92 })],
  [
    rule('CRC-16/ARC', 80, {
      over: [{ start: 0, end: 64 }],
      blocks: { bytes: 16, storedEvery: 2, chained: true }
    })
  ]
];

function rule(algorithm: string, storedAt: number, more: Partial<ChecksumRule> = {}): ChecksumRule {
  return {
    ...{ id: algorithm, region: 'r', algorithm, littleEndian: false, storedAt },
    ...{ over: [{ start: 0, end: storedAt }] },
    ...PLAIN_RULE,
    ...more
  };
}

it('the likeliest combination that passes is found, as by trying all of them with the rules themselves', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...RULES),
      fc.uint8Array({ minLength: LENGTH, maxLength: LENGTH }),
      fc.uniqueArray(
        fc.record({
          at: fc.nat(LENGTH - 1),
          flip: fc.integer({ min: 1, max: 255 }),
          odds: fc.double({ min: 0.05, max: 0.95, noNaN: true })
        }),
        {
          ...{ minLength: 1, maxLength: 6 },
          selector: (p) => p.at
        }
      ),
      (rules, made, marks) => {
        const whole = imageOf([{ range: { start: 0, end: LENGTH }, bytes: made, origin: 'x' }]);
        const corrected = correctSums(whole, rules);
        if (!corrected.ok) throw new Error(corrected.problem.code);
        const truth = made.slice();
        for (const c of corrected.value.changes) truth.set(c.becomes, c.range.start);
        const places = marks.map(({ at, flip, odds }): DisputedPlace => {
          const right = truth[at] as number;
          const two = [
            { value: right, probability: odds, reads: [1] },
            { value: right ^ flip, probability: 1 - odds, reads: [2] }
          ];
          return { at, candidates: two.sort((a, b) => b.probability - a.probability) };
        });
        const knowledge = { rules, fields: [] };
        const found = reconstruct({ base: truth, places, knowledge, reads: 4, cells: 0.5 });
        const best = bruteForce(truth, places, rules);
        expect(Buffer.from(found?.bytes ?? []).equals(best.bytes)).toBe(true);
        // what is told is never less than what trying everything gives
        expect(found?.wrongByteProbability ?? 0).toBeGreaterThanOrEqual(best.wrong - 1e-9);
      }
    ),
    { numRuns: 250 }
  );
});

function bruteForce(
  base: Uint8Array,
  places: readonly DisputedPlace[],
  rules: readonly ChecksumRule[]
) {
  let best = { bytes: base, weight: 0 };
  let passing = 0;
  for (let n = 0; n < 2 ** places.length; n++) {
    const bytes = base.slice();
    let weight = 1;
    places.forEach(({ at, candidates }, p) => {
      const taken = candidates[(n >> p) & 1] as (typeof candidates)[0];
      bytes[at] = taken.value;
      weight *= taken.probability;
    });
    if (verifySums(rules, bytesAtOf(bytes)).some((s) => s.verdict === 'differs')) continue;
    passing += weight;
    if (weight > best.weight) best = { bytes, weight };
  }
  return { bytes: best.bytes, wrong: 1 - best.weight / passing };
}
