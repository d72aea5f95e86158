import { createRandom } from '@badger/core/base/random';

/** What is wrong between programmer and chip. `seed` makes it come again the same way. */
export type ContactFault =
  /** The clip does not grip: lines float. */
  | { readonly kind: 'no-grip' }
  /** The clip sits the wrong way round. */
  | { readonly kind: 'turned' }
  /** One leg has no contact: bits scatter, never twice the same. */
  | { readonly kind: 'loose-leg'; readonly seed: number }
  /** The board loads the lines: now and then a bit is wrong, less often the slower the clock. */
  | { readonly kind: 'loaded'; readonly seed: number; readonly soundHz: number };

/** Share of bytes that a loose leg spoils; of the bytes at twice the sound clock that a loaded line spoils. */
const LOOSE_SHARE = 0.03;
const LOADED_SHARE = 0.002;

/** The way of bytes from the chip back to the programmer, with what may be wrong on it. */
export class Contact {
  fault: ContactFault | undefined;
  #random: (() => number) | undefined;
  #seed: number | undefined;

  /** Does anything that is sent arrive at the chip? */
  get grips(): boolean {
    return this.fault?.kind !== 'no-grip' && this.fault?.kind !== 'turned';
  }

  /** What of `bytes` arrives at `clockHz`. */
  hear(bytes: Uint8Array, clockHz: number): Uint8Array {
    const { fault } = this;
    if (!fault) return bytes;
    if (fault.kind === 'no-grip') return bytes.fill(0xff);
    if (fault.kind === 'turned') return bytes.fill(0);
    const share =
      fault.kind === 'loose-leg'
        ? LOOSE_SHARE
        : LOADED_SHARE * Math.max(0, clockHz / fault.soundHz - 1);
    return this.#spoil(bytes, share, fault.seed);
  }

  #spoil(bytes: Uint8Array, share: number, seed: number): Uint8Array {
    if (this.#seed !== seed) {
      this.#random = createRandom(seed);
      this.#seed = seed;
    }
    const random = this.#random as () => number;
    for (let i = 0; i < bytes.length; i++)
      if (random() / 2 ** 32 < share) bytes[i] = (bytes[i] as number) ^ (1 << (random() % 8));
    return bytes;
  }
}
