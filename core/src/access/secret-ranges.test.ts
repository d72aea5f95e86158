import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { knownRanges } from '../image/image.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { withoutSecrets } from './secret-ranges.ts';

function family(name: string): Profile {
  const text = readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8');
  const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
}
const ring = family('md-im3');
const bytes = Uint8Array.from({ length: 512 }, (_, i) => i & 0xff);

describe('what may leave of a region', () => {
  it('is everything but every copy of its security data, at its addresses', () => {
    const told = withoutSecrets(ring, 'eeprom', bytes);
    expect(told?.leftOut.map((r) => [r.start, r.end])).toEqual([
      [0x20, 0x24],
      [0x60, 0x64],
      [0x80, 0xa0]
    ]);
    expect(told && knownRanges(told.image)).toEqual([
      { start: 0, end: 0x20 },
      { start: 0x24, end: 0x60 },
      { start: 0x64, end: 0x80 },
      { start: 0xa0, end: 0x200 }
    ]);
  });
  it('is all of it where the family holds none', () => {
    const none = { ...ring, secrets: [], securityData: false };
    expect(withoutSecrets(none, 'eeprom', bytes)).toMatchObject({ leftOut: [] });
  });
  it('is nothing where it cannot be told apart', () => {
    const unknown = { ...ring, secrets: [] };
    expect(withoutSecrets(unknown, 'eeprom', bytes)).toBeUndefined();
    expect(withoutSecrets(ring, 'elsewhere', bytes)).toBeUndefined();
    expect(withoutSecrets(ring, 'eeprom', bytes.subarray(1))).toBeUndefined();
    const scrambled = {
      ...ring,
      transforms: [{ id: 'x', name: 'x', region: 'eeprom', steps: [{ kind: 'invert' }] }]
    } as unknown as Profile;
    expect(withoutSecrets(scrambled, 'eeprom', bytes)).toBeUndefined();
  });
});
