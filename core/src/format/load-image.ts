import { fail, ok, type Result } from '../base/result.ts';
import { imageOf } from '../image/image.ts';
import { detectFormat, type ImageFormat } from './detect-format.ts';
import { readIntelHex } from './intel-hex.ts';
import type { LoadedImage, ReadFormatOptions } from './read-options.ts';
import { readSRecord } from './s-record.ts';

/** How a file of any format is read. */
export interface LoadOptions extends ReadFormatOptions {
  /** Without it the file itself tells. */
  readonly format?: ImageFormat | undefined;
  /** Address of the first byte of a binary file. */
  readonly base?: number;
}

/**
 * Reads a memory image in any format. Errors: those of the readers, `format.data.none`, `format.address.high` for a binary file that
 * would reach beyond 2^32.
 */
export function loadImage(
  bytes: Uint8Array,
  { format = detectFormat(bytes), base = 0, overlap }: LoadOptions = {}
): Result<LoadedImage & { readonly format: ImageFormat }> {
  const options = overlap === undefined ? {} : { overlap };
  const told =
    format === 'binary'
      ? wrapBinary(bytes, base)
      : format === 'intel-hex'
        ? readIntelHex(bytes, options)
        : readSRecord(bytes, options);
  return told.ok ? ok({ ...told.value, format }) : told;
}

function wrapBinary(bytes: Uint8Array, base: number): Result<LoadedImage> {
  if (bytes.length === 0) return fail('format.data.none');
  const end = base + bytes.length;
  const most = 2 ** 32 - 1;
  if (!(Number.isSafeInteger(base) && base >= 0 && end - 1 <= most))
    return fail('format.address.high', { address: end - 1, most });
  return ok({
    image: imageOf([{ range: { start: base, end }, bytes, origin: 'file' }]),
    ...{ startAddress: undefined, header: '', findings: [], moreFindings: 0 }
  });
}
