import { expect, it } from 'vitest';
import { plateInName, tidyPlate } from './plate.ts';

it.each([
  ['', '', ''],
  [' sb 417  k', 'SB 417 K', 'SB417K'],
  ['ŠB-417\u00A0k', 'ŠB-417 K', 'SB417K'],
  ['а 123 вс', 'А 123 ВС', '123'],
  ['../../x', '../../X', 'X'],
  ['"\r\n: evil', '" : EVIL', 'EVIL'],
  ['横浜', '横浜', '']
])('%j is kept as %j and named %j', (typed, kept, named) => {
  expect(tidyPlate(typed)).toBe(kept);
  expect(plateInName(tidyPlate(typed))).toBe(named);
});
