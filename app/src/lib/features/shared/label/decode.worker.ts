import { prepareZXingModule } from 'zxing-wasm/reader';
import wasmUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';
import { decodeCodes } from './decode-codes.ts';
import type { DecodeAnswer } from './decode-photo.ts';

// the decoder ships with the application; nothing is fetched from elsewhere
prepareZXingModule({ overrides: { locateFile: () => wasmUrl } });

/** Longer side that is looked at: more makes it slower and finds no more. Units: pixels. */
const LONGEST_PX = 2_400;

self.addEventListener('message', (event: MessageEvent<Blob>) => {
  void answer(event.data).then((result) => self.postMessage(result));
});

async function answer(photo: Blob): Promise<DecodeAnswer> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(photo);
  } catch {
    return { ok: false, reason: 'no-picture' };
  }
  try {
    const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
    const width = Math.max(1, Math.round(bitmap.width * scale));
    const height = Math.max(1, Math.round(bitmap.height * scale));
    const context = new OffscreenCanvas(width, height).getContext('2d');
    if (!context) return { ok: false, reason: 'decoder' };
    // what is transparent counts as paper
    context.fillStyle = '#fff';
    context.fillRect(0, 0, width, height);
    context.drawImage(bitmap, 0, 0, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    return { ok: true, codes: await decodeCodes({ data, width, height, colorSpace: 'srgb' }) };
  } catch {
    return { ok: false, reason: 'decoder' };
  } finally {
    bitmap.close();
  }
}
