import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { planParts, type SourceChange } from './parts.ts';
import { copiesOf, fillOf, listResets, resetAt } from './resets.ts';

const load = (name: string) =>
  JSON.parse(
    readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8')
  ) as ProfileDocument;
const parsed = (doc: ProfileDocument): Profile => {
  const made = parseProfile(doc);
  if (!made.ok) throw new Error(made.problem.code);
  return made.value;
};
const tc = parsed(load('qn-tc2'));
const [first, second] = copiesOf(listResets(tc)[0]?.spec as never) as [
  { start: number; end: number },
  { start: number; end: number }
];
const change = (over: Partial<SourceChange>): SourceChange => ({
  ...{ regionId: 'eeprom', ...first, from: 'filler', reason: 'learnt by another' },
  ...over
});
const fillers = (...changes: SourceChange[]) => {
  const made = planParts(tc, { method: 'whole-image', changes, partner: false, supplied: [] });
  if (!made.ok) return made.problem.code;
  const region = made.value.find((r) => r.regionId === 'eeprom');
  // ascending, touching, whole
  region?.parts.forEach((p, i) => expect(region.parts[i + 1]?.start ?? 8192).toBe(p.end));
  return (region?.parts ?? [])
    .filter((p) => p.from === 'filler')
    .map((p) => `${p.start}-${p.end} ${p.what}`);
};
const BOTH = [first, second].map((r) => `${r.start}-${r.end} Clutch fill`);

describe('learnt values that the family lets be set back', () => {
  it('are set back in every copy, told by any of them, and come back in every copy', () => {
    expect(fillers()).toEqual([]);
    expect(fillers(change({}))).toEqual(BOTH);
    expect(fillers(change(second))).toEqual(BOTH);
    expect(fillers(change({}), change({ ...second, from: 'family' }))).toEqual([]);
    expect(fillers(change({}), change({ from: 'donor' }))).toEqual([]);
    expect(fillers(change({}), change({ from: 'family' }), change({}))).toEqual(BOTH);
  });

  it('and nothing else is: half of one, a VIN, any other bytes', () => {
    const vin = tc.identity.find((f) => f.id === 'vin')?.stored?.offsets[0] as number;
    for (const range of [
      { start: first.start, end: first.end - 1 },
      { start: first.start, end: first.end + 1 },
      { start: vin, end: vin + 17 },
      { start: 0, end: 16 }
    ])
      expect(fillers(change(range)), JSON.stringify(range)).toBe('clone.reset.other');
    expect(fillers(change({ regionId: 'program' }))).toBe('clone.reset.other');
    expect(resetAt(tc, 'external', first)).toBeUndefined();
  });

  it('hold what the family says, repeated', () => {
    const [reset] = listResets(tc);
    if (!reset) throw new Error('nothing');
    expect([...fillOf(reset)]).toEqual(Array.from({ length: 24 }, () => 0xff));
    expect([...fillOf({ ...reset, fill: '00C8' })].slice(0, 6)).toEqual([0, 200, 0, 200, 0, 200]);
  });

  it('are never mileage, identity or security data, and the pattern fits', () => {
    const codeWith = (name: string, field: string, fill = 'FF') => {
      const doc = load(name);
      const made = parseProfile({
        ...doc,
        clone: { ...doc.clone, resets: [{ field, fill, why: 'tried' }] }
      });
      return made.ok ? 'ok' : made.problem.code;
    };
    expect(codeWith('qn-tc2', 'clutch-fill')).toBe('ok');
    expect(codeWith('qn-tc2', 'clutch-fill', 'FF00FF00FF')).toBe('profile.reset.unfit');
    for (const field of ['mileage', 'vin', 'immobiliser-secret', 'nowhere'])
      expect(codeWith('pw-ec9', field), field).toBe('profile.reset.unfit');
  });
});
