import { readUintLe } from '@badger/core/base/bytes';
import { fail, ok, type Result } from '@badger/core/base/result';
import { computeCrc, CRC32_ISO_HDLC } from '@badger/core/checksum/crc';

/** Of a bundle so many files are taken, and so much in all. Units: bytes. */
const MOST_ENTRIES = 8;
const MOST_BYTES = 256 * 2 ** 20;

const isZip = (head: Uint8Array) =>
  head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4;

/**
 * Files, with what lies in zip bundles in their place; a bundle is told by its content. Errors: `format.zip.huge` for a bundle that says it unpacks
 * to more than is worked on, `format.zip.many` for more files than lie on the desk, `format.zip.malformed` for one that is torn, scrambled or of
 * which a file has not the checksum that it should. Memory: no file is unpacked beyond what the bundle says it holds.
 */
export async function unzipFiles(files: Iterable<File>): Promise<Result<File[]>> {
  const out: File[] = [];
  for (const file of files) {
    const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
    if (!isZip(head) || file.size > MOST_BYTES) {
      out.push(file);
      continue;
    }
    const bytes = new Uint8Array(await file.arrayBuffer());
    // a memory may begin like a bundle: it is one where its name says so, or it has a directory
    if (findEnd(bytes) < 0 && !/\.zip$/i.test(file.name)) {
      out.push(file);
      continue;
    }
    const unpacked = await unzipBytes(file.name, bytes);
    if (!unpacked.ok) return unpacked;
    for (const entry of unpacked.value) out.push(new File([entry.bytes as BlobPart], entry.name));
  }
  return ok(out);
}

interface UnpackedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** The files of one bundle. Errors: those of {@link unzipFiles}. */
export async function unzipBytes(
  bundle: string,
  bytes: Uint8Array
): Promise<Result<readonly UnpackedFile[]>> {
  const { unzipSync } = await import('fflate');
  const malformed = fail('format.zip.malformed', { name: bundle });
  const sums = readSums(bytes);
  let entries = 0;
  let total = 0;
  try {
    const unpacked = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name.endsWith('/')) return false;
        total += originalSize;
        return ++entries <= MOST_ENTRIES && total <= MOST_BYTES;
      }
    });
    if (total > MOST_BYTES) return fail('format.zip.huge', { most: MOST_BYTES });
    if (entries > MOST_ENTRIES) return fail('format.zip.many', { most: MOST_ENTRIES });
    const files = Object.entries(unpacked).map(([name, content]) => ({ name, bytes: content }));
    const sound = files.every(({ name, bytes: content }) => {
      const told = sums.get(name);
      const size = told?.size === content.length;
      return size && computeCrc(CRC32_ISO_HDLC, content) === BigInt(told.crc);
    });
    return sound && files.length > 0 && files.length === entries ? ok(files) : malformed;
  } catch {
    return malformed;
  }
}

/** CRC-32 and size of each file by its name, as the directory at the end of the bundle has them. Source: PKWARE APPNOTE 6.3, from memory. */
function readSums(bytes: Uint8Array): Map<string, { readonly crc: number; readonly size: number }> {
  const sums = new Map<string, { crc: number; size: number }>();
  const end = findEnd(bytes);
  if (end < 0) return sums;
  let at = readUintLe(bytes, end + 16, 4);
  for (let left = readUintLe(bytes, end + 10, 2); left > 0 && at + 46 <= end; left--) {
    if (readUintLe(bytes, at, 4) !== 0x02014b50) break;
    const nameBytes = readUintLe(bytes, at + 28, 2);
    const name = bytes.subarray(at + 46, at + 46 + nameBytes);
    const isUtf8 = (readUintLe(bytes, at + 8, 2) & 0x800) !== 0;
    const told = isUtf8 ? new TextDecoder().decode(name) : String.fromCharCode(...name);
    sums.set(told, { crc: readUintLe(bytes, at + 16, 4), size: readUintLe(bytes, at + 24, 4) });
    at += 46 + nameBytes + readUintLe(bytes, at + 30, 2) + readUintLe(bytes, at + 32, 2);
  }
  return sums;
}

/** Where the end record begins; a comment may stand behind it. */
function findEnd(bytes: Uint8Array): number {
  for (let at = bytes.length - 22; at >= 0 && at > bytes.length - 66_000; at--)
    if (readUintLe(bytes, at, 4) === 0x06054b50) return at;
  return -1;
}

/** A bundle of files. Names are safe ones. */
export async function zipFiles(files: Readonly<Record<string, Uint8Array>>): Promise<Uint8Array> {
  const { zipSync } = await import('fflate');
  return zipSync(files, { level: 6 });
}
