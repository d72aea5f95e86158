import { type Result, ok } from '@badger/core/base/result';
import type { Vault } from './vault.ts';

/** How a sealed file begins; the number of its data key follows in four bytes, the most significant first. */
const MAGIC = Buffer.from('badger sealed read\n', 'ascii');
const ABOUT = 'unsaved read';

/** A file that only this shop opens again. Shape: magic, number of the data key, sealed bytes. */
export function sealFile(vault: Vault, bytes: Uint8Array): Uint8Array {
  const { keyNo, sealed } = vault.seal(bytes, ABOUT);
  const number = Buffer.alloc(4);
  number.writeUInt32BE(keyNo);
  return Buffer.concat([MAGIC, number, sealed]);
}

/** The bytes of a file, opened where this shop has sealed it. Errors: `vault.content.shut`. */
export function openFile(vault: Vault, bytes: Uint8Array): Result<Uint8Array> {
  const file = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
  const start = MAGIC.length + 4;
  if (file.length < start || !file.subarray(0, MAGIC.length).equals(MAGIC)) return ok(bytes);
  return vault.unseal(
    { keyNo: file.readUInt32BE(MAGIC.length), sealed: file.subarray(start) },
    ABOUT
  );
}
