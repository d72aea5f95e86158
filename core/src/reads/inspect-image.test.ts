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
  labels: [],
  regions: [region],
  writeOrder: ['eeprom'],
  school: 'whole-image',
  schools: [],
  cloneRanges: [],
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
  thumb: { read: undefined, write: undefined },
  identity: [
    {
      id: 'vin',
      name: 'VIN',
      lengthBytes: 6,
      did: undefined,
      stored: { region: 'eeprom', offsets: [16, 32] }
    }
  ],
  checksums: [
    {
      id: 'sum',
      region: 'eeprom',
      kind: 'sum16',
      over: { start: 64, end: 68 },
      storedAt: 70,
      littleEndian: false
    }
  ],
  ways: [],
  securityData: false,
  expectedBenchFaults: []
};
const image = () => {
  const bytes = Uint8Array.from({ length: 1024 }, (_, i) => (i * 7 + (i >> 4)) & 0xff);
  for (const at of [16, 32]) bytes.set(encodeAscii('ABC   '), at);
  bytes.set([0, 1, 0, 2], 64);
  bytes.set([0, 3], 70);
  return bytes;
};
const codes = (bytes: Uint8Array) =>
  inspectImage(profile, 'eeprom', bytes).findings.map((f) => f.code);

it('says nothing about a sound image and reads its identity', () => {
  expect(inspectImage(profile, 'eeprom', image())).toMatchObject({
    findings: [],
    identity: { vin: 'ABC' }
  });
});
it('stops what is no data', () => {
  expect(codes(new Uint8Array(1024).fill(0xff))).toEqual(['image.fill.single']);
  const mirrored = image();
  mirrored.copyWithin(512, 0, 512);
  expect(codes(mirrored)).toContain('image.repeat.mirrored');
});
it('remarks on a checksum that does not hold and on copies that differ', () => {
  const bytes = image();
  bytes[65] = 9;
  bytes[33] = 0x5a;
  expect(codes(bytes)).toEqual(['image.checksum.differs', 'image.identity.torn']);
});
it('throws for a wrong length, which the size check catches first', () => {
  expect(() => inspectImage(profile, 'eeprom', new Uint8Array(5))).toThrow(RangeError);
  const code = (n: number) => {
    const r = checkImageSize(region, n);
    return r.ok ? 'ok' : r.problem.code;
  };
  expect([1024, 0, 1023, MAX_IMAGE_BYTES + 1].map(code)).toEqual([
    'ok',
    'image.size.empty',
    'image.size.wrong',
    'image.size.huge'
  ]);
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
