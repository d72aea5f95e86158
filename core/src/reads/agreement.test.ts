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
  const judge = (contents: string, severity?: 'look' | 'stop') =>
    judgeRegion({
      regionName: 'Data flash',
      agreement: computeAgreement(reads(contents)),
      findings: severity ? [{ code: 'image.fill.single', severity, params: {} }] : [],
      differingBytes: 14
    });
  it('goes only where two agree and nothing speaks against it', () => {
    expect(judge('AA')).toMatchObject({ verdict: 'go', code: 'reads.region.trusted' });
    expect(judge('ABA')).toMatchObject({ verdict: 'go', code: 'reads.region.outvoted' });
    expect(judge('AA', 'look')).toMatchObject({ verdict: 'look', code: 'reads.region.remark' });
  });
  it('stops equal reads that are no data: two equal reads are not proof', () => {
    const verdict = judge('AA', 'stop');
    expect(verdict).toMatchObject({ verdict: 'stop', code: 'reads.region.implausible' });
    expect(isTrusted(verdict)).toBe(false);
  });
  it('looks at single and disputed reads', () => {
    expect(judge('A').code).toBe('reads.region.single');
    expect(judge('AB')).toMatchObject({
      code: 'reads.region.disputed',
      params: { bytes: 14, total: 2 }
    });
    for (const contents of ['', 'A', 'AB']) expect(isTrusted(judge(contents))).toBe(false);
  });
});
