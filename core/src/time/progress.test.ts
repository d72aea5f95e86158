import { describe, expect, it } from 'vitest';
import { estimateProgress } from './progress.ts';
import { computeSecondsLeft } from './remaining.ts';

const steady = Array.from({ length: 20 }, (_, i) => ({ atMs: i * 500, doneBytes: i * 500 }));

describe('progress', () => {
  it('says rate and time left of steady work', () => {
    const e = estimateProgress(steady, { totalBytes: 14_500, nowMs: 9500 });
    expect(e.bytesPerSecond).toBeCloseTo(1000);
    expect(e.leftSeconds).toBeCloseTo(5);
    expect(e.pace).toBe('steady');
  });
  it('tells a stall from slow work', () => {
    expect(estimateProgress(steady, { totalBytes: 14_500, nowMs: 15_000 }).pace).toBe('stalled');
    const slow = [
      ...steady,
      ...Array.from({ length: 12 }, (_, i) => ({
        atMs: 10_000 + i * 500,
        doneBytes: 9500 + i * 40
      }))
    ];
    expect(estimateProgress(slow, { totalBytes: 14_500, nowMs: 15_500 }).pace).toBe('slow');
  });
  it('work in large steps is no stall until ten of its gaps have passed', () => {
    // a block every four seconds
    const coarse = Array.from({ length: 6 }, (_, i) => ({ atMs: i * 4000, doneBytes: i * 4096 }));
    const paceAt = (nowMs: number) => estimateProgress(coarse, { totalBytes: 1e6, nowMs }).pace;
    expect(paceAt(29_000)).not.toBe('stalled');
    expect(paceAt(59_000)).not.toBe('stalled');
    expect(paceAt(61_000)).toBe('stalled');
    expect(estimateProgress(coarse, { totalBytes: 1e6, nowMs: 61_000 }).silentSeconds).toBe(41);
  });
  it('while blocks are erased no byte is due, and a stall is three times the usual', () => {
    const erasing = (sinceMs: number, usualMs: number) =>
      estimateProgress(steady, {
        ...{ totalBytes: 14_500, nowMs: 100_000 },
        quiet: { sinceMs, usualMs }
      });
    expect(erasing(80_000, 10_000)).toMatchObject({ pace: 'erasing', silentSeconds: 20 });
    expect(erasing(70_001, 10_000).pace).toBe('erasing');
    expect(erasing(69_999, 10_000).pace).toBe('stalled');
    // of a short one not before the patience
    expect(erasing(96_000, 100).pace).toBe('erasing');
    expect(erasing(94_000, 100).pace).toBe('stalled');
    // also before anything else has moved
    const first = estimateProgress([{ atMs: 0, doneBytes: 0 }], {
      ...{ totalBytes: 10, nowMs: 20_000 },
      quiet: { sinceMs: 1000, usualMs: 30_000 }
    });
    expect(first.pace).toBe('erasing');
  });
  it('what begins anew is not silent since before: after a long erase the first byte is not late at once', () => {
    const at = (sinceMs: number) =>
      estimateProgress(steady, { totalBytes: 14_500, nowMs: 100_000, sinceMs });
    expect(at(99_000)).toMatchObject({ pace: 'steady', silentSeconds: 1 });
    expect(at(94_000)).toMatchObject({ pace: 'stalled', silentSeconds: 6 });
    const nothing = estimateProgress([{ atMs: 0, doneBytes: 0 }], {
      ...{ totalBytes: 10, nowMs: 20_000, sinceMs: 19_000 }
    });
    expect(nothing).toMatchObject({ pace: 'starting', silentSeconds: 1 });
  });
  it('promises nothing before anything has moved', () => {
    expect(estimateProgress([], { totalBytes: 10, nowMs: 0 })).toMatchObject({
      pace: 'starting',
      leftSeconds: undefined
    });
    expect(
      estimateProgress([{ atMs: 0, doneBytes: 0 }], { totalBytes: 10, nowMs: 9000 }).pace
    ).toBe('stalled');
  });
});

describe('time left over pieces of different speed', () => {
  const pieces = (doneWrite: number, doneRead: number) => [
    { totalBytes: 1000, doneBytes: doneWrite, nominalBytesPerSecond: 10 },
    { totalBytes: 1000, doneBytes: doneRead, nominalBytesPerSecond: 100 }
  ];
  it('scales the nominal rest by how it went so far', () => {
    // half of the slow piece is 50 s of nominal work, done in 25 s: twice as fast as nominal
    expect(computeSecondsLeft(pieces(500, 0), 25)).toBeCloseTo(30);
    expect(computeSecondsLeft(pieces(1000, 1000), 60)).toBe(0);
    expect(computeSecondsLeft(pieces(0, 0), 3)).toBeUndefined();
  });
});
