import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { splitBytes } from '../image/image.ts';
import { lengthOf } from '../image/range.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { inspectSecrets } from '../reads/inspect-secrets.ts';
import { listSecretReads, secretRanges, secretsWithin } from './secret-ranges.ts';

const load = (name: string) => {
  const url = new URL(`../../../profiles/${name}.json`, import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const hv = load('hv-ec4');
const socket = hv.accesses.find((a) => a.socket);
const [data] = hv.regions.filter((r) => r.id === 'data-flash');
const base = data?.address ?? NaN;

describe('security data that is read alone', () => {
  it('lies at the addresses of the unit, every copy of it', () => {
    const [read, ...more] = listSecretReads(hv, socket);
    expect(more).toEqual([]);
    expect(read).toMatchObject({
      regionId: 'data-flash',
      ranges: [
        { start: base + 0x400, end: base + 0x410 },
        { start: base + 0x1400, end: base + 0x1410 }
      ]
    });
    expect(read?.ranges).toEqual(secretRanges(hv, 'data-flash'));
  });
  it('of which an access gives one field away is named by it, and by no other', () => {
    const md = load('md-im3');
    const [code] = md.secrets;
    const reads = listSecretReads(md, { readsSecrets: [code?.id ?? ''] });
    expect(reads).toHaveLength(1);
    const within = secretsWithin(md, 'eeprom', reads[0]?.ranges ?? []);
    expect(within.map((s) => s.id)).toEqual([code?.id]);
    expect(secretsWithin(md, 'eeprom', secretRanges(md, 'eeprom'))).toEqual(md.secrets);
    // half of a field is none of it
    const [first] = reads[0]?.ranges ?? [];
    expect(secretsWithin(md, 'eeprom', first ? [{ ...first, end: first.end - 1 }] : [])).toEqual(
      []
    );
  });
  it('of an access that gives none away, and of no access, is nothing', () => {
    const boot = hv.accesses.find((a) => a.kind === 'boot');
    expect(listSecretReads(hv, boot)).toEqual([]);
    expect(listSecretReads(hv, undefined)).toEqual([]);
    expect(secretRanges(hv, 'program-flash')).toEqual([]);
  });
  it('of fields that touch is one range', () => {
    const md = load('md-im3');
    const ranges = secretRanges(md, 'eeprom');
    for (const [i, range] of ranges.entries())
      if (i > 0) expect(range.start).toBeGreaterThan(ranges[i - 1]?.end ?? NaN);
    const bytes = md.secrets.flatMap((s) => s.offsets.map(() => s.lengthBytes));
    const total = ranges.reduce((sum, r) => sum + lengthOf(r), 0);
    expect(total).toBeLessThanOrEqual(bytes.reduce((a, b) => a + b, 0));
  });

  const ranges = secretRanges(hv, 'data-flash');
  const secret = Uint8Array.from({ length: 16 }, (_, i) => i * 11 + 1);
  const found = (second: Uint8Array) =>
    inspectSecrets(
      hv,
      hv.secrets,
      splitBytes(Uint8Array.of(...secret, ...second), ranges, 'x')
    ).map((f) => `${f.severity} ${f.code}`);
  it('is plausible when its copies are equal, and a look when one bit differs', () => {
    expect(found(secret)).toEqual([]);
    for (let i = 0; i < 16; i++)
      expect(found(secret.map((b, at) => (at === i ? b ^ 1 : b)))).toEqual([
        'look image.secret.torn'
      ]);
  });
  it('that is blank, or of which a copy was not read, is never plausible', () => {
    for (const value of [0x00, 0xff, 0x5a]) {
      const blank = splitBytes(new Uint8Array(32).fill(value), ranges, 'x');
      expect(inspectSecrets(hv, hv.secrets, blank)[0]?.severity).toBe('stop');
    }
    const half = splitBytes(secret, ranges.slice(0, 1), 'x');
    expect(inspectSecrets(hv, hv.secrets, half)[0]?.code).toBe('image.secret.torn');
    expect(inspectSecrets(hv, hv.secrets, { pieces: [] })[0]?.severity).toBe('stop');
  });
});
