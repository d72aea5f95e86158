import { describe, expect, it } from 'vitest';
import { loadImage } from '@badger/core/format/load-image';
import { joinBytes } from '@badger/core/image/image';
import { DumpDesk } from './dump-desk.ts';

const text = (lines: string) => new TextEncoder().encode(lines);
const desk = (file: Uint8Array) => {
  const made = new DumpDesk();
  const opened = made.open(file);
  if (!opened.ok) throw new Error(opened.problem.code);
  return made;
};
const SOUND = ':0400000000010203F6\n:0400140004050607D2\n:00000001FF\n';
const DAMAGED = SOUND.replace('D2', 'D3');

describe('the desk', () => {
  it('saves the same image in every format', () => {
    const bytes = Uint8Array.from({ length: 5000 }, (_, i) => (i * 7) & 0xff);
    for (const format of ['bin', 'hex', 's19', 's28', 's37'] as const) {
      const saved = desk(bytes.slice()).save(format, { fill: undefined, damaged: false });
      if (!saved.ok) throw new Error(saved.problem.code);
      const back = loadImage(saved.value);
      expect(back.ok && joinBytes(back.value.image)).toEqual(bytes);
    }
  });
  it('makes no sound file of a damaged one, unless that is meant', () => {
    const damaged = desk(text(DAMAGED));
    expect(damaged.save('s37', { fill: undefined, damaged: false })).toMatchObject({
      ...{ ok: false, problem: { code: 'format.file.damaged' } }
    });
    expect(damaged.save('s37', { fill: undefined, damaged: true }).ok).toBe(true);
    expect(desk(text(SOUND)).save('s37', { fill: undefined, damaged: false }).ok).toBe(true);
  });
  it('fills a hole only when it is told with what', () => {
    const holes = desk(text(SOUND));
    expect(holes.save('bin', { fill: undefined, damaged: false })).toMatchObject({
      ok: false,
      problem: { code: 'format.hole.unfilled' }
    });
    const filled = holes.save('bin', { fill: 0xa5, damaged: false });
    expect(filled.ok && [...filled.value.subarray(3, 6)]).toEqual([3, 0xa5, 0xa5]);
  });
  it('tells what lies in an image: cells over all of it, texts that read like text', () => {
    const bytes = new Uint8Array(8192).fill(0xff);
    bytes.set(text('SALTMARSH UNIT 4417'), 256);
    bytes.set(text('q!R#x$Zk"vT%'), 1024);
    const { cells, texts, blankShare } = desk(bytes).inspect();
    expect(cells.reduce((n, c) => n + c.bytes, 0)).toBe(8192);
    expect(texts).toEqual([{ at: 256, text: 'SALTMARSH UNIT 4417' }]);
    expect(blankShare).toBeGreaterThan(0.99);
  });
  it('draws no more cells than a person sees, however many stretches there are', () => {
    const lines = Array.from({ length: 3000 }, (_, i) => {
      const address = (i * 20).toString(16).toUpperCase().padStart(4, '0');
      const sum =
        (1 + Number.parseInt(address.slice(0, 2), 16) + Number.parseInt(address.slice(2), 16) + 7) &
        0xff;
      return `:01${address}0007${((256 - sum) & 0xff).toString(16).toUpperCase().padStart(2, '0')}`;
    });
    const { cells } = desk(text(`${lines.join('\n')}\n:00000001FF\n`)).inspect();
    expect(cells.length).toBeLessThanOrEqual(480);
    expect(cells.reduce((n, c) => n + c.bytes, 0)).toBe(3000);
    expect([cells[0]?.address, cells.at(-1)?.end]).toEqual([0, 2999 * 20 + 1]);
    cells.slice(1).forEach((c, i) => expect(c.address).toBeGreaterThanOrEqual(cells[i]?.end ?? 0));
  });
  it('finds a checksum, at the addresses of the file, with another image as witness', () => {
    const make = (seed: number) => {
      const bytes = Uint8Array.from(
        { length: 512 },
        (_, i) => (Math.imul(i + seed * 977, 0x9e3779b1) >>> 11) & 0xff
      );
      const sum = bytes.subarray(64, 300).reduce((n, b) => (n + b) & 0xffff, 0);
      bytes.set([sum >> 8, sum & 0xff], 300);
      return bytes;
    };
    const shares: number[] = [];
    const other = desk(make(2)).open(make(2));
    if (!other.ok) throw new Error(other.problem.code);
    const { candidates } = desk(make(1)).findSums([other.value.pieces], (share) =>
      shares.push(share)
    );
    expect(candidates.find((c) => c.algorithm === 'SUM-16' && c.storedAt === 300)).toMatchObject({
      start: 64,
      end: 300,
      support: 2,
      asked: 2
    });
    expect(shares.length).toBeGreaterThan(10);
  });
});
