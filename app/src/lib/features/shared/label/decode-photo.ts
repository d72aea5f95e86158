import type { FoundCode } from './decode-codes.ts';

export type DecodeAnswer =
  | { readonly ok: true; readonly codes: readonly FoundCode[] }
  /** `no-picture`: the file is none that the browser can show. */
  | { readonly ok: false; readonly reason: 'no-picture' | 'decoder' | 'slow' };

const PATIENCE_MS = 20_000;

/** Looks for codes in a photo, in a worker of its own so that the page stays alive. Never throws. */
export function decodePhoto(photo: Blob): Promise<DecodeAnswer> {
  const worker = new Worker(new URL('./decode.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<DecodeAnswer>((resolve) => {
    const patience = setTimeout(() => resolve({ ok: false, reason: 'slow' }), PATIENCE_MS);
    worker.onmessage = (event: MessageEvent<DecodeAnswer>) => {
      clearTimeout(patience);
      resolve(event.data);
    };
    worker.onerror = () => {
      clearTimeout(patience);
      resolve({ ok: false, reason: 'decoder' });
    };
    worker.postMessage(photo);
  }).finally(() => worker.terminate());
}
