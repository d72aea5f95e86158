import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeComplaint, judgeSleep } from './recipe.ts';

describe('what is tried again in the vehicle', () => {
  it('the complaint: gone only after as long as it takes to show', () => {
    expect(judgeComplaint(false, 10, 10)).toBe('done');
    expect(judgeComplaint(false, 9, 10)).toBe('open');
    expect(judgeComplaint(false, undefined, 10)).toBe('open');
    expect(judgeComplaint(false, Number.NaN, undefined)).toBe('open');
    expect(judgeComplaint(false, 0, undefined)).toBe('open');
    expect(judgeComplaint(false, 1, undefined)).toBe('done');
    expect(judgeComplaint(true, undefined, 10)).toBe('wrong');
  });
  it('the sleeping vehicle: low enough, and measured when it sleeps', () => {
    const spec = { maxMa: 50, afterMinutes: 20 };
    expect(judgeSleep(spec, 32, 25)).toBe('done');
    expect(judgeSleep(spec, 32, 10)).toBe('open');
    expect(judgeSleep(spec, 180, 25)).toBe('wrong');
    expect(judgeSleep(spec, 180, 10)).toBe('open');
    for (const bad of [Number.NaN, -1, Infinity]) expect(judgeSleep(spec, bad, 25)).toBe('open');
    expect(judgeSleep(spec, 32, Number.NaN)).toBe('open');
  });
  it('more current or less time is never done where less current and more time was not', () => {
    const spec = { maxMa: 50, afterMinutes: 20 };
    fc.assert(
      fc.property(fc.nat(200), fc.nat(60), fc.nat(50), fc.nat(30), (ma, min, more, less) => {
        const worse = judgeSleep(spec, ma + more, min - less);
        if (judgeSleep(spec, ma, min) !== 'done') expect(worse).not.toBe('done');
        if (judgeComplaint(false, min, ma) !== 'done')
          expect(judgeComplaint(false, min - less, ma + more)).not.toBe('done');
      })
    );
  });
});
