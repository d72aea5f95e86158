import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import vectors from '../vectors/crc.json' with { type: 'json' };
import { CRC_CATALOGUE, findCrc } from './catalogue.ts';
import { computeCrc, CRC16_IBM_3740, CRC32_ISO_HDLC } from './crc.ts';

const number = (text: string) => BigInt(text.startsWith('0x') ? text : `0x${text}`);

describe('the catalogue of CRCs', () => {
  it('holds the published ones, each name once', () => {
    expect(CRC_CATALOGUE.length).toBeGreaterThan(100);
    const names = CRC_CATALOGUE.flatMap((c) => [c.name, ...c.aliases]).map((n) => n.toUpperCase());
    expect(new Set(names).size).toBe(names.length);
  });
  it.each(CRC_CATALOGUE.map((c) => [c.name, c] as const))('%s gives its check value', (_, crc) => {
    expect(computeCrc(crc.model, encodeAscii('123456789'))).toBe(crc.check);
  });
  it('says the same of a name as the other reference does', () => {
    const named = vectors.map(
      ({ input: { model } }) => [model, findCrc(model.name)?.model] as const
    );
    const known = named.filter(([, found]) => found);
    expect(known.length).toBeGreaterThan(35);
    for (const [theirs, ours] of known)
      expect(ours, theirs.name).toEqual({
        ...{ width: theirs.width, refin: theirs.refin, refout: theirs.refout },
        ...{ poly: number(theirs.poly), init: number(theirs.init), xorout: number(theirs.xorout) }
      });
  });
  it('is asked by any name and any case', () => {
    expect(findCrc('crc-16/ibm-3740')?.model).toEqual(CRC16_IBM_3740);
    expect(findCrc('CRC-32')?.model).toEqual(CRC32_ISO_HDLC);
    expect(findCrc('CRC-99/NOWHERE')).toBeUndefined();
  });
});
