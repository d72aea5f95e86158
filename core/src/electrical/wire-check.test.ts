import { describe, expect, it } from 'vitest';
import { judgeContinuity, judgeFeedToGround } from './wire-check.ts';

describe('feed to ground before power (common practice)', () => {
  it.each<readonly [number | undefined, string, string]>([
    [undefined, 'look', 'unmeasured'],
    [Number.NaN, 'look', 'unmeasured'],
    [-1, 'look', 'unmeasured'],
    [0, 'stop', 'short'],
    [9.9, 'stop', 'short'],
    [10, 'look', 'low'],
    [100, 'go', 'free'],
    [Infinity, 'go', 'free']
  ])('%d Ω: %s %s', (ohm, verdict, code) => {
    expect(judgeFeedToGround(ohm)).toMatchObject({ verdict, code: `wiring.feed.${code}` });
  });
});

describe('one wire from end to end', () => {
  const judged = (mohm: number | undefined, expectedMohm: number | undefined = 120) =>
    judgeContinuity(mohm, { signal: 'ground', expectedMohm });
  it.each<readonly [number | undefined, string, string]>([
    [undefined, 'look', 'unmeasured'],
    [Number.NaN, 'look', 'unmeasured'],
    [-1, 'look', 'unmeasured'],
    [0, 'go', 'good'],
    [480, 'go', 'good'],
    [481, 'look', 'worn'],
    [5000, 'look', 'worn'],
    [5001, 'stop', 'bad'],
    [1_000_000, 'stop', 'open'],
    [Infinity, 'stop', 'open']
  ])('%d mΩ where 120 are expected: %s %s', (mohm, verdict, code) => {
    expect(judged(mohm)).toMatchObject({ verdict, code: `wiring.wire.${code}` });
  });
  it('a long lead may have more', () => {
    expect(judged(7000, 6000).verdict).toBe('go');
  });
  it('of a lead that nobody knows half an ohm and a little is the most', () => {
    expect(judgeContinuity(750, { signal: 'g', expectedMohm: undefined }).verdict).toBe('go');
    expect(judgeContinuity(751, { signal: 'g', expectedMohm: undefined }).verdict).toBe('look');
  });
});
