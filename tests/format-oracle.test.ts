// Files of records against two tools that share no line with ours: Debian's srecord and binutils, both ways, on generated sparse images.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { formatHex } from '@badger/core/base/bytes';
import { createRandom } from '@badger/core/base/random';
import { readIntelHex, writeIntelHex } from '@badger/core/format/intel-hex';
import type { LoadedImage } from '@badger/core/format/read-options';
import { readSRecord, writeSRecord } from '@badger/core/format/s-record';
import type { Result } from '@badger/core/base/result';
import { imageOf, type SparseImage } from '@badger/core/image/image';

const IMAGES = 110;
const random = createRandom(1_188);
let home = '';
beforeAll(() => (home = mkdtempSync(join(tmpdir(), 'badger-format-'))));
afterAll(() => rmSync(home, { recursive: true }));

/** Pieces with holes between them, near 64 KiB borders too, below `end`. */
function makeImage(end: number): SparseImage<string> {
  const pieces: { start: number; bytes: Uint8Array }[] = [];
  let at = random() % 5000;
  for (let i = 1 + (random() % 5); i > 0; i--) {
    const length = 1 + (random() % 700);
    if (at + length > end) break;
    const bytes = Uint8Array.from({ length }, () => random() & 0xff);
    pieces.push({ start: at, bytes });
    const jumps = [
      2 + (random() % 90),
      65_536 - (at % 65_536) + (random() % 3) * 65_536 - 100,
      random() % Math.floor(end / 8)
    ];
    at += length + Math.max(2, jumps[random() % 3] as number);
  }
  return imageOf(
    pieces.map(({ start, bytes }) => ({
      ...{ range: { start, end: start + bytes.length }, bytes, origin: 'made' }
    }))
  );
}

const piecesOf = ({ pieces }: SparseImage<unknown>) =>
  pieces.map((p) => `${p.range.start} ${formatHex(p.bytes)}`);
function valueOf<T>(told: Result<T>): T {
  if (!told.ok) throw new Error(told.problem.code);
  return told.value;
}
/** What is read without a word against it, apart from what a tool leaves out. */
function soundOf(told: Result<LoadedImage>) {
  const { image, findings } = valueOf(told);
  expect(findings.filter((f) => f.severity === 'stop')).toEqual([]);
  return piecesOf(image);
}

const TOOLS = {
  srecord: (from: string, to: string) => {
    const [input, output] = from === 'hex' ? ['-intel', '-motorola'] : ['-motorola', '-intel'];
    execFileSync('srec_cat', [
      join(home, `in.${from}`),
      input,
      '-o',
      join(home, `out.${to}`),
      output
    ]);
  },
  binutils: (from: string, to: string) => {
    const [input, output] = from === 'hex' ? ['ihex', 'srec'] : ['srec', 'ihex'];
    execFileSync('objcopy', [
      '-I',
      input,
      '-O',
      output,
      join(home, `in.${from}`),
      join(home, `out.${to}`)
    ]);
  }
} as const;

describe.each(Object.entries(TOOLS))('%s', (_, convert) => {
  it('reads our Intel HEX, and we read the S-records that it makes of it', () => {
    for (let i = 0; i < IMAGES; i++) {
      const image = makeImage(2 ** 32);
      const recordBytes = 1 + (random() % 64);
      writeFileSync(join(home, 'in.hex'), valueOf(writeIntelHex(image, { recordBytes })));
      convert('hex', 's');
      expect(soundOf(readSRecord(readFileSync(join(home, 'out.s'))))).toEqual(piecesOf(image));
    }
  });
  it('reads our S-records of every kind, and we read the Intel HEX that it makes of them', () => {
    for (let i = 0; i < IMAGES; i++) {
      const [kind, bits] = (
        [
          ['s19', 16],
          ['s28', 24],
          ['s37', 32]
        ] as const
      )[i % 3] ?? ['s37', 32];
      const image = makeImage(2 ** bits);
      const recordBytes = 1 + (random() % 64);
      writeFileSync(
        join(home, 'in.s'),
        valueOf(writeSRecord(image, { kind, recordBytes, header: 'made' }))
      );
      convert('s', 'hex');
      expect(soundOf(readIntelHex(readFileSync(join(home, 'out.hex'))))).toEqual(piecesOf(image));
    }
  });
});
