import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { fail, type Problem } from '../base/result.ts';
import { BENCH_CAUSES, CAUSE_MODELS, CAUSES, soundOf, type Cause } from './causes.ts';
import type { ExpectedBench, HandshakeEvidence, TryOutcome } from './evidence.ts';
import { observe } from './observe.ts';
import { rankCauses } from './rank-causes.ts';
import { isWorthAnotherTry, tryOutcomeOf } from './try-outcome.ts';

const EXPECTED: ExpectedBench = {
  need: { voltageMinMv: 12_000, voltageMaxMv: 14_500, limitMinMa: 1500, limitMaxMa: 4000 },
  draw: [
    { state: 'idle', minMa: 150, maxMa: 500 },
    { state: 'boot', minMa: 300, maxMa: 900 },
    { state: 'writing', minMa: 500, maxMa: 1200 }
  ],
  ...{ holdsPad: true, hasProgramming: true, terminators: 2, unitTerminates: true }
};
const ON = { measuredMv: 13_480, setMv: 13_500, limitMa: 4000, tripped: false };
const SENSE = { feedMv: 13_400, groundMv: 20, ignitionMv: 13_400, highMv: 2950, lowMv: 2050 };
const DRIVEN = { heard: 0, errors: { ack: 1 } };
const first = (evidence: HandshakeEvidence, expected = EXPECTED) =>
  rankCauses(evidence, expected)[0]?.cause;
const silent: TryOutcome[] = ['silent', 'silent', 'silent'];

describe('observations', () => {
  const seen = (evidence: Partial<HandshakeEvidence>) =>
    observe({ tries: [], ...evidence }, EXPECTED);
  it.each<[measuredMa: number, word: string, measuredMv?: number]>([
    [0, 'none'],
    [20, 'leak'],
    [100, 'low'],
    [300, 'expected'],
    [1150, 'expected'],
    [1800, 'high'],
    [3990, 'high'],
    [3990, 'short', 900]
  ])('%i mA is %s', (measuredMa, word, measuredMv = ON.measuredMv) => {
    expect(seen({ supply: { ...ON, measuredMa, measuredMv } }).current).toBe(word);
  });
  it('what the watch switched off was a short, whatever is measured since', () => {
    const off = { ...ON, measuredMa: 0, measuredMv: 0, tripped: true };
    expect(seen({ supply: off })).toEqual({ current: 'short' });
  });
  it('what is no number was not measured', () => {
    const nothing = {
      supply: { ...ON, measuredMa: Number.NaN, measuredMv: Number.NaN },
      sense: { feedMv: null, groundMv: Number.NaN, ignitionMv: null, highMv: null, lowMv: null },
      pairOhm: Number.NaN
    };
    expect(seen(nothing)).toEqual({});
    expect(seen({ pairOhm: -5 })).toEqual({});
    expect(seen({})).toEqual({});
  });
  it.each([
    [60, 'right'],
    [120, 'few'],
    [40, 'many'],
    [30, 'many'],
    [2, 'short'],
    [31_000, 'none'],
    [null, 'none']
  ] as const)('a pair of %s ohms where two terminators belong is %s', (pairOhm, word) => {
    expect(seen({ pairOhm }).pair).toBe(word);
  });
  it('levels say nothing while nobody drives the pair, or while ground has lifted', () => {
    const swapped = { ...SENSE, highMv: 2050, lowMv: 2950 };
    expect(seen({ sense: swapped, bus: DRIVEN }).levels).toBe('inverted');
    expect(seen({ sense: swapped }).levels).toBeUndefined();
    expect(seen({ sense: swapped, bus: { heard: 9, errors: {} } }).levels).toBeUndefined();
    expect(seen({ sense: { ...swapped, groundMv: 12_000 }, bus: DRIVEN }).levels).toBeUndefined();
    expect(seen({ sense: { ...SENSE, highMv: 2500 }, bus: DRIVEN }).levels).toBe('half');
    expect(seen({ sense: { ...SENSE, highMv: 2505, lowMv: 2498 }, bus: DRIVEN }).levels).toBe(
      undefined
    );
  });
  it('a box that never tells of errors proves no quiet bus; what was heard does', () => {
    expect(seen({ bus: { heard: 0, errors: {} } }).bus).toBeUndefined();
    expect(seen({ bus: { heard: 1, errors: {} } }).bus).toBe('quiet');
  });
  it('a supply in its limit sags because of it, and that is told by the current', () => {
    expect(seen({ supply: { ...ON, measuredMv: 2000, measuredMa: 3990 } }).supply).toBeUndefined();
    expect(seen({ supply: { ...ON, measuredMv: 8000, measuredMa: 300 } }).supply).toBe('sagging');
  });
  it('a unit that said something and then nothing answers now and then', () => {
    expect(seen({ tries: silent }).answers).toBe('none');
    expect(seen({ tries: silent, bus: { heard: 4, errors: {} } }).answers).toBe('some');
    expect(seen({ tries: ['garbled', 'silent'] }).answers).toBe('some');
    expect(seen({ tries: ['silent', 'conditions'] }).answers).toBe('conditions');
  });
});

describe('how a try ended', () => {
  const problem = (nrcNumber: number): Problem => {
    const r = fail('uds.answer.negative', { service: 'x', nrc: 'y', nrcNumber });
    return r.ok ? { code: 'uds.answer.timeout', params: {} } : r.problem;
  };
  it('tells a lock from a wrong state and from any other refusal (ISO 14229-1)', () => {
    const told = [0x33, 0x35, 0x36, 0x37, 0x22, 0x7f, 0x31].map((n) => tryOutcomeOf(problem(n)));
    expect(told).toEqual([
      ...['locked', 'locked', 'locked', 'locked', 'conditions', 'conditions', 'refused']
    ]);
  });
  it('asks again only where nothing that makes sense was said', () => {
    expect(isWorthAnotherTry({ code: 'uds.answer.timeout', params: {} })).toBe(true);
    expect(isWorthAnotherTry({ code: 'isotp.sequence.wrong', params: {} })).toBe(true);
    expect(isWorthAnotherTry(problem(0x22))).toBe(false);
    expect(isWorthAnotherTry({ code: 'operation.run.stopped', params: { doneBytes: 0 } })).toBe(
      false
    );
    expect(tryOutcomeOf({ code: 'gate.family.other', params: {} })).toBeUndefined();
  });
});

describe('the table of causes', () => {
  const tables = [
    ['a sound bench', soundOf(EXPECTED)] as const,
    ['a sound chip', soundOf({ chip: { identification: undefined } })] as const,
    ...CAUSES.map((c) => [c, CAUSE_MODELS[c].shows] as const)
  ];
  it('no chance is above one, none below nothing, priors are all above nothing', () => {
    for (const [name, shows] of tables)
      for (const [what, words] of Object.entries(shows)) {
        const sum = Object.values(words).reduce<number>((a, b) => a + (b ?? 0), 0);
        expect(sum, `${name} ${what}`).toBeGreaterThan(0.2);
        expect(sum, `${name} ${what}`).toBeLessThanOrEqual(1.0001);
      }
    expect(CAUSES.every((c) => CAUSE_MODELS[c].prior > 0)).toBe(true);
  });
});

describe('the order of causes', () => {
  it.each([
    [
      'open-feed',
      { supply: { ...ON, measuredMa: 0 }, sense: { ...SENSE, feedMv: 40 }, bus: DRIVEN }
    ],
    [
      'open-ground',
      { supply: { ...ON, measuredMa: 0 }, sense: { ...SENSE, groundMv: 12_500 }, bus: DRIVEN }
    ],
    [
      'no-ignition',
      { supply: { ...ON, measuredMa: 15 }, sense: { ...SENSE, ignitionMv: 20 }, bus: DRIVEN }
    ],
    ['dead', { supply: { ...ON, measuredMa: 30 }, sense: SENSE, bus: DRIVEN, pairOhm: 60 }],
    [
      'can-swapped',
      {
        supply: { ...ON, measuredMa: 300 },
        sense: { ...SENSE, highMv: 2050, lowMv: 2950 },
        bus: DRIVEN
      }
    ],
    ['bit-rate', { supply: { ...ON, measuredMa: 300 }, bus: { heard: 0, errors: { form: 3 } } }],
    ['short', { supply: { ...ON, measuredMa: 4000, tripped: true } }]
  ] as const)('%s is named first from what it shows', (cause, shown) => {
    expect(first({ ...shown, tries: silent })).toBe(cause);
  });
  it('a pad and a lock are told by the negative response', () => {
    expect(first({ tries: ['conditions'] })).toBe('pad-not-held');
    expect(first({ tries: ['conditions'] }, { ...EXPECTED, holdsPad: false })).toBe(
      'programming-line'
    );
    expect(first({ tries: ['locked'] })).toBe('locked');
  });
  it('never names what the unit has not got', () => {
    const bare = { ...EXPECTED, holdsPad: false, hasProgramming: false };
    const named = rankCauses({ tries: ['conditions'] }, bare).map((r) => r.cause);
    expect(named).not.toContain('pad-not-held');
    expect(named).not.toContain('programming-line');
  });
  it('with no evidence the order is that of experience; shares add up to one', () => {
    const ranked = rankCauses({ tries: [] }, EXPECTED);
    expect(ranked.map((r) => r.cause).sort()).toEqual([...BENCH_CAUSES].sort());
    expect(ranked.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 9);
    expect(ranked.every((r) => r.support.length === 0)).toBe(true);
    const often = { confirmed: { dying: { family: 30, other: 0 } }, excluded: [] };
    expect(rankCauses({ tries: [] }, EXPECTED, often)[0]?.cause).toBe('dying');
  });
  it('what was confirmed before comes first of two that fit alike, and what was tested falls back', () => {
    const evidence: HandshakeEvidence = { supply: { ...ON, measuredMa: 0 }, tries: silent };
    const order = (history: Parameters<typeof rankCauses>[2]) =>
      rankCauses(evidence, EXPECTED, history)
        .slice(0, 2)
        .map((r) => r.cause);
    expect(order(undefined)).toEqual(['open-feed', 'open-ground']);
    const ground = { 'open-ground': { family: 3, other: 0 } };
    expect(order({ confirmed: ground, excluded: [] })).toEqual(['open-ground', 'open-feed']);
    // the same on other families weighs less
    const weight = (family: number, other: number) =>
      rankCauses(evidence, EXPECTED, {
        confirmed: { 'open-ground': { family, other } },
        excluded: []
      }).find((r) => r.cause === 'open-ground')?.share ?? 0;
    expect(weight(0, 2)).toBeGreaterThan(weight(0, 0));
    expect(weight(2, 0)).toBeGreaterThan(weight(0, 2));
    expect(order({ confirmed: {}, excluded: ['open-feed'] })[0]).toBe('open-ground');
    // everything tested and ruled out is still a list, best first
    expect(order({ confirmed: {}, excluded: [...CAUSES] })).toEqual(['open-feed', 'open-ground']);
  });
  it('a wire that measures good, or is not ticked, moves its cause', () => {
    const evidence: HandshakeEvidence = { supply: { ...ON, measuredMa: 0 }, tries: silent };
    const shareOf = (cause: Cause, wires: HandshakeEvidence['wires']) =>
      rankCauses({ ...evidence, wires }, EXPECTED).find((r) => r.cause === cause)?.share ?? 0;
    const base = shareOf('open-feed', {});
    expect(shareOf('open-feed', { battery: 'good' })).toBeLessThan(base / 3);
    expect(shareOf('open-feed', { battery: 'left-out' })).toBeGreaterThan(base);
    expect(shareOf('open-feed', { battery: 'bad' })).toBeGreaterThan(base);
  });
  it('holds for any evidence: shares between nothing and one, sorted, each cause once', () => {
    const mv = fc.option(fc.integer({ min: -2000, max: 60_000 }), { nil: null });
    const evidence = fc.record({
      supply: fc.option(
        fc.record({
          ...{ measuredMa: fc.integer({ min: -10, max: 70_000 }), measuredMv: fc.nat(40_000) },
          ...{ setMv: fc.nat(32_000), limitMa: fc.nat(20_000), tripped: fc.boolean() }
        }),
        { nil: undefined }
      ),
      sense: fc.option(
        fc.record({ feedMv: mv, groundMv: mv, ignitionMv: mv, highMv: mv, lowMv: mv }),
        { nil: undefined }
      ),
      pairOhm: fc.option(fc.double({ min: 0, max: 1e6, noNaN: true }), { nil: null }),
      tries: fc.array(
        fc.constantFrom<TryOutcome>('silent', 'conditions', 'locked', 'garbled', 'lost')
      )
    });
    fc.assert(
      fc.property(evidence, (e) => {
        const ranked = rankCauses(e, EXPECTED);
        expect(new Set(ranked.map((r) => r.cause)).size).toBe(BENCH_CAUSES.length);
        const shares = ranked.map((r) => r.share);
        expect(shares.every((s) => s >= 0 && s <= 1)).toBe(true);
        expect(shares).toEqual([...shares].sort((a, b) => b - a));
      })
    );
  });
});
