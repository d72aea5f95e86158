import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { bytesAtOf } from '../checksum/rule.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { findSecrets } from './find-secrets.ts';

const text = readFileSync(new URL('../../../profiles/md-im3.json', import.meta.url), 'utf8');
const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
if (!parsed.ok) throw new Error(parsed.problem.code);
const profile = parsed.value;

const memory = () => {
  const bytes = new Uint8Array(512).fill(0x5a);
  for (const at of [0x20, 0x60]) bytes.set([0x47, 0x11, 0x08, 0x15], at);
  return bytes;
};
const code = (bytes: Uint8Array) =>
  findSecrets(profile, 'eeprom', bytesAtOf(bytes)).find((s) => s.id === 'key-code');

it('tells a value only where every copy says the same, and reads as it must', () => {
  expect(code(memory())).toMatchObject({ verdict: 'sound', value: '47110815' });
  const torn = memory();
  torn[0x61] = 0x12;
  expect(code(torn)).toMatchObject({ value: '' });
  expect(code(torn)?.verdict).not.toBe('sound');
  const odd = memory();
  for (const at of [0x20, 0x60]) odd[at] = 0xab;
  expect(code(odd)).toMatchObject({ verdict: 'malformed', value: '' });
  const blank = memory();
  for (const at of [0x20, 0x60]) blank.fill(0xff, at, at + 4);
  expect(code(blank)).toMatchObject({ verdict: 'blank', value: '' });
  // one copy lies beyond what is known
  expect(code(memory().subarray(0, 0x40))).toMatchObject({ verdict: 'unknown', value: '' });
});
