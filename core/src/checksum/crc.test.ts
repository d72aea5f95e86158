import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import vectors from '../vectors/crc.json' with { type: 'json' };
import { computeCrc, CRC32_ISO_HDLC } from './crc.ts';

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
it('refuses widths it does not do', () => {
  expect(() => computeCrc({ ...CRC32_ISO_HDLC, width: 64 }, new Uint8Array(1))).toThrow(RangeError);
});
