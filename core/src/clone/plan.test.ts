import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { needsDonor, planParts, type PartsChoice, type SourceChange } from './parts.ts';
import { readPlan, sameRecipe, type ClonePlan, type RecipeLine } from './plan.ts';

const profileOf = (name: string) => {
  const text = readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8');
  const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const hv = profileOf('hv-ec4');
const bd = profileOf('pw-bd1');
const none = { changes: [], partner: false, supplied: [] };
const plan = (family: typeof hv, choice: Partial<PartsChoice>) =>
  planParts(family, { method: 'merge', ...none, ...choice });
const change = (of: Partial<SourceChange>): SourceChange => ({
  ...{ regionId: 'eeprom', start: 0x320, end: 0x322, from: 'donor', reason: 'tow bar stays' },
  ...of
});
/** Region by region: start-end of what is not the original's. */
const told = (result: ReturnType<typeof planParts>) =>
  result.ok
    ? result.value.map(
        ({ regionId, parts }) =>
          `${regionId}: ${parts.map((p) => `${p.start.toString(16)}-${p.end.toString(16)} ${p.from}`).join(', ')}`
      )
    : result.problem.code;

describe('where each byte comes from', () => {
  it('whole image: every region of the original, the small one first as the family says', () => {
    expect(told(plan(hv, { method: 'whole-image' }))).toEqual([
      'data-flash: 0-10000 original',
      'program-flash: 0-200000 original'
    ]);
  });
  it('merge: what belongs to the donor stays, and a region that is all the donor’s is not written', () => {
    const made = plan(bd, {});
    expect(told(made)).toEqual([
      'eeprom: 0-50 original, 50-5c donor, 5c-7000 original, 7000-7400 donor, 7400-8000 original'
    ]);
    expect(made.ok && needsDonor(made.value)).toBe(true);
  });
  it('memory chip only: the region that a programmer reaches', () => {
    expect(told(plan(bd, { method: 'memory-chip' }))).toHaveLength(1);
    expect(told(plan(profileOf('md-im3'), { method: 'memory-chip' }))).toEqual([
      'eeprom: 0-200 original'
    ]);
    expect(told(plan(hv, { method: 'memory-chip' }))).toBe('clone.method.unfit');
  });
  it('patch one secret: every copy of it, the rest stays the donor’s', () => {
    const ec = profileOf('pw-ec9');
    expect(told(plan(ec, { method: 'patch-secret' }))).toEqual([
      'backup: 0-400 donor, 400-410 original, 410-1400 donor, 1400-1410 original, 1410-400000 donor'
    ]);
    const partner = plan(ec, { method: 'patch-secret', partner: true });
    expect(told(partner)).toEqual([
      'backup: 0-400 donor, 400-410 partner, 410-1400 donor, 1400-1410 partner, 1410-400000 donor'
    ]);
    expect(told(plan(bd, { method: 'patch-secret' }))).toBe('clone.method.unfit');
  });
  it('supplied file: the regions for which there is one, and nobody changes where they come from', () => {
    const supplied = ['program-flash'];
    expect(told(plan(hv, { method: 'supplied-file', supplied }))).toEqual([
      'program-flash: 0-200000 supplied'
    ]);
    expect(told(plan(hv, { method: 'supplied-file' }))).toBe('gate.content.none');
    const changes = [change({ regionId: 'program-flash' })];
    expect(told(plan(hv, { method: 'supplied-file', supplied, changes }))).toBe(
      'clone.change.supplied'
    );
  });
  it('nothing is cloned where a new unit is bought', () => {
    expect(told(plan(hv, { method: 'none' }))).toBe('clone.method.other');
  });
  it('parts touch, and cover their region exactly, whatever is laid over', () => {
    for (const family of ['pw-bd1', 'md-cm5', 'cv-gx7', 'pw-ec9'])
      for (const method of ['merge', 'whole-image', 'memory-chip', 'patch-secret'] as const) {
        const profile = profileOf(family);
        const made = plan(profile, { method });
        if (!made.ok) continue;
        for (const { regionId, parts } of made.value) {
          const end = profile.regions.find((r) => r.id === regionId)?.lengthBytes;
          expect(parts[0]?.start).toBe(0);
          expect(parts.at(-1)?.end).toBe(end);
          parts.forEach((p, i) => expect(p.end).toBe(parts[i + 1]?.start ?? end));
        }
      }
  });
});

describe('a person takes bytes from elsewhere', () => {
  it('both copies of a field, and the reason stays with them', () => {
    const changes = [change({}), change({ start: 0x1320, end: 0x1322 })];
    // one copy alone would leave two codings in one unit
    expect(told(plan(bd, { changes: changes.slice(1) }))).toBe('clone.field.torn');
    const both = planParts(bd, { ...none, method: 'merge', changes: [change({ end: 0x1322 })] });
    expect(told(both)).toBe('clone.field.torn');
    const whole = [change({ start: 0, end: 0x7000 })];
    const made = plan(bd, { changes: whole });
    expect(told(made)).toEqual(['eeprom: 0-7000 donor, 7000-7400 donor, 7400-8000 original']);
  });
  it('back to what the family says', () => {
    const away = change({ start: 0x7000, end: 0x7400, from: 'original' });
    const back = { ...away, from: 'family' } as const;
    expect(told(plan(bd, { changes: [away] }))[0]).not.toContain('7000-7400 donor');
    expect(told(plan(bd, { changes: [away, back] }))).toEqual(told(plan(bd, {})));
  });
  it('no field is torn, and mileage goes with the identity', () => {
    expect(told(plan(bd, { changes: [change({ start: 0x210, end: 0x220 })] }))).toBe(
      'clone.field.torn'
    );
    // three copies of the mileage, none of the VIN
    const mileage = [0x300, 0x1300, 0x2300].map((start) => change({ start, end: start + 4 }));
    expect(told(plan(bd, { changes: mileage }))).toBe('clone.mileage.apart');
    expect(told(plan(bd, { changes: mileage.slice(1) }))).toBe('clone.field.torn');
  });
  it('mileage that would be written where the VIN is not is refused', () => {
    const region = bd.regions.find((r) => r.id === 'eeprom');
    const apart = {
      ...bd,
      identity: bd.identity.map((f) =>
        f.id === 'vin' ? { ...f, stored: { region: 'processor', offsets: [0x100] } } : f
      )
    };
    expect(region).toBeDefined();
    expect(told(planParts(apart, { ...none, method: 'merge' }))).toBe('clone.mileage.apart');
  });
  it('outside of what is written, and from a partner that there is not', () => {
    expect(told(plan(bd, { changes: [change({ end: 0x8001 })] }))).toBe('clone.change.outside');
    expect(told(plan(bd, { changes: [change({ end: 0x320 })] }))).toBe('clone.change.outside');
    expect(told(plan(bd, { changes: [change({ regionId: 'nowhere' })] }))).toBe(
      'clone.change.outside'
    );
    const secret = change({ start: 0x480, end: 0x4a0, from: 'partner' });
    expect(told(plan(bd, { changes: [secret] }))).toBe('clone.change.partner');
    expect(told(plan(bd, { changes: [secret], partner: true }))[0]).toContain('480-4a0 partner');
    expect(told(plan(bd, { changes: [change({ from: 'partner' })], partner: true }))).toBe(
      'clone.change.partner'
    );
  });
  it('two processors are written together', () => {
    const dx = profileOf('pw-dx2');
    const end = dx.regions.find((r) => r.id === 'engine-flash')?.lengthBytes ?? 0;
    const changes = [change({ regionId: 'engine-flash', start: 0, end })];
    expect(told(plan(dx, { method: 'whole-image', changes }))).toBe('clone.together.missing');
  });
});

describe('a plan that was made', () => {
  const line = (of: Partial<RecipeLine> = {}): RecipeLine => ({
    regionId: 'eeprom',
    parts: [{ start: 0, end: 8, from: 'original', what: '', why: '' }],
    sources: [{ from: 'original', regionId: 'eeprom', readId: 'r1', sha256: 'aa' }],
    ...of
  });
  it('is the same for the same contents, whatever they are called', () => {
    const cut = [
      { start: 0, end: 4, from: 'original', what: 'VIN', why: 'x' },
      { start: 4, end: 8, from: 'original', what: '', why: '' }
    ] as const;
    expect(sameRecipe([line()], [line({ parts: cut })])).toBe(true);
    const other = [{ from: 'original', regionId: 'eeprom', readId: 'r9', sha256: 'aa' }] as const;
    expect(sameRecipe([line()], [line({ sources: other })])).toBe(true);
    const two = [line(), line({ regionId: 'flash' })];
    expect(sameRecipe(two, two.toReversed())).toBe(true);
  });
  it('is another for another content, another source, or a region more', () => {
    const sources = [{ from: 'original', regionId: 'eeprom', readId: 'r1', sha256: 'bb' }] as const;
    expect(sameRecipe([line()], [line({ sources })])).toBe(false);
    const parts = [{ start: 0, end: 8, from: 'donor', what: '', why: '' }] as const;
    expect(sameRecipe([line()], [line({ parts })])).toBe(false);
    expect(sameRecipe([line()], [line(), line({ regionId: 'flash' })])).toBe(false);
  });
  it('from before parts were kept was a copy of one content', () => {
    const old = {
      method: 'whole-image',
      family: 'F',
      lines: [{ regionId: 'eeprom', regionName: 'E', lengthBytes: 8, readId: 'r1', sha256: 'aa' }]
    } as unknown as ClonePlan;
    const [read] = readPlan(old).lines;
    expect(read && sameRecipe([read], [line()])).toBe(true);
    expect(read?.provenance).toEqual([{ start: 0, end: 8, origin: 'original', what: '' }]);
    // what is complete is left as it is
    const now = readPlan(readPlan(old));
    expect(now).toEqual(readPlan(old));
  });
});

it('every field of every shipped family comes from one source by every method that it offers', () => {
  for (const family of ['hv-ec4', 'pw-bd1', 'md-cm5', 'md-im3', 'cv-gx7', 'pw-ec9', 'pw-dx2']) {
    const profile = profileOf(family);
    for (const { id: method } of profile.cloneMethods) {
      const made = plan(profile, { method });
      expect(made.ok, `${family} ${method}`).toBe(true);
    }
    expect(profile.regions.flatMap((r) => fieldsOfRegion(profile, r.id)).length).toBeGreaterThan(0);
  }
});
