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
