import { describe, expect, it } from 'vitest';
import type { PlanLine } from '@badger/core/clone/plan';
import { rowsOfPage } from './clone-bytes.ts';
import { drawLine, moveUp, offsetText, readOffset, rowsOfLine } from './build.view.ts';

const line: PlanLine = {
  ...{ regionId: 'eeprom', regionName: 'EEPROM', lengthBytes: 0x1000, readId: 'r', sha256: 'aa' },
  parts: [
    { start: 0, end: 0x50, from: 'original', what: '', why: '' },
    { start: 0x50, end: 0x5c, from: 'donor', what: 'Serial', why: 'It belongs to the board.' },
    {
      ...{ start: 0x5c, end: 0x1000, from: 'original', what: '', why: '' },
      changed: 'the customer wants it'
    }
  ],
  sources: [],
  provenance: [
    { start: 0, end: 0x40, origin: 'original', what: '' },
    { start: 0x40, end: 0x50, origin: 'original', what: 'Hardware number' },
    { start: 0x50, end: 0x5c, origin: 'donor', what: 'Serial' },
    { start: 0x5c, end: 0xffe, origin: 'original', what: 'VIN' },
    { start: 0xffe, end: 0x1000, origin: 'checksum', what: 'content-crc' }
  ],
  sums: [{ rule: 'content-crc', block: 0, before: '8E12', after: '90A7' }],
  fields: []
};

describe('the ranges of a built region', () => {
  it('are joined by where they come from, named, and each has its reason', () => {
    expect(
      rowsOfLine(line).map((r) => [r.start, r.end, r.origin, r.what, r.why, r.changed])
    ).toEqual([
      [0, 0x50, 'original', 'Hardware number', 'The vehicle knows it.', false],
      [0x50, 0x5c, 'donor', 'Serial', 'It belongs to the board.', false],
      [0x5c, 0xffe, 'original', 'VIN', 'the customer wants it', true],
      [0xffe, 0x1000, 'checksum', 'content-crc', '8E12 → 90A7', false]
    ]);
  });
  it('two corrected checksums side by side stay two', () => {
    const two: PlanLine = {
      ...line,
      provenance: [
        { start: 0, end: 2, origin: 'checksum', what: 'a' },
        { start: 2, end: 4, origin: 'checksum', what: 'b' }
      ]
    };
    expect(rowsOfLine(two)).toHaveLength(2);
  });
  it('no more than a handful of names are told', () => {
    const provenance = Array.from({ length: 8 }, (_, i) => ({
      ...{ start: i, end: i + 1, origin: 'original' as const },
      what: `field ${i}`
    }));
    expect(rowsOfLine({ ...line, provenance })[0]?.what).toBe(
      'field 0, field 1, field 2, field 3, field 4 and 3 more'
    );
  });
});

it('the smallest range is still drawn, inside the drawing, and over the larger ones', () => {
  const drawn = drawLine(rowsOfLine(line), 0x1000);
  expect(drawn.every((s) => s.from >= 0 && s.to <= 1 && s.to - s.from >= 0.0039)).toBe(true);
  const widths = drawn.map((s) => s.to - s.from);
  expect(widths).toEqual(widths.toSorted((a, b) => b - a));
  expect(drawn[0]?.origin).toBe('original');
});

it('offsets are told and understood', () => {
  expect(offsetText(0x50, 0x1000)).toBe('0050');
  expect(offsetText(0x50, 0x200000)).toBe('000050');
  expect(readOffset(' 0x50 ')).toBe(0x50);
  expect(readOffset('7000')).toBe(0x7000);
  for (const none of ['', 'x', '12g', '-1', '1.5', '123456789a'])
    expect(readOffset(none), none).toBeUndefined();
});

it('a region moves up by one, and the first stays', () => {
  expect(moveUp(['a', 'b', 'c'], 'c')).toEqual(['a', 'c', 'b']);
  expect(moveUp(['a', 'b'], 'a')).toEqual(['a', 'b']);
  expect(moveUp(['a', 'b'], 'x')).toEqual(['a', 'b']);
});

it('a page of bytes is cut where the source changes, and says nothing of security data', () => {
  const hex = `${'00'.repeat(4)}${'··'.repeat(4)}${'11'.repeat(12)}`;
  const rows = rowsOfPage({ start: 32, end: 52, hex }, [
    { start: 0, end: 40, origin: 'original', what: '' },
    { start: 40, end: 52, origin: 'donor', what: '' }
  ]);
  expect(rows).toEqual([
    {
      start: 32,
      runs: [
        { text: '00 00 00 00 ·· ·· ·· ··', origin: 'original' },
        { text: '11 11 11 11 11 11 11 11', origin: 'donor' }
      ]
    },
    { start: 48, runs: [{ text: '11 11 11 11', origin: 'donor' }] }
  ]);
});
