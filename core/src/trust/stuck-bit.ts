/** A bit that never changes. */
export interface StuckBit {
  readonly bit: number;
  readonly level: 0 | 1;
  /** Which bytes show it, in words: all, or one of so many. */
  readonly lane: string;
}

/** In fewer bytes a bit may well be the same by chance. */
const LEAST_BYTES = 64;
/** Every other bit must be at each level in so many of the bytes before one that is not is taken for stuck. */
const VARIED_SHARE = 0.02;
/** A blank stretch must be so long to show what an erased byte reads as. Units: bytes. */
const BLANK_RUN = 16;

/**
 * Looks for a data line that never changes its level: in all bytes, or in every second or fourth (a line of a wider bus). Text has no eighth
 * bit and small numbers none of the upper ones, so one is believed only where checks or fields are wrong (`contradicted`), or where blank
 * stretches show it: FF with that bit missing, 00 with it set; bits below the eighth also when all others change. Undefined for none.
 */
export function findStuckBit(bytes: Uint8Array, contradicted: boolean): StuckBit | undefined {
  if (bytes.length < LEAST_BYTES || !hasStillBit(bytes)) return undefined;
  for (const lanes of [1, 2, 4])
    for (let lane = 0; lane < lanes; lane++) {
      const ones = countOnes(bytes, { lane, lanes });
      const found = oneStuck(ones);
      if (!found) continue;
      const { bit, level } = found;
      // in one lane of several the others must show that the bit is no part of the content's nature
      if (lanes > 1 && !variesElsewhere(bytes, { lane, lanes, bit })) continue;
      const natural = lanes === 1 && bit < 7;
      if (contradicted || showsInBlanks(bytes, { lane, lanes, ...found }) || natural)
        return { bit, level, lane: lanes === 1 ? 'every' : `${lane + 1} of ${lanes}` };
    }
  return undefined;
}

/** Is any bit the same in every fourth byte? Most contents are told apart here, by whole words. */
function hasStillBit(bytes: Uint8Array): boolean {
  if (bytes.byteOffset % 4 !== 0) return true;
  const words = new Int32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  let [ones, any] = [-1, 0];
  for (let i = 0; i < words.length; i++) {
    ones &= words[i] as number;
    any |= words[i] as number;
    if (ones === 0 && any === -1) return false;
  }
  return true;
}

interface Lane {
  readonly lane: number;
  readonly lanes: number;
}

/** How often each bit is set, and of how many bytes. */
function countOnes(bytes: Uint8Array, { lane, lanes }: Lane) {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let i = lane; i < bytes.length; i += lanes, all++)
    counts[bytes[i] as number] = (counts[bytes[i] as number] as number) + 1;
  const ones = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let value = 0; value < 256; value++)
    for (let bit = 0; bit < 8; bit++)
      if (((value >> bit) & 1) === 1) ones[bit] = (ones[bit] as number) + (counts[value] as number);
  return { ones, all };
}

/** The one bit that never changes while all others do. */
function oneStuck({ ones, all }: { ones: readonly number[]; all: number }) {
  const still = [0, 1, 2, 3, 4, 5, 6, 7].filter((b) => ones[b] === 0 || ones[b] === all);
  const [bit] = still;
  const least = Math.max(1, all * VARIED_SHARE);
  const varied = ones.every((n, b) => b === bit || Math.min(n, all - n) >= least);
  if (bit === undefined || still.length > 1 || !varied || all < LEAST_BYTES / 4) return undefined;
  return { bit, level: ones[bit] === 0 ? 0 : 1 } as const;
}

function variesElsewhere(bytes: Uint8Array, { lane, lanes, bit }: Lane & { bit: number }): boolean {
  for (let other = 0; other < lanes; other++) {
    if (other === lane) continue;
    const { ones, all } = countOnes(bytes, { lane: other, lanes });
    const n = ones[bit] as number;
    if (Math.min(n, all - n) < all * VARIED_SHARE) return false;
  }
  return true;
}

/** A run of what an erased or zero byte reads as with the bit stuck. */
function showsInBlanks(
  bytes: Uint8Array,
  { lane, lanes, bit, level }: Lane & { bit: number; level: 0 | 1 }
): boolean {
  const value = level === 0 ? 0xff & ~(1 << bit) : 1 << bit;
  let run = 0;
  for (let i = lane; i < bytes.length; i += lanes) {
    run = bytes[i] === value ? run + 1 : 0;
    if (run >= BLANK_RUN) return true;
  }
  return false;
}
