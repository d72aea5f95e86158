import { concatBytes, readUintBe } from '@badger/core/base/bytes';

export type PhotoType = 'image/jpeg' | 'image/png' | 'image/webp';

const PNG = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

/** What the bytes are, whatever their name says; undefined for anything that is no photo. */
export function sniffPhoto(bytes: Uint8Array): PhotoType | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (PNG.every((b, i) => bytes[i] === b)) return 'image/png';
  const text = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  return text(0) === 'RIFF' && text(8) === 'WEBP' ? 'image/webp' : undefined;
}

/**
 * The same picture without what is written beside it: position, camera, embedded second pictures and whatever lies
 * behind its end. Pixels are not touched. Undefined when the file is cut or broken.
 * Source: JPEG segments by ITU-T T.81, PNG chunks by its specification, RIFF container of WebP; from memory.
 * Memory: owns its bytes.
 */
export function stripMetadata(bytes: Uint8Array, type: PhotoType): Uint8Array | undefined {
  if (type === 'image/jpeg') return stripJpeg(bytes);
  return type === 'image/png' ? stripPng(bytes) : stripWebp(bytes);
}

/** APP1 (Exif, XMP), APP2 except the colour profile, APP3 to APP15 except Adobe's colour transform, and comments. */
function isJpegMetadata(bytes: Uint8Array, at: number): boolean {
  const marker = bytes[at + 1] as number;
  if (marker === 0xfe) return true;
  if (marker < 0xe1 || marker > 0xef || marker === 0xee) return false;
  const icc = String.fromCharCode(...bytes.subarray(at + 4, at + 15)) === 'ICC_PROFILE';
  return !(marker === 0xe2 && icc);
}

function stripJpeg(bytes: Uint8Array): Uint8Array | undefined {
  const parts: Uint8Array[] = [bytes.subarray(0, 2)];
  const orientation = findOrientation(bytes);
  if (orientation > 1) parts.push(orientationSegment(orientation));
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return undefined;
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at++; // fill byte
      continue;
    }
    if (marker === 0xd9) break;
    const end = at + 2 + readUintBe(bytes, at + 2, 2);
    if (end > bytes.length) return undefined;
    if (marker === 0xda) {
      const scanEnd = endOfScan(bytes, end);
      parts.push(bytes.subarray(at, scanEnd));
      at = scanEnd;
      if (bytes[at + 1] === 0xd9 || at + 1 >= bytes.length) break;
      continue;
    }
    if (!isJpegMetadata(bytes, at)) parts.push(bytes.subarray(at, end));
    at = end;
  }
  if (bytes[at] !== 0xff || bytes[at + 1] !== 0xd9) return undefined;
  return concatBytes([...parts, Uint8Array.of(0xff, 0xd9)]);
}

/** First marker behind entropy-coded data that is neither a stuffed zero nor a restart. */
function endOfScan(bytes: Uint8Array, from: number): number {
  let at = from;
  while (at + 1 < bytes.length) {
    const next = bytes[at + 1] as number;
    if (bytes[at] === 0xff && next !== 0x00 && !(next >= 0xd0 && next <= 0xd7) && next !== 0xff) {
      return at;
    }
    at++;
  }
  return bytes.length;
}

/** Orientation of the picture, 1 to 8; 1 where nothing is said. Source: Exif tag 0x0112, TIFF layout, from memory. */
function findOrientation(bytes: Uint8Array): number {
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff && (bytes[at + 1] as number) !== 0xda) {
    const length = readUintBe(bytes, at + 2, 2);
    const exif = String.fromCharCode(...bytes.subarray(at + 4, at + 8)) === 'Exif';
    if (bytes[at + 1] === 0xe1 && exif)
      return orientationOf(bytes.subarray(at + 10, at + 2 + length));
    at += 2 + length;
  }
  return 1;
}

function orientationOf(tiff: Uint8Array): number {
  if (tiff.length < 14) return 1;
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength);
  const little = tiff[0] === 0x49;
  const start = view.getUint32(4, little);
  if (start + 2 > tiff.length) return 1;
  const entries = view.getUint16(start, little);
  for (let i = 0; i < entries; i++) {
    const entry = start + 2 + 12 * i;
    if (entry + 12 > tiff.length) return 1;
    if (view.getUint16(entry, little) === 0x0112) {
      const value = view.getUint16(entry + 8, little);
      return value >= 1 && value <= 8 ? value : 1;
    }
  }
  return 1;
}

/** An Exif segment that says nothing but which way is up. */
function orientationSegment(orientation: number): Uint8Array {
  const tiff = [
    ...[0x4d, 0x4d, 0x00, 0x2a, 0x00, 0x00, 0x00, 0x08],
    ...[0x00, 0x01, 0x01, 0x12, 0x00, 0x03, 0x00, 0x00, 0x00, 0x01, 0x00, orientation, 0x00, 0x00],
    ...[0x00, 0x00, 0x00, 0x00]
  ];
  const body = [0x45, 0x78, 0x69, 0x66, 0x00, 0x00, ...tiff];
  return Uint8Array.of(0xff, 0xe1, 0x00, body.length + 2, ...body);
}

const PNG_KEPT = new Set([
  ...['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT', 'pHYs'],
  ...['acTL', 'fcTL', 'fdAT', 'bKGD']
]);

function stripPng(bytes: Uint8Array): Uint8Array | undefined {
  const parts: Uint8Array[] = [bytes.subarray(0, 8)];
  let at = 8;
  while (at + 12 <= bytes.length) {
    const end = at + 12 + readUintBe(bytes, at, 4);
    if (end > bytes.length) return undefined;
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (PNG_KEPT.has(name)) parts.push(bytes.subarray(at, end));
    if (name === 'IEND') return concatBytes(parts);
    at = end;
  }
  return undefined;
}

function stripWebp(bytes: Uint8Array): Uint8Array | undefined {
  const parts: Uint8Array[] = [];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const whole = 8 + view.getUint32(4, true);
  if (whole > bytes.length) return undefined;
  let at = 12;
  while (at + 8 <= whole) {
    const length = view.getUint32(at + 4, true);
    const end = at + 8 + length + (length % 2);
    if (end > whole + 1 || at + 8 + length > bytes.length) return undefined;
    const name = String.fromCharCode(...bytes.subarray(at, at + 4));
    if (name !== 'EXIF' && name !== 'XMP ')
      parts.push(bytes.slice(at, Math.min(end, bytes.length)));
    at = end;
  }
  const [first] = parts;
  // the extended header says which chunks follow: Exif and XMP no longer do
  if (first && String.fromCharCode(...first.subarray(0, 4)) === 'VP8X')
    first[8] = (first[8] as number) & ~0x0c;
  const body = concatBytes(parts);
  const head = new Uint8Array(12);
  head.set(bytes.subarray(0, 12));
  new DataView(head.buffer).setUint32(4, 4 + body.length, true);
  return concatBytes([head, body]);
}
