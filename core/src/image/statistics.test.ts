import { expect, it } from 'vitest';
import { computeStatistics } from './statistics.ts';

const noise = (length: number) =>
  Uint8Array.from({ length }, (_, i) => (i * i * 31 + (i >> 3)) & 0xff);

it('sees an image of one value', () => {
  expect(computeStatistics(new Uint8Array(512).fill(0xff))).toMatchObject({
    filledWith: 0xff,
    repeatsEveryBytes: undefined,
    entropyBitsPerByte: 0
  });
});
it('sees the lower half twice, as a stuck address line gives it', () => {
  const half = noise(1024);
  half[1] = 0x55;
  const image = new Uint8Array(2048);
  image.set(half);
  image.set(half, 1024);
  expect(computeStatistics(image).repeatsEveryBytes).toBe(1024);
  image[2047] = (image[2047] as number) ^ 1;
  expect(computeStatistics(image).repeatsEveryBytes).toBeUndefined();
});
it('measures entropy: eight bits for every value equally often', () => {
  expect(
    computeStatistics(Uint8Array.from({ length: 256 }, (_, i) => i)).entropyBitsPerByte
  ).toBeCloseTo(8);
  expect(computeStatistics(Uint8Array.of(0, 1)).entropyBitsPerByte).toBeCloseTo(1);
});
