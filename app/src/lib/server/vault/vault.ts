import { createHash, createHmac } from 'node:crypto';
import { fail, ok, type Result } from '@badger/core/base/result';
import { deriveKey, seal, unseal } from './sealing.ts';

/** Sealed bytes and the data key that seals them. */
export interface Sealed {
  readonly keyNo: number;
  readonly sealed: Uint8Array;
}

/**
 * Seals and opens what is kept: memory images and security data. Holds the data keys in memory and nowhere else; made once at the start.
 * What is new is sealed by the newest data key; names by which contents are found are made by the first one, so that they never change.
 */
export class Vault {
  readonly #keys: ReadonlyMap<number, Uint8Array>;
  readonly #names: Uint8Array;
  readonly #marks: Uint8Array;
  readonly #newest: number;

  /** `dataKeys`: 32 bytes each, by number from 1; throws where there is none. */
  constructor(dataKeys: ReadonlyMap<number, Uint8Array>) {
    const first = dataKeys.get(1);
    if (!first) throw new Error('there is no data key');
    this.#newest = Math.max(...dataKeys.keys());
    this.#keys = new Map([...dataKeys].map(([no, key]) => [no, deriveKey(key, 'badger content')]));
    this.#names = deriveKey(first, 'badger names');
    this.#marks = deriveKey(first, 'badger marks');
  }

  /** `about`: what it is; has to be said again to open it. */
  seal(plain: Uint8Array, about: string): Sealed {
    const key = this.#keys.get(this.#newest) as Uint8Array;
    return { keyNo: this.#newest, sealed: seal(key, plain, about) };
  }

  /** Errors: `vault.content.shut` (no such data key, not what it says it is, or damaged). */
  unseal({ keyNo, sealed }: Sealed, about: string): Result<Uint8Array> {
    const key = this.#keys.get(keyNo);
    const plain = key && unseal(key, sealed, about);
    return plain ? ok(plain) : fail('vault.content.shut');
  }

  /** Name of a content whose plain SHA-256 would give it away: so short that every value could be tried. Shape: 64 hexadecimal digits. */
  nameOf(bytes: Uint8Array): string {
    return createHmac('sha256', this.#names).update(bytes).digest('hex');
  }

  /** Equal for equal values of one kind, and tells nothing else: secrets are compared by it without being opened. */
  markOf(kind: string, bytes: Uint8Array): string {
    return createHmac('sha256', this.#marks).update(`${kind}\n`).update(bytes).digest('hex');
  }
}

/** The SHA-256 of a content. Shape: 64 hexadecimal digits. */
export function computeSha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
