import { createRequire } from 'node:module';
import { expect, it } from 'vitest';
import { findModelYears, findVinRegion, isCheckDigitMandatory } from './vin-facts.ts';
import { parseVin, proposeVin, type Vin } from './vin.ts';

const vin = (text: string): Vin => {
  const parsed = parseVin(text);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const validator = createRequire(import.meta.url)('vin-validator') as {
  validate: (text: string) => boolean;
};

const CHARACTERS = '0123456789ABCDEFGHJKLMNPRSTUVWXYZ';

it('check digits of 20 000 generated numbers agree with the vin-validator package', () => {
  // a linear congruential generator (Numerical Recipes constants), so that the numbers are the same in every run
  let seed = 20_261_125;
  const random = (below: number) => {
    seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((seed / 2 ** 32) * below);
  };
  let holding = 0;
  for (let i = 0; i < 20_000; i++) {
    const text = Array.from({ length: 17 }, (_, place) =>
      // every second one may carry a check character
      place === 8 && i % 2 === 0 ? '0123456789X'[random(11)] : CHARACTERS[random(33)]
    ).join('');
    const ours = vin(text).checkDigit === 'holds';
    if (ours !== validator.validate(text)) throw new Error(`${text}: ours ${ours}`);
    if (ours) holding++;
  }
  expect(holding).toBeGreaterThan(500);
});

it('the maker is at home where the first character says (ISO 3780, from memory)', () => {
  expect(findVinRegion(vin('1M8GDM9AXKP042788'))).toBe('north-america');
  expect(findVinRegion(vin('WVWZZZ1JZXW000001'))).toBe('europe');
  expect(findVinRegion(vin('LFV2A21K6A3000000'))).toBe('asia');
  expect(findVinRegion(vin('93HGD18401Z000000'))).toBe('south-america');
  expect(isCheckDigitMandatory(vin('LFV2A21K6A3000000'))).toBe(true);
  expect(isCheckDigitMandatory(vin('WVWZZZ1JZXW000001'))).toBe(false);
});

it('model years with their reason (49 CFR 565.15, from memory)', () => {
  // position 10 K, position 7 a letter and not: 2019 and 1989
  const years = (text: string, now = 2026) =>
    findModelYears(vin(text), now).map((y) => `${y.year}${y.likely ? '!' : ''} ${y.reason}`);
  expect(years('1M8GDM9AXKP042788')).toEqual(['2019 position-seven', '1989! position-seven']);
  expect(years('1M8GDMAAXKP042788')).toEqual(['2019! position-seven', '1989 position-seven']);
  // a year that is still to come cannot be meant
  expect(years('1M8GDM9AXYP042788', 2020)).toEqual(['2030 future', '2000! position-seven']);
  expect(years('WVWZZZ1JZXW000001')).toEqual(['2029 future', '1999! cycle']);
  // 0, U and Z are no year codes
  expect(years('U8HVC3F2401084417')).toEqual([]);
});

it('what was probably meant is offered, never put in by itself', () => {
  expect(proposeVin('U8НVС3F24О1084417')).toBe('U8HVC3F2401084417');
  expect(proposeVin('U8HVC3F24O1084417')).toBe('U8HVC3F2401084417');
  expect(proposeVin('U8HVC3F2401084417')).toBeUndefined();
  expect(proposeVin('nothing of the kind')).toBeUndefined();
  expect(parseVin('U8НVC3F2401084417')).toMatchObject({
    problem: { code: 'vin.letter.foreign', params: { place: 3 } }
  });
  expect(parseVin('00000000000000000')).toMatchObject({ problem: { code: 'vin.digit.empty' } });
});
