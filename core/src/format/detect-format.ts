import { decodeHex, eachLine } from './hex-lines.ts';

/** Formats that are read and written. */
export type ImageFormat = 'binary' | 'intel-hex' | 's-record';

/** So much of a file is looked at. Units: bytes. */
const HEAD_BYTES = 16_384;
const COLON = 0x3a;
const LETTER_S = 0x53;
/** Records by their checksum: of all lines that begin like a record, at least this share. */
const SOUND_SHARE = 0.5;
const MOST_RECORD = 260;

/**
 * Tells the format by what the file holds, never by its name: a text whose first records add up. Everything else is binary. Total.
 */
export function detectFormat(bytes: Uint8Array): ImageFormat {
  const head = bytes.subarray(0, HEAD_BYTES);
  if (!isText(head)) return 'binary';
  const record = new Uint8Array(MOST_RECORD);
  const seen = { hex: 0, hexSound: 0, s: 0, sSound: 0 };
  eachLine(head, ({ from, to }) => {
    const isHex = head[from] === COLON;
    const isS = (head[from] as number) === LETTER_S;
    // the last line may be cut off by the end of the head
    if ((!isHex && !isS) || (to === head.length && bytes.length > HEAD_BYTES)) return;
    const count = decodeHex(head, from + (isHex ? 1 : 2), to, record);
    let sum = 0;
    for (let i = 0; i < count; i++) sum += record[i] as number;
    if (isHex) seen.hex++;
    else seen.s++;
    if (count > 0 && isHex && (sum & 0xff) === 0) seen.hexSound++;
    if (count > 0 && isS && (sum & 0xff) === 0xff) seen.sSound++;
  });
  if (seen.hexSound > 0 && seen.hexSound >= seen.hex * SOUND_SHARE) return 'intel-hex';
  if (seen.sSound > 0 && seen.sSound >= seen.s * SOUND_SHARE) return 's-record';
  return 'binary';
}

/** Printable characters, tabs and ends of lines only. */
function isText(bytes: Uint8Array): boolean {
  for (const b of bytes) {
    const isBlank = b === 0x09 || b === 0x0a || b === 0x0d || b === 0x1a;
    if (!isBlank && (b < 0x20 || b > 0x7e)) return false;
  }
  return true;
}
