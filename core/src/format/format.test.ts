import fc from 'fast-check';
import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { encodeAscii, formatHex } from '../base/bytes.ts';
import { imageOf, type SparseImage } from '../image/image.ts';
import vectors from '../vectors/hex.json' with { type: 'json' };
import { readIntelHex, writeIntelHex } from './intel-hex.ts';
import type { LoadedImage } from './read-options.ts';
import { readSRecord, writeSRecord } from './s-record.ts';

interface Expected {
  readonly segments?: readonly (readonly [string, number])[];
  readonly spec?: readonly (readonly [string, string])[];
  readonly range?: string;
  readonly sha256?: string;
  readonly header?: string;
}
const read = (text: string) =>
  text.startsWith('S') ? readSRecord(encodeAscii(text)) : readIntelHex(encodeAscii(text));
const loaded = (text: string): LoadedImage => {
  const file = read(text);
  if (!file.ok) throw new Error(file.problem.code);
  return file.value;
};
const codes = ({ findings }: LoadedImage) => findings.map((f) => f.code);
const pieces = ({ image }: { image: SparseImage<unknown> }) =>
  image.pieces.map((p) => [p.range.start, formatHex(p.bytes)] as const);

describe('published files', () => {
  const files = vectors.flatMap((v) =>
    'file' in v.input && typeof v.expected === 'object' && v.input.file
      ? [[v.source, v.input.file, v.expected as Expected] as const]
      : []
  );
  it('has enough of them', () => expect(files.length).toBeGreaterThanOrEqual(6));
  it.each(files)('%s', (_, text, expected) => {
    const file = loaded(text);
    const found = pieces(file);
    if (expected.segments)
      expect(file.image.pieces.map((p) => [p.range.start, p.bytes.length])).toEqual(
        expected.segments.map(([start, length]) => [Number(start), length])
      );
    if (expected.spec) {
      expect(found.toSorted((a, b) => b[0] - a[0])).toEqual(
        expected.spec.map(([start, hex]) => [Number(start), hex])
      );
      expect(codes(file)).toEqual(['format.wrap.segment']);
    }
    if (expected.range) {
      const [first, last] = expected.range.split('-').map(Number);
      const [piece] = file.image.pieces;
      expect(piece?.range).toEqual({ start: first, end: (last ?? 0) + 1 });
      if (expected.sha256)
        expect(
          createHash('sha256')
            .update(piece?.bytes ?? '')
            .digest('hex')
        ).toBe(expected.sha256);
      expect(codes(file)).toEqual([]);
    }
    if (expected.header) expect(file.header).toBe(expected.header);
  });
  it('a record alone is sound: nothing but a missing end is said of it', () => {
    const records = vectors.flatMap((v) =>
      'record' in v.input && v.input.record ? [v.input.record] : []
    );
    expect(records.length).toBeGreaterThanOrEqual(10);
    for (const record of records) {
      // what is no data is put behind one
      const data = record.startsWith('S') ? 'S104000001FA\n' : ':0100000001FE\n';
      const said = codes(loaded(`${data}${record}\n`)).filter(
        (c) => c !== 'format.end.missing' && c !== 'format.count.wrong'
      );
      expect(said, record).toEqual([]);
    }
  });
});

describe('what is wrong in a file', () => {
  const GOOD = ':0100000001FE';
  const END = ':00000001FF';
  it.each([
    ['no end', GOOD, ['format.end.missing']],
    ['checksum', ':0100000001FF\n:00000001FF', ['format.checksum.wrong']],
    ['cut', `${GOOD}\n:02000100AA\n${END}`, ['format.record.cut']],
    ['one digit over', `${GOOD}\n:0100010001F\n${END}`, ['format.record.cut']],
    ['no digit', `${GOOD}\n:01000100G1FD\n${END}`, ['format.record.cut']],
    ['longer than told', `${GOOD}AA\n${END}`, ['format.record.long']],
    ['another type', `${GOOD}\n:00000009F7\n${END}`, ['format.record.unknown']],
    ['a remark', `# remark\n${GOOD}\n${END}`, ['format.line.other']],
    ['data after the end', `${GOOD}\n${END}\n:0100010002FC`, ['format.end.after']],
    ['same byte twice', `${GOOD}\n${GOOD}\n${END}`, ['format.overlap.same']]
  ])('Intel HEX: %s', (_, text, expected) => {
    expect(codes(loaded(text))).toEqual(expected);
  });
  it('another byte for the same address is refused, or taken as told', () => {
    const bytes = encodeAscii(`${GOOD}\n:0100000002FD\n${END}`);
    expect(readIntelHex(bytes)).toMatchObject({
      problem: { code: 'format.overlap.other', params: { address: 0 } }
    });
    for (const [overlap, hex] of [
      ['first', '01'],
      ['last', '02']
    ] as const) {
      const told = readIntelHex(bytes, { overlap });
      expect(told.ok && pieces(told.value)).toEqual([[0, hex]]);
    }
  });
  it('S-records: a count that differs, an address that runs out, nothing at all', () => {
    expect(codes(loaded('S104000001FA\nS5030002FA\nS9030000FC'))).toEqual(['format.count.wrong']);
    // one character in the kind of a record moves its bytes, and no checksum knows
    expect(codes(loaded('S20500000001F9\nS1050010010ADF\nS804000000FB'))).toEqual([
      'format.width.mixed'
    ]);
    expect(codes(loaded('S307FFFFFFFF0102F9\nS70500000000FA'))).toEqual(['format.address.high']);
    for (const text of ['', '\n\n', 'S9030000FC', ':00000001FF', 'hello'])
      expect(read(text), text).toMatchObject({ problem: { code: 'format.data.none' } });
  });
  it('says where: line and byte', () => {
    const [finding] = loaded(`\r\n  \n${GOOD}\n:0100010001FE\n${END}`).findings;
    expect(finding).toMatchObject({ params: { line: 4, byte: 19, found: 0xfe, expected: 0xfd } });
  });
  it('a megabyte of nonsense is counted, not collected', () => {
    const file = readIntelHex(encodeAscii(`${GOOD}\n${'x\n'.repeat(300_000)}${END}`));
    expect(file.ok && [file.value.findings.length, file.value.moreFindings]).toEqual([
      200, 299_800
    ]);
  });
});

/** Images with holes of every size, up to the end of 32 bits. */
const sparse = (most: number) =>
  fc
    .array(
      fc.tuple(
        fc.oneof(fc.nat({ max: 300 }), fc.nat({ max: 200_000 }), fc.nat({ max: most })),
        fc.uint8Array({ minLength: 1, maxLength: 90 })
      ),
      { minLength: 1, maxLength: 8 }
    )
    .map((list) => {
      const sorted = list.toSorted((a, b) => a[0] - b[0]);
      const kept: { start: number; bytes: Uint8Array }[] = [];
      for (const [start, bytes] of sorted) {
        const end = (kept.at(-1)?.start ?? -2) + (kept.at(-1)?.bytes.length ?? 0);
        if (start > end && start + bytes.length <= most + 1) kept.push({ start, bytes });
      }
      return imageOf(
        kept.map(({ start, bytes }) => ({
          ...{ range: { start, end: start + bytes.length }, bytes, origin: 'made' }
        }))
      );
    })
    .filter((image) => image.pieces.length > 0);

describe('there and back', () => {
  const size = fc.integer({ min: 1, max: 250 });
  it('Intel HEX keeps every byte at its address', () => {
    fc.assert(
      fc.property(sparse(2 ** 32 - 1), size, (image, recordBytes) => {
        const written = writeIntelHex(image, { recordBytes, startAddress: 0x8000_1234 });
        const back = written.ok && readIntelHex(written.value);
        expect(back && back.ok && pieces(back.value)).toEqual(pieces({ image }));
        expect(back && back.ok && [back.value.findings, back.value.startAddress]).toEqual([
          ...[[], 0x8000_1234]
        ]);
      })
    );
  });
  it.each([
    ['s19', 2 ** 16 - 1],
    ['s28', 2 ** 24 - 1],
    ['s37', 2 ** 32 - 1]
  ] as const)('S-records of kind %s too', (kind, most) => {
    fc.assert(
      fc.property(sparse(most), size, (image, recordBytes) => {
        const written = writeSRecord(image, { kind, recordBytes, header: 'HDR' });
        const back = written.ok && readSRecord(written.value);
        expect(back && back.ok && pieces(back.value)).toEqual(pieces({ image }));
        expect(back && back.ok && [back.value.findings, back.value.header]).toEqual([[], 'HDR']);
      })
    );
  });
  it('an address beyond the kind is refused, with the figure', () => {
    const at = (start: number) =>
      imageOf([{ range: { start, end: start + 1 }, bytes: Uint8Array.of(1), origin: 'made' }]);
    expect(writeSRecord(at(65_536), { kind: 's19' })).toMatchObject({
      problem: { code: 'format.address.high', params: { address: 65_536, most: 65_535 } }
    });
    expect(writeIntelHex(at(2 ** 32))).toMatchObject({ ok: false });
    expect(() => writeIntelHex(at(0), { recordBytes: 0 })).toThrow(RangeError);
    expect(() => writeSRecord(at(0), { kind: 's19', recordBytes: 251 })).toThrow(RangeError);
  });
});

it('any nonsense ends in an image or a word, never in anything else', () => {
  const line = fc.oneof(
    fc.constantFrom(
      ':00000001FF',
      ':0100000001FE',
      ':020000040001F9',
      'S104000001FA',
      'S9030000FC'
    ),
    fc.string({ maxLength: 30 }),
    fc.stringMatching(/^[:S][0-9A-F]{0,24}$/)
  );
  fc.assert(
    fc.property(fc.array(line, { maxLength: 20 }), (lines) => {
      const bytes = new TextEncoder().encode(lines.join('\n'));
      for (const file of [readIntelHex(bytes), readSRecord(bytes)])
        if (file.ok) {
          const held = file.value.image.pieces.reduce((sum, p) => sum + p.bytes.length, 0);
          expect(held).toBeGreaterThan(0);
          expect(held).toBeLessThanOrEqual(bytes.length / 2);
        }
    }),
    { numRuns: 500 }
  );
});
