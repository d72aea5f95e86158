import { readBarcodes, type ReaderOptions } from 'zxing-wasm/reader';

/** One code found in a picture. */
export interface FoundCode {
  readonly format: string;
  readonly text: string;
}

/** Pixels as a canvas gives them. Shape: RGBA, row by row. */
export interface Pixels {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
  readonly colorSpace: 'srgb';
}

/** What stands on labels of units: two square kinds and the one with bars. */
const OPTIONS: ReaderOptions = {
  formats: ['QRCode', 'DataMatrix', 'Code128'],
  tryHarder: true,
  tryRotate: true,
  tryInvert: true,
  tryDownscale: true,
  maxNumberOfSymbols: 12
};

/** Every code of a picture, each text once, in the order of finding. Read by zxing-wasm; empty when there is none. */
export async function decodeCodes(pixels: Pixels): Promise<FoundCode[]> {
  const found = await readBarcodes(pixels, OPTIONS);
  const seen = new Map<string, FoundCode>();
  for (const code of found) {
    const text = code.text.trim();
    if (code.isValid && text !== '' && !seen.has(text))
      seen.set(text, { format: String(code.format), text });
  }
  return [...seen.values()];
}
