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
