import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeUintBe } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { computeCrc, CRC32_ISO_HDLC } from '../checksum/crc.ts';
import { PLAIN_RULE, type ChecksumRule } from '../checksum/rule.ts';
import { scrambleBy } from '../transform/plain-region.ts';
import type { TransformStep } from '../transform/steps.ts';
import { judgeReads } from './judge-reads.ts';
import type { RegionKnowledge } from './read-set.ts';
import { coveredAsRead } from './sense.ts';

const LENGTH = 2048;
const RULE: ChecksumRule = {
  ...{ id: 'crc', region: 'r', algorithm: 'CRC-32/ISO-HDLC', littleEndian: false },
  ...{ over: [{ start: 0, end: LENGTH - 4 }], storedAt: LENGTH - 4 },
  ...PLAIN_RULE
};
const CHAINS: readonly (readonly TransformStep[])[] = [
  [{ kind: 'xor', key: '5AC396E1' }, { kind: 'swap-16' }],
  [{ kind: 'swap-nibbles' }, { kind: 'xor', key: 'A7193D' }],
  [
    { kind: 'permute-blocks', blockBytes: 64, order: [3, 1, 0, 2] },
    { kind: 'deinterleave', parts: 4, unitBytes: 2 },
    { kind: 'reverse-bits' }
  ],
  [{ kind: 'interleave', parts: 2, unitBytes: 1 }, { kind: 'invert' }]
];
const knownOf = (steps: readonly TransformStep[]): RegionKnowledge => ({
  ...{ name: 'Flash', lengthBytes: LENGTH, rules: [RULE], fields: [], others: [], steps }
});

const PLAIN = (() => {
  const random = createRandom(31);
  const bytes = Uint8Array.from({ length: LENGTH }, () => random() >>> 24);
  const sum = computeCrc(CRC32_ISO_HDLC, bytes.subarray(0, LENGTH - 4));
  bytes.set(encodeUintBe(Number(sum), 4), LENGTH - 4);
  return bytes;
})();
function rawOf(steps: readonly TransformStep[]): Uint8Array {
  const raw = scrambleBy(steps, PLAIN);
  if (!raw.ok) throw new Error(raw.problem.code);
  return raw.value;
}
const judge = (reads: readonly Uint8Array[], knowledge: RegionKnowledge) =>
  judgeReads(
    reads.map((bytes, i) => ({ number: i + 1, bytes })),
    knowledge
  );
const disturbed = (truth: Uint8Array, places: readonly (readonly [number, number])[]) => {
  const bytes = truth.slice();
  for (const [at, flip] of places) bytes[at] = (bytes[at] as number) ^ flip;
  return bytes;
};
const chain = (steps: readonly TransformStep[]) => steps.map((s) => s.kind).join(', ');

describe('reads of a scrambled region are put together', () => {
  it.each(CHAINS.map((steps) => [chain(steps), steps] as const))('%s', (_, steps) => {
    const truth = rawOf(steps);
    const reads = [
      disturbed(truth, [
        [3, 0x10],
        [900, 0x5a]
      ]),
      disturbed(truth, [[1201, 0x01]]),
      disturbed(truth, [
        [77, 0x80],
        [2047, 0x33]
      ])
    ];
    const { verdict, reconstruction } = judge(reads, knownOf(steps));
    expect(verdict).toBe('reconstructed');
    expect(Buffer.from(reconstruction?.bytes ?? []).equals(truth)).toBe(true);
    // places and values stand as they were read
    expect(reconstruction?.places.map((p) => p.at)).toEqual([3, 77, 900, 1201, 2047]);
    for (const { at, taken } of reconstruction?.places ?? []) {
      expect(taken.value).toBe(truth[at]);
      expect(taken.reads).toEqual(reads.flatMap((r, i) => (r[at] === taken.value ? [i + 1] : [])));
    }
    // by another chain no check holds, and nothing is offered
    const others = CHAINS.filter((c) => c !== steps);
    for (const wrong of others)
      expect(judge(reads, knownOf(wrong)).reconstruction?.writable ?? false).toBe(false);
  });

  it('a chain that does not go through the length puts nothing together', () => {
    const steps: TransformStep[] = [{ kind: 'permute-blocks', blockBytes: 500, order: [1, 0] }];
    const reads = [3, 900, 1201].map((at) => disturbed(PLAIN, [[at, 0x11]]));
    const judged = judge(reads, knownOf(steps));
    expect(judged.reconstruction).toBeUndefined();
    expect(judged.verdict).not.toBe('trusted');
    expect(coveredAsRead(knownOf(steps), LENGTH)).toEqual([]);
  });

  it('nothing wrong is ever put together, and what checks cover is told as it was read', () => {
    const flips = fc.array(
      fc.tuple(fc.integer({ min: 0, max: LENGTH - 1 }), fc.integer({ min: 1, max: 255 })),
      { maxLength: 3 }
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...CHAINS),
        fc.array(flips, { minLength: 2, maxLength: 5 }),
        (steps, list) => {
          const truth = rawOf(steps);
          const { verdict, reference, reconstruction } = judge(
            list.map((places) => disturbed(truth, places)),
            knownOf(steps)
          );
          const same = (bytes: Uint8Array | undefined) => Buffer.from(bytes ?? []).equals(truth);
          if (verdict === 'trusted') expect(same(reference?.bytes)).toBe(true);
          if (reconstruction?.writable) expect(same(reconstruction.bytes)).toBe(true);
        }
      ),
      { numRuns: 300 }
    );
  });
});

it('a check of a part covers what is read of that part', () => {
  const part = { ...RULE, over: [{ start: 16, end: 32 }], storedAt: 60 };
  const of = (steps: readonly TransformStep[]) =>
    coveredAsRead({ rules: [part], steps }, LENGTH).map((r) => [r.start, r.end]);
  expect(of([])).toEqual([
    [16, 32],
    [60, 64]
  ]);
  expect(of([{ kind: 'invert' }])).toEqual(of([]));
  // worked by hand: blocks 1 and 0 of four bytes change places in each group of eight
  expect(of([{ kind: 'permute-blocks', blockBytes: 4, order: [1, 0] }])).toEqual([
    [16, 32],
    [56, 60]
  ]);
  // both halves lie mixed: of the plain content 16 to 32 and 60 to 64 are every second byte
  expect(of([{ kind: 'deinterleave', parts: 2, unitBytes: 1 }])).toHaveLength(20);
});
