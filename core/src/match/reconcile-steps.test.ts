import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkPartsAnswer, stepsOf } from './parts-answer.ts';
import { reconcileSteps } from './reconcile-steps.ts';
import {
  findSupersessionLoop,
  standingOf,
  SupersessionIndex,
  type Step
} from '../profile/supersession.ts';

const step = (from: string, to: string, way: Step['way'] = 'forward'): Step => ({ from, to, way });

describe('what a parts service tells beside the profile', () => {
  const profile = [step('A', 'B'), step('B', 'C', 'both')];
  it('a step that closes a circle with the profile, however long, is left out and named', () => {
    expect(reconcileSteps(profile, [step('C', 'D'), step('D', 'A'), step('D', 'E')])).toEqual({
      steps: [step('D', 'E')],
      contradictions: [
        { from: 'C', to: 'D', because: 'order' },
        { from: 'D', to: 'A', because: 'order' }
      ]
    });
  });
  it('another way of the same step is left out; the same step twice is none', () => {
    expect(reconcileSteps(profile, [step('A', 'B', 'both'), step('B', 'C', 'both')])).toEqual({
      steps: [step('B', 'C', 'both')],
      contradictions: [{ from: 'A', to: 'B', because: 'way' }]
    });
  });
  it('a contradiction that several parts tell is named once, and a step of an answer counts once', () => {
    const told = [step('C', 'A'), step('C', 'A'), step('C', 'A', 'both')];
    expect(reconcileSteps(profile, told)).toEqual({
      steps: [],
      contradictions: [{ from: 'C', to: 'A', because: 'order' }]
    });
    const part = {
      ...{ hardwareNumber: '0731204418', family: 'HV-EC4', make: 'x', compatible: [] },
      supersessions: [step('0731.204.418', '0 731 204 420'), step('0731204418', '0731204420')]
    };
    expect(stepsOf({ query: 'q', parts: [part, part] })).toEqual([
      { field: 'hardware-number', ...step('0731204418', '0731204420') }
    ]);
  });
  it('a circle through several parts of one answer is refused', () => {
    const part = (supersessions: Step[]) => ({
      hardwareNumber: 'A',
      family: 'QN-EC1',
      make: 'x',
      compatible: [],
      supersessions
    });
    const answer = { query: 'A', parts: [part([step('A', 'B')]), part([step('B', 'A')])] };
    expect(checkPartsAnswer(answer, 'A')).toMatchObject({
      problem: { code: 'parts.chain.loop', params: { loop: 'A → B → A' } }
    });
  });
  it('what is left never makes a circle, and nothing is left out without need', () => {
    const letter = fc.constantFrom(...'ABCDEFG');
    const some = fc.array(fc.tuple(letter, letter), { maxLength: 10 });
    fc.assert(
      fc.property(some, some, (own, other) => {
        const profileSteps = own.map(([a, b]) => step(a, b));
        const told = other.map(([a, b]) => step(a, b));
        fc.pre(findSupersessionLoop(profileSteps) === undefined);
        const { steps, contradictions } = reconcileSteps(profileSteps, told);
        expect(findSupersessionLoop([...profileSteps, ...steps])).toBeUndefined();
        const left = told.filter((t) => !steps.includes(t));
        expect(new Set(left.map((t) => `${t.from} ${t.to}`)).size).toBe(contradictions.length);
        const back = new SupersessionIndex([...profileSteps, ...told]);
        for (const c of contradictions)
          expect(c.from === c.to || back.reaches(c.to, c.from, 'later')).toBe(true);
      }),
      { numRuns: 2000 }
    );
  });
  it('the index says what a plain walk says', () => {
    const letter = fc.constantFrom(...'ABCDEF');
    const way = fc.constantFrom('both' as const, 'forward' as const);
    const list = fc.array(
      fc.tuple(letter, letter, way).map(([a, b, w]) => step(a, b, w)),
      { maxLength: 12 }
    );
    const walk = (
      from: string,
      to: string,
      edges: (s: Step) => [string, string][],
      steps: Step[]
    ) => {
      let found = new Set([from]);
      for (;;) {
        const more = new Set([
          ...found,
          ...steps.flatMap(edges).flatMap(([a, b]) => (found.has(a) ? [b] : []))
        ]);
        if (more.size === found.size) return found.has(to);
        found = more;
      }
    };
    fc.assert(
      fc.property(list, letter, letter, (steps, a, b) => {
        const forward = (s: Step): [string, string][] => [[s.from, s.to]];
        const both = (s: Step): [string, string][] =>
          s.way === 'both' ? [...forward(s), [s.to, s.from]] : forward(s);
        const backward = (s: Step): [string, string][] => [[s.to, s.from]];
        const expected =
          a === b
            ? 'same'
            : walk(a, b, forward, steps)
              ? 'later'
              : walk(a, b, both, steps)
                ? 'earlier-usable'
                : walk(a, b, backward, steps)
                  ? 'earlier'
                  : 'unrelated';
        expect(standingOf(a, b, steps)).toBe(expected);
      })
    );
  });
});
