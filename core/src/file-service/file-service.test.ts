import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { imageOf } from '../image/image.ts';
import { completeFile } from './complete-file.ts';
import { readFileAnswer, readOrder } from './file-answer.ts';

const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const SHA = 'a'.repeat(64);

describe('answers of a file service', () => {
  it('are understood as they are written', () => {
    expect(readFileAnswer({ state: 'waiting' })).toEqual({ ok: true, value: { state: 'waiting' } });
    expect(readFileAnswer({ state: 'refused', reason: 'no credits' })).toMatchObject({
      value: { reason: 'no credits' }
    });
    expect(readFileAnswer({ state: 'ready', file: { name: 'a.hex', sha256: SHA } })).toEqual({
      ok: true,
      value: { state: 'ready', name: 'a.hex', sha256: SHA }
    });
  });
  it('that are anything else are nothing', () => {
    for (const body of [
      ...[undefined, null, 'ready', 7, [], {}, { state: 'done' }, { state: 'ready' }],
      ...[{ state: 'ready', file: { name: ' ', sha256: SHA } }],
      ...[{ state: 'ready', file: { name: 'a', sha256: SHA.toUpperCase() } }],
      { state: 'ready', file: { name: 'a', sha256: SHA.slice(1) } }
    ])
      expect(codeOf(readFileAnswer(body)), JSON.stringify(body)).toBe('files.answer.malformed');
    for (const id of [undefined, '', '../x', 'a/b', 'x'.repeat(65)])
      expect(codeOf(readOrder({ id })), String(id)).toBe('files.answer.malformed');
    expect(readOrder({ id: 'a-1' })).toEqual({ ok: true, value: 'a-1' });
    fc.assert(fc.property(fc.anything(), (body) => void readFileAnswer(body)));
  });
});

describe('a file with holes', () => {
  const region = { start: 0x100, end: 0x140 };
  const own = Uint8Array.from({ length: 64 }, (_, i) => i);
  const part = (start: number, end: number, value = 0xee) => ({
    ...{ range: { start, end }, origin: 'file' },
    bytes: new Uint8Array(end - start).fill(value)
  });
  const leftOut = [{ start: 0x110, end: 0x118 }];

  it('is filled with the unit’s own bytes where they were left out, and nowhere else', () => {
    const file = imageOf([part(0x100, 0x110), part(0x118, 0x140)]);
    const made = completeFile(file, region, { own, leftOut });
    if (!made.ok) throw new Error(made.problem.code);
    expect([...made.value.subarray(0x10, 0x18)]).toEqual([...own.subarray(0x10, 0x18)]);
    expect(made.value.filter((b) => b === 0xee)).toHaveLength(56);
  });
  it('is refused where more is missing, nothing is known to fill it, or it goes beyond', () => {
    const code = (
      file: ReturnType<typeof imageOf<string>>,
      how: Parameters<typeof completeFile>[2]
    ) => codeOf(completeFile(file, region, how));
    const holed = imageOf([part(0x100, 0x110), part(0x118, 0x140)]);
    expect(code(holed, { own: undefined, leftOut })).toBe('files.file.short');
    expect(code(holed, { own, leftOut: [] })).toBe('files.file.short');
    expect(code(imageOf([part(0x100, 0x10f), part(0x118, 0x140)]), { own, leftOut })).toBe(
      'files.file.short'
    );
    expect(code(imageOf([part(0x100, 0x141)]), { own, leftOut })).toBe('files.file.beyond');
    expect(code(imageOf([part(0xff, 0x140)]), { own, leftOut })).toBe('files.file.beyond');
    expect(code(imageOf([]), { own, leftOut })).toBe('files.file.short');
    expect(code(imageOf([part(0x100, 0x140)]), { own: undefined, leftOut: [] })).toBe('ok');
  });
});
