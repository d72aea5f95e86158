import fc from 'fast-check';
import { deflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { encodeAscii, parseHex } from '../base/bytes.ts';
import vectors from '../vectors/sums.json' with { type: 'json' };
import { CHECKSUM_NAMES, findChecksum } from './named.ts';

/** Names of the reference by ours. */
const OURS: Readonly<Record<string, string>> = {
  sum8: 'SUM-8',
  'sum16 of bytes': 'SUM-16',
  'sum32 of bytes': 'SUM-32',
  'internet checksum': 'INTERNET',
  'Fletcher-16 (sum2<<8|sum1)': 'FLETCHER-16',
  'Fletcher-32, little-endian 16-bit words, zero padded': 'FLETCHER-32',
  'Adler-32': 'ADLER-32',
  xor8: 'XOR-8'
};
const compute = (name: string, bytes: Uint8Array) => findChecksum(name)?.compute(bytes);

describe('published values', () => {
  const rows = vectors.flatMap(({ input, expected, source }) => {
    const { sum, ascii, hex } = input as { sum?: string; ascii?: string; hex?: string };
    // the header of RFC 1071's practice carries no name
    const name = OURS[sum ?? 'internet checksum'];
    const bytes = ascii === undefined ? parseHex(hex ?? '') : encodeAscii(ascii);
    return name && bytes && typeof expected === 'string'
      ? [[name, ascii ?? hex ?? '', bytes, BigInt(expected), source] as const]
      : [];
  });
  it('has enough of them', () => expect(rows.length).toBeGreaterThanOrEqual(16));
  it.each(rows)('%s of %s', (name, _, bytes, expected) => {
    expect(compute(name, bytes)).toBe(expected);
  });
});

it('words in both byte orders, and what does not divide into words', () => {
  const bytes = parseHex('0001F203F4F5F6F7') as Uint8Array;
  expect(compute('SUM-16-BE', bytes)).toBe(0xddf0n);
  expect(compute('sum-16-le', bytes)).toBe(0xf2dcn);
  expect(compute('SUM-32-BE', bytes)).toBe((0x0001f203n + 0xf4f5f6f7n) & 0xffffffffn);
  expect(compute('SUM-32-LE', bytes)).toBe((0x03f20100n + 0xf7f6f5f4n) & 0xffffffffn);
  expect(() => compute('SUM-16-BE', bytes.subarray(1))).toThrow(RangeError);
});

it('every name is found, no other is', () => {
  expect(CHECKSUM_NAMES.length).toBeGreaterThan(115);
  for (const name of CHECKSUM_NAMES) expect(findChecksum(name)?.name).toBe(name);
  for (const name of ['', 'SUM', 'SUM-64', 'CRC', 'toString'])
    expect(findChecksum(name)).toBeUndefined();
});

/** The definitions, with a division at every step. */
const twin = {
  'FLETCHER-16': (b: Uint8Array) => {
    let [a, s] = [0, 0];
    for (const byte of b) [a, s] = [(a + byte) % 255, (s + ((a + byte) % 255)) % 255];
    return BigInt(s * 256 + a);
  },
  INTERNET: (b: Uint8Array) => {
    let sum = 0n;
    for (let i = 0; i < b.length; i += 2) sum += BigInt(((b[i] ?? 0) << 8) | (b[i + 1] ?? 0));
    while (sum > 0xffffn) sum = (sum & 0xffffn) + (sum >> 16n);
    return ~sum & 0xffffn;
  }
} as const;

it('long data gives what the definition and zlib give', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ minLength: 1, maxLength: 60 }),
      fc.nat({ max: 3000 }),
      (part, times) => {
        const bytes = new Uint8Array(part.length * (times + 1)).map(
          (_, i) => part[i % part.length] ?? 0
        );
        expect(compute('FLETCHER-16', bytes)).toBe(twin['FLETCHER-16'](bytes));
        expect(compute('INTERNET', bytes)).toBe(twin.INTERNET(bytes));
      }
    ),
    { numRuns: 40 }
  );
  const big = new Uint8Array(300_000).fill(255);
  expect(compute('ADLER-32', big)).toBe(BigInt(adlerOf(big)));
});

/** Adler-32 as zlib has it: the last four bytes of what it deflates. */
function adlerOf(bytes: Uint8Array): number {
  return deflateSync(bytes).readUInt32BE(deflateSync(bytes).length - 4);
}
