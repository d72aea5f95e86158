import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equalContent, imageOf, overlay, type SparseImage } from '../image/image.ts';
import {
  applyPatch,
  diffImages,
  readPatch,
  reversePatch,
  writePatch,
  type ImagePatch
} from './image-patch.ts';

const sha = (digit: string) => digit.repeat(64);
const someImage = fc
  .array(fc.tuple(fc.nat(300), fc.uint8Array({ minLength: 1, maxLength: 40, max: 3 })), {
    minLength: 1,
    maxLength: 6
  })
  .map((parts) => {
    let image: SparseImage<string> = imageOf([]);
    for (const [start, bytes] of parts)
      image = overlay(image, {
        range: { start, end: start + bytes.length },
        bytes,
        origin: 'made'
      });
    return image;
  });

describe('a patch', () => {
  it('makes the one of the other and back, through its file, for any two images', () => {
    fc.assert(
      fc.property(someImage, someImage, (from, to) => {
        const patch: ImagePatch = {
          fromSha256: sha('a'),
          toSha256: sha('b'),
          changes: diffImages(from, to)
        };
        const read = readPatch(writePatch(patch));
        if (!read.ok) throw new Error(read.problem.code);
        const there = applyPatch(from, read.value, 'patch');
        if (!there.ok) throw new Error(there.problem.code);
        expect(equalContent(there.value, to)).toBe(true);
        const back = applyPatch(there.value, reversePatch(read.value), 'patch');
        if (!back.ok) throw new Error(back.problem.code);
        expect(equalContent(back.value, from)).toBe(true);
      }),
      { numRuns: 300, seed: 4 }
    );
  });
  it('changes nothing where any byte is not what it was made for', () => {
    fc.assert(
      fc.property(someImage, someImage, fc.nat(), fc.nat(), (from, to, which, place) => {
        const changes = diffImages(from, to);
        if (changes.length === 0) return;
        const change = changes[which % changes.length] as (typeof changes)[0];
        const address = change.range.start + (place % (change.range.end - change.range.start));
        const was = change.was?.[address - change.range.start];
        const other = overlay(from, {
          range: { start: address, end: address + 1 },
          bytes: Uint8Array.of(was === undefined ? 9 : was ^ 1),
          origin: 'other'
        });
        const told = applyPatch(
          other,
          { fromSha256: sha('a'), toSha256: sha('b'), changes },
          'patch'
        );
        expect(told).toMatchObject({
          ok: false,
          problem: { code: 'patch.content.other', params: { address } }
        });
      }),
      { numRuns: 300, seed: 6 }
    );
  });
  const good = JSON.parse(
    writePatch({
      ...{ fromSha256: sha('a'), toSha256: sha('b') },
      changes: [
        { range: { start: 4, end: 6 }, was: Uint8Array.of(1, 2), becomes: Uint8Array.of(3, 4) }
      ]
    })
  ) as Record<string, unknown>;
  const change = { at: 4, length: 2, was: '0102', becomes: '0304' };
  it.each([
    ['no JSON', '{'],
    ['a list', '[]'],
    ['null', 'null'],
    ['another format', { ...good, format: 'other' }],
    ['a later version', { ...good, version: 2 }],
    ['a sum too short', { ...good, fromSha256: 'ab' }],
    ['no changes', { ...good, changes: {} }],
    ['fewer bytes than its length', { ...good, changes: [{ ...change, was: '01' }] }],
    ['no hex', { ...good, changes: [{ ...change, becomes: 'zz04' }] }],
    ['nothing on both sides', { ...good, changes: [{ ...change, was: null, becomes: null }] }],
    ['an address below zero', { ...good, changes: [{ ...change, at: -1 }] }],
    ['a broken address', { ...good, changes: [{ ...change, at: 1.5 }] }],
    ['an address beyond 2^32', { ...good, changes: [{ ...change, at: 2 ** 32 - 1 }] }],
    ['no length', { ...good, changes: [{ ...change, length: 0, was: '', becomes: '' }] }],
    ['a length that is no number', { ...good, changes: [{ ...change, length: '2' }] }],
    ['two changes of one byte', { ...good, changes: [change, { ...change, at: 5 }] }],
    ['a change that is none', { ...good, changes: [null] }]
  ])('is refused whole with %s', (_, file) => {
    const text = typeof file === 'string' ? file : JSON.stringify(file);
    expect(readPatch(text)).toMatchObject({ ok: false, problem: { code: 'patch.file.malformed' } });
    expect(readPatch(JSON.stringify(good)).ok).toBe(true);
  });
});
