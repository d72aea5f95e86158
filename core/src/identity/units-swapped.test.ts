import { expect, it } from 'vitest';
import { areUnitsSwapped } from './units-swapped.ts';

it('knows a swap by the VIN that the donor carries', () => {
  const swap = (originalVin: string | undefined, donorVin: string | undefined) =>
    areUnitsSwapped({ vehicleVin: 'V', originalVin, donorVin });
  expect(swap('X', 'V')).toBe(true);
  expect(swap(undefined, 'V')).toBe(true);
  // a finished clone, an original that served elsewhere, nothing read yet
  expect(swap('V', 'V')).toBe(false);
  expect(swap('X', 'Y')).toBe(false);
  expect(swap(undefined, undefined)).toBe(false);
});
