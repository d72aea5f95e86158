import { describe, expect, it } from 'vitest';
import { judgeContent, type ContentFacts } from './judge-content.ts';

const of = (...bytes: number[]) => Uint8Array.of(...bytes);
const ORIGINAL = of(1, 2, 3, 4);
const BACKUP = of(5, 6, 7, 8);
const facts: ContentFacts = {
  ...{ found: BACKUP, originals: [ORIGINAL], backups: [BACKUP], begun: [] },
  erases: false
};
const judge = (found: Uint8Array, change: Partial<ContentFacts> = {}) =>
  judgeContent({ ...facts, found, ...change });

describe('whose chip is on the programmer', () => {
  const begun = [ORIGINAL];
  it.each([
    ['the backup', BACKUP, {}, 'donor'],
    ['a second backup', of(5, 6, 7, 9), { backups: [BACKUP, of(5, 6, 7, 9)] }, 'donor'],
    ['the original', ORIGINAL, {}, 'original'],
    ['the original, though it would be a mixture too', ORIGINAL, { begun }, 'original'],
    ['the original, though a backup says the same', ORIGINAL, { backups: [ORIGINAL] }, 'original'],
    ['neither', of(1, 2, 3, 5), {}, 'stranger'],
    [
      'one of two reads of the original',
      ORIGINAL,
      { originals: [of(0, 0, 0, 0), ORIGINAL] },
      'original'
    ],
    ['a mixture, with no write begun', of(1, 2, 7, 8), {}, 'stranger'],
    ['a mixture, with one begun', of(1, 2, 7, 8), { begun }, 'half-written'],
    ['erased in between, EEPROM', of(1, 0xff, 7, 8), { begun }, 'stranger'],
    ['erased in between, flash', of(1, 0xff, 7, 8), { begun, erases: true }, 'half-written'],
    [
      'a mixture of two that were begun',
      of(1, 6, 9, 8),
      { begun: [ORIGINAL, of(5, 6, 9, 9)] },
      'half-written'
    ],
    ['one byte that is nobody’s', of(1, 2, 9, 8), { begun, erases: true }, 'stranger'],
    ['nothing kept of the donor', of(1, 2, 7, 8), { begun, backups: [] }, 'stranger'],
    ['an image of another length', of(1, 2, 7, 8), { begun: [of(1, 2, 7)] }, 'stranger'],
    ['a backup of another length', of(1, 2, 7, 8), { begun, backups: [of(5, 6, 7)] }, 'stranger'],
    ['all erased', of(0xff, 0xff, 0xff, 0xff), {}, 'stranger'],
    [
      'all erased after a write that was begun',
      of(0xff, 0xff, 0xff, 0xff),
      { begun, erases: true },
      'half-written'
    ]
  ] as const)('%s', (_, found, change, owner) => {
    expect(judge(found, change)).toBe(owner);
  });
});
