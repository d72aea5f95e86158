import { describe, expect, it } from 'vitest';
import { formatChannelList, parseChannelList } from './channels.ts';
import { parseScpiReading } from './numbers.ts';

describe('channel lists (SCPI-1999 vol. 1, from memory)', () => {
  it('spreads ranges out and gives its own lists back', () => {
    expect(parseChannelList('(@101,103:105)')).toEqual([101, 103, 104, 105]);
    expect(parseChannelList(' ( @ 101 ) ')).toEqual([101]);
    expect(parseChannelList(formatChannelList([1, 2, 300]))).toEqual([1, 2, 300]);
  });
  it.each([
    '',
    '101',
    '(101)',
    '(@)',
    '(@1,)',
    '(@a)',
    '(@5:1)',
    '(@0:99999)',
    '(@1:257)',
    '(@-1)'
  ])('refuses %s', (text) => {
    expect(parseChannelList(text)).toBeUndefined();
  });
});

describe('readings', () => {
  it('tells infinity, not a number and nonsense apart', () => {
    expect(parseScpiReading('9.9E37')).toBe(Infinity);
    expect(parseScpiReading('-9.9E37')).toBe(-Infinity);
    expect(parseScpiReading(' 1.25E+1 ')).toBe(12.5);
    for (const none of ['9.91E37', '', '1,5', '0x10', 'NaN', 'Infinity', '1 V'])
      expect(parseScpiReading(none), none).toBeUndefined();
  });
});
