import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

/** Units: bytes. Source: NIST SP 800-38D (96-bit nonce, 128-bit tag). */
const NONCE_BYTES = 12;
const TAG_BYTES = 16;
export const KEY_BYTES = 32;

/**
 * Seals bytes with AES-256-GCM under a nonce of chance. `about`: what it is, bound to it but not kept in it: put in another place it does not open.
 * Shape: nonce, sealed bytes, tag. One key seals at most 2^32 pieces (SP 800-38D, nonces of chance).
 */
export function seal(key: Uint8Array, plain: Uint8Array, about: string | Uint8Array): Uint8Array {
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv('aes-256-gcm', key, nonce);
  cipher.setAAD(aad(about));
  return Buffer.concat([nonce, cipher.update(plain), cipher.final(), cipher.getAuthTag()]);
}

/** Undefined where it was not sealed by this key, is about something else, or has been changed. */
export function unseal(
  key: Uint8Array,
  sealed: Uint8Array,
  about: string | Uint8Array
): Uint8Array | undefined {
  if (sealed.length < NONCE_BYTES + TAG_BYTES) return undefined;
  const end = sealed.length - TAG_BYTES;
  const decipher = createDecipheriv('aes-256-gcm', key, sealed.subarray(0, NONCE_BYTES), {
    authTagLength: TAG_BYTES
  });
  decipher.setAAD(aad(about));
  decipher.setAuthTag(sealed.subarray(end));
  try {
    const plain = Buffer.concat([
      decipher.update(sealed.subarray(NONCE_BYTES, end)),
      decipher.final()
    ]);
    return new Uint8Array(plain.buffer, plain.byteOffset, plain.length);
  } catch {
    return undefined;
  }
}

const aad = (about: string | Uint8Array) =>
  typeof about === 'string' ? Buffer.from(about, 'utf8') : about;

/** A key for one purpose out of another key. Source: RFC 5869 (HKDF, SHA-256, no salt). */
export function deriveKey(key: Uint8Array, purpose: string): Uint8Array {
  return new Uint8Array(hkdfSync('sha256', key, new Uint8Array(), purpose, KEY_BYTES));
}
