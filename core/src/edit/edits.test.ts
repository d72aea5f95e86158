import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { imageOf, joinBytes, type SparseImage } from '../image/image.ts';
import { applyEdits, type ImageEdit } from './edits.ts';

const piece = (start: number, ...bytes: number[]) => ({
  range: { start, end: start + bytes.length },
  bytes: Uint8Array.from(bytes),
  origin: 'file' as const
});
const put = (at: number, ...bytes: number[]): ImageEdit => ({
  ...{ name: 'put', steps: [] },
  changes: [{ at, becomes: Uint8Array.from(bytes) }]
});
const told = (
  image: SparseImage<'file'>,
  edits: readonly ImageEdit[],
  ...kept: Parameters<typeof applyEdits>[2] & object
) => {
  const made = applyEdits(image, edits, kept);
  return made.ok ? [...joinBytes(made.value)] : made.problem.code;
};
const two = imageOf([piece(0x10, 1, 2, 3, 4), piece(0x20, 5, 6)]);

describe('named changes', () => {
  it('lie over the original, which stays', () => {
    expect(told(two, [put(0x11, 9), put(0x20, 8, 7), put(0x11, 0xa)])).toEqual([1, 10, 3, 4, 8, 7]);
    expect([...joinBytes(two)]).toEqual([1, 2, 3, 4, 5, 6]);
    const made = applyEdits(two, [put(0x11, 9)]);
    expect(made.ok && made.value.pieces.map((p) => p.range)).toEqual(
      two.pieces.map((p) => p.range)
    );
  });
  it('reach only what is known', () => {
    expect(told(two, [put(0x13, 1, 2)])).toBe('edit.address.unknown');
    expect(told(two, [put(0x5, 1)])).toBe('edit.address.unknown');
  });
  it('never touch what is only carried, unless it stays as it is', () => {
    const mileage = { name: 'Mileage', range: { start: 0x12, end: 0x14 } };
    expect(told(two, [put(0x13, 9)], mileage)).toBe('field.value.kept');
    expect(told(two, [put(0x10, 9, 9, 9)], mileage)).toBe('field.value.kept');
    expect(told(two, [put(0x10, 9, 9, 3, 4)], mileage)).toEqual([9, 9, 3, 4, 5, 6]);
    expect(told(two, [put(0x11, 9)], mileage)).toEqual([1, 9, 3, 4, 5, 6]);
  });
  it('are steps over the whole, of an image without holes', () => {
    const swap = { name: 'swap', changes: [], steps: [{ kind: 'swap-16' as const }] };
    expect(told(imageOf([piece(8, 1, 2, 3, 4)]), [swap])).toEqual([2, 1, 4, 3]);
    expect(told(imageOf([piece(8, 1, 2, 3)]), [swap])).toBe('transform.length.uneven');
    expect(told(two, [swap])).toBe('edit.image.holes');
    expect(told(imageOf<'file'>([]), [swap])).toEqual([]);
  });
  it('are taken back by leaving out the last: any list gives what the list before gave, and its change', () => {
    const edit = fc
      .tuple(fc.nat(12), fc.uint8Array({ minLength: 1, maxLength: 4 }))
      .map(([at, bytes]) => put(at, ...bytes));
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 16, maxLength: 16 }),
        fc.array(edit, { minLength: 1, maxLength: 6 }),
        (bytes, edits) => {
          const image = imageOf([piece(0, ...bytes)]);
          const before = told(image, edits.slice(0, -1)) as number[];
          const last = edits.at(-1)?.changes[0];
          const expected = before.slice();
          last?.becomes.forEach((b, i) => (expected[last.at + i] = b));
          expect(told(image, edits)).toEqual(expected);
        }
      ),
      { numRuns: 200, seed: 3 }
    );
  });
});
