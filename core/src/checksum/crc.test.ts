import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import vectors from '../vectors/crc.json' with { type: 'json' };
import { computeCrc, CRC32_ISO_HDLC, type CrcModel } from './crc.ts';

const number = (text: string) => BigInt(text.startsWith('0x') ? text : `0x${text}`);

describe('CRC check values of the RevEng catalogue over "123456789"', () => {
  it('has enough of them', () => expect(vectors.length).toBeGreaterThan(30));
  for (const { input, expected, source } of vectors) {
    it(`${input.model.name} (${source})`, () => {
      const model = {
        width: input.model.width,
        poly: number(input.model.poly),
        init: number(input.model.init),
        refin: input.model.refin,
        refout: input.model.refout,
        xorout: number(input.model.xorout)
      };
      const check = typeof expected === 'string' ? expected : (expected as { check: string }).check;
      expect(computeCrc(model, encodeAscii(input.ascii))).toBe(number(check));
    });
  }
});

it('CRC-32 of data with its own CRC appended little-endian is the residue 2144DF1C (RFC 1952 family)', () => {
  const data = encodeAscii('123456789');
  const crc = computeCrc(CRC32_ISO_HDLC, data);
  const tail = [0n, 8n, 16n, 24n].map((shift) => Number((crc >> shift) & 0xffn));
  expect(computeCrc(CRC32_ISO_HDLC, Uint8Array.from([...data, ...tail]))).toBe(0x2144df1cn);
});
it('refuses widths it does not do, and says which', () => {
  for (const width of [0, 2, 65, 12.5, Number.NaN])
    expect(() => computeCrc({ ...CRC32_ISO_HDLC, width }, new Uint8Array(1))).toThrow(
      `"width" expected 3 to 64, got ${width}`
    );
});

/** Bit by bit, the register kept whole: the definition, slow and without a table. */
function bitwise(model: CrcModel, bytes: Uint8Array): bigint {
  const mirror = (value: bigint, bits: number) =>
    BigInt(`0b${value.toString(2).padStart(bits, '0').split('').reverse().join('')}`);
  const top = 1n << BigInt(model.width - 1);
  let register = model.init;
  for (const byte of bytes) {
    const order = model.refin ? mirror(BigInt(byte), 8) : BigInt(byte);
    for (const bit of order.toString(2).padStart(8, '0')) {
      const carry = (register & top) !== 0n;
      register = BigInt.asUintN(model.width, register << 1n);
      if (carry !== (bit === '1')) register ^= model.poly;
    }
  }
  return (model.refout ? mirror(register, model.width) : register) ^ model.xorout;
}

it('is what the definition says, bit by bit, for every width and every mixture of reflections', () => {
  const word = fc.bigInt({ min: 0n, max: 2n ** 64n - 1n });
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 64 }),
      fc.tuple(word, word, word),
      fc.tuple(fc.boolean(), fc.boolean()),
      fc.uint8Array({ maxLength: 20 }),
      (width, [poly, init, xorout], [refin, refout], bytes) => {
        const cut = (value: bigint) => BigInt.asUintN(width, value);
        const model = {
          ...{ width, poly: cut(poly), init: cut(init), xorout: cut(xorout) },
          ...{ refin, refout }
        };
        expect(computeCrc(model, bytes)).toBe(bitwise(model, bytes));
      }
    ),
    { numRuns: 800 }
  );
});

describe('narrow and wide ones of the RevEng catalogue over "123456789", from memory', () => {
  const ones = (width: number) => 2n ** BigInt(width) - 1n;
  it.each<[string, CrcModel, bigint]>([
    ['CRC-3/GSM', { width: 3, poly: 3n, init: 0n, refin: false, refout: false, xorout: 7n }, 4n],
    ['CRC-5/USB', { width: 5, poly: 5n, init: 31n, refin: true, refout: true, xorout: 31n }, 0x19n],
    ['CRC-7/MMC', { width: 7, poly: 9n, init: 0n, refin: false, refout: false, xorout: 0n }, 0x75n],
    [
      'CRC-40/GSM',
      { width: 40, poly: 0x4820009n, init: 0n, refin: false, refout: false, xorout: ones(40) },
      0xd4164fc646n
    ],
    [
      'CRC-64/ECMA-182',
      { width: 64, poly: 0x42f0e1eba9ea3693n, init: 0n, refin: false, refout: false, xorout: 0n },
      0x6c40df5f0b497347n
    ],
    [
      'CRC-64/XZ',
      {
        ...{ width: 64, poly: 0x42f0e1eba9ea3693n, init: ones(64), refin: true, refout: true },
        xorout: ones(64)
      },
      0x995dc9bbdf1939fan
    ]
  ])('%s', (_, model, check) => expect(computeCrc(model, encodeAscii('123456789'))).toBe(check));
});

describe('long data, of which eight bytes are taken at once', () => {
  it('gives what a bit at a time gives, at every alignment and length', () => {
    fc.assert(
      fc.property(
        fc.nat(7),
        fc.integer({ min: 4090, max: 4130 }),
        fc.constantFrom(8, 16, 24, 32),
        fc.nat(),
        (offset, length, width, seed) => {
          const bytes = Uint8Array.from(
            { length: offset + length },
            (_, i) => (Math.imul(i + seed, 0x9e3779b1) >>> 13) & 0xff
          ).subarray(offset);
          const poly =
            (BigInt(Math.imul(seed, 0x85ebca6b) >>> 0) & ((1n << BigInt(width)) - 1n)) | 1n;
          const model: CrcModel = {
            width,
            poly,
            init: BigInt(seed % 200),
            refin: true,
            refout: true,
            xorout: 0n
          };
          let reversed = 0n;
          for (let i = 0; i < width; i++)
            if ((poly >> BigInt(i)) & 1n) reversed |= 1n << BigInt(width - 1 - i);
          let init = 0n;
          for (let i = 0; i < width; i++)
            if ((model.init >> BigInt(i)) & 1n) init |= 1n << BigInt(width - 1 - i);
          let r = Number(init);
          const p = Number(reversed);
          for (const b of bytes) {
            r ^= b;
            for (let bit = 0; bit < 8; bit++) r = r & 1 ? (r >>> 1) ^ p : r >>> 1;
          }
          expect(computeCrc(model, bytes)).toBe(BigInt(r >>> 0));
        }
      ),
      { numRuns: 60, seed: 12 }
    );
  });
});

it.each<[string, CrcModel]>([
  ['32 bits', CRC32_ISO_HDLC],
  ['15 bits', { ...CRC32_ISO_HDLC, width: 15, poly: 0x4599n, init: 0x7abcn, xorout: 0n }]
])('a long image gives the same as byte by byte, wherever it begins: %s', (_, model) => {
  const all = Uint8Array.from({ length: 2 ** 18 + 61 }, (_, i) => Math.imul(i, 0x9e3779b1) >>> 23);
  const mirror = (value: bigint) =>
    BigInt(`0b${value.toString(2).padStart(model.width, '0').split('').reverse().join('')}`);
  const poly = Number(mirror(model.poly));
  const slow = (bytes: Uint8Array) => {
    let r = Number(mirror(model.init));
    for (const byte of bytes) {
      r ^= byte;
      for (let bit = 0; bit < 8; bit++) r = (r & 1) === 1 ? (r >>> 1) ^ poly : r >>> 1;
    }
    return BigInt(r >>> 0) ^ model.xorout;
  };
  for (const [from, to] of [
    [0, 2 ** 18],
    [0, 2 ** 18 - 1],
    [1, 2 ** 18 + 1],
    [2, 2 ** 18 + 61],
    [3, 2 ** 18 + 19]
  ] as const) {
    const bytes = all.subarray(from, to);
    expect(computeCrc(model, bytes), `${from} to ${to}`).toBe(slow(bytes));
  }
});
