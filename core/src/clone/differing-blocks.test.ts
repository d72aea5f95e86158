import fc from 'fast-check';
import { expect, it } from 'vitest';
import { differingBlocks } from './differing-blocks.ts';

it('names whole erase blocks, joined, and nothing of what is right', () => {
  const meant = new Uint8Array(64).fill(1);
  const found = meant.slice();
  expect(differingBlocks(meant, found, 16)).toEqual([]);
  found[17] = 0;
  expect(differingBlocks(meant, found, 16)).toEqual([{ start: 16, end: 32 }]);
  found[32] = 0;
  found[63] = 0;
  expect(differingBlocks(meant, found, 16)).toEqual([{ start: 16, end: 64 }]);
  expect(differingBlocks(meant, found, undefined)).toEqual([{ start: 0, end: 64 }]);
});

it('what was not read at all is not what is meant', () => {
  const meant = new Uint8Array(40).fill(0xff);
  expect(differingBlocks(meant, meant.subarray(0, 20), 16)).toEqual([{ start: 16, end: 40 }]);
});

it('written where it says so, the unit holds what is meant; no other block is touched', () => {
  const bytes = fc.uint8Array({ minLength: 1, maxLength: 300 });
  fc.assert(
    fc.property(bytes, bytes, fc.integer({ min: 1, max: 64 }), (meant, other, block) => {
      const found = Uint8Array.from(meant, (b, i) => other[i] ?? b);
      const blocks = differingBlocks(meant, found, block);
      const after = found.slice();
      for (const { start, end } of blocks) after.set(meant.subarray(start, end), start);
      expect([...after]).toEqual([...meant]);
      for (const { start } of blocks) expect(start % block).toBe(0);
      const untouched = [...found.keys()].filter(
        (i) => !blocks.some((b) => b.start <= i && i < b.end)
      );
      expect(untouched.every((i) => found[i] === meant[i])).toBe(true);
    })
  );
});
