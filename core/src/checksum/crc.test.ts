import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import vectors from '../vectors/crc.json' with { type: 'json' };
import { computeCrc, CRC32_ISO_HDLC, type CrcModel } from './crc.ts';

const number = (text: string) => Number(text.startsWith('0x') ? text : `0x${text}`);

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
  const tail = [crc & 0xff, (crc >>> 8) & 0xff, (crc >>> 16) & 0xff, crc >>> 24];
  expect(computeCrc(CRC32_ISO_HDLC, Uint8Array.from([...data, ...tail]))).toBe(0x2144df1c);
});
it('refuses widths it does not do, and says which', () => {
  for (const width of [0, 7, 33, 64])
    expect(() => computeCrc({ ...CRC32_ISO_HDLC, width }, new Uint8Array(1))).toThrow(
      `"width" expected 8 to 32, got ${width}`
    );
});

/** Bit by bit, the register kept whole: the definition, slow and without a table. */
function bitwise(model: CrcModel, bytes: Uint8Array): number {
  const mask = 2 ** model.width - 1;
  const mirror = (value: number, bits: number) =>
    Number.parseInt(value.toString(2).padStart(bits, '0').split('').reverse().join(''), 2);
  let register = model.init;
  for (const byte of bytes) {
    const bits = (model.refin ? mirror(byte, 8) : byte).toString(2).padStart(8, '0');
    for (const bit of bits) {
      const top = register >= 2 ** (model.width - 1) ? 1 : 0;
      register = (register * 2) % 2 ** model.width;
      if (top !== Number(bit)) register = Number(BigInt(register) ^ BigInt(model.poly));
    }
  }
  const out = model.refout ? mirror(register, model.width) : register;
  return Number((BigInt(out) ^ BigInt(model.xorout)) & BigInt(mask));
}

it('is what the definition says, bit by bit, for every mixture of reflections', () => {
  const word = fc.integer({ min: 0, max: 0xffffffff });
  fc.assert(
    fc.property(
      fc.integer({ min: 8, max: 32 }),
      fc.tuple(word, word, word),
      fc.tuple(fc.boolean(), fc.boolean()),
      fc.uint8Array({ maxLength: 20 }),
      (width, [poly, init, xorout], [refin, refout], bytes) => {
        const cut = (value: number) => value % 2 ** width;
        const model = {
          ...{ width, poly: cut(poly), init: cut(init), xorout: cut(xorout) },
          ...{ refin, refout }
        };
        expect(computeCrc(model, bytes)).toBe(bitwise(model, bytes));
      }
    ),
    { numRuns: 400 }
  );
});
