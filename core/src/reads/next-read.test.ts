import type { Code } from '../base/codes.ts';
import type { Cause } from '../trust/cause.ts';
import { regionAs } from './examples.ts';
import { describe, expect, it } from 'vitest';
import { judgedAs as judge } from '../base/examples.ts';
import { computeAgreement } from './agreement.ts';
import { planNextRead, type SeriesFacts } from './next-read.ts';

const agreement = (contents: string) =>
  computeAgreement(
    [...contents].map((c, i) => ({ readId: `${i}`, number: i + 1, sha256: c, lengthBytes: 8 }))
  );
const single = regionAs('single');
const disputed = regionAs('disputed');
const facts: SeriesFacts = {
  ...{ verdict: disputed, agreement: agreement('AB'), made: 2 },
  ...{ carrier: 'chip', clockHz: 1_000_000, trust: undefined }
};
const ended = (verdict: 'go' | 'stop', code: string, made: number) => ({
  type: 'ended',
  judgement: judge(verdict, `reads.series.${code}` as Code, { made })
});
const again = (clockHz: number | undefined) => ({ type: 'again', clockHz });

describe('after each read of one press', () => {
  it.each([
    [{}, again(500_000)],
    [{ clockHz: 150_000 }, again(100_000)],
    [{ clockHz: 199_999 }, again(100_000)],
    [{ clockHz: 300_001 }, again(150_000)],
    [{ clockHz: 100_000 }, ended('stop', 'contact', 2)],
    [{ clockHz: undefined }, again(undefined)],
    // one read alone says nothing against the clock
    [{ verdict: single, agreement: agreement('A'), made: 1 }, again(1_000_000)],
    // a unit that speaks has no clock to lower
    [{ carrier: 'can-uds' }, again(1_000_000)],
    [{ carrier: 'can-uds', clockHz: undefined }, again(undefined)],
    [{ made: 13 }, again(500_000)],
    [{ made: 14 }, ended('stop', 'many', 14)],
    [{ made: 14, clockHz: 100_000 }, ended('stop', 'many', 14)],
    [{ verdict: regionAs('trusted'), agreement: agreement('AA') }, ended('go', 'settled', 2)],
    [
      { verdict: regionAs('outvoted'), agreement: agreement('ABA'), made: 14 },
      ended('go', 'settled', 14)
    ],
    [{ verdict: regionAs('remark'), agreement: agreement('AA') }, ended('go', 'settled', 2)],
    [
      { verdict: regionAs('implausible'), agreement: agreement('AA') },
      ended('stop', 'implausible', 2)
    ]
  ] as const)('%j', (change, next) => {
    expect(planNextRead({ ...facts, ...change })).toEqual(next);
  });
  const because = (cause: Cause, readsNeeded: number | undefined = 3) => ({
    trust: { cause, readsNeeded }
  });
  it.each([
    // cells that fail read no better at another clock
    [because('failing-cells'), again(1_000_000)],
    [because('contact-noise'), again(500_000)],
    [{ ...because('contact-noise'), made: 9 }, again(500_000)],
    [{ ...because('contact-noise'), carrier: 'can-uds', made: 3 }, again(1_000_000)],
    [{ ...because('contact-noise'), carrier: 'can-uds', made: 4 }, ended('stop', 'reseat', 4)],
    [{ ...because('failing-cells'), carrier: 'can-uds', made: 9 }, again(1_000_000)]
  ] as const)('by its cause, %j', (change, next) => {
    expect(planNextRead({ ...facts, ...change })).toEqual(next);
  });
  it('a cause that reading on cannot help ends it, and is told', () => {
    const trust = { cause: 'stuck-bit', readsNeeded: undefined } as const;
    expect(planNextRead({ ...facts, trust })).toEqual({
      type: 'ended',
      judgement: judge('stop', 'reads.series.useless', { made: 2, cause: 'stuck-bit' })
    });
  });
  it('always ends, however the reads come out', () => {
    for (const carrier of ['chip', 'can-uds'] as const) {
      let clockHz: number | undefined = 12_000_000;
      let made = 1;
      for (; made < 50; made++) {
        const next = planNextRead({ ...facts, carrier, clockHz, made });
        if (next.type === 'ended') break;
        clockHz = next.clockHz;
      }
      expect(made).toBeLessThanOrEqual(14);
    }
  });
});
