import { describe, expect, it } from 'vitest';
import { findSameRead, type EqualRead } from './same-file.ts';

const kept = (change: Partial<EqualRead> = {}): EqualRead => ({
  number: 1,
  source: 'file',
  name: '1084417_original_HV-EC4_data-flash_read1_2026-11-25.bin',
  sourceName: 'first.bin',
  modifiedMs: 1_000,
  ...change
});
const same = (name: string, modifiedMs: number | undefined, ...reads: EqualRead[]) =>
  findSameRead({ name, modifiedMs }, reads)?.number;

describe('equal content: the same read, or another one?', () => {
  it('another name and another moment is a reading of its own', () => {
    expect(same('second.bin', 2_000, kept())).toBeUndefined();
    expect(same('anything.bin', 2_000)).toBeUndefined();
  });
  it('the same name is the same file, however it was copied', () => {
    for (const name of [
      'first.bin',
      'FIRST.BIN',
      'first (1).bin',
      'first(12).bin',
      'first - Copy.bin',
      'first - Copy (2).bin',
      'first copy 3.bin',
      'first_copy.bin',
      'Copy of first.bin',
      ' first.bin '
    ])
      expect(same(name, 2_000, kept()), name).toBe(1);
  });
  const differ: readonly [string, string][] = [
    ['backup', 'backup.bin'],
    ['first.bin', 'first.hex'],
    ['.bin', '.hex'],
    ['a', 'b'],
    ['first (1) window.bin', 'first window.bin'],
    ['first copy of window.bin', 'first window.bin'],
    ['window copy of first.bin', 'window first.bin'],
    ['first copy window.bin', 'first window.bin'],
    ['photocopy.bin', 'photo.bin']
  ];
  for (const [name, other] of differ) {
    it(`${name} is not ${other}`, () => {
      expect(same(name, 2_000, kept({ sourceName: other }))).toBeUndefined();
      expect(same(other, 2_000, kept({ sourceName: name }))).toBeUndefined();
    });
  }
  const equal: readonly [string, string][] = [
    ['backup', 'backup (3)'],
    ['backup', 'backup copy'],
    ['first.bin', 'first copy 12.bin'],
    ['first.bin', 'Copy of  first .bin'],
    ['first.bin', 'Copy of first - Copy (2) (1).bin']
  ];
  for (const [name, other] of equal) {
    it(`${other} is ${name}`, () => {
      expect(same(other, 2_000, kept({ sourceName: name }))).toBe(1);
    });
  }
  it('the same moment is the same file under another name', () => {
    expect(same('renamed.bin', 1_000, kept())).toBe(1);
  });
  it('a moment that nobody tells proves nothing: in doubt the same', () => {
    expect(same('other.bin', undefined, kept())).toBe(1);
    expect(same('other.bin', 2_000, kept({ modifiedMs: undefined }))).toBe(1);
  });
  it('a download that is dropped again is that read', () => {
    const bench = kept({ source: 'bench', sourceName: 'Window', number: 3 });
    expect(same(bench.name, 9_000, bench)).toBe(3);
    expect(same(kept().name.replace('.bin', ' (1).bin'), 9_000, kept())).toBe(1);
    // and under whatever name: the bench has read this content itself
    expect(same('renamed.bin', 9_000, bench)).toBe(3);
  });
  it('names of odd shape end', () => {
    for (const name of ['', '.bin', '(1)', ' copy', 'copy of ', 'x'.repeat(5000)])
      expect(same(name, 2_000, kept())).toBeUndefined();
  });
});
