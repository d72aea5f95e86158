import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../base/random.ts';
import { correctSums } from '../checksum/correct-sums.ts';
import { encodeForm } from '../field/encode-field.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { imageOf } from '../image/image.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { getRegion, type Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { judgeStock, judgeSupplied } from './judge-supplied.ts';

const text = readFileSync(new URL('../../../profiles/pw-ec9.json', import.meta.url), 'utf8');
const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
if (!parsed.ok) throw new Error(parsed.problem.code);
// as the shipped family, with a memory of 1 MiB: where things lie is the same
const profile: Profile = {
  ...parsed.value,
  regions: parsed.value.regions.map((r) => ({ ...r, lengthBytes: 0x100000 })),
  checksums: parsed.value.checksums.map((r) =>
    r.id === 'backup-crc'
      ? { ...r, over: [{ start: 0x10000, end: 0xffffc }], storedAt: 0xffffc }
      : r
  ),
  suppliedRanges: parsed.value.suppliedRanges.map((r) =>
    r.kind === 'program' ? { ...r, over: { start: 0x80000, end: 0xf0000 } } : r
  )
};
const REGION = 'backup';

function settle(bytes: Uint8Array): Uint8Array {
  const range = { start: 0, end: bytes.length };
  const made = correctSums(imageOf([{ range, bytes, origin: 'x' }]), profile.checksums);
  if (!made.ok) throw new Error(made.problem.code);
  for (const c of made.value.changes) bytes.set(c.becomes, c.range.start);
  return bytes;
}

const own = (() => {
  const random = createRandom(3);
  const bytes = Uint8Array.from(
    { length: getRegion(profile, REGION).lengthBytes },
    () => random() & 0xff
  );
  for (const f of fieldsOfRegion(profile, REGION)) {
    const told = f.id === 'vin' ? 'U8PLE9B1200340077' : undefined;
    const value =
      (told && encodeForm(f.form, told, f.lengthBytes)) ||
      Uint8Array.from({ length: f.lengthBytes }, (_, i) => 0x30 + (i % 10));
    for (const at of f.offsets) bytes.set(value, at);
  }
  return settle(bytes);
})();
const changed = (...at: readonly number[]) => {
  const file = own.slice();
  for (const a of at) file[a] = (file[a] as number) ^ 0x5a;
  return settle(file);
};
const judge = (file: Uint8Array, unit = own, of = profile) =>
  judgeSupplied(of, REGION, { file, own: unit }).map((f) => `${f.severity} ${f.code}`);

describe('a supplied file', () => {
  it('that changes the calibration and its checksum, and nothing else, belongs to the unit', () => {
    expect(judge(changed(0x20000, 0x7ffff))).toEqual(['note supplied.change.inside']);
  });
  it('that changes a byte beside it does not, however little', () => {
    for (const at of [0x1ffff, 0x80000, 0x100, 0xf0000])
      expect(judge(changed(0x30000, at))[0], at.toString(16)).toBe('stop supplied.change.outside');
  });
  it('of another VIN, hardware, mileage or secret is another unit’s', () => {
    expect(judge(changed(0x205, 0x1205))).toContain('stop supplied.field.other');
    expect(judge(changed(0x44))).toContain('stop supplied.field.other');
    expect(judge(changed(0x301, 0x1301))).toContain('stop supplied.mileage.other');
    const secret = judgeSupplied(profile, REGION, { file: changed(0x405, 0x1405), own });
    expect(secret[0]).toMatchObject({
      code: 'supplied.secret.other',
      params: { file: '', unit: '' }
    });
  });
  it('whose checksums do not hold is no file that is sold', () => {
    const broken = own.slice();
    broken[0x30000] = (broken[0x30000] as number) ^ 1;
    expect(judge(broken)[0]).toBe('stop supplied.sums.differ');
  });
  it('that cannot be compared is told so, and is never sound', () => {
    const alone = { file: changed(0x30000), own: undefined };
    expect(judgeSupplied(profile, REGION, alone).map((f) => `${f.severity} ${f.code}`)).toEqual([
      'look supplied.own.unknown'
    ]);
    expect(judge(own.slice())).toEqual(['look supplied.change.none']);
    const unknown = { ...profile, suppliedRanges: [] };
    expect(judge(changed(0x30000), own, unknown)).toEqual(['look supplied.ranges.unknown']);
    expect(judge(changed(0x30000), own, { ...profile, checksums: [] })).toContain(
      'look supplied.sums.unknown'
    );
  });
  it('of another software may change the program too', () => {
    const numbered: Profile = {
      ...profile,
      identity: profile.identity.map((f) =>
        f.id === 'service-number' ? { ...f, id: 'software-number' } : f
      ),
      labels: []
    };
    const file = changed(0x62, 0x90000);
    file.set(
      Uint8Array.from({ length: 10 }, () => 0x37),
      0x60
    );
    settle(file);
    expect(judge(file, own, numbered)).toEqual([
      'look supplied.software.other',
      'note supplied.change.inside'
    ]);
    // the same change without another number is no update
    expect(judge(changed(0x90000), own, numbered)[0]).toBe('stop supplied.change.outside');
  });
  it('one more byte that is changed never moves it towards what belongs', () => {
    const rank = (found: readonly string[]) =>
      found.some((f) => f.startsWith('stop')) ? 2 : found.some((f) => f.startsWith('look')) ? 1 : 0;
    fc.assert(
      fc.property(fc.nat(0xfffff), fc.nat(0xfffff), (a, b) => {
        const one = judge(changed(a));
        const two = judge(changed(a, b));
        if (a !== b && rank(one) === 2) expect(rank(two)).toBe(2);
      }),
      { numRuns: 30 }
    );
  });
});

describe('a stock file, and the numbers that the unit tells', () => {
  const told = { vin: 'U8PLE9B1200340077', serial: '012345678901' };
  const stock = (file: Uint8Array, numbers: Readonly<Record<string, string>>) =>
    judgeStock(profile, REGION, { file, told: numbers }).map((f) => `${f.severity} ${f.code}`);

  it('is that of the unit where every number that it tells stands in it', () => {
    expect(stock(own, told)).toEqual([]);
    expect(stock(own, { vin: told.vin })).toEqual([]);
    // padded as it comes over the line
    expect(stock(own, { vin: `${told.vin}  ` })).toEqual([]);
  });
  it('is not with one number of another unit, a checksum that does not hold, or nothing to tell by', () => {
    expect(stock(own, { ...told, serial: '012345678902' })).toContain('stop supplied.field.other');
    const broken = own.slice();
    broken[0x9000] = (broken[0x9000] ?? 0) ^ 1;
    expect(stock(broken, told)).toContain('stop supplied.sums.differ');
    for (const nothing of [{}, { vin: ' ' }, { colour: 'red' }])
      expect(stock(own, nothing as Record<string, string>)).toContain('stop supplied.own.unknown');
  });
  it('a supplied file with numbers of another unit is stopped although nothing is known of the content', () => {
    const codes = (numbers: Readonly<Record<string, string>>) =>
      judgeSupplied(profile, REGION, { file: own, own: undefined, told: numbers }).map(
        (f) => `${f.severity} ${f.code}`
      );
    expect(codes(told)).toEqual(['look supplied.own.unknown']);
    expect(codes({ vin: 'U8PLE9B1200340078' })[0]).toBe('stop supplied.field.other');
  });
  it('compared with the stock file it never reads as compared with the unit', () => {
    const found = judgeSupplied(profile, REGION, { file: changed(0x20000), own, isStock: true });
    expect(found.map((f) => f.code)).toContain('supplied.own.stock');
    expect(found.some((f) => f.severity === 'look')).toBe(true);
  });
});
