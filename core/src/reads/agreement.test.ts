import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { computeAgreement, type ReadFact } from './agreement.ts';
import { isTrusted, judgeRegion } from './judge-region.ts';

const reads = (contents: string): ReadFact[] =>
  [...contents].map((c, i) => ({ readId: `${i}`, number: i + 1, sha256: c, lengthBytes: 8 }));

describe('agreement of repeated reads', () => {
  const cases: readonly [string, string, string | undefined, number[], number[]][] = [
    ['', 'none', undefined, [], []],
    ['A', 'single', undefined, [], [1]],
    ['AA', 'trusted', 'A', [1, 2], []],
    ['AB', 'disputed', undefined, [], [1, 2]],
    ['ABA', 'trusted', 'A', [1, 3], [2]],
    ['ABC', 'disputed', undefined, [], [1, 2, 3]],
    ['ABCDEC', 'trusted', 'C', [3, 6], [1, 2, 4, 5]],
    ['AABB', 'disputed', undefined, [], [1, 2, 3, 4]],
    ['AABBA', 'trusted', 'A', [1, 2, 5], [3, 4]]
  ];
  for (const [contents, state, trusted, agreeing, dissenting] of cases) {
    it(`${contents || 'no read'} is ${state}`, () => {
      expect(computeAgreement(reads(contents))).toMatchObject({
        state,
        trustedSha256: trusted,
        agreeing,
        dissenting
      });
    });
  }
  it('names the reads by number, whatever order they come in', () => {
    expect(computeAgreement(reads('ABACC').toReversed())).toMatchObject({
      state: 'disputed',
      dissenting: [1, 2, 3, 4, 5]
    });
    expect(computeAgreement(reads('ABADCA').toReversed())).toMatchObject({
      agreeing: [1, 3, 6],
      dissenting: [2, 4, 5]
    });
  });
  it('never trusts a content that fewer than two reads share, or that another equals in number', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...'ABCD'), { maxLength: 9 }), (list) => {
        const { trustedSha256 } = computeAgreement(reads(list.join('')));
        const count = (c: string) => list.filter((x) => x === c).length;
        if (trustedSha256 === undefined) return;
        expect(count(trustedSha256)).toBeGreaterThanOrEqual(2);
        for (const other of 'ABCD') {
          if (other !== trustedSha256) expect(count(other)).toBeLessThan(count(trustedSha256));
        }
      })
    );
  });
});

describe('the verdict on a region', () => {
  const finding = (severity: 'look' | 'stop' | 'note') => ({
    code: 'image.fill.single' as const,
    severity,
    params: {}
  });
  const judge = (contents: string, ...severities: ('look' | 'stop' | 'note')[]) =>
    judgeRegion({
      regionName: 'Data flash',
      agreement: computeAgreement(reads(contents)),
      findings: severities.map(finding),
      differingBytes: contents === 'ABC' ? undefined : 14,
      trust: 'alone'
    });
  const region = 'Data flash';
  const agreed = (agreeing: number, total: number, which: string) => ({
    ...{ region, agreeing, total, which }
  });
  const implausible = { region, finding: 'image.fill.single', cause: 'undecided' };
  const table: readonly [string, ('look' | 'stop' | 'note')[], string, string, object, boolean][] =
    [
      ['', [], 'look', 'none', { region }, false],
      ['', ['stop'], 'look', 'none', { region }, false],
      ['A', [], 'look', 'single', { region }, false],
      ['A', ['stop'], 'look', 'single', { region }, false],
      ['AB', [], 'look', 'disputed', { region, total: 2, bytes: 14 }, false],
      ['ABC', [], 'look', 'disputed', { region, total: 3, bytes: 0 }, false],
      ['AABB', ['stop'], 'look', 'disputed', { region, total: 4, bytes: 14 }, false],
      ['AA', ['stop'], 'stop', 'implausible', implausible, false],
      ['AA', ['look', 'stop'], 'stop', 'implausible', implausible, false],
      ['AA', ['look'], 'look', 'remark', agreed(2, 2, '1, 2'), true],
      ['AA', ['note'], 'go', 'trusted', agreed(2, 2, '1, 2'), true],
      ['ABA', ['look'], 'look', 'remark', agreed(2, 3, '1, 3'), true],
      ['ABA', [], 'go', 'outvoted', agreed(2, 3, '1, 3'), true],
      ['AA', [], 'go', 'trusted', agreed(2, 2, '1, 2'), true],
      ['AAA', [], 'go', 'trusted', agreed(3, 3, '1, 2, 3'), true]
    ];
  for (const [contents, severities, verdict, code, params, trusted] of table) {
    it(`${contents || 'no read'} with ${severities.join(', ') || 'nothing'} found: ${code}`, () => {
      const judged = judge(contents, ...severities);
      expect(judged).toEqual({ verdict, code: `reads.region.${code}`, params, state: code });
      expect(isTrusted(judged)).toBe(trusted);
    });
  }
});
