import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareRevision } from '../match/compare-revision.ts';
import {
  chainOf,
  findSupersessionLoop,
  standingOf,
  usableNumbers,
  type Step
} from './supersession.ts';

const step = (from: string, to: string, way: Step['way'] = 'forward'): Step => ({ from, to, way });

describe('numbers that replace each other', () => {
  const chain = [step('A', 'B', 'both'), step('B', 'C'), step('C', 'D', 'both')];
  it('a later one may stand in, an earlier one only over steps that go both ways', () => {
    const of = (candidate: string) => standingOf('B', candidate, chain);
    expect(['A', 'B', 'C', 'D', 'X'].map(of)).toEqual([
      'earlier-usable',
      'same',
      'later',
      'later',
      'unrelated'
    ]);
    expect(standingOf('D', 'B', chain)).toBe('earlier');
    expect(standingOf('D', 'C', chain)).toBe('earlier-usable');
    expect(usableNumbers('B', chain).sort()).toEqual(['A', 'B', 'C', 'D']);
    expect(usableNumbers('D', chain).sort()).toEqual(['C', 'D']);
  });
  it('shows the whole chain through a number', () => {
    expect(chainOf('C', chain)).toEqual(['A', 'B', 'C', 'D']);
    expect(chainOf('X', chain)).toEqual(['X']);
  });
  it('finds loops of any length, and none where branches only meet', () => {
    expect(findSupersessionLoop(chain)).toBeUndefined();
    expect(findSupersessionLoop([step('A', 'A')])).toEqual(['A', 'A']);
    expect(findSupersessionLoop([...chain, step('D', 'B')])).toEqual(['B', 'C', 'D', 'B']);
    const meeting = [step('A', 'B'), step('A', 'C'), step('B', 'D'), step('C', 'D')];
    expect(findSupersessionLoop(meeting)).toBeUndefined();
    const long = Array.from({ length: 20_000 }, (_, i) => step(`n${i}`, `n${i + 1}`));
    expect(findSupersessionLoop(long)).toBeUndefined();
    expect(findSupersessionLoop([...long, step('n20000', 'n0')])).toHaveLength(20_002);
  });
  it('agrees with a slow search for a way back, whatever the arrows', () => {
    const letter = fc.constantFrom(...'ABCDEF');
    fc.assert(
      fc.property(fc.array(fc.tuple(letter, letter), { maxLength: 12 }), (pairs) => {
        const steps = pairs.map(([a, b]) => step(a, b));
        const reaches = (from: string, to: string): boolean => {
          const seen = new Set<string>();
          const stack = steps.filter((s) => s.from === from).map((s) => s.to);
          while (stack.length > 0) {
            const at = stack.pop() as string;
            if (at === to) return true;
            if (seen.has(at)) continue;
            seen.add(at);
            stack.push(...steps.filter((s) => s.from === at).map((s) => s.to));
          }
          return false;
        };
        expect(findSupersessionLoop(steps) !== undefined).toBe(
          [...'ABCDEF'].some((x) => reaches(x, x))
        );
      })
    );
  });
  it('ends on loops in every question', () => {
    const loop = [step('A', 'B', 'both'), step('B', 'A')];
    expect(standingOf('A', 'B', loop)).toBe('later');
    expect(chainOf('A', loop).length).toBeLessThanOrEqual(2);
  });
});

describe('revisions of one series', () => {
  it('are compared piece by piece, digits as numbers', () => {
    expect(compareRevision('H4C-2207-B', 'H4C-2301-C')).toBe('later');
    expect(compareRevision('H4C-2207-B', 'H4C-2207-A')).toBe('earlier');
    expect(compareRevision('H4C-2207-B', 'H4C-2207-B')).toBe('same');
    expect(compareRevision('T2-9-A', 'T2-10-A')).toBe('later');
    expect(compareRevision('0731204418', '0731204420')).toBe('later');
  });
  it('of different series are unrelated', () => {
    expect(compareRevision('H4C-2207-B', 'T2-0915-E')).toBe('unrelated');
    expect(compareRevision('BD1-118', 'BD1-118-A')).toBe('unrelated');
    expect(compareRevision('0731204418', '0460811203')).toBe('unrelated');
    expect(compareRevision('A-1', 'A-B')).toBe('unrelated');
  });
  it('turn round when the two are exchanged', () => {
    const number = fc.stringMatching(/^X-\d{1,4}-[A-E]$/);
    const turned = { later: 'earlier', earlier: 'later', same: 'same', unrelated: 'unrelated' };
    fc.assert(
      fc.property(number, number, (a, b) => {
        const there = compareRevision(a, b);
        // are the same level under two spellings
        expect(compareRevision(b, a)).toBe(turned[there]);
      })
    );
  });
});
it('a number that nobody knows may only be replaced by itself', () => {
  const steps = [{ from: 'A', to: 'B', way: 'both' as const }];
  expect(usableNumbers('Z', steps)).toEqual(['Z']);
  expect(standingOf('Z', 'A', steps)).toBe('unrelated');
  expect(standingOf('A', 'Z', steps)).toBe('unrelated');
});
