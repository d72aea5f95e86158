import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Verdict } from '../base/verdict.ts';
import { ask, rows, TESTS } from './ask-scenario.ts';
import { assessCause, type CauseAssessment, type AssessmentFacts } from './assess-cause.ts';

/** Against small changes the tables do the work: chance is thinned so that each is tried in seconds. */
const THIN = process.env['MUTANT_FOLDER'] ? 20 : 1;
const leader = ({ standings }: CauseAssessment) => {
  const [first, second] = standings;
  if (!first || first.standing === 'ruled-out') return '-';
  if (first.standing === 'proven' || first.standing === 'likely') return first.cause;
  return first.points > Math.max(0, second?.points ?? 0) ? first.cause : '-';
};

describe('what an expert would say', () => {
  it('holds at least eighty scenarios, none twice', () => {
    expect(rows.length).toBeGreaterThanOrEqual(80);
    expect(new Set(rows.map((r) => r.slice(0, 3).join('|'))).size).toBe(rows.length);
  });
  it.each(rows.map((r) => [`${r[0]} at ${r[1]} with ${r[2] || 'nothing'}: ${r[6]}`, r] as const))(
    '%s',
    (_, [scan = '', volts = '', tests = '', verdict, lead, next]) => {
      const q = ask(scan, volts, tests);
      expect(`${q.verdict.verdict}, ${leader(q)}, next ${q.next ?? '-'}`).toBe(
        `${verdict}, ${lead}, next ${next}`
      );
    }
  );
});

/** Each ladder goes from good through unknown to bad; a step down must never move a verdict towards Go. */
const LADDERS: readonly (readonly string[])[] = [
  ['S+', '', 'S?', 'S!', 'S-'],
  ['S+', 'Slow'],
  ['S+', 'Shigh'],
  ['G+', '', 'G?', 'G!', 'G-'],
  ['N+', '', 'N1'],
  ['N+', 'N0'],
  ['W+', '', 'W-'],
  ['W+', 'Wshort'],
  ['A+', '', 'A-'],
  ['X+', '', 'X-'],
  ['C+', '', 'Caway'],
  ['B+', '', 'B-'],
  ['Z+', 'Zs', '', 'Zp', 'Z-']
];
const RANK: Record<Verdict, number> = { go: 0, none: 1, look: 1, stop: 2 };
const OWN = [
  '',
  'P0606-49',
  'P0201-13',
  'P0606-49,P0201-13',
  'P0606-49,U0073-88',
  'P0753',
  'P0420-00'
];
const OTHERS = [
  '',
  ';T:silent;R:U0101-87',
  ';R:U0401-00',
  ';T:P0606-49',
  ';R:U0073-88',
  ';I:U0426-64'
];
const ONE_EACH = ['S', 'G', 'N', 'W', 'A', 'X', 'C', 'B', 'Z'].map((letter) =>
  fc.constantFrom('', ...Object.keys(TESTS).filter((t) => t.startsWith(letter)))
);
const made = fc.record({
  own: fc.constantFrom(...OWN),
  others: fc.constantFrom(...OTHERS),
  volts: fc.constantFrom('12.6', '12.6', '-', '10.9', '16.2'),
  silent: fc.boolean(),
  loose: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
  tests: fc.tuple(...ONE_EACH)
});
type Made = typeof made extends fc.Arbitrary<infer T> ? T : never;
const askMade = (m: Made, change: Partial<{ flag: string; own: string; volts: string }> = {}) => {
  const own = m.silent ? 'silent' : [change.flag ?? '', change.own ?? m.own].join(',');
  return ask(m.loose ? 'loose' : `E:${own}${m.others}`, change.volts ?? m.volts, m.tests.join(' '));
};

describe('worse evidence never moves the verdict towards Go', () => {
  const stricter = (before: CauseAssessment, after: CauseAssessment, why: string) =>
    expect(
      RANK[after.verdict.verdict],
      `${why}: ${before.verdict.code} became ${after.verdict.code}`
    ).toBeGreaterThanOrEqual(RANK[before.verdict.verdict]);

  it('in any measurement', () => {
    fc.assert(
      fc.property(made, fc.constantFrom(...LADDERS), (m, ladder) => {
        const letter = (ladder[0] as string)[0] as string;
        const verdicts = ladder.map((step) =>
          askMade({
            ...m,
            tests: m.tests.map((t, i) => ('SGNWAXCB'[i] === letter ? step : t))
          })
        );
        for (const [i, after] of verdicts.entries())
          if (i > 0)
            stricter(verdicts[i - 1] as CauseAssessment, after, `${ladder[i - 1]} to ${ladder[i]}`);
      }),
      { numRuns: 3000 / THIN }
    );
  });
  it('in the battery, the status of a code, and what could be read', () => {
    fc.assert(
      fc.property(made, (m) => {
        stricter(askMade(m, { volts: '12.6' }), askMade(m, { volts: '-' }), 'battery not told');
        stricter(askMade(m, { volts: '-' }), askMade(m, { volts: '10.9' }), 'battery low');
        stricter(askMade(m, { volts: '-' }), askMade(m, { volts: '16.2' }), 'battery high');
        stricter(askMade(m), askMade(m, { flag: 'unread' }), 'memory not read');
        stricter(askMade(m), askMade(m, { flag: 'unasked' }), 'not asked');
        const steps = ['P0606-49', 'P0606-49s', 'P0606-49p', 'P0606-49?', 'P0606-49o'];
        const verdicts = steps.map((own) => askMade(m, { own }));
        for (const [i, after] of verdicts.entries())
          if (i > 0)
            stricter(verdicts[i - 1] as CauseAssessment, after, `${steps[i - 1]} to ${steps[i]}`);
      }),
      { numRuns: 2000 / THIN }
    );
  });
  it('Go only with every condition met, and every condition can hold it back', () => {
    const held = new Set<string>();
    fc.assert(
      fc.property(made, (m) => {
        const q = askMade(m);
        const open = q.conditions.filter((c) => c.state !== 'met');
        if (q.verdict.verdict === 'go') {
          expect(open).toEqual([]);
          expect(q.standings.find((s) => s.cause === 'unit')?.standing).toMatch(/likely|proven/);
        }
        if (open.length === 1) held.add(open[0]?.id as string);
        for (const c of open) expect(['open', 'failed']).toContain(c.state);
      }),
      { numRuns: 4000 / THIN }
    );
    expect(held.size).toBeGreaterThanOrEqual(THIN > 1 ? 1 : 5);
  });
  it('codes that came back before the supply was measured sound do not count', () => {
    const order = (tests: string) => ask('E:P0606-49', '10.9', tests).verdict.verdict;
    expect(order('S+ G+ C+ X+')).toBe('go');
    expect(order('C+ S+ G+ X+')).toBe('look');
    expect(order('S+ C+ G+ X+')).toBe('look');
  });
  it('two units of the suspected kind: the worse one speaks, and one of two that is silent is no answer', () => {
    const tests = 'S+ G+ X+';
    expect(ask('E:P0606-49', '12.6', tests).verdict.verdict).toBe('go');
    for (const other of ['E:unread', 'E:unasked', 'E:silent'])
      for (const scan of [`E:P0606-49;${other}`, `${other};E:P0606-49`])
        expect(ask(scan, '12.6', tests).verdict.verdict, scan).toBe('look');
  });
  it('what others say against the suspect counts only confirmed, and with a sound supply', () => {
    const weight = (scan: string, volts: string) =>
      ask(scan, volts, '').evidence.find((e) => e.code === 'proof.scan.invalid')?.weight;
    expect(weight('E:;R:U0401-00', '12.6')).toBe('medium');
    expect(weight('E:;R:U0401-00p', '12.6')).toBe('noted');
    expect(weight('E:;R:U0401-00?', '12.6')).toBe('noted');
    expect(weight('E:;R:U0401-00', '-')).toBe('noted');
    // of another unit even a pending one is told: it speaks against the suspect's guilt
    expect(weight('E:;T:U0422-00p', '12.6')).toBe('medium');
  });
  it('facts without a reading are asked for, never guessed', () => {
    const facts: AssessmentFacts = {
      reading: undefined,
      suspect: 'engine',
      results: [],
      loose: false
    };
    expect(assessCause(facts).conditions.every((c) => c.state === 'open')).toBe(true);
  });
});
