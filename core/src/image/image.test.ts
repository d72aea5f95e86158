import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bytesOf,
  equalContent,
  gapsIn,
  imageOf,
  joinBytes,
  joinRanges,
  knownRanges,
  overlay,
  sliceImage,
  splitBytes,
  type Piece,
  type SparseImage
} from './image.ts';

const SPACE = 64;
const piece = (start: number, bytes: number[], origin = 'a'): Piece<string> => ({
  range: { start, end: start + bytes.length },
  bytes: Uint8Array.from(bytes),
  origin
});
const empty: SparseImage<string> = { pieces: [] };

/** The slow twin: one cell an address. */
type Cells = ({ value: number; origin: string } | undefined)[];
const cellsOf = ({ pieces }: SparseImage<string>): Cells => {
  const cells: Cells = Array.from({ length: SPACE }, () => undefined);
  for (const p of pieces)
    p.bytes.forEach((value, i) => {
      cells[p.range.start + i] = { value, origin: p.origin };
    });
  return cells;
};
const anyPieces = fc.array(
  fc.tuple(fc.nat(SPACE - 9), fc.uint8Array({ maxLength: 8 }), fc.constantFrom('a', 'b', 'c')),
  { maxLength: 12 }
);
const anyRange = fc.tuple(fc.nat(SPACE), fc.nat(SPACE)).map(([a, b]) => ({
  start: Math.min(a, b),
  end: Math.max(a, b)
}));

describe('a sparse image', () => {
  it('laid together piece by piece is what one cell an address says, with the origin of each', () => {
    fc.assert(
      fc.property(anyPieces, anyRange, (laid, range) => {
        const cells: Cells = Array.from({ length: SPACE }, () => undefined);
        let image = empty;
        for (const [start, bytes, origin] of laid) {
          image = overlay(image, piece(start, [...bytes], origin));
          bytes.forEach((value, i) => {
            cells[start + i] = { value, origin };
          });
        }
        expect(cellsOf(image)).toEqual(cells);
        const starts = image.pieces.map((p) => p.range.start);
        expect(starts).toEqual(starts.toSorted((a, b) => a - b));
        const inside = cells.slice(range.start, range.end);
        const unknown = inside.flatMap((c, i) => (c ? [] : [range.start + i]));
        const gaps = gapsIn(image, range);
        expect(
          gaps.flatMap((g) => [...Array(g.end - g.start).keys()].map((i) => g.start + i))
        ).toEqual(unknown);
        expect(bytesOf(image, range)).toEqual(
          unknown.length > 0 ? undefined : Uint8Array.from(inside.map((c) => c?.value ?? 0))
        );
        expect(cellsOf(sliceImage(image, range)).slice(range.start, range.end)).toEqual(inside);
        const split = splitBytes(joinBytes(image), knownRanges(image), 'joined');
        expect(equalContent(split, image)).toBe(true);
      })
    );
  });

  it('of known ranges joins what touches, and only that', () => {
    const image = imageOf([piece(8, [1, 2]), piece(0, [3]), piece(1, [4, 5], 'b'), piece(20, [])]);
    expect(knownRanges(image)).toEqual([
      { start: 0, end: 3 },
      { start: 8, end: 10 }
    ]);
    expect(
      joinRanges([
        { start: 4, end: 9 },
        { start: 0, end: 5 },
        { start: 12, end: 12 }
      ])
    ).toEqual([{ start: 0, end: 9 }]);
  });

  it('refuses pieces that overlap and bytes that do not fill their range', () => {
    expect(() => imageOf([piece(0, [1, 2]), piece(1, [3])])).toThrow(RangeError);
    expect(() => imageOf([{ ...piece(0, [1]), range: { start: 0, end: 2 } }])).toThrow(RangeError);
    expect(() => splitBytes(Uint8Array.of(1), [{ start: 0, end: 2 }], 'x')).toThrow(RangeError);
  });

  it('with another byte, another place or less of it is not equal', () => {
    const image = imageOf([piece(0, [1, 2]), piece(8, [3])]);
    expect(equalContent(image, imageOf([piece(0, [1]), piece(1, [2], 'b'), piece(8, [3])]))).toBe(
      true
    );
    expect(equalContent(image, imageOf([piece(0, [1, 2]), piece(9, [3])]))).toBe(false);
    expect(equalContent(image, imageOf([piece(0, [1, 2]), piece(8, [4])]))).toBe(false);
    expect(equalContent(image, imageOf([piece(0, [1, 2])]))).toBe(false);
  });

  it('reaches the end of the address space', () => {
    const top = 2 ** 32;
    const image = imageOf([{ ...piece(0, [7, 8]), range: { start: top - 2, end: top } }]);
    expect(bytesOf(image, { start: top - 1, end: top })).toEqual(Uint8Array.of(8));
    expect(gapsIn(image, { start: top - 4, end: top })).toEqual([{ start: top - 4, end: top - 2 }]);
  });
});
