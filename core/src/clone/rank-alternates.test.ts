import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Comparison } from '../image/compare.ts';
import type { Range } from '../image/range.ts';
import { VEHICLE_SIGNS, type VehicleSign } from './in-vehicle.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { getRegion, type Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { rankAlternates, type AlternateFacts, type KeptContent } from './rank-alternates.ts';

const profileOf = (name: string): Profile => {
  const text = readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8');
  const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const ec = profileOf('pw-ec9');
const cv = profileOf('cv-gx7');
const secret = ec.secrets[0]?.offsets[0] as number;
const vin = ec.identity.find((f) => f.id === 'vin')?.stored?.offsets[0] as number;
/** Of this family no checksum covers it. */
const FREE: Range = { start: 0xd000, end: 0xd010 };

const differs = (ranges: readonly Range[], cut = false): Comparison => ({
  ...{ ranges, cut, bitsLost: 0, bitsGained: 0 },
  differingBytes: ranges.reduce((sum, r) => sum + r.end - r.start, 0)
});
const content = (sha256: string, change: Partial<KeptContent> = {}): KeptContent => ({
  ...{ sha256, reads: [3], findings: [], failed: false, comparison: differs([FREE]) },
  ...change
});
const facts = (change: Partial<AlternateFacts> = {}): AlternateFacts => ({
  ...{ profile: ec, regionId: 'backup', alone: true, signs: ['cranks-no-start'] },
  usedFindings: [],
  taken: [{ start: 0, end: getRegion(ec, 'backup').lengthBytes }],
  ...change
});
const at = (start: number, bytes = 4): Comparison => differs([{ start, end: start + bytes }]);
const codes = (f: AlternateFacts, list: KeptContent[]) =>
  rankAlternates(f, list).map((a) => `${a.sha256} ${a.judgement.verdict} ${a.judgement.code}`);

describe('what could be written instead', () => {
  it('tells where it differs, what lies there and whether any checksum covers it', () => {
    const of = (comparison: Comparison) =>
      rankAlternates(facts(), [content('b', { comparison })])[0];
    expect(of(differs([FREE]))).toMatchObject({ checked: 'none', fields: [], differingBytes: 16 });
    expect(of(at(0x20010))).toMatchObject({ checked: 'all', fields: [] });
    expect(of(at(secret))).toMatchObject({ checked: 'all', fields: [ec.secrets[0]?.name] });
    expect(of(differs([{ start: 0xbff0, end: 0xc010 }]))).toMatchObject({ checked: 'some' });
    // more ranges than were kept may lie anywhere
    expect(of(differs([{ start: 0x20010, end: 0x20014 }], true))?.checked).toBe('some');
    expect(of(differs([FREE], true))?.checked).toBe('some');
  });

  it('is never Go, and Stop where it is worse, the same, or has failed', () => {
    expect(codes(facts(), [content('b')])).toEqual(['b look alternate.content.untried']);
    expect(codes(facts(), [content('b', { failed: true })])).toEqual([
      'b stop alternate.content.failed'
    ]);
    // of several contents nobody knows which one it was
    expect(codes(facts({ alone: false }), [content('b', { failed: true })])).toEqual([
      'b look alternate.content.failed'
    ]);
    const blank = { code: 'image.fill.single', severity: 'stop', params: {} } as const;
    expect(codes(facts(), [content('b', { findings: [blank] })])).toEqual([
      'b stop alternate.content.unsound'
    ]);
    expect(codes(facts({ taken: [{ start: 0, end: 0x1000 }] }), [content('b')])).toEqual([
      'b stop alternate.content.untaken'
    ]);
    expect(codes(facts(), [content('b', { comparison: undefined })])).toEqual([
      'b stop alternate.content.incomparable'
    ]);
  });

  it('a remark that the used content does not bear makes it worse; one that it bears too is the unit’s own', () => {
    const remark = (rule: string) =>
      ({ code: 'image.checksum.differs', severity: 'look', params: { rule } }) as const;
    const other = content('b', { findings: [remark('backup-crc')] });
    expect(codes(facts(), [other])).toEqual(['b stop alternate.content.unsound']);
    expect(codes(facts({ usedFindings: [remark('vehicle-crc')] }), [other])).toEqual([
      'b stop alternate.content.unsound'
    ]);
    expect(codes(facts({ usedFindings: [remark('backup-crc')] }), [other])).toEqual([
      'b look alternate.content.untried'
    ]);
  });

  it('what was seen points at what lies where they differ', () => {
    const list = [
      content('free'),
      content('vin', { comparison: at(vin), reads: [4, 5] }),
      content('secret', { comparison: at(secret), reads: [6] })
    ];
    const first = (sign: VehicleSign) =>
      rankAlternates(facts({ signs: [sign] }), list).map((a) => `${a.sha256} ${a.fits}`)[0];
    expect(first('starts-and-dies')).toBe('secret true');
    expect(first('vin-fault')).toBe('vin true');
    expect(first('memory-fault')).toBe('free true');
    expect(first('cranks-no-start')).toBe('free true');
    // nothing points anywhere: the more reads say so
    expect(first('other-fault')).toBe('vin false');
  });

  it('in a scrambled region nobody says what lies where', () => {
    const region = cv.transforms[0]?.region as string;
    const all = { start: 0, end: getRegion(cv, region).lengthBytes };
    const inside = facts({ profile: cv, regionId: region, signs: VEHICLE_SIGNS, taken: [all] });
    const [found] = rankAlternates(inside, [content('b', { comparison: at(0x40) })]);
    expect(found).toMatchObject({ fields: [], judgement: { verdict: 'look' } });
  });

  it('worse evidence never brings one forward', () => {
    const rank = (list: readonly KeptContent[]) =>
      rankAlternates(facts(), list).findIndex((a) => a.sha256 === 'x');
    const blank = { code: 'image.fill.single', severity: 'stop', params: {} } as const;
    const worse: ((c: KeptContent) => KeptContent)[] = [
      (c) => ({ ...c, failed: true }),
      (c) => ({ ...c, comparison: undefined }),
      (c) => ({ ...c, findings: [blank] }),
      (c) => ({ ...c, reads: c.reads.slice(1) })
    ];
    const one = (sha256: string) =>
      fc
        .record({
          reads: fc.uniqueArray(fc.nat(16), { minLength: 1, maxLength: 4 }),
          failed: fc.boolean(),
          start: fc.constantFrom(FREE.start, vin, secret, 0x20010)
        })
        .map(({ reads, failed, start }) =>
          content(sha256, { reads, failed, comparison: at(start) })
        );
    fc.assert(
      fc.property(one('x'), one('a'), one('b'), fc.nat(worse.length - 1), (x, a, b, which) => {
        const after = (worse[which] as (c: KeptContent) => KeptContent)(x);
        // equal ones stand as they came
        expect(rank([a, b, after])).toBeGreaterThanOrEqual(rank([a, b, x]));
      })
    );
  });
});
