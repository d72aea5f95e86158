/** A stretch that stands in both: `bytes` from offset `a` of the first and from offset `b` of the second. */
export interface Match {
  readonly a: number;
  readonly b: number;
  readonly bytes: number;
}

/** Stretches shorter than this are not looked for. Units: bytes. */
export const BLOCK_BYTES = 32;
/** Every so many bytes a block of the first is remembered, so each stretch of {@link BLOCK_BYTES} + STEP is found. */
const STEP = 16;
const FACTOR = 0x01000193;
/** The factor that the byte which leaves the window carries. */
const OUT_FACTOR = (() => {
  let factor = 1;
  for (let i = 1; i < BLOCK_BYTES; i++) factor = Math.imul(factor, FACTOR);
  return factor;
})();
const SCATTER = 0x9e3779b1;
/** More stretches nobody reads. */
const MOST_MATCHES = 4096;
/** Neighbouring slots that are looked at. */
const MOST_PROBES = 8;

/**
 * Finds longest stretches of `second` that stand in `first` too, wherever they lie, in the order of `second` and without overlap there.
 * Blocks of one repeated value are no content and are passed over. With `same` both are one image: a stretch is matched only to one before
 * it. Time: linear. Memory: four bytes for each sixteen of `first`. Method: rolling hash (Karp and Rabin 1987), every match compared byte by byte.
 */
export function matchContent(
  first: Uint8Array,
  second: Uint8Array,
  { same = false } = {}
): readonly Match[] {
  if (first.length < BLOCK_BYTES || second.length < BLOCK_BYTES) return [];
  const index = new BlockIndex(first, same);
  const found: Match[] = [];
  let done = 0;
  let hash = hashOf(second, 0);
  for (let b = 0; ;) {
    const a = index.find(hash, second, b);
    const match =
      a < 0 ? undefined : trimBlank(second, extend({ first, second }, { a, b, from: done }));
    if (match) {
      found.push(match);
      if (found.length >= MOST_MATCHES) return found;
      done = match.b + match.bytes;
      b = done;
      if (b + BLOCK_BYTES > second.length) return found;
      hash = hashOf(second, b);
      continue;
    }
    if (b + BLOCK_BYTES >= second.length) return found;
    hash = Math.imul(hash - Math.imul(second[b] as number, OUT_FACTOR), FACTOR);
    hash = (hash + (second[b + BLOCK_BYTES] as number)) | 0;
    b++;
  }
}

function hashOf(bytes: Uint8Array, at: number): number {
  let hash = 0;
  for (let i = 0; i < BLOCK_BYTES; i++)
    hash = (Math.imul(hash, FACTOR) + (bytes[at + i] as number)) | 0;
  return hash;
}

function isOneValue(bytes: Uint8Array, at: number): boolean {
  const value = bytes[at];
  for (let i = 1; i < BLOCK_BYTES; i++) if (bytes[at + i] !== value) return false;
  return true;
}

/** Blocks of an image by the hash of their bytes: the first and the last that fall into a slot. */
class BlockIndex {
  readonly #bytes: Uint8Array;
  readonly #slots: Int32Array;
  readonly #shift: number;
  readonly #same: boolean;
  /** Blocks before this offset are in the index. */
  #entered = 0;

  constructor(bytes: Uint8Array, same: boolean) {
    this.#bytes = bytes;
    this.#same = same;
    const bits = Math.max(4, Math.ceil(Math.log2(bytes.length / STEP + 1)) + 1);
    this.#slots = new Int32Array(2 ** bits).fill(-1);
    this.#shift = 32 - bits;
    if (!same) this.#enter(bytes.length);
  }

  /** Remembers blocks that begin before `end`; the first of equal ones stays. */
  #enter(end: number): void {
    const last = Math.min(end, this.#bytes.length - BLOCK_BYTES + 1);
    for (; this.#entered < last; this.#entered += STEP) {
      const at = this.#entered;
      if (isOneValue(this.#bytes, at)) continue;
      const { slot, known } = this.#probe(hashOf(this.#bytes, at), this.#bytes, at);
      if (known < 0 && slot >= 0) this.#slots[slot] = at;
    }
  }

  /** The block equal to the one of `other` at `b` (-1: none), and the slot where it would stand (-1: no room). */
  #probe(hash: number, other: Uint8Array, b: number): { slot: number; known: number } {
    const most = this.#slots.length - 1;
    for (let i = 0, slot = this.#slotOf(hash); i < MOST_PROBES; i++, slot = (slot + 1) & most) {
      const a = this.#slots[slot] as number;
      if (a < 0) return { slot, known: -1 };
      if (this.#isEqual(a, other, b)) return { slot, known: a };
    }
    return { slot: -1, known: -1 };
  }

  #isEqual(a: number, other: Uint8Array, b: number): boolean {
    for (let i = 0; i < BLOCK_BYTES; i++) if (this.#bytes[a + i] !== other[b + i]) return false;
    return true;
  }

  #slotOf(hash: number): number {
    return Math.imul(hash, SCATTER) >>> this.#shift;
  }

  /** Offset of a block equal to the one of `other` at `b`; -1 for none. */
  find(hash: number, other: Uint8Array, b: number): number {
    if (this.#same) this.#enter(b);
    return this.#probe(hash, other, b).known;
  }
}

interface Pair {
  readonly first: Uint8Array;
  readonly second: Uint8Array;
}

/** Grows a match to both sides, backward no further than `from`. */
function extend(
  { first, second }: Pair,
  { a, b, from }: { a: number; b: number; from: number }
): Match {
  let start = 0;
  while (a + start > 0 && b + start > from && first[a + start - 1] === second[b + start - 1])
    start--;
  let end = BLOCK_BYTES;
  while (a + end < first.length && b + end < second.length && first[a + end] === second[b + end])
    end++;
  return { a: a + start, b: b + start, bytes: end - start };
}

/** So many equal bytes in a row at an end of a match are no part of it. Units: bytes. */
const BLANK_BYTES = 16;

/** A match without one repeated value at its ends: that stands everywhere. As much as one block stays. */
function trimBlank(second: Uint8Array, { a, b, bytes }: Match): Match {
  let start = 0;
  let end = bytes;
  while (end > 1 && second[b + end - 1] === second[b + end - 2]) end--;
  if (bytes - end < BLANK_BYTES) end = bytes;
  while (start < end - 1 && second[b + start] === second[b + start + 1]) start++;
  if (start < BLANK_BYTES) start = 0;
  end = Math.min(bytes, Math.max(end, start + BLOCK_BYTES));
  start = Math.max(0, Math.min(start, end - BLOCK_BYTES));
  return { a: a + start, b: b + start, bytes: end - start };
}
