import { formatAscii } from '../base/bytes.ts';

/** Text of a fixed-width field: trailing blanks, FF and 00 are padding. */
export function decodeText(bytes: Uint8Array): string {
  let end = bytes.length;
  while (end > 0 && [0x00, 0x20, 0xff].includes(bytes[end - 1] as number)) end--;
  return formatAscii(bytes.subarray(0, end));
}
