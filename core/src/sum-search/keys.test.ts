import { describe, expect, it } from 'vitest';
import { createRandom } from '../base/random.ts';
import { CRC_CATALOGUE } from '../checksum/catalogue.ts';
import { findChecksum } from '../checksum/named.ts';
import { crcImageOf, crcSource } from './crc-source.ts';
import { eachChunk, readStored, type KeySource } from './key-source.ts';
import { SUM_KINDS, sumSource } from './sum-source.ts';

const LENGTH = 20_000;
const random = createRandom(1_206);
const noise = () => Uint8Array.from({ length: LENGTH }, () => random() >>> 24);

/** All keys of starts and of ends. */
function keysOf(source: KeySource) {
  const starts = new Int32Array(LENGTH + 1);
  const ends = new Int32Array(LENGTH + 1);
  eachChunk(LENGTH, source.fillStarts.bind(source), (keys, from, to) =>
    starts.set(keys.subarray(0, to - from), from)
  );
  eachChunk(LENGTH, source.fillEnds.bind(source), (keys, from, to) =>
    ends.set(keys.subarray(0, to - from), from)
  );
  return { starts, ends };
}

/** Stores at `p` what the engine computes over [a, p). */
function plant(bytes: Uint8Array, source: KeySource, a: number, p: number): void {
  const { algorithm, bits, storedBytes, byteOrder, form } = source.variant;
  let value = findChecksum(algorithm)?.compute(bytes.subarray(a, p)) as bigint;
  if (form !== 'plain') value = BigInt.asUintN(bits, form === 'inverted' ? ~value : -value);
  for (let j = 0; j < storedBytes; j++)
    bytes[p + (byteOrder === 'little' ? j : storedBytes - 1 - j)] = Number(
      (value >> BigInt(8 * j)) & 0xffn
    );
}

function hold(bytes: Uint8Array, sourceOf: () => KeySource): void {
  const { storedBytes, wordBytes } = sourceOf().variant;
  for (const [from, words] of [
    [0, 4000],
    [777, 1500],
    [8190, 3],
    [511, 4700]
  ] as const) {
    const p = from + words * 4;
    plant(bytes, sourceOf(), from, p);
    const source = sourceOf();
    const { starts, ends } = keysOf(source);
    const q = p + storedBytes;
    expect(ends[q]).toBe(starts[from]);
    // one by one as in a row
    const some = Int32Array.from([storedBytes, 300, 1000, from + 8, q].sort((x, y) => x - y));
    expect([...source.startsAt(some)]).toEqual([...some].map((i) => starts[i]));
    expect([...source.endsAt(some)]).toEqual([...some].map((i) => ends[i]));
    // equality says that it holds, inequality that it does not
    for (let k = 0; k < 40; k++) {
      const a = random() % (LENGTH - 40);
      const end =
        a + wordBytes * (1 + (random() % Math.floor((LENGTH - storedBytes - a) / wordBytes)));
      if (end + storedBytes > LENGTH) continue;
      const stored = bytes.subarray(end, end + storedBytes);
      const value = source.valueOf(a, end);
      const before = stored.slice();
      plant(bytes, source, a, end);
      const engine = stored.slice();
      stored.set(before);
      const expected = Uint8Array.from(
        { length: storedBytes },
        (_, j) =>
          (value / 256 ** (source.variant.byteOrder === 'little' ? j : storedBytes - 1 - j)) & 0xff
      );
      expect([...expected]).toEqual([...engine]);
      // bits above the width are none of the value: whoever takes a hit looks at them
      const isValue =
        readStored(bytes, end, storedBytes, source.variant.byteOrder) < 2 ** source.variant.bits;
      if (isValue)
        expect(ends[end + storedBytes] === starts[a]).toBe(before.every((b, i) => b === engine[i]));
    }
  }
}

describe('keys of a checksum stored behind what it covers', () => {
  const narrow = CRC_CATALOGUE.filter((c) => c.model.width <= 32);
  it('every published CRC up to 32 bits is looked at', () =>
    expect(narrow.length).toBeGreaterThan(95));
  it.each(narrow.map((c) => [c.name, c] as const))('%s, both byte orders', (_, crc) => {
    for (const order of ['big', 'little'] as const) {
      const bytes = noise();
      hold(bytes, () => crcSource(crcImageOf(bytes, crc), crc, order));
    }
  });
  it.each(SUM_KINDS.map((k) => [k.algorithm, k] as const))(
    '%s, both byte orders, every form',
    (_, kind) => {
      for (const form of kind.forms)
        for (const order of ['big', 'little'] as const) {
          const bytes = noise();
          hold(bytes, () =>
            sumSource({ kind, bytes, prefixes: kind.prefixes(bytes) }, form, order)
          );
        }
    }
  );
});
