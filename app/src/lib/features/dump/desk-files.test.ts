import { zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { supportIn } from './support.ts';
import { layoutRows } from './layout-rows.ts';
import { guessPlace, keptFields, type DeskFamily } from './families.ts';
import { bandsOf, byRow, maskedRanges } from './ribbons.ts';
import { bytesText, plainText } from './hex-row.ts';
import { rowAt } from './layout-rows.ts';
import { unzipBytes, unzipFiles, zipFiles } from './zip-files.ts';

const bytes = (length: number, seed = 1) =>
  Uint8Array.from({ length }, (_, i) => (Math.imul(i + seed, 0x9e3779b1) >>> 13) & 0xff);
const piecesOf = (b: Uint8Array, start = 0) => [
  { range: { start, end: start + b.length }, bytes: b }
];

describe('zip bundles', () => {
  const file = (name: string, content: Uint8Array) => new File([content as BlobPart], name);
  const codeOf = async (...files: File[]) => {
    const told = await unzipFiles(files);
    return told.ok ? told.value.map((f) => f.name) : told.problem.code;
  };

  it('are opened where they stand, and written so that they open again', async () => {
    const zip = await zipFiles({ 'a.bin': bytes(5000), 'b.hex': bytes(10) });
    const told = await unzipFiles([file('x.bin', bytes(3)), file('set.zip', zip)]);
    if (!told.ok) throw new Error(told.problem.code);
    expect(told.value.map((f) => f.name)).toEqual(['x.bin', 'a.bin', 'b.hex']);
    expect(new Uint8Array(await (told.value[1] as File).arrayBuffer())).toEqual(bytes(5000));
  });
  it('that are torn, spoilt or empty are refused whole; none gives wrong bytes', async () => {
    const zip = zipSync({ 'a.bin': bytes(3000), 'b.bin': bytes(2000, 7) }, { level: 0 });
    expect(await codeOf(file('x.zip', zip))).toEqual(['a.bin', 'b.bin']);
    expect(await codeOf(file('x.zip', zipSync({})))).toEqual(['x.zip']);
    for (let cut = 30; cut < zip.length; cut += 97)
      expect(await codeOf(file('x.zip', zip.slice(0, cut)))).toBe('format.zip.malformed');
    for (let at = 40; at < zip.length - 30; at += 53) {
      const spoilt = zip.slice();
      spoilt[at] = (spoilt[at] as number) ^ 0x20;
      const told = await unzipBytes('x.zip', spoilt);
      if (told.ok)
        for (const { bytes: content } of told.value)
          expect([bytes(3000), bytes(2000, 7)].some((b) => Buffer.compare(b, content) === 0)).toBe(
            true
          );
    }
  });
  it('that swell beyond the bound, or hold too many files, are refused before they are unpacked', async () => {
    // four files that say they hold 80 MiB each, and would
    const four = zipSync(
      Object.fromEntries([1, 2, 3, 4].map((i) => [`${i}.bin`, new Uint8Array(1000)]))
    );
    const directory = Buffer.from(four.buffer);
    for (
      let at = directory.indexOf('PK\x01\x02');
      at >= 0;
      at = directory.indexOf('PK\x01\x02', at + 4)
    )
      directory.writeUInt32LE(80 * 2 ** 20, at + 24);
    expect(await codeOf(file('x.zip', four))).toBe('format.zip.huge');
    const many = Object.fromEntries(Array.from({ length: 9 }, (_, i) => [`${i}`, bytes(4)]));
    expect(await codeOf(file('x.zip', zipSync(many)))).toBe('format.zip.many');
    // one that lies about its size gives no more than it said
    const lying = zipSync({ 'a.bin': new Uint8Array(100_000) }, { level: 9 });
    const at = Buffer.from(lying).lastIndexOf(Buffer.from([0x50, 0x4b, 1, 2]));
    lying.set([10, 0, 0, 0], at + 24);
    expect(await codeOf(file('x.zip', lying))).toBe('format.zip.malformed');
  });
  it('are only what calls itself one, or really is', async () => {
    const image = bytes(64);
    image.set([0x50, 0x4b, 3, 4]);
    expect(await codeOf(file('read1.bin', image))).toEqual(['read1.bin']);
    expect(await codeOf(file('read1.zip', image))).toBe('format.zip.malformed');
  });
});

const field = (id: string, role: 'mileage' | 'secret' | 'other', ...offsets: number[]) => ({
  ...{ id, name: id, region: 'eeprom', offsets, lengthBytes: 4, role },
  form: { type: 'bytes' as const }
});
const region = {
  ...{ id: 'eeprom', name: 'EEPROM', address: 0x1000, lengthBytes: 64, rules: [], transforms: [] },
  fields: [field('Mileage', 'mileage', 8, 24), field('Secret', 'secret', 32)]
};
const family: DeskFamily = {
  ...{ id: 'PW-BD1', title: 'Body', labels: [] },
  regions: [region, { ...region, id: 'eeprom-2', lengthBytes: 64 }]
};

describe('the place of an image', () => {
  it('is told by name and size together, never by one alone', () => {
    const guess = (name: string, length: number) =>
      guessPlace(name, piecesOf(bytes(length)), [family])?.region.id;
    expect(guess('2031_original_PW-BD1_eeprom_read1.bin', 64)).toBe('eeprom');
    expect(guess('2031_original_PW-BD1_eeprom-2_read1.bin', 64)).toBe('eeprom-2');
    expect(guess('2031_original_PW-BD1_eeprom_read1.bin', 63)).toBeUndefined();
    expect(guess('eeprom_read1.bin', 64)).toBeUndefined();
  });
  it('guards mileage at the addresses of the file', () => {
    const place = { family, region };
    const starts = (start: number) =>
      keptFields(piecesOf(bytes(64), start), place).map((k) => k.range.start);
    expect(starts(0)).toEqual([8, 24]);
    expect(starts(0x1000)).toEqual([0x1008, 0x1018]);
    expect(keptFields(piecesOf(bytes(64)), undefined)).toEqual([]);
  });
  it('draws bands and hides security data', () => {
    const image = { place: { family, region }, pieces: piecesOf(bytes(64)), checks: [] };
    const bands = bandsOf(image);
    expect(bands.map((b) => [b.start, b.role])).toEqual([
      [8, 'mileage'],
      [24, 'mileage'],
      [32, 'secret']
    ]);
    const row = rowAt(layoutRows(image.pieces), 2);
    if (row?.kind !== 'bytes') throw new Error('no row');
    const masked = maskedRanges(bands);
    expect(bytesText(row, masked).slice(0, 15)).toMatch(/^•• •• •• •• {2}[0-9A-F]{2}$/);
    expect(plainText(row, masked).slice(0, 4)).toBe('••••');
    expect(bytesText(row)).not.toContain('•');
  });
});

it('remarks of one row stand beside it, in their order', () => {
  const rows = byRow([
    { address: 0x23, text: 'a' },
    { address: 0x2f, text: 'b' },
    { address: 0x30, text: 'c' }
  ]);
  expect([...rows]).toEqual([
    [0x20, 'a · b'],
    [0x30, 'c']
  ]);
});

it('tells who is alone among three and more; who knows nothing does not count', () => {
  const layout = (...b: number[]) => layoutRows(piecesOf(Uint8Array.from(b)));
  const told = supportIn(layout(1, 2, 3, 4, 5), [layout(1, 2, 9, 9), layout(1, 8, 3, 8)]);
  expect(told({ start: 0, end: 16 })).toEqual({
    alone: [{ start: 3, end: 4 }],
    split: [{ start: 1, end: 3 }]
  });
});
