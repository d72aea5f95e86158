import { describe, expect, it } from 'vitest';
import { loadImage } from '@badger/core/format/load-image';
import { joinBytes } from '@badger/core/image/image';
import { CHECKSUM_NAMES } from '@badger/core/checksum/named';
import { PLAIN_RULE, type ChecksumRule } from '@badger/core/checksum/rule';
import { readPatch } from '@badger/core/patch/image-patch';
import { readSteps } from '@badger/core/transform/read-steps';
import { DumpDesk, type RegionRules } from './dump-desk.ts';

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
    const { candidates } = desk(make(1)).findSums([other.value.pieces], CHECKSUM_NAMES, (share) =>
      shares.push(share)
    );
    expect(candidates.find((c) => c.algorithm === 'SUM-16' && c.storedAt === 300)).toMatchObject({
      start: 64,
      end: 300,
      support: 2,
      asked: 2
    });
    expect(shares.length).toBeGreaterThan(10);
  }, 30_000);
});

describe('changes on the desk', () => {
  const bytes = () => Uint8Array.from({ length: 256 }, (_, i) => (i * 11) & 0xff);
  const put = (at: number, ...becomes: number[]) => ({
    ...{ name: 'put', steps: [] },
    changes: [{ at, becomes: Uint8Array.from(becomes) }]
  });
  const saved = (made: DumpDesk) => {
    const file = made.save('bin', { fill: undefined, damaged: false });
    return file.ok ? [...file.value] : file.problem.code;
  };
  const rule: ChecksumRule = {
    ...PLAIN_RULE,
    ...{ id: 'sum', region: 'x', algorithm: 'SUM-16', over: [{ start: 0, end: 64 }] },
    ...{ storedAt: 64, littleEndian: false }
  };
  const rules: RegionRules = { region: { address: 0, lengthBytes: 256 }, rules: [rule] };

  it('are saved, compared and searched; the original comes back when they are taken away', () => {
    const made = desk(bytes());
    const laid = made.edit([put(3, 0xaa), put(4, 0xbb)], []);
    expect(laid.ok && [...(laid.value[0]?.bytes.subarray(3, 5) ?? [])]).toEqual([0xaa, 0xbb]);
    expect((saved(made) as number[]).slice(3, 5)).toEqual([0xaa, 0xbb]);
    expect(made.edit([], []).ok).toBe(true);
    expect(saved(made)).toEqual([...bytes()]);
  });
  it('that are refused leave everything as it was', () => {
    const made = desk(bytes());
    made.edit([put(3, 0xaa)], []);
    const before = saved(made);
    expect(made.edit([put(3, 0xaa), put(255, 1, 2)], [])).toMatchObject({ ok: false });
    const kept = [{ name: 'Mileage', range: { start: 8, end: 12 } }];
    expect(made.edit([put(9, 0)], kept)).toMatchObject({ problem: { code: 'field.value.kept' } });
    expect(saved(made)).toEqual(before);
  });
  it('make a patch of the original, which goes into another copy of it and nowhere else', () => {
    const made = desk(bytes());
    made.edit([put(3, 0xaa), put(200, 1, 2, 3)], []);
    const patch = readPatch(made.patch());
    expect(patch.ok && patch.value.changes.map((c) => c.range.start)).toEqual([3, 200]);
    const other = desk(bytes());
    const changes = other.readPatch(made.patch());
    expect(
      changes.ok && other.edit([{ name: 'patch', changes: changes.value, steps: [] }], []).ok
    ).toBe(true);
    expect(saved(other)).toEqual(saved(made));
    expect(desk(bytes().fill(1)).readPatch(made.patch())).toMatchObject({
      ...{ ok: false, problem: { code: 'patch.content.other' } }
    });
    expect(other.readPatch('{}')).toMatchObject({ problem: { code: 'patch.file.malformed' } });
  });
  it('correct a checksum, or balance it by other bytes', () => {
    const made = desk(bytes());
    expect(made.verify(rules)).toMatchObject([
      { rule: 'sum', verdict: 'differs', storedValue: 'C0CB' }
    ]);
    const changes = made.correct(rules);
    if (!changes.ok) throw new Error(changes.problem.code);
    expect(changes.value.map((c) => c.at)).toEqual([64]);
    made.edit([{ name: 'corrected', changes: changes.value, steps: [] }], []);
    expect(made.verify(rules)).toMatchObject([{ verdict: 'holds' }]);
    // the value stays, two hundred bytes elsewhere cannot help
    const fixed = { ...rules, rules: [{ ...rule, fixed: true, free: [{ start: 70, end: 100 }] }] };
    made.edit([], []);
    expect(made.correct(fixed)).toMatchObject({ problem: { code: 'checksum.balance.room' } });
  });
  it('go over the whole by steps, and back', () => {
    const made = desk(bytes());
    const steps = readSteps('xor 5A, swap-16');
    if (!steps.ok) throw new Error(steps.problem.code);
    made.edit([{ name: 'steps', changes: [], steps: steps.value }], []);
    expect((saved(made) as number[]).slice(0, 2)).toEqual([11 ^ 0x5a, 0x5a]);
    const back = steps.value.toReversed();
    made.edit(
      [
        { name: 'a', changes: [], steps: steps.value },
        { name: 'b', changes: [], steps: back }
      ],
      []
    );
    expect(saved(made)).toEqual([...bytes()]);
    expect(
      desk(text(SOUND)).edit([{ name: 'a', changes: [], steps: steps.value }], [])
    ).toMatchObject({
      problem: { code: 'edit.image.holes' }
    });
  });
  it('has the SHA-256 of its content, whatever the format: that of coreutils for a file from 0 on', () => {
    // printf '' of nothing and of "abc": FIPS 180-4, appendix B.1
    expect(desk(text('abc')).sha256()).toBe(
      'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'
    );
    const hex = desk(text(':03000000616263D7\n:00000001FF\n'));
    expect(hex.sha256()).toBe(desk(text('abc')).sha256());
    hex.edit([put(0, 1)], []);
    expect(hex.sha256()).toBe(desk(text('abc')).sha256());
  });
});
