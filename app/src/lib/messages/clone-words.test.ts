import { expect, it } from 'vitest';
import type { PlanTelling } from '@badger/core/clone/tell-plan';
import { planWords } from './clone-words.ts';

const told = (of: Partial<PlanTelling>): PlanTelling => ({
  ...{ counts: {}, carried: [], secrets: 0, kept: [], untouched: [], corrected: 0 },
  changesBytes: undefined,
  ...of
});
const plain = (text: string) => text.replace(/[\u00a0\u2009\u202f]/g, ' ');

it('a merge: what is carried, what stays and why, what changes', () => {
  expect(
    plain(
      planWords(
        told({
          counts: { original: 312, donor: 3784 },
          carried: ['VIN', 'Coding', 'Mileage'],
          secrets: 2,
          kept: ['Serial', 'Hardware calibration'],
          untouched: ['Processor flash'],
          corrected: 2,
          changesBytes: 57
        })
      )
    )
  ).toBe(
    '312 bytes from the original: VIN, coding, mileage and 2 secrets; 3 784 bytes stay the donor’s (serial and hardware calibration). Processor flash stays as it is. 2 checksums corrected. 57 bytes of the unit change.'
  );
});

it('one byte is one byte, and nothing is told that there is not', () => {
  expect(plain(planWords(told({ counts: { original: 1 } })))).toBe('1 byte from the original.');
  expect(plain(planWords(told({ counts: { patched: 32, donor: 1 }, secrets: 1 })))).toBe(
    '32 bytes put in place: 1 secret; 1 byte stays the donor’s.'
  );
  expect(plain(planWords(told({ counts: { supplied: 4 }, changesBytes: 1 })))).toBe(
    '4 bytes from the supplied file. 1 byte of the unit changes.'
  );
});
