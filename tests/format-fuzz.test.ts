// Spoilt files of every format: no crash, no hang, no more memory than the file, and never other bytes without a word about it.
import { describe, expect, it } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { loadImage } from '@badger/core/format/load-image';
import { writeSRecord } from '@badger/core/format/s-record';
import { readPatch } from '@badger/core/patch/image-patch';
import { equalContent, imageOf, type SparseImage } from '@badger/core/image/image';

/** Cases of each kind; `./badger test slow` sets more. */
const CASES = Number(process.env['FUZZ_CASES'] ?? 500);
const random = createRandom(1_209);
const below = (n: number) => random() % n;

function someImage(): SparseImage<'made'> {
  let at = below(70_000);
  return imageOf(
    Array.from({ length: 1 + below(4) }, () => {
      const length = 1 + below(200);
      const piece = {
        range: { start: at, end: at + length },
        bytes: Uint8Array.from({ length }, () => below(256)),
        origin: 'made' as const
      };
      at += length + 1 + below(60_000);
      return piece;
    })
  );
}

function fileOf(image: SparseImage<unknown>, format: 'intel-hex' | 's-record'): Uint8Array {
  const made = format === 'intel-hex' ? writeIntelHex(image) : writeSRecord(image, { kind: 's28' });
  if (!made.ok) throw new Error(made.problem.code);
  return made.value;
}

const sizeOf = (image: SparseImage<unknown>) =>
  image.pieces.reduce((n, p) => n + p.bytes.length, 0);

describe.each(['intel-hex', 's-record'] as const)('spoilt files: %s', (format) => {
  it('one character changed is told, or changes nothing', () => {
    for (let i = 0; i < CASES; i++) {
      const image = someImage();
      const file = fileOf(image, format);
      const at = below(file.length);
      const spoilt = file.slice();
      spoilt[at] = below(128);
      const told = loadImage(spoilt, { format });
      if (!told.ok) continue;
      const isSaid = told.value.findings.length > 0;
      if (!isSaid)
        expect(equalContent(told.value.image, image), `case ${i}, byte ${at}`).toBe(true);
    }
  });
  it('cut off, doubled, shuffled and blown up, it ends within the size of the file', () => {
    for (let i = 0; i < CASES; i++) {
      const file = fileOf(someImage(), format);
      const lines = new TextDecoder('latin1').decode(file).split('\n');
      const ways = [
        () => file.subarray(0, below(file.length + 1)),
        () => new TextEncoder().encode([...lines, ...lines].join('\n')),
        () => new TextEncoder().encode(lines.toSorted(() => below(3) - 1).join('\r\n')),
        () => Uint8Array.from(file, (b) => (below(20) === 0 ? below(256) : b)),
        () =>
          new TextEncoder().encode(
            `${lines[0] ?? ''}${'0'.repeat(below(5000))}\n${lines.join('\n')}`
          )
      ];
      const spoilt = (ways[i % ways.length] as () => Uint8Array)();
      const told = loadImage(spoilt, { format });
      if (told.ok) expect(sizeOf(told.value.image)).toBeLessThanOrEqual(spoilt.length);
    }
  });
});

describe('files of anything', () => {
  it('are read as something, or refused', () => {
    for (let i = 0; i < CASES; i++) {
      const bytes = Uint8Array.from({ length: below(600) }, () =>
        i % 2 === 0 ? below(256) : 0x20 + below(0x5f)
      );
      if (below(3) === 0 && bytes.length > 2) bytes.set([0x3a, 0x30, 0x31]);
      const told = loadImage(bytes);
      if (told.ok) expect(sizeOf(told.value.image)).toBeLessThanOrEqual(Math.max(bytes.length, 1));
    }
  });
  it('are no patch', () => {
    for (let i = 0; i < CASES; i++) {
      const text = `{"format":"image-patch","version":1,"fromSha256":"${'a'.repeat(64)}","toSha256":"${'b'.repeat(64)}","changes":[{"at":1,"length":1,"was":"00","becomes":"01"}]}`;
      const at = below(text.length);
      const told = readPatch(
        text.slice(0, at) + String.fromCharCode(0x20 + below(0x5f)) + text.slice(at + 1)
      );
      if (told.ok) expect(told.value.changes.every((c) => c.range.end > c.range.start)).toBe(true);
    }
  });
  it('a line of megabytes and a hole of two gigabytes cost no more than the file', () => {
    const long = new TextEncoder().encode(`:${'AB'.repeat(2_000_000)}\n`);
    for (const format of ['intel-hex', 's-record', undefined] as const) {
      const told = loadImage(long, { format });
      if (told.ok) expect(sizeOf(told.value.image)).toBeLessThanOrEqual(long.length);
    }
    const far = imageOf(
      [0, 2 ** 31].map((start) => ({
        range: { start, end: start + 2 },
        bytes: Uint8Array.of(1, 2),
        origin: 'made' as const
      }))
    );
    const told = loadImage(fileOf(far, 'intel-hex'));
    expect(told.ok && equalContent(told.value.image, far)).toBe(true);
  });
});
