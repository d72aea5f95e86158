import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ChipLook, ChipProbe } from '../spi/probe-contact.ts';
import { CHIP_CAUSES } from './chip-causes.ts';
import { BENCH_CAUSES } from './causes.ts';
import type { HandshakeEvidence } from './evidence.ts';
import { isSoundProbe } from './observe-chip.ts';
import { observe } from './observe.ts';
import { rankCauses } from './rank-causes.ts';

const EXPECTED = { chip: { identification: '7f4014' } } as const;
const NO_ID = { chip: { identification: undefined } } as const;
const SOUND: ChipLook = {
  ...{ clockHz: 6_000_000, set: 2, cleared: 0, identification: '7f4014', first: 0 }
};
const SLOW: ChipLook = { ...SOUND, clockHz: 93_750 };
const times = (look: ChipLook, n = 8) => Array.from({ length: n }, () => look);
const of = (fast: readonly ChipLook[], slow: readonly ChipLook[] = []): HandshakeEvidence => ({
  ...{ tries: ['silent'], chip: { fast, slow } }
});
const first = (evidence: HandshakeEvidence, expected: typeof EXPECTED | typeof NO_ID = EXPECTED) =>
  rankCauses(evidence, expected)[0]?.cause;
/** Looks of which every other one is spoilt. */
const SCATTER = times(SOUND).map((l, i) => (i % 2 === 0 ? l : { ...l, first: i }));

describe('causes at a memory chip', () => {
  const floating = {
    ...SOUND,
    set: 255,
    cleared: 255,
    identification: 'ffffff',
    first: 'ff'
  } as const;
  const low = { ...SOUND, set: 0, cleared: 0, identification: '000000', first: '00' } as const;
  it.each([
    ['clip-open', of(times(floating), times({ ...floating, clockHz: 93_750 }))],
    ['clip-turned', of(times(low), times({ ...low, clockHz: 93_750 }))],
    ['loose-leg', of(SCATTER, SCATTER)],
    ['board-loads', of(SCATTER, times(SLOW))],
    ['other-chip', of(times({ ...SOUND, identification: '7f4013' }))],
    [
      'chip-busy',
      of(times({ ...SOUND, set: 1, cleared: 1 }), times({ ...SLOW, set: 1, cleared: 1 }))
    ],
    ['programmer', { tries: ['lost'] }]
  ] as const)('%s is named first', (cause, evidence) => {
    expect(first(evidence)).toBe(cause);
  });

  it('never names what belongs to a unit that speaks, nor the other way round', () => {
    const ranked = rankCauses(of(times(floating)), EXPECTED).map((r) => r.cause);
    expect(ranked.toSorted()).toEqual([...CHIP_CAUSES].toSorted());
    expect(ranked.some((c) => (BENCH_CAUSES as readonly string[]).includes(c))).toBe(false);
  });

  it('a chip without identification that shows none is right', () => {
    const none = times({ ...SOUND, identification: 'ffffff' });
    expect(observe(of(none), NO_ID).chipKind).toBe('right');
    expect(observe(of(none), EXPECTED).chipKind).toBe('none');
    expect(first(of(none))).toBe('other-chip');
  });

  it('a blank chip does not float: its latch follows', () => {
    const blank = times({ ...SOUND, identification: 'ffffff', first: 'ff' });
    expect(observe(of(blank), NO_ID)).toMatchObject({ lines: 'steady', latch: 'follows' });
    expect(isSoundProbe({ fast: blank, slow: [] }, NO_ID)).toBe(true);
  });

  it('looks that were cut off never make a sound chip', () => {
    for (let n = 0; n < 8; n++)
      expect(isSoundProbe({ fast: times(SOUND, n), slow: [] }, EXPECTED)).toBe(false);
    expect(isSoundProbe({ fast: times(SOUND), slow: [] }, EXPECTED)).toBe(true);
  });

  it('what was not looked at says nothing', () => {
    expect(observe({ tries: [] }, EXPECTED)).toEqual({});
    expect(observe(of([]), EXPECTED)).toEqual({ answers: 'none' });
    expect(observe(of(SCATTER), EXPECTED).slower).toBeUndefined();
  });

  it('another software than when it worked last speaks for the programmer, and the same against it', () => {
    const shareOf = (kitChanged: boolean | undefined) =>
      rankCauses({ tries: [], kitChanged }, EXPECTED).find((r) => r.cause === 'programmer')
        ?.share ?? 0;
    expect(shareOf(true)).toBeGreaterThan(shareOf(undefined));
    expect(shareOf(false)).toBeLessThan(shareOf(undefined));
  });

  it('no spoilt look ever makes a probe sound', () => {
    const byte = fc.nat({ max: 255 });
    const look = fc.record<ChipLook>({
      clockHz: fc.constant(6_000_000),
      ...{ set: byte, cleared: byte },
      identification: fc.constantFrom('7f4014', '7f4013', 'ffffff', '000000'),
      first: fc.constantFrom('ff' as const, '00' as const, 0, 1)
    });
    fc.assert(
      fc.property(look, fc.nat({ max: 7 }), (spoilt, place) => {
        const fast = times(SOUND).with(place, spoilt);
        const probe: ChipProbe = { fast, slow: [] };
        const isSame = JSON.stringify(spoilt) === JSON.stringify(SOUND);
        expect(isSoundProbe(probe, EXPECTED)).toBe(isSame);
        const shares = rankCauses({ tries: [], chip: probe }, EXPECTED).map((r) => r.share);
        expect(shares.reduce((a, b) => a + b)).toBeCloseTo(1);
      })
    );
  });
});
