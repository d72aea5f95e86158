import { describe, expect, it } from 'vitest';
import { createRandom } from '../base/random.ts';
import { findChecksum } from '../checksum/named.ts';
import type { SumCandidate } from './confirm.ts';
import { findSums } from './find-sums.ts';

const noise = (length: number, seed: number) => {
  const random = createRandom(seed);
  return Uint8Array.from({ length }, () => random() >>> 24);
};

interface Plant {
  readonly name: string;
  readonly start: number;
  readonly end: number;
  readonly at: number;
  readonly order?: 'big' | 'little';
  readonly form?: 'plain' | 'inverted' | 'negated';
}

/** Stores the value of the engine. */
function plant(
  bytes: Uint8Array,
  { name, start, end, at, order = 'big', form = 'plain' }: Plant
): Uint8Array {
  const sum = findChecksum(name);
  if (!sum) throw new Error(name);
  const width = Math.ceil(sum.bits / 8);
  const plain = sum.compute(bytes.subarray(start, end));
  const value =
    form === 'plain' ? plain : BigInt.asUintN(sum.bits, form === 'inverted' ? ~plain : -plain);
  for (let j = 0; j < width; j++)
    bytes[at + (order === 'little' ? j : width - 1 - j)] = Number((value >> BigInt(8 * j)) & 0xffn);
  return bytes;
}

const certain = (candidates: readonly SumCandidate[]) =>
  candidates.filter((c) => c.expectedByChance < 0.01);

describe('finding checksums', { timeout: 60_000 }, () => {
  it('finds one that begins and ends at round addresses in a single image', () => {
    const bytes = plant(noise(32_768, 1), {
      name: 'CRC-32/ISO-HDLC',
      start: 0x2000,
      end: 0x4000,
      at: 0x4000,
      order: 'little'
    });
    expect(certain(findSums(bytes).candidates)).toEqual([
      expect.objectContaining({
        algorithm: 'CRC-32/ISO-HDLC',
        start: 0x2000,
        end: 0x4000,
        storedAt: 0x4000,
        byteOrder: 'little',
        support: 1,
        asked: 1
      })
    ]);
  });
  it('finds one after which its own remainder is zero, however round the address behind it is', () => {
    // start and the place behind the value have the same key: the rounder of the two is no start of it
    for (const [start, end] of [
      [2393, 0x1ffc],
      [777, 0x0ffc],
      [4543, 0x2ffc]
    ] as const) {
      const one = { name: 'CRC-32/CD-ROM-EDC', start, end, at: end, order: 'little' as const };
      const [first, ...others] = [3, 4, 5].map((seed) => plant(noise(16_384, seed), one));
      const { candidates } = findSums(first as Uint8Array, {
        others,
        algorithms: [one.name]
      });
      expect(candidates[0]).toMatchObject({ start, end, storedAt: end, support: 3 });
    }
  });
  it('lists one at odd addresses too, with what chance would give', () => {
    const bytes = plant(noise(65_536, 2), {
      name: 'CRC-32/MPEG-2',
      start: 1001,
      end: 30_007,
      at: 30_007
    });
    const { candidates } = findSums(bytes, { algorithms: ['CRC-32/MPEG-2'] });
    const found = candidates.find((c) => c.start === 1001 && c.end === 30_007);
    expect(found?.expectedByChance).toBeGreaterThan(0.1);
    expect(found?.expectedByChance).toBeLessThan(10);
  });
  it('is certain of a narrow one at odd addresses once three images agree', () => {
    const where = {
      name: 'CRC-16/ARC',
      start: 1001,
      end: 3007,
      at: 3007,
      order: 'little'
    } as const;
    const family = [1, 2, 3].map((seed) => plant(noise(8192, seed), where));
    const [first, ...others] = family as [Uint8Array, ...Uint8Array[]];
    const [best] = findSums(first, { others }).candidates;
    expect(best).toMatchObject({
      algorithm: 'CRC-16/ARC',
      start: 1001,
      end: 3007,
      support: 3,
      asked: 3
    });
    expect(best?.expectedByChance).toBeLessThan(1e-3);
    expect(certain(findSums(first).candidates)).toEqual([]);
  });
  it('takes the same bytes once more for no proof', () => {
    const where = { name: 'CRC-16/ARC', start: 1001, end: 3007, at: 3007 };
    const first = plant(noise(8192, 4), where);
    const copy = first.slice();
    // another byte elsewhere makes it no other image of what is covered
    copy[7000] = (copy[7000] as number) ^ 1;
    const { candidates } = findSums(first, { others: [first.slice(), copy] });
    expect(certain(candidates)).toEqual([]);
    expect(candidates.every((c) => c.support === 1 || c.end + c.storedBytes > 7000)).toBe(true);
  });
  it('is not blinded by an image of another family', () => {
    const where = { name: 'CRC-16/ARC', start: 0x400, end: 0x800, at: 0x800 };
    const [a, b] = [16, 17].map((seed) => plant(noise(4096, seed), where)) as [
      Uint8Array,
      Uint8Array
    ];
    const { candidates } = findSums(a, {
      others: [b, noise(4096, 18)],
      algorithms: ['CRC-16/ARC']
    });
    expect(candidates[0]).toMatchObject({ start: 0x400, end: 0x800, support: 2, asked: 3 });
  });
  it('asks no image that is blank there: a sum of zeros is zero everywhere', () => {
    const where = { name: 'SUM-16', start: 0x200, end: 0xe00, at: 0xe00 };
    const told = (others: Uint8Array[]) =>
      findSums(plant(noise(4096, 19), where), { others, algorithms: ['SUM-16'] }).candidates.find(
        (c) => c.start === 0x200 && c.storedAt === 0xe00
      );
    expect(told([new Uint8Array(4096)])).toMatchObject({ support: 1, asked: 1 });
    expect(told([plant(noise(4096, 20), where)])).toMatchObject({ support: 2, asked: 2 });
  });
  it('takes two of five for less than two of two', () => {
    const where = { name: 'CRC-32/BZIP2', start: 0x100, end: 0x900, at: 0x900 };
    const [a, b] = [21, 22].map((seed) => plant(noise(4096, seed), where)) as [
      Uint8Array,
      Uint8Array
    ];
    const chance = (others: Uint8Array[]) =>
      findSums(a, { others, algorithms: ['CRC-32/BZIP2'] }).candidates[0]?.expectedByChance ?? 0;
    const foreign = [23, 24, 25].map((seed) => noise(4096, seed));
    // so many ways are there to choose the one of four others
    expect(chance([b, ...foreign]) / chance([b])).toBeCloseTo(4, 6);
  });
  it('says in how many of how many it holds', () => {
    const where = { name: 'CRC-32/BZIP2', start: 0x100, end: 0x900, at: 0x900 };
    const [a, b] = [5, 6].map((seed) => plant(noise(4096, seed), where)) as [
      Uint8Array,
      Uint8Array
    ];
    const [best] = findSums(a, {
      others: [b, noise(4096, 7)],
      algorithms: ['CRC-32/BZIP2']
    }).candidates;
    expect(best).toMatchObject({ support: 2, asked: 3 });
  });
  it.each([
    ['SUM-16', 'negated', 'little'],
    ['SUM-32-LE', 'inverted', 'big'],
    ['SUM-16-BE', 'plain', 'big'],
    ['ADLER-32', 'plain', 'big'],
    ['FLETCHER-32', 'plain', 'little'],
    ['FLETCHER-16', 'plain', 'big'],
    ['INTERNET', 'plain', 'big']
  ] as const)('finds %s, %s, %s end first, over three images', (name, form, order) => {
    const where = { name, form, order, start: 0x204, end: 0xe08, at: 0xe08 };
    const [first, ...others] = [8, 9, 10].map((seed) => plant(noise(4096, seed), where)) as [
      Uint8Array,
      ...Uint8Array[]
    ];
    expect(
      findSums(first, { others, algorithms: [name, 'CRC-16/ARC'] }).candidates[0]
    ).toMatchObject({
      algorithm: name,
      form,
      byteOrder: order,
      start: 0x204,
      end: 0xe08,
      support: 3
    });
  });
  it('finds a value right before what it covers, and one far away from it', () => {
    const bytes = noise(32_768, 11);
    plant(bytes, { name: 'CRC-32/ISO-HDLC', start: 0x2004, end: 0x4000, at: 0x2000 });
    plant(bytes, { name: 'CRC-32/BZIP2', start: 0x4000, end: 0x6000, at: 0x7124, order: 'little' });
    const { candidates } = findSums(bytes);
    expect(candidates[0]).toMatchObject({
      algorithm: 'CRC-32/ISO-HDLC',
      start: 0x2004,
      end: 0x4000,
      storedAt: 0x2000
    });
    const far = candidates.find((c) => c.storedAt === 0x7124);
    expect(far).toMatchObject({
      algorithm: 'CRC-32/BZIP2',
      start: 0x4000,
      end: 0x6000,
      byteOrder: 'little'
    });
    expect(candidates.indexOf(far as SumCandidate)).toBeLessThan(12);
  });
  it('counts the inverted copy beside a value for it', () => {
    const bytes = plant(noise(8192, 12), {
      name: 'CRC-16/XMODEM',
      start: 256,
      end: 2050,
      at: 2050
    });
    bytes[2052] = ~(bytes[2050] as number);
    bytes[2053] = ~(bytes[2051] as number);
    const [best] = findSums(bytes).candidates;
    expect(best).toMatchObject({
      algorithm: 'CRC-16/XMODEM',
      start: 256,
      storedAt: 2050,
      inverseBeside: true
    });
    expect(best?.expectedByChance).toBeLessThan(0.1);
  });
  it('counts blocks of one size behind each other for each other', () => {
    const bytes = noise(8192, 13);
    for (let block = 1; block < 6; block++)
      plant(bytes, {
        name: 'CRC-16/XMODEM',
        start: block * 512,
        end: block * 512 + 510,
        at: block * 512 + 510
      });
    const best = certain(findSums(bytes).candidates);
    expect(best.map((c) => c.start).sort((x, y) => x - y)).toEqual([512, 1024, 1536, 2048, 2560]);
    expect(best.every((c) => c.blocks === 5 && c.algorithm === 'CRC-16/XMODEM')).toBe(true);
  });
  it('is honest about chance: images of noise hold nothing that it is sure of', () => {
    let sure = 0;
    let likely = 0;
    for (let seed = 100; seed < 103; seed++) {
      const { candidates } = findSums(noise(2048, seed));
      sure += certain(candidates).length;
      likely += candidates.filter((c) => c.expectedByChance < 1).length;
    }
    expect(sure).toBeLessThanOrEqual(1);
    // one an image is what the number says
    expect(likely).toBeLessThanOrEqual(9);
  });
  it.each([
    ['nothing', new Uint8Array(0)],
    ['one byte', Uint8Array.of(7)],
    ['nineteen bytes', noise(19, 14)],
    ['zeros', new Uint8Array(6000)],
    ['FF', new Uint8Array(6000).fill(0xff)],
    ['a short pattern', Uint8Array.from({ length: 6000 }, (_, i) => i % 3)],
    ['a counter', Uint8Array.from({ length: 6000 }, (_, i) => i & 0xff)],
    [
      'words that count',
      Uint8Array.from({ length: 6000 }, (_, i) => (i % 4 === 3 ? (i >> 2) & 0xff : 0))
    ]
  ])('of %s it ends, with candidates that hold', (_, bytes) => {
    for (const c of findSums(bytes).candidates.slice(0, 30)) {
      const value = findChecksum(c.algorithm)?.compute(bytes.subarray(c.start, c.end)) as bigint;
      const bits = BigInt(findChecksum(c.algorithm)?.bits as number);
      const meant =
        c.form === 'plain'
          ? value
          : BigInt.asUintN(Number(bits), c.form === 'inverted' ? ~value : -value);
      const stored = [...bytes.subarray(c.storedAt, c.storedAt + c.storedBytes)];
      if (c.byteOrder === 'little') stored.reverse();
      expect(stored.reduce((v, b) => (v << 8n) | BigInt(b), 0n)).toBe(meant);
    }
  });
  it('breaks off when it is told to', () => {
    const shares: number[] = [];
    findSums(noise(4096, 15), { onProgress: (share) => shares.push(share) < 3 });
    expect(shares).toHaveLength(3);
    expect(shares.every((s) => s >= 0 && s < 1)).toBe(true);
  });
});
