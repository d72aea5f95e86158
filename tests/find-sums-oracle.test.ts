// The finder against images into which a program of another language planted checksums, at random places, odd ones too.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { findSums } from '@badger/core/sum-search/find-sums';
import { at } from './support/shop.ts';

interface Planted {
  readonly algorithm: string;
  readonly bits: number;
  readonly start: number;
  readonly end: number;
  readonly storedAt: number;
  readonly byteOrder: string;
}

/** `./badger test slow` plants more. */
const SEEDS = Array.from({ length: Number(process.env['PLANT_SEEDS'] ?? 2) }, (_, i) => i + 1);

let home = '';
beforeAll(() => (home = mkdtempSync(join(tmpdir(), 'badger-sums-'))));
afterAll(() => rmSync(home, { recursive: true }));

it.each(SEEDS)(
  'finds what was planted into a family of three, and is sure of little else (%i)',
  (seed) => {
    const prefix = join(home, `${seed}-`);
    const told = execFileSync(
      '/usr/bin/python3',
      [at('tests/support/plant-sums.py'), String(seed), '8192', '3', prefix],
      { encoding: 'utf8' }
    );
    const planted = JSON.parse(told) as Planted[];
    expect(planted.length).toBeGreaterThan(5);
    const [first, ...others] = [0, 1, 2].map((i) => new Uint8Array(readFileSync(prefix + i))) as [
      Uint8Array,
      ...Uint8Array[]
    ];
    const { candidates } = findSums(first, { others });
    for (const p of planted.filter((one) => one.bits >= 16)) {
      const found = candidates.find(
        (c) =>
          c.algorithm === p.algorithm &&
          c.storedAt === p.storedAt &&
          c.byteOrder === p.byteOrder &&
          c.end === p.end
      );
      expect(found, JSON.stringify(p)).toMatchObject({ support: 3, asked: 3 });
      // a byte that changes nothing (a zero before a sum) may be covered or not
      expect(Math.abs((found?.start ?? -99) - p.start)).toBeLessThanOrEqual(4);
      expect(found?.expectedByChance).toBeLessThan(0.05);
    }
    // the low half of a wide sum is a narrow one
    const others8 = candidates.filter(
      (c) =>
        c.expectedByChance < 1e-4 &&
        !planted.some((p) => p.storedAt <= c.storedAt && c.storedAt < p.storedAt + p.bits / 8)
    );
    expect(others8).toEqual([]);
  }
);
