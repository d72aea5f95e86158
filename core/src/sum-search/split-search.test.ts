import { expect, it } from 'vitest';
import { createRandom } from '../base/random.ts';
import { CRC_CATALOGUE } from '../checksum/catalogue.ts';
import { computeCrc, CRC16_IBM_3740, CRC32_ISO_HDLC } from '../checksum/crc.ts';
import { encodeStored } from '../checksum/rule.ts';
import { findSums } from './find-sums.ts';
import { mergeSearches, splitSearch } from './split-search.ts';
import { SUM_KINDS } from './sum-source.ts';

it('shares every algorithm once, and work about evenly', () => {
  const all = [
    ...CRC_CATALOGUE.filter((c) => c.model.width <= 32).map((c) => c.name),
    ...SUM_KINDS.map((k) => k.algorithm)
  ].sort();
  for (const parts of [1, 2, 3]) {
    const lists = splitSearch(parts);
    expect(lists).toHaveLength(parts);
    expect(lists.flat().sort()).toEqual(all);
    for (const list of lists) expect(list.length).toBeGreaterThan(all.length / parts / 4);
  }
});

it('finds in parts what is found in one, with the same chance', () => {
  const random = createRandom(31);
  const bytes = Uint8Array.from({ length: 3000 }, () => random() >>> 24);
  bytes.set(encodeStored(computeCrc(CRC32_ISO_HDLC, bytes.subarray(16, 512)), 4, true), 512);
  bytes.set(encodeStored(computeCrc(CRC16_IBM_3740, bytes.subarray(1024, 2048)), 2, false), 2048);
  const whole = findSums(bytes);
  const parts = splitSearch(2).map((algorithms) => findSums(bytes, { algorithms }));
  const merged = mergeSearches(parts);
  expect(merged.tried).toBe(whole.tried);
  const told = ({ candidates }: typeof whole) =>
    candidates
      .filter((c) => c.expectedByChance < 1)
      .map((c) =>
        [c.algorithm, c.start, c.end, c.byteOrder, c.form, c.expectedByChance.toPrecision(6)].join(
          ' '
        )
      )
      .sort();
  expect(told(whole).length).toBeGreaterThan(0);
  expect(told(merged)).toEqual(told(whole));
}, 30_000);
