import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { planWholeImage } from './plan.ts';

const profileOf = (name: string) => {
  const text = readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8');
  const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const hv = profileOf('hv-ec4');
const sources = [
  { regionId: 'program-flash', trustedSha256: 'bb', readId: 'r2' },
  { regionId: 'data-flash', trustedSha256: 'aa', readId: 'r1' }
];

it('plans every region from its read, the small one first as the family says', () => {
  expect(planWholeImage(hv, 'whole-image', sources)).toMatchObject({
    ok: true,
    value: {
      method: 'whole-image',
      lines: [
        { regionId: 'data-flash', readId: 'r1', sha256: 'aa', lengthBytes: 65536 },
        { regionId: 'program-flash', readId: 'r2', sha256: 'bb', lengthBytes: 2097152 }
      ]
    }
  });
});
it('refuses a region that is not trusted, and another method', () => {
  expect(planWholeImage(hv, 'whole-image', sources.slice(1))).toMatchObject({
    problem: { code: 'clone.region.untrusted', params: { region: 'Program flash' } }
  });
  expect(planWholeImage(profileOf('pw-bd1'), 'merge', [])).toMatchObject({
    problem: {
      code: 'clone.method.other',
      params: { family: 'PW-BD1', method: 'merge' }
    }
  });
});
