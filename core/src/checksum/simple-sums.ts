/** Sums that are no CRC, by their names on the command line. Numbers are unsigned. */

/** XOR of all bytes. Source: definition. Example: `123456789` gives 0x31. */
export function computeXor(bytes: Uint8Array): number {
  let value = 0;
  for (let i = 0; i < bytes.length; i++) value ^= bytes[i] as number;
  return value;
}

/** The largest number of bytes whose Adler sums fit into a double without a division between. */
const ADLER_BLOCK = 65_536;
const ADLER_MODULUS = 65_521;

/** Adler-32. Source: RFC 1950. Example: `Wikipedia` gives 0x11E60398. */
export function computeAdler32(bytes: Uint8Array): number {
  let a = 1;
  let b = 0;
  for (let at = 0; at < bytes.length;) {
    const end = Math.min(bytes.length, at + ADLER_BLOCK);
    for (; at < end; at++) {
      a += bytes[at] as number;
      b += a;
    }
    a %= ADLER_MODULUS;
    b %= ADLER_MODULUS;
  }
  return b * 65_536 + a;
}

const FLETCHER_BLOCK = 4096;

/** Fletcher-16 over bytes, the second sum above the first. Source: J. Fletcher (1982), from memory. Example: `abcde` gives 0xC8F0. */
export function computeFletcher16(bytes: Uint8Array): number {
  let a = 0;
  let b = 0;
  for (let at = 0; at < bytes.length;) {
    const end = Math.min(bytes.length, at + FLETCHER_BLOCK);
    for (; at < end; at++) {
      a += bytes[at] as number;
      b += a;
    }
    a %= 255;
    b %= 255;
  }
  return b * 256 + a;
}

/** Fletcher-32 over little-endian words, a last single byte filled up with zero. Source: as {@link computeFletcher16}. Example: `abcde` gives 0xF04FC729. */
export function computeFletcher32(bytes: Uint8Array): number {
  let a = 0;
  let b = 0;
  for (let at = 0; at < bytes.length;) {
    const end = Math.min(bytes.length, at + FLETCHER_BLOCK);
    for (; at < end; at += 2) {
      a += (bytes[at] as number) + (bytes[at + 1] ?? 0) * 256;
      b += a;
    }
    a %= 65_535;
    b %= 65_535;
  }
  return b * 65_536 + a;
}

/** One's complement of the one's complement sum of big-endian words, a last single byte filled up with zero. Source: RFC 1071. */
export function computeInternet(bytes: Uint8Array): number {
  let sum = 0;
  for (let at = 0; at < bytes.length; at += 2) {
    sum += (bytes[at] as number) * 256 + (bytes[at + 1] ?? 0);
    if (sum > 0xffff) sum -= 0xffff;
  }
  return ~sum & 0xffff;
}
