/** Value of a hexadecimal digit by its character code; -1 for any other. */
export function nibbleOf(c: number): number {
  if (c >= 0x30 && c <= 0x39) return c - 0x30;
  if (c >= 0x41 && c <= 0x46) return c - 0x37;
  if (c >= 0x61 && c <= 0x66) return c - 0x57;
  return -1;
}

/** Calls back for every line without its end; no text is made of it. `[from, to)` in bytes, `no` from 1. */
export function forEachLine(
  bytes: Uint8Array,
  take: (from: number, to: number, no: number) => void
): void {
  let from = 0;
  let no = 1;
  while (from < bytes.length) {
    let end = bytes.indexOf(0x0a, from);
    if (end < 0) end = bytes.length;
    const to = end > from && bytes[end - 1] === 0x0d ? end - 1 : end;
    if (to > from) take(from, to, no);
    from = end + 1;
    no++;
  }
}

/** Bytes as text, one character each; at most 8 KiB at a time. */
export const latin1 = (bytes: Uint8Array): string =>
  String.fromCharCode(...bytes.subarray(0, 8192));
