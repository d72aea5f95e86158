import { PLAIN_RULE } from '../checksum/rule.ts';
import { expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import type { Profile } from '../profile/profile.ts';
import { checkImageSize, MAX_IMAGE_BYTES } from './check-image-size.ts';
import { inspectImage } from './inspect-image.ts';
import { proposeName } from './propose-name.ts';

const region = {
  id: 'eeprom',
  name: 'EEPROM',
  address: 0,
  lengthBytes: 1024,
  eraseBlockBytes: undefined,
  readBytesPerSecond: 1,
  writeBytesPerSecond: 1,
  eraseMs: 0,
  processor: undefined
};
const profile: Profile = {
  id: 'XX-AB1',
  version: 1,
  make: 'm',
  kind: 'body',
  title: 't',
  notes: [],
  chipMarkings: [],
  connectors: [],
  boards: [],
  dismantling: [],
  labels: [],
  regions: [region],
  writeOrder: ['eeprom'],
  cloneMethod: 'whole-image',
  cloneMethods: [],
  cloneRanges: [],
  suppliedRanges: [],
  resets: [],
  together: [],
  match: [],
  supersessions: [],
  otherMakes: [],
  transforms: [],
  secrets: [],
  makerRoute: false,
  afterFit: [],
  risks: [],
  wear: [],
  typicalMinutes: { read: undefined, write: undefined },
  identity: [
    {
      id: 'vin',
      name: 'VIN',
      lengthBytes: 6,
      did: undefined,
      stored: { region: 'eeprom', offsets: [16, 32] }
    }
  ],
  fields: [],
  checksums: [
    {
      id: 'sum',
      region: 'eeprom',
      algorithm: 'SUM-16-BE',
      over: [{ start: 64, end: 68 }],
      storedAt: 70,
      littleEndian: false,
      ...PLAIN_RULE
    }
  ],
  accesses: [],
  securityData: false,
  expectedBenchFaults: [],
  exercise: undefined,
  sleep: undefined
};
const image = () => {
  const bytes = Uint8Array.from({ length: 1024 }, (_, i) => (i * 7 + (i >> 4)) & 0xff);
  for (const at of [16, 32]) bytes.set(encodeAscii('ABC   '), at);
  bytes.set([0, 1, 0, 2], 64);
  bytes.set([0, 3], 70);
  return bytes;
};
const look = (bytes: Uint8Array, of = profile) => inspectImage(of, 'eeprom', bytes);

it('says nothing about a sound image and reads its identity', () => {
  const { entropyBitsPerByte, ...rest } = look(image());
  expect(rest).toEqual({ findings: [], identity: { vin: 'ABC' } });
  expect(entropyBitsPerByte).toBeGreaterThan(7);
});
for (const [byte, value] of [
  [0xff, 'FF'],
  [0xab, 'AB'],
  [0x0a, '0A'],
  [0x00, '00']
] as const) {
  it(`stops nothing but ${value}, and asks no further`, () => {
    expect(look(new Uint8Array(1024).fill(byte))).toEqual({
      findings: [{ code: 'image.fill.single', severity: 'stop', params: { value } }],
      entropyBitsPerByte: 0,
      identity: {}
    });
  });
}
it('stops content that repeats, with the length of what repeats', () => {
  const mirrored = image();
  mirrored.copyWithin(512, 0, 512);
  expect(look(mirrored).findings).toEqual([
    { code: 'image.repeat.mirrored', severity: 'stop', params: { everyBytes: 512 } }
  ]);
});
it('remarks on a checksum that does not hold and on copies that differ', () => {
  const bytes = image();
  bytes[67] = 0xab;
  bytes[33] = 0x5a;
  expect(look(bytes).findings).toEqual([
    {
      code: 'image.checksum.differs',
      severity: 'look',
      params: { rule: 'sum', stored: '3', computed: 'AC' },
      range: { start: 64, end: 68 }
    },
    { code: 'image.identity.torn', severity: 'look', params: { field: 'vin' } }
  ]);
});
it('holds only the rules of this region against it', () => {
  const [rule] = profile.checksums;
  const elsewhere = { ...rule, region: 'flash' } as (typeof profile.checksums)[number];
  const bytes = image();
  bytes[67] = 0xab;
  expect(look(bytes, { ...profile, checksums: [elsewhere] }).findings).toEqual([]);
});
it('throws for a wrong length, which the size check catches first', () => {
  expect(() => look(new Uint8Array(5))).toThrow('"image" expected 1024 bytes, got 5');
  const large = { ...region, lengthBytes: MAX_IMAGE_BYTES };
  const said = (n: number, of = region) => checkImageSize(of, n);
  const wrong = (code: string, found: number, more = {}, expected = 1024) => ({
    ok: false,
    problem: { code: `image.size.${code}`, params: { found, expected, region: 'EEPROM', ...more } }
  });
  expect(said(1024)).toEqual({ ok: true, value: true });
  expect(said(MAX_IMAGE_BYTES, large)).toEqual({ ok: true, value: true });
  expect(said(0)).toEqual(wrong('empty', 0));
  expect(said(1023)).toEqual(wrong('wrong', 1023));
  expect(said(1025)).toEqual(wrong('wrong', 1025));
  expect(said(MAX_IMAGE_BYTES)).toEqual(wrong('wrong', MAX_IMAGE_BYTES));
  expect(said(MAX_IMAGE_BYTES + 1)).toEqual(
    wrong('huge', MAX_IMAGE_BYTES + 1, { most: MAX_IMAGE_BYTES })
  );
});
it('proposes names that sort and say everything', () => {
  const parts = {
    ...{ vin: 'U8HVC3F2401084417', plate: '' },
    role: 'original',
    family: 'HV-EC4',
    region: 'program-flash',
    number: 2,
    date: '2026-11-25'
  };
  expect(proposeName(parts)).toBe('1084417_original_HV-EC4_program-flash_read2_2026-11-25.bin');
  const named = (plate: string, vin = parts.vin) =>
    proposeName({ ...parts, plate, vin }).split('_')[0];
  expect(named('SB 417 K')).toBe('SB417K');
  expect(named('横浜')).toBe('1084417');
  expect(named('', '')).toBe('no-vin');
});
