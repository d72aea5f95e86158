import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { hashedParts, type SparseImage } from '@badger/core/image/image';

/** What an image holds, as docs/patch.md tells it. The browser's own hash is there on secure addresses only, and a shop's may be none. */
export function sha256OfImage(image: SparseImage<unknown>): string {
  const hash = sha256.create();
  for (const part of hashedParts(image))
    hash.update(typeof part === 'string' ? utf8ToBytes(part) : part);
  return bytesToHex(hash.digest());
}
