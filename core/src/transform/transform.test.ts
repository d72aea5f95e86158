import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { concatBytes, encodeAscii, equalBytes } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { computeCrc, CRC32_ISO_HDLC } from '../checksum/crc.ts';
import { encodeStored } from '../checksum/rule.ts';
import { findXorKeys } from './find-key.ts';
import { followByte } from './follow-byte.ts';
import { applySteps, STEP_KINDS, undoSteps, type TransformStep } from './steps.ts';
import { suggestTransforms } from './suggest.ts';

function made(bytes: Uint8Array, ...steps: TransformStep[]): number[] {
  const done = applySteps(bytes, steps);
  if (!done.ok) throw new Error(done.problem.code);
  return [...done.value];
}
const eight = Uint8Array.of(0x01, 0x23, 0x45, 0x67, 0x89, 0xab, 0xcd, 0xef);

describe('each step', () => {
  it.each<[TransformStep, number[]]>([
    [{ kind: 'swap-16' }, [0x23, 0x01, 0x67, 0x45, 0xab, 0x89, 0xef, 0xcd]],
    [{ kind: 'swap-32' }, [0x67, 0x45, 0x23, 0x01, 0xef, 0xcd, 0xab, 0x89]],
    [{ kind: 'swap-words' }, [0x45, 0x67, 0x01, 0x23, 0xcd, 0xef, 0x89, 0xab]],
    [{ kind: 'swap-nibbles' }, [0x10, 0x32, 0x54, 0x76, 0x98, 0xba, 0xdc, 0xfe]],
    [{ kind: 'reverse-bits' }, [0x80, 0xc4, 0xa2, 0xe6, 0x91, 0xd5, 0xb3, 0xf7]],
    [{ kind: 'invert' }, [0xfe, 0xdc, 0xba, 0x98, 0x76, 0x54, 0x32, 0x10]],
    [{ kind: 'xor', key: 'FF00F0' }, [0xfe, 0x23, 0xb5, 0x98, 0x89, 0x5b, 0x32, 0xef]],
    [
      { kind: 'permute-blocks', blockBytes: 1, order: [2, 0, 3, 1] },
      [0x45, 0x01, 0x67, 0x23, 0xcd, 0x89, 0xef, 0xab]
    ],
    [
      { kind: 'interleave', parts: 2, unitBytes: 1 },
      [0x01, 0x89, 0x23, 0xab, 0x45, 0xcd, 0x67, 0xef]
    ],
    [
      { kind: 'deinterleave', parts: 2, unitBytes: 2 },
      [0x01, 0x23, 0x89, 0xab, 0x45, 0x67, 0xcd, 0xef]
    ]
  ])('%o', (step, expected) => expect(made(eight, step)).toEqual(expected));

  it('says what does not go', () => {
    const codeOf = (bytes: Uint8Array, step: object) => {
      const done = applySteps(bytes, [step as TransformStep]);
      return done.ok ? 'made' : done.problem.code;
    };
    expect(codeOf(eight.subarray(1), { kind: 'swap-16' })).toBe('transform.length.uneven');
    const uneven = { kind: 'interleave', parts: 3, unitBytes: 1 };
    expect(codeOf(eight, uneven)).toBe('transform.length.uneven');
    for (const step of [
      { kind: 'xor' },
      { kind: 'xor', key: '' },
      { kind: 'xor', key: 'F' },
      { kind: 'xor', key: '00'.repeat(65) },
      { kind: 'swap-16', key: 'FF' },
      { kind: 'rot13' },
      { kind: 'permute-blocks', blockBytes: 1, order: [0, 0] },
      { kind: 'permute-blocks', blockBytes: 0, order: [1, 0] },
      { kind: 'permute-blocks', blockBytes: 1, order: [1] },
      { kind: 'interleave', parts: 1, unitBytes: 1 },
      { kind: 'deinterleave', parts: 2, unitBytes: 1.5 }
    ])
      expect(codeOf(eight, step)).toBe('transform.step.malformed');
  });
});

const anyStep: fc.Arbitrary<TransformStep> = fc.oneof(
  fc.constantFrom(
    ...STEP_KINDS.filter((k) => !/xor|blocks|leave/.test(k)).map((kind) => ({ kind }))
  ),
  fc.uint8Array({ minLength: 1, maxLength: 9 }).map((key) => ({
    kind: 'xor' as const,
    key: [...key].map((b) => b.toString(16).toUpperCase().padStart(2, '0')).join('')
  })),
  fc.record({
    kind: fc.constant('permute-blocks' as const),
    blockBytes: fc.constantFrom(1, 2, 4),
    order: fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 })
  }),
  fc.record({
    kind: fc.constantFrom('interleave' as const, 'deinterleave' as const),
    parts: fc.constantFrom(2, 4),
    unitBytes: fc.constantFrom(1, 2, 4)
  })
);

it('goes there and back again, any chain', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ minLength: 64, maxLength: 64 }),
      fc.array(anyStep, { maxLength: 5 }),
      (bytes, steps) => {
        const there = applySteps(bytes, steps);
        expect(there.ok && undoSteps(there.value, steps)).toEqual({ ok: true, value: bytes });
        // every byte goes to one place: two images that differ in one byte still do
        const other = bytes.slice();
        other[17] = (other[17] as number) ^ 0x40;
        const elsewhere = applySteps(other, steps);
        const differing =
          there.ok && elsewhere.ok ? there.value.filter((b, i) => b !== elsewhere.value[i]) : [];
        expect(differing).toHaveLength(1);
      }
    ),
    { numRuns: 400, seed: 6 }
  );
});

it('follows every byte to where it lies and what it is after any chain', () => {
  fc.assert(
    fc.property(
      fc.uint8Array({ minLength: 64, maxLength: 64 }),
      fc.array(anyStep, { maxLength: 5 }),
      (bytes, steps) => {
        const there = applySteps(bytes, steps);
        const follow = followByte(steps, bytes.length);
        if (!there.ok || !follow.ok) throw new Error('the chain does not go');
        const out = new Uint8Array(bytes.length);
        bytes.forEach((value, at) => {
          const to = follow.value({ at, value });
          out[to.at] = to.value;
        });
        expect(out).toEqual(there.value);
      }
    ),
    { numRuns: 400, seed: 7 }
  );
  for (const steps of [[{ kind: 'swap-16' }], [{ kind: 'invert' }, { kind: 'xor' }]] as const) {
    const [followed, applied] = [followByte(steps, 7), applySteps(new Uint8Array(7), steps)];
    expect(followed.ok).toBe(false);
    expect(followed).toEqual(applied);
  }
});

/** Content as units have it: uneven bytes, a table, texts, a VIN, erased filler; a CRC at the end where it is asked for. */
function content(seed: number, length: number, crc = false): Uint8Array {
  const random = createRandom(seed);
  const out = Uint8Array.from({ length }, () => random() & 0xff);
  out.fill(0xff, Math.floor(length * 0.75), length - 4);
  out.set(encodeAscii('CALIBRATION 4417 REV 03'), 64 + (seed % 7));
  out.set(encodeAscii('U8HVC3F2401084429'), 0x200 + (seed % 13));
  out.set(encodeAscii('0731204416  Injection map, cold start'), 0x281);
  if (crc)
    out.set(
      encodeStored(computeCrc(CRC32_ISO_HDLC, out.subarray(0, length - 4)), 4, false),
      length - 4
    );
  return out;
}

describe('the helper', () => {
  const CHAINS: readonly (readonly TransformStep[])[] = [
    [{ kind: 'xor', key: '5AC396E1' }, { kind: 'swap-16' }],
    [{ kind: 'swap-nibbles' }, { kind: 'xor', key: 'A7193D' }],
    [{ kind: 'swap-16' }],
    [{ kind: 'swap-words' }, { kind: 'swap-nibbles' }],
    [{ kind: 'reverse-bits' }],
    [{ kind: 'invert' }],
    [{ kind: 'deinterleave', parts: 2, unitBytes: 1 }],
    [
      { kind: 'interleave', parts: 2, unitBytes: 2 },
      { kind: 'xor', key: '5A' }
    ],
    [{ kind: 'xor', key: '00112233445566778899AABBCCDDEEFF13' }]
  ];
  it.each(CHAINS.map((chain) => [chain.map((s) => s.kind).join(', then '), chain] as const))(
    'lays bare what was scrambled by %s',
    (_, chain) => {
      for (const [seed, length] of [
        [3, 4096],
        [8, 16_384]
      ] as const) {
        const plain = content(seed, length);
        const scrambled = undoSteps(plain, chain);
        if (!scrambled.ok) throw new Error('a chain that does not go');
        const [best] = suggestTransforms(scrambled.value);
        const back = best && applySteps(scrambled.value, best.steps);
        expect(back?.ok && equalBytes(back.value, plain)).toBe(true);
        expect(best?.vins).toEqual(['U8HVC3F2401084429']);
      }
    }
  );
  it('leaves plain content as it is, noise and blank memory too', () => {
    const random = createRandom(77);
    const noise = Uint8Array.from({ length: 16_384 }, () => random() & 0xff);
    for (const bytes of [
      content(5, 8192),
      noise,
      new Uint8Array(4096).fill(0xff),
      new Uint8Array(0),
      Uint8Array.of(1)
    ])
      expect(suggestTransforms(bytes)[0]?.steps).toEqual([]);
  });
  it('takes a checksum that comes right for evidence, of the rules or at the end', () => {
    const plain = content(4, 8192, true);
    const scrambled = undoSteps(plain, [{ kind: 'swap-32' }]);
    const [best] = suggestTransforms(scrambled.ok ? scrambled.value : plain);
    expect(best).toMatchObject({ steps: [{ kind: 'swap-32' }], sums: ['CRC-32/ISO-HDLC'] });
  });
  it('finds a large image by stretches of it, with a key that no stretch is a multiple of', () => {
    const plain = concatBytes([content(9, 300_000), content(10, 700_000)]);
    const key = { kind: 'xor', key: 'A7193D0551C2FF' } as const;
    const scrambled = applySteps(plain, [key]);
    const [best] = suggestTransforms(scrambled.ok ? scrambled.value : plain);
    expect(best?.steps).toEqual([key]);
  });
  it('takes no table for text, whichever way its bytes lie', () => {
    const random = createRandom(21);
    for (const step of [1, 2, 4]) {
      const table = Uint8Array.from({ length: 16_384 }, (_, i) =>
        i % 512 < 256 ? ((i >> step) * 3) & 0xff : random() & 0xff
      );
      expect(suggestTransforms(table)[0]?.steps).toEqual([]);
    }
  });
  it('names keys for FF and for 00 as filler', () => {
    const bytes = new Uint8Array(64).fill(0x3c);
    expect(findXorKeys(bytes, [{ start: 0, end: 64 }])).toEqual(['C3', '3C']);
    expect(findXorKeys(Uint8Array.of(1, 2), [{ start: 0, end: 2 }])).toEqual([]);
  });
});
