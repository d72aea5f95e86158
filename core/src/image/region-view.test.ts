import { expect, it } from 'vitest';
import { imageOf, knownRanges } from './image.ts';
import { bytesAtImage, viewRegion } from './region-view.ts';

const region = { address: 0x1000, lengthBytes: 16 };
const at = (start: number, length: number) =>
  imageOf([
    {
      range: { start, end: start + length },
      bytes: Uint8Array.from({ length }, (_, i) => i),
      origin: 'file'
    }
  ]);

it('finds a region at its address, or from 0 on in a file without addresses', () => {
  const placed = viewRegion(at(0xff8, 32), region);
  expect(placed.base).toBe(0x1000);
  expect(knownRanges(placed.image)).toEqual([{ start: 0, end: 16 }]);
  expect(bytesAtImage(placed.image)({ start: 0, end: 2 })).toEqual(Uint8Array.of(8, 9));
  const bare = viewRegion(at(0, 20), region);
  expect(bare.base).toBe(0);
  expect(knownRanges(bare.image)).toEqual([{ start: 0, end: 16 }]);
  expect(viewRegion(at(0x8000, 4), region).image.pieces).toEqual([]);
  expect(bytesAtImage(bare.image)({ start: 10, end: 17 })).toBeUndefined();
});
