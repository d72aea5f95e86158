export type PhotoType = 'image/jpeg' | 'image/png' | 'image/webp';

const PNG = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

/** What the bytes are, whatever their name says; undefined for anything that is no photo. */
export function sniffPhoto(bytes: Uint8Array): PhotoType | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (PNG.every((b, i) => bytes[i] === b)) return 'image/png';
  const text = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  return text(0) === 'RIFF' && text(8) === 'WEBP' ? 'image/webp' : undefined;
}
