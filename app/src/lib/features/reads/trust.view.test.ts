import { expect, it } from 'vitest';
import { cellsOf, chanceWords, groupWords, neededWords, supportWords } from './trust.view.ts';

it('groups, needs and chances are told as people say them', () => {
  expect(groupWords([[1, 3], [2], [4]])).toBe('1 and 3 the same; 2; 4');
  expect(groupWords([[1], [2], [3]])).toBe('all differ');
  expect(groupWords([[1]])).toBe('1');
  expect(groupWords([[1, 2, 5]])).toBe('1, 2 and 5 the same');
  const support = [
    { reads: 2, bytes: 2 },
    { reads: 3, bytes: 1 }
  ];
  expect(supportWords(support, 4)).toBe('2 bytes by 2, 1 byte by 3 of 4 reads');
  expect(neededWords({ verdict: 'read-again', readsNeeded: 1 })).toBe('about 1 more read');
  expect(neededWords({ verdict: 'refuse', readsNeeded: undefined })).toBe('reading on is useless');
  expect(neededWords({ verdict: 'trusted', readsNeeded: 0 })).toBe('nothing');
  expect(chanceWords(1.5e-8)).toBe('1 in 66 million');
  expect(chanceWords(1e-6)).toBe('1 in 1 million');
  expect(chanceWords(0.004)).toBe('1 in 250');
  expect(chanceWords(0)).toBe('below 1 in a trillion');
  expect(chanceWords(1)).toBe('as good as certain');
});

it('the map covers every byte once, and one disputed byte is seen', () => {
  const cells = cellsOf([0, 1, 250, 0], 1000);
  expect(cells.map((c) => [c.start, c.end])).toEqual([
    [0, 250],
    [250, 500],
    [500, 750],
    [750, 1000]
  ]);
  expect(cells.map((c) => c.height)).toEqual([0, 0.12, 1, 0]);
  expect(cellsOf([1, 0, 0, 0], 2).reduce((n, c) => n + c.end - c.start, 0)).toBe(2);
});
