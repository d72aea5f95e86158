import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { describeBytes } from './describe-bytes.ts';
import { findNumbers } from './find-numbers.ts';

const noise = (length: number, seed = 5) => {
  const random = createRandom(seed);
  return Uint8Array.from({ length }, () => random() >>> 24);
};
function withText(...parts: readonly [number, string][]): Uint8Array {
  const bytes = noise(4096);
  for (const [at, text] of parts) bytes.set([0, ...encodeAscii(text), 0], at - 1);
  return bytes;
}

describe('numbers in an image', () => {
  it('are told where they look like those of labels, with the name that a profile has for them', () => {
    const bytes = withText(
      [100, '0731204416'],
      [200, 'HV4-A-2204.07'],
      [300, 'Injection map'],
      [400, '4417']
    );
    expect(findNumbers(bytes).map((n) => [n.at, n.text, n.names])).toEqual([
      [100, '0731204416', []],
      [200, 'HV4-A-2204.07', []]
    ]);
    const known = [{ name: 'Hardware number of HV-EC4', pattern: '^073\\d{7}$' }];
    expect(findNumbers(bytes, known)[0]).toMatchObject({ names: ['Hardware number of HV-EC4'] });
  });
  it('are no VIN, no table and no noise', () => {
    const table = Uint8Array.from({ length: 2048 }, (_, i) => 0x30 + ((i >> 2) % 10));
    expect(findNumbers(table)).toEqual([]);
    expect(findNumbers(withText([500, 'U8HVC3F2401084417']))).toEqual([]);
    expect(findNumbers(noise(65_536, 9))).toEqual([]);
    expect(findNumbers(new Uint8Array(0))).toEqual([]);
  });
  it('of calibrations come with the four bytes behind their slot', () => {
    const bytes = withText([0x100, 'CAL4417A']);
    bytes.fill(0, 0x108, 0x110);
    bytes.set([0xde, 0xad, 0x00, 0x17], 0x110);
    expect(findNumbers(bytes)).toEqual([
      { at: 0x100, text: 'CAL4417A', names: [], verification: 'DEAD0017' }
    ]);
    bytes.fill(0xff, 0x110, 0x114);
    expect(findNumbers(bytes)).toEqual([]);
  });
});

it('figures of a stretch', () => {
  expect(describeBytes(Uint8Array.from({ length: 512 }, (_, i) => i & 0xff))).toMatchObject({
    ...{ entropyBitsPerByte: 8, distinctValues: 256, blankShare: 0 },
    commonest: { value: 0, share: 1 / 256 }
  });
  const half = new Uint8Array(64).fill(0xff, 32);
  expect(describeBytes(half)).toMatchObject({
    entropyBitsPerByte: 1,
    blankShare: 1,
    distinctValues: 2
  });
  expect(describeBytes(new Uint8Array(0))).toMatchObject({ bytes: 0, commonest: undefined });
});
