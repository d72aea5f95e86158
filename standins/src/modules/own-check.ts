import { createRandom, seedOf } from '@badger/core/base/random';
import type { Range } from '@badger/core/image/range';

/** What the program of a family checks of itself when it runs: no profile knows of it, and no checksum of the family covers it. Offsets. */
const OWN_CHECKS: Readonly<Record<string, { readonly region: string } & Range>> = {
  'PW-EC9': { region: 'backup', start: 0xd000, end: 0xd800 }
};

const MARK_BYTES = 4;

/** Makes what the program checks of itself hold. Memory: changes the bytes. */
export function sealOwn(family: string, memory: ReadonlyMap<string, Uint8Array>): void {
  const check = OWN_CHECKS[family];
  const bytes = check && memory.get(check.region);
  if (check && bytes) bytes.set(markOf(family, bytes, check), check.end - MARK_BYTES);
}

/** The program finds itself damaged: it does not start the engine. */
export function isUpset(family: string, memory: ReadonlyMap<string, Uint8Array>): boolean {
  const check = OWN_CHECKS[family];
  const bytes = check && memory.get(check.region);
  if (!check || !bytes) return false;
  const mark = markOf(family, bytes, check);
  return mark.some((byte, i) => bytes[check.end - MARK_BYTES + i] !== byte);
}

function markOf(family: string, bytes: Uint8Array, { start, end }: Range): Uint8Array {
  let mark = seedOf(family);
  for (let i = start; i < end - MARK_BYTES; i++)
    mark = Math.imul(mark ^ (bytes[i] as number), 0x01000193) >>> 0;
  return Uint8Array.from({ length: MARK_BYTES }, (_, i) => (mark >>> (8 * i)) & 0xff);
}

/** Cells that read wrong, and each time the same, until the unit is warm. Where nothing checks them two such reads agree. */
export interface ColdCells extends Range {
  /** So many uploads since the world began come out so. */
  readonly uploads: number;
}

const WEAK_CELLS = 9;

/** What an upload of a cold unit delivers: some cells of the range have lost a bit, the same ones for the same seed. */
export function readCold(bytes: Uint8Array, { start, end }: ColdCells, seed: string): Uint8Array {
  const copy = bytes.slice();
  const random = createRandom(seedOf(seed));
  const placed = new Set<number>();
  for (let tries = 0; placed.size < WEAK_CELLS && tries < 100_000; tries++) {
    const at = start + (random() % (end - start));
    const mask = 1 << (random() % 8);
    // a cell can only lose what it has
    if (placed.has(at) || ((copy[at] as number) & mask) === 0) continue;
    copy[at] = (copy[at] as number) ^ mask;
    placed.add(at);
  }
  return copy;
}
