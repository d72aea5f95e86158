import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstRowAt, heightOf, scrollOfRow } from '../shared/virtual-rows.ts';
import { copyAs, parseAddress, tellSelection } from './format-selection.ts';
import { ribbonsOf } from './ribbons.ts';
import { safeName } from './safe-name.ts';
import { boxesIn, bytesText, charAt, plainText } from './hex-row.ts';
import { byteAt, bytesIn, layoutRows, nearestKnown, rowAt, rowOf } from './layout-rows.ts';

const pieceAt = (start: number, length: number) => ({
  range: { start, end: start + length },
  bytes: Uint8Array.from({ length }, (_, i) => (start + i) & 0xff)
});

describe('rows of an image', () => {
  it('hold every known byte once, at its address', () => {
    const gapAndLength = fc.tuple(
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 1, max: 100 })
    );
    fc.assert(
      fc.property(fc.array(gapAndLength, { minLength: 1, maxLength: 5 }), (parts) => {
        let at = 0;
        const pieces = parts.map(([gap, length]) => {
          const piece = pieceAt(at + gap, length);
          at = piece.range.end;
          return piece;
        });
        const layout = layoutRows(pieces);
        const seen: number[] = [];
        for (let row = 0; row < layout.rows; row++) {
          const told = rowAt(layout, row);
          if (told?.kind !== 'bytes') continue;
          for (let i = 0; i < 16; i++) {
            const address = told.address + i;
            if (address < told.stretch.range.start || address >= told.stretch.range.end) continue;
            expect(byteAt(layout, address)).toBe(address & 0xff);
            expect(rowOf(layout, address)).toBe(row);
            seen.push(address);
          }
        }
        expect(seen).toEqual(pieces.flatMap((p) => [...p.bytes].map((_, i) => p.range.start + i)));
        expect(rowAt(layout, layout.rows)).toBeUndefined();
      }),
      { numRuns: 200, seed: 3 }
    );
  });
  it('tell a hole between stretches, and lead to the nearest byte', () => {
    const layout = layoutRows([pieceAt(0x100, 20), pieceAt(0x4000, 4)]);
    expect(rowAt(layout, 2)).toEqual({ kind: 'hole', range: { start: 0x114, end: 0x4000 } });
    expect([
      nearestKnown(layout, 0),
      nearestKnown(layout, 0x200),
      nearestKnown(layout, 0x9000)
    ]).toEqual([0x100, 0x4000, 0x4003]);
    expect(byteAt(layout, 0x200)).toBeUndefined();
    expect(bytesIn(layout, { start: 0x110, end: 0x118 })).toBeUndefined();
    expect(nearestKnown(layoutRows([]), 0)).toBeUndefined();
  });
  it('are all reached by scrolling, however many', () => {
    for (const rows of [1, 100, 524_288, 4_000_000])
      for (const row of [0, Math.floor(rows / 3), Math.max(0, rows - 20)]) {
        const at = firstRowAt(scrollOfRow(row, rows, 520), rows, 520);
        expect(Math.abs(at - row)).toBeLessThanOrEqual(row === 0 || rows < 300_000 ? 0 : 1);
        expect(scrollOfRow(row, rows, 520)).toBeLessThanOrEqual(heightOf(rows));
      }
  });
});

describe('a selection', () => {
  it('is told with its size and what it reads as', () => {
    expect(tellSelection(0x8124, Uint8Array.of(1, 2))).toBe(
      '0x0000_8124 · 2 bytes · big end first 258, little 513'
    );
    expect(tellSelection(0, Uint8Array.of(7))).toBe('0x0000_0000 · 1 byte · 7');
    expect(tellSelection(0, new TextEncoder().encode('SALTMARSH 1'))).toContain('text SALTMARSH 1');
    expect(tellSelection(16, undefined)).toBe('0x0000_0010');
  });
  it('is copied as bytes, as C and as text', () => {
    const bytes = Uint8Array.of(0x41, 0, 0xff);
    expect(copyAs(bytes, 'hex')).toBe('41 00 FF');
    expect(copyAs(bytes, 'text')).toBe('A..');
    expect(copyAs(bytes, 'c')).toBe(
      'static const unsigned char data[3] = {\n  0x41, 0x00, 0xFF\n};\n'
    );
  });
  it('addresses are read as people write them', () => {
    expect(['0x8124', '8124', '0x0000_8124', ' ffffffff '].map(parseAddress)).toEqual([
      0x8124, 0x8124, 0x8124, 0xffffffff
    ]);
    expect(['', '-1', 'xyz', '100000000', '0x'].map(parseAddress)).toEqual(
      Array(5).fill(undefined)
    );
  });
});

describe('a name of a file', () => {
  it.each([
    ['../../etc/passwd', 'passwd'],
    ['C:\\dumps\\read1.bin', 'read1.bin'],
    ['a\u202Enib.exe', 'anib.exe'],
    ['line\nbreak\u0000.bin', 'linebreak.bin'],
    ['..', 'image'],
    ['', 'image'],
    ['\u200B', 'image']
  ])('%j is shown and saved as %s', (name, safe) => expect(safeName(name)).toBe(safe));
  it('is cut in the middle when it is endless, and keeps its ending', () => {
    const safe = safeName(`${'x'.repeat(5000)}.bin`);
    expect(safe.length).toBeLessThan(90);
    expect(safe.endsWith('.bin')).toBe(true);
  });
});

describe('a row of bytes', () => {
  const layout = layoutRows([pieceAt(0x48, 20)]);
  const row = rowAt(layout, 0);
  it('stands at the columns at which its boxes are drawn', () => {
    if (row?.kind !== 'bytes') throw new Error('no row');
    const text = bytesText(row);
    for (let i = 8; i < 16; i++)
      expect(text.slice(charAt(i), charAt(i) + 2)).toBe((0x40 + i).toString(16).toUpperCase());
    expect(text.slice(0, charAt(8)).trim()).toBe('');
    expect(plainText(row)).toBe('        HIJKLMNO');
  });
  it('has a box for what reaches into it, and for nothing else', () => {
    const ranges = [
      { start: 0, end: 0x40 },
      { start: 0x41, end: 0x42 },
      { start: 0x4e, end: 0x60 },
      { start: 0x70, end: 0x71 }
    ];
    expect(boxesIn(0x40, ranges)).toEqual([
      { from: charAt(1) - 0.25, width: 2.5 },
      { from: charAt(14) - 0.25, width: charAt(15) + 2.5 - charAt(14) }
    ]);
    expect(boxesIn(0x60, ranges)).toEqual([]);
    expect(boxesIn(0x50, ranges)).toHaveLength(1);
  });
  it('bears only remarks that chance does not explain', () => {
    const sum = {
      algorithm: 'CRC-32/BZIP2',
      form: 'plain',
      byteOrder: 'big',
      start: 16,
      end: 64,
      storedAt: 64,
      storedBytes: 4,
      support: 1,
      asked: 1,
      inverseBeside: false,
      blocks: 1
    } as const;
    const told = ribbonsOf({
      ...{ place: undefined, pieces: [], checks: [], notes: [] },
      inspection: undefined,
      sums: {
        state: 'done',
        tried: 1,
        seconds: 1,
        candidates: [
          { ...sum, expectedByChance: 0.001 },
          { ...sum, storedAt: 99, expectedByChance: 2 }
        ]
      }
    });
    expect(told).toEqual([{ address: 64, text: 'CRC-32 of 0010–003F' }]);
  });
});
