import type { Result } from '@badger/core/base/result';
import type { ImageFormat } from '@badger/core/format/detect-format';
import { flattenImage } from '@badger/core/format/flatten-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import type { LoadedImage } from '@badger/core/format/read-options';
import { writeSRecord } from '@badger/core/format/s-record';

/** An image in the format in which it came; S-records with the widest addresses. */
export function writeAs(
  { image, startAddress, header }: LoadedImage,
  format: ImageFormat
): Result<Uint8Array> {
  if (format === 'binary') return flattenImage(image, {});
  return format === 'intel-hex'
    ? writeIntelHex(image, { startAddress })
    : writeSRecord(image, { kind: 's37', header, startAddress });
}
