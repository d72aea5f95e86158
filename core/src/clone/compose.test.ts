import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../base/random.ts';
import { bytesAtOf } from '../checksum/rule.ts';
import { verifySums } from '../checksum/verify-sums.ts';
import { correctSums } from '../checksum/correct-sums.ts';
import { encodeForm } from '../field/encode-field.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { imageOf } from '../image/image.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { getRegion, rangeOf, type Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { layBare, scramble } from '../transform/plain-region.ts';
import { buildLine } from './build-line.ts';
import { composeRegion, type Contents, type SourceContent } from './compose.ts';
import { planParts, type RegionParts } from './parts.ts';
import type { PlanSource } from './plan.ts';
import { countOrigins } from './trace-parts.ts';

const profileOf = (name: string): Profile => {
  const text = readFileSync(new URL(`../../../profiles/${name}.json`, import.meta.url), 'utf8');
  const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const bd = profileOf('pw-bd1');
const cv = profileOf('cv-gx7');
const ec = profileOf('pw-ec9');
const VINS = { original: 'U8PWB0D1X02001111', donor: 'U8PWB0D1102009999' } as const;

const made = new Map<string, Uint8Array>();
/** Plain content of a region, checksums right, secrets and VIN by `who`. Made once, a copy each time. */
function makePlain(profile: Profile, regionId: string, who: 'original' | 'donor'): Uint8Array {
  const key = `${profile.id} ${regionId} ${who}`;
  const bytes = made.get(key) ?? inventPlain(profile, regionId, who);
  made.set(key, bytes);
  return bytes.slice();
}

function inventPlain(profile: Profile, regionId: string, who: 'original' | 'donor'): Uint8Array {
  const { lengthBytes } = getRegion(profile, regionId);
  const random = createRandom(who === 'original' ? 7 : 11);
  const bytes = Uint8Array.from({ length: lengthBytes }, () => random() & 0xff);
  for (const field of fieldsOfRegion(profile, regionId)) {
    const value =
      field.id === 'vin'
        ? encodeForm(field.form, VINS[who], field.lengthBytes)
        : Uint8Array.from({ length: field.lengthBytes }, (_, i) =>
            field.role === 'identity'
              ? 0x30 + ((i + (who === 'donor' ? 1 : 0)) % 10)
              : random() & 0x7f
          );
    for (const at of field.offsets) bytes.set(value ?? new Uint8Array(field.lengthBytes), at);
  }
  const rules = profile.checksums.filter((r) => r.region === regionId);
  const whole = imageOf([{ range: { start: 0, end: lengthBytes }, bytes, origin: 'x' }]);
  const corrected = correctSums(whole, rules);
  if (!corrected.ok) throw new Error(corrected.problem.code);
  for (const c of corrected.value.changes) bytes.set(c.becomes, c.range.start);
  return bytes;
}

function contentOf(profile: Profile, regionId: string, plain: Uint8Array): SourceContent {
  const raw = scramble(profile, regionId, plain);
  if (!raw.ok) throw new Error(raw.problem.code);
  const range = rangeOf(getRegion(profile, regionId));
  return { profile, regionId, image: imageOf([{ range, bytes: raw.value, origin: 'read' }]) };
}

const contentsOf = (profile: Profile, regionId: string): Contents => ({
  original: contentOf(profile, regionId, makePlain(profile, regionId, 'original')),
  donor: contentOf(profile, regionId, makePlain(profile, regionId, 'donor'))
});
const none = { changes: [], partner: false, supplied: [] };
function partsOf(profile: Profile, method: 'merge' | 'patch-secret' | 'whole-image', at = 0) {
  const made = planParts(profile, { ...none, method });
  if (!made.ok) throw new Error(made.problem.code);
  return made.value[at] as RegionParts;
}
const composed = (profile: Profile, region: RegionParts, contents: Contents) => {
  const made = composeRegion(profile, region, contents);
  if (!made.ok) throw new Error(`${made.problem.code} ${JSON.stringify(made.problem.params)}`);
  return made.value;
};
const holds = (profile: Profile, regionId: string, plain: Uint8Array) =>
  verifySums(
    profile.checksums.filter((r) => r.region === regionId),
    bytesAtOf(plain)
  ).every((s) => s.verdict === 'holds');

describe('a merge, byte by byte', () => {
  const region = partsOf(bd, 'merge');
  const original = makePlain(bd, 'eeprom', 'original');
  const donor = makePlain(bd, 'eeprom', 'donor');
  const { plain, bytes, provenance, sums } = composed(bd, region, contentsOf(bd, 'eeprom'));

  it('every byte is where its provenance says', () => {
    const wrong: string[] = [];
    for (const { start, end, origin } of provenance)
      for (let at = start; at < end; at++) {
        const meant =
          origin === 'original' ? original[at] : origin === 'donor' ? donor[at] : undefined;
        if (meant !== undefined && plain[at] !== meant) wrong.push(`${at} ${origin}`);
      }
    expect(wrong).toEqual([]);
    expect(provenance[0]?.start).toBe(0);
    expect(provenance.at(-1)?.end).toBe(bytes.length);
    provenance.forEach((p, i) => expect(provenance[i + 1]?.start ?? bytes.length).toBe(p.end));
  });
  it('the checksum that the mixing broke is corrected and shown before and after; those that still hold are let alone', () => {
    expect(holds(bd, 'eeprom', plain)).toBe(true);
    expect(countOrigins(provenance).checksum).toBe(2);
    const changed = sums.filter((s) => s.before !== s.after).map((s) => s.rule);
    expect(changed).toEqual(['vehicle-crc']);
    // all of the donor's calibration with its own checksum
    expect(provenance).toContainEqual({
      ...{ start: 0x7010, end: 0x7400 },
      ...{ origin: 'donor', what: 'Hardware calibration' }
    });
  });
  it('fields are named where they lie, whatever part they lie in', () => {
    const named = (what: string) => provenance.filter((p) => p.what === what).map((p) => p.origin);
    expect(named('VIN')).toEqual(['original', 'original']);
    expect(named('Immobiliser secret')).toEqual(['original', 'original']);
    expect(named('Mileage')).toHaveLength(3);
    expect(named('Serial')).toEqual(['donor']);
  });
});

describe('what is not right is not made right', () => {
  const region = partsOf(bd, 'merge');
  const spoil = (from: 'original' | 'donor', at: number): Contents => {
    const plain = makePlain(bd, 'eeprom', from);
    plain[at] = (plain[at] as number) ^ 1;
    return { ...contentsOf(bd, 'eeprom'), [from]: contentOf(bd, 'eeprom', plain) };
  };
  const codeOf = (contents: Contents, of = region) => {
    const made = composeRegion(bd, of, contents);
    return made.ok ? 'built' : `${made.problem.code} ${made.problem.params['rule'] ?? ''}`;
  };
  it('a checksum that fails in a content that is used for it holds the build', () => {
    expect(codeOf(spoil('original', 0x2500))).toBe('clone.source.unsound vehicle-crc');
    expect(codeOf(spoil('donor', 0x7010))).toBe('clone.source.unsound hardware-crc');
    // the donor's serial is counted by the checksum of the vehicle: that must hold there too
    expect(codeOf(spoil('donor', 0x2500))).toBe('clone.source.unsound vehicle-crc');
  });
  it('a part of a content of which nothing is taken may be wrong', () => {
    expect(codeOf(spoil('donor', 0x7500))).toBe('built');
    expect(codeOf(spoil('original', 0x7010))).toBe('built');
  });
  it('an exact copy is never corrected', () => {
    const copy = partsOf(bd, 'whole-image');
    expect(codeOf(contentsOf(bd, 'eeprom'), copy)).toBe('built');
    expect(codeOf(spoil('original', 0x7500), copy)).toBe('clone.source.unsound events-crc');
  });
  it('any one bit turned in any content that is used is found', () => {
    const random = createRandom(5);
    for (let n = 0; n < 24; n++) {
      const at = random() % 0x8000;
      const from = region.parts.find((p) => p.start <= at && at < p.end)?.from as 'original';
      expect(codeOf(spoil(from, at)), `${at}`).toContain('clone.source.unsound');
    }
  });
  it('a content that is not there holds it', () => {
    const { original } = contentsOf(bd, 'eeprom');
    expect(codeOf(original ? { original } : {})).toBe('clone.source.missing ');
  });
});

describe('one secret is put in its place', () => {
  const region = partsOf(ec, 'patch-secret');
  const contents = contentsOf(ec, 'backup');
  const donor = makePlain(ec, 'backup', 'donor');
  it('in every copy, and nothing else but checksums is changed', () => {
    const { plain, provenance } = composed(ec, region, contents);
    const original = makePlain(ec, 'backup', 'original');
    expect([...plain.subarray(0x400, 0x410)]).toEqual([...original.subarray(0x400, 0x410)]);
    expect([...plain.subarray(0x1400, 0x1410)]).toEqual([...original.subarray(0x400, 0x410)]);
    expect(holds(ec, 'backup', plain)).toBe(true);
    const changed: number[] = [];
    for (let at = 0; at < plain.length; at++) if (plain[at] !== donor[at]) changed.push(at);
    const inside = (at: number) =>
      provenance.some((p) => p.start <= at && at < p.end && p.origin !== 'donor');
    expect(changed.every(inside)).toBe(true);
    expect(changed.length).toBeLessThanOrEqual(36);
    expect(countOrigins(provenance)).toMatchObject({ patched: 32, checksum: 4 });
  });
  it('of a partner of another family, by the same name and length', () => {
    const made = planParts(ec, { ...none, method: 'patch-secret', partner: true });
    const own = made.ok ? (made.value[0] as RegionParts) : region;
    const partner = contentOf(bd, 'eeprom', makePlain(bd, 'eeprom', 'original'));
    const { donor: from } = contents;
    const { plain } = composed(ec, own, { partner, ...(from ? { donor: from } : {}) });
    const body = makePlain(bd, 'eeprom', 'original');
    expect([...plain.subarray(0x1400, 0x1410)]).toEqual([...body.subarray(0x400, 0x410)]);
    // security data read alone is enough
    const alone: SourceContent = {
      ...{ profile: bd, regionId: 'eeprom' },
      image: imageOf(
        [0x400, 0x1400].map((at) => {
          const start = getRegion(bd, 'eeprom').address + at;
          const bytes = body.subarray(0x400, 0x410);
          return { range: { start, end: start + 16 }, bytes, origin: 'alone' };
        })
      )
    };
    const again = composed(ec, own, { partner: alone, ...(from ? { donor: from } : {}) });
    expect(Buffer.compare(again.plain, plain)).toBe(0);
    // read alone of a family that scrambles it, those bytes are not the secret
    const scrambling: Profile = {
      ...bd,
      transforms: [{ id: 't', name: 'T', region: 'eeprom', steps: [{ kind: 'invert' }] }]
    };
    const bare = { ...alone, profile: scrambling };
    expect(
      composeRegion(ec, own, { partner: bare, ...(from ? { donor: from } : {}) })
    ).toMatchObject({ problem: { code: 'clone.secret.unsound' } });
  });
  it('copies that differ, or nothing that is kept, are no secret', () => {
    const torn = makePlain(ec, 'backup', 'original');
    torn[0x405] = (torn[0x405] as number) ^ 1;
    const blank = makePlain(ec, 'backup', 'original');
    blank.fill(0xff, 0x400, 0x410).fill(0xff, 0x1400, 0x1410);
    for (const plain of [torn, blank]) {
      const whole = imageOf([
        { range: { start: 0, end: plain.length }, bytes: plain, origin: 'x' }
      ]);
      const fixed = correctSums(whole, ec.checksums);
      if (fixed.ok) for (const c of fixed.value.changes) plain.set(c.becomes, c.range.start);
      const made = composeRegion(ec, region, {
        ...contents,
        original: contentOf(ec, 'backup', plain)
      });
      expect(made).toMatchObject({ ok: false, problem: { code: 'clone.secret.unsound' } });
    }
  });
});

describe('a scrambled family', () => {
  it('is laid bare, merged there, and scrambled again: both ways proven', () => {
    for (const [at, regionId] of ['eeprom', 'flash'].entries()) {
      const region = partsOf(cv, 'merge', at);
      expect(region.regionId).toBe(regionId);
      const { bytes, plain, provenance } = composed(cv, region, contentsOf(cv, regionId));
      const bare = layBare(cv, regionId, bytes);
      expect(bare.ok && Buffer.compare(bare.value, plain)).toBe(0);
      expect(Buffer.compare(bytes, plain)).not.toBe(0);
      expect(holds(cv, regionId, plain)).toBe(true);
      const donor = makePlain(cv, regionId, 'donor');
      for (const p of provenance.filter((p) => p.origin === 'donor'))
        expect(Buffer.compare(plain.subarray(p.start, p.end), donor.subarray(p.start, p.end))).toBe(
          0
        );
    }
  });
});

describe('what is told of a built region', () => {
  it('says what each field was and will be, and no secret', () => {
    const region = partsOf(bd, 'merge');
    const sources: PlanSource[] = [
      { from: 'original', regionId: 'eeprom', readId: 'o', sha256: 'aa' },
      { from: 'donor', regionId: 'eeprom', readId: 'd', sha256: 'bb' }
    ];
    const built = buildLine(bd, { ...region, sources }, contentsOf(bd, 'eeprom'));
    if (!built.ok) throw new Error(built.problem.code);
    const { line, plain } = built.value;
    expect(line.readId).toBe('o');
    expect(line.fields.find((f) => f.id === 'vin')).toMatchObject({
      ...{ written: VINS.original, original: VINS.original, donor: VINS.donor },
      origin: 'original'
    });
    const secret = line.fields.find((f) => f.role === 'secret');
    expect(secret?.written).toBe('kept secret');
    const bytes = Buffer.from(plain.subarray(0x400, 0x410)).toString('hex');
    expect(JSON.stringify(line).toLowerCase()).not.toContain(bytes);
    const donor = makePlain(bd, 'eeprom', 'donor');
    let differing = 0;
    plain.forEach((b, i) => (differing += b === donor[i] ? 0 : 1));
    expect(line.changesBytes).toBe(differing);
  });
});
