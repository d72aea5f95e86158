import { describe, expect, it } from 'vitest';
import { parseSorting, sortedAddress, sortRows } from './sorting.ts';

describe('a list sorted by a column', () => {
  const keys = ['tag', 'family'] as const;
  it.each([
    ['tag', { key: 'tag', down: false }],
    ['-family', { key: 'family', down: true }],
    [null, undefined],
    ['', undefined],
    ['-', undefined],
    ['--tag', undefined],
    ['tag; drop table unit', undefined],
    ['constructor', undefined]
  ])('%j in the address is %j', (text, sorting) =>
    expect(parseSorting(text, keys)).toEqual(sorting)
  );
  it('goes rising, falling, and back to the order of the list; the rest of the address stays', () => {
    const at = (query: string) => sortedAddress(new URL(`http://x/shelf${query}`), 'tag');
    expect(at('')).toBe('/shelf?sort=tag');
    expect(at('?sort=tag')).toBe('/shelf?sort=-tag');
    expect(at('?sort=-tag')).toBe('/shelf');
    expect(at('?q=a+b%26c&page=3&sort=family')).toBe('/shelf?q=a+b%26c&sort=tag');
  });
  it('orders as people do, empty values last either way, equal ones as they were', () => {
    const rows = [{ t: '10' }, { t: '9' }, { t: undefined }, { t: 'B' }, { t: 'a' }, { t: 'A' }];
    const order = (down: boolean) => sortRows(rows, (r) => r.t, down).map((r) => r.t);
    expect(order(false)).toEqual(['9', '10', 'a', 'A', 'B', undefined]);
    expect(order(true)).toEqual(['B', 'a', 'A', '10', '9', undefined]);
    expect(sortRows([3, 10, 2], (n) => n, false)).toEqual([2, 3, 10]);
  });
});
