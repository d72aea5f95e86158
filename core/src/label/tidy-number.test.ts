import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { normalizeNumber, pickNumbers, proposeZeros, tidyNumber } from './tidy-number.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const profiles = readdirSync(folder)
  .filter((n) => n.endsWith('.json'))
  .map((n): Profile => {
    const parsed = parseProfile(
      JSON.parse(readFileSync(new URL(n, folder), 'utf8')) as ProfileDocument
    );
    if (!parsed.ok) throw new Error(parsed.problem.code);
    return parsed.value;
  });
const family = (id: string) => profiles.find((p) => p.id === id) as Profile;

describe('a number as somebody typed it', () => {
  const hardware = family('HV-EC4').labels[0];
  it('loses blanks and dots, keeps leading zeros and hyphens', () => {
    expect(normalizeNumber(' 0 731.204 418 ')).toBe('0731204418');
    expect(normalizeNumber('h4c-2207-b')).toBe('H4C-2207-B');
    expect(normalizeNumber('433 MHz')).toBe('433MHZ');
  });
  it('is put right by known numbers first, then by the pattern, and says how', () => {
    expect(tidyNumber(hardware, 'O731 2O4 418')).toMatchObject({
      text: '0731204418',
      corrections: [
        { place: 1, from: 'O', to: '0' },
        { place: 6, from: 'O', to: '0' }
      ]
    });
    expect(tidyNumber(hardware, '07312044SS').text).toBe('0731204455');
  });
  it.each([
    ['731204418', '0731204418'],
    ['731 204 418', '0731204418'],
    ['31204418', undefined],
    ['0731204418', undefined],
    ['73120441', undefined],
    ['73120', undefined],
    ['07312044180', undefined],
    ['', undefined],
    ['no idea', undefined]
  ])('%j: zeros that it may have lost are proposed as %j, never taken silently', (text, number) => {
    expect(proposeZeros(hardware, text)).toBe(number);
    // what is kept is what was typed
    expect(tidyNumber(hardware, text).text).toBe(normalizeNumber(text));
    expect(proposeZeros(undefined, text)).toBeUndefined();
  });
  it('stays as it is when nothing fits, or when there is no rule', () => {
    expect(tidyNumber(hardware, 'no idea 12')).toEqual({ text: 'NOIDEA12', corrections: [] });
    expect(tidyNumber(undefined, 'a b')).toEqual({ text: 'AB', corrections: [] });
    expect(tidyNumber(hardware, '')).toEqual({ text: '', corrections: [] });
  });
});

describe('numbers picked out of an advert', () => {
  it('one for each kind, the known one before one that only has the shape', () => {
    const text = 'Comfort module 0991410599 and 0 991 41O 5O7, 433 MHz, RA-17-022O, 25 EUR';
    const picked = pickNumbers(text, family('MD-CM5'));
    expect(Object.fromEntries(picked.map((p) => [p.field, p.text]))).toEqual({
      'hardware-number': '0991410507',
      frequency: '433MHZ',
      'radio-approval': 'RA-17-0220'
    });
    expect(picked.every((p) => p.field !== 'hardware-number' || p.known)).toBe(true);
  });
  it('the marking of the chip too, and nothing out of nothing', () => {
    expect(pickNumbers('chip R12-S12C', family('PW-BD1'))).toMatchObject([
      { field: 'chip-marking', text: 'R12-512C', corrections: [{ from: 'S', to: '5' }] }
    ]);
    expect(pickNumbers('nice unit, works', family('PW-BD1'))).toEqual([]);
  });
  it('every example of every family is picked as what it is', () => {
    for (const p of profiles) {
      for (const label of p.labels) {
        const found = pickNumbers(`xx ${label.example} yy`, p).find((n) => n.field === label.id);
        expect(found?.text, `${p.id} ${label.id}`).toBe(label.example);
      }
    }
  });
});
