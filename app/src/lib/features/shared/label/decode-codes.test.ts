import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { toBuffer } from 'bwip-js/node';
import sharp, { type Sharp } from 'sharp';
import { prepareZXingModule } from 'zxing-wasm/reader';
import { prepareZXingModule as prepareWriter, writeBarcode } from 'zxing-wasm/writer';
import { beforeAll, describe, expect, it } from 'vitest';
import { decodeCodes, type Pixels } from './decode-codes.ts';

const require = createRequire(import.meta.url);
const wasm = (name: string) => {
  const bytes = readFileSync(require.resolve(`zxing-wasm/${name}`));
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
};
beforeAll(() => {
  prepareZXingModule({ overrides: { wasmBinary: wasm('reader/zxing_reader.wasm') } });
  prepareWriter({ overrides: { wasmBinary: wasm('writer/zxing_writer.wasm') } });
});

const NUMBERS = ['0731204418', 'H4C-2207-B', 'RA-19-0431', '0991410507|433MHZ'];

/** The picture of a symbol as a camera would give it: pixels, white around. */
async function pixelsOf(png: Buffer, change = (s: Sharp) => s): Promise<Pixels> {
  const framed = sharp(png)
    .flatten({ background: '#fff' })
    .extend({
      ...{ top: 40, bottom: 40, left: 40, right: 40, background: '#fff' }
    });
  const { data, info } = await change(sharp(await framed.png().toBuffer()))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    data: new Uint8ClampedArray(data),
    width: info.width,
    height: info.height,
    colorSpace: 'srgb'
  };
}
const symbol = (bcid: string, text: string) =>
  toBuffer({ bcid, text, scale: 3, ...(bcid === 'code128' ? { height: 12 } : {}) });
const texts = async (pixels: Pixels) => (await decodeCodes(pixels)).map((c) => c.text);

describe('codes of labels, made by bwip-js', () => {
  for (const bcid of ['qrcode', 'datamatrix', 'code128']) {
    it(`${bcid} is read back, every number`, async () => {
      for (const number of NUMBERS)
        expect(await texts(await pixelsOf(await symbol(bcid, number))), number).toEqual([number]);
    });
  }
  it('turned, small, blurred and grey as in bad light', async () => {
    const png = await symbol('qrcode', '0731204418');
    const worse: ((s: Sharp) => Sharp)[] = [
      (s) => s.rotate(90),
      (s) => s.rotate(12, { background: '#fff' }),
      (s) => s.blur(1.2),
      (s) => s.linear(0.35, 70),
      (s) => s.negate({ alpha: false })
    ];
    for (const [i, change] of worse.entries())
      expect(await texts(await pixelsOf(png, change)), String(i)).toEqual(['0731204418']);
  });
  it('two codes of one label, each once', async () => {
    const left = await pixelsOf(await symbol('datamatrix', 'H4C-2207-B'));
    const right = await symbol('code128', '0731204418');
    const joined = await sharp(Buffer.from(left.data), {
      raw: { width: left.width, height: left.height, channels: 4 }
    })
      .extend({ right: 700, bottom: 200, background: '#fff' })
      .composite([{ input: right, left: left.width + 40, top: 60 }])
      .png()
      .toBuffer();
    expect((await texts(await pixelsOf(joined))).sort()).toEqual(['0731204418', 'H4C-2207-B']);
  });
  it('a picture without a code gives nothing', async () => {
    const grey = await sharp({
      create: { width: 300, height: 200, channels: 3, background: '#a0a0a0' }
    })
      .png()
      .toBuffer();
    expect(await decodeCodes(await pixelsOf(grey))).toEqual([]);
  });
});

describe('the reverse: codes made by the decoder’s own twin, and ours read alike', () => {
  it('tags that bwip-js draws say the same as those that another writer draws', async () => {
    for (const [format, bcid] of [
      ['QRCode', 'qrcode'],
      ['DataMatrix', 'datamatrix'],
      ['Code128', 'code128']
    ] as const) {
      const made = await writeBarcode('0731204418', { format, scale: 3 });
      if (!made.image) throw new Error(made.error);
      const other = Buffer.from(await made.image.arrayBuffer());
      const both = [other, await symbol(bcid, '0731204418')];
      for (const png of both)
        expect(await texts(await pixelsOf(png)), format).toEqual(['0731204418']);
    }
  });
});
