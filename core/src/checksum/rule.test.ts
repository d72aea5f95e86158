import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii, parseHex } from '../base/bytes.ts';
import { imageOf } from '../image/image.ts';
import { overlaps, type Range } from '../image/range.ts';
import { algorithmOfKind, CHECKSUM_KINDS } from './kinds.ts';
import { CHECKSUM_NAMES, findChecksum } from './named.ts';
import { correctSums, type SumCorrection } from './correct-sums.ts';
import { bytesAtOf, PLAIN_RULE, storedBytesOf, type ChecksumRule } from './rule.ts';
import { computeSum } from './sum.ts';
import { verifySums } from './verify-sums.ts';

const rule = (over: Partial<ChecksumRule> = {}): ChecksumRule => ({
  ...{ id: 'r', region: 'x', algorithm: 'CRC-32/ISO-HDLC', over: [{ start: 0, end: 9 }] },
  ...{ storedAt: 9, littleEndian: false, ...PLAIN_RULE },
  ...over
});
const whole = (bytes: Uint8Array) =>
  imageOf([{ range: { start: 0, end: bytes.length }, bytes, origin: 'test' }]);
const verdicts = (rules: readonly ChecksumRule[], bytes: Uint8Array) =>
  verifySums(rules, bytesAtOf(bytes)).map((s) => s.verdict);
function correct(rules: readonly ChecksumRule[], bytes: Uint8Array): SumCorrection {
  const made = correctSums(whole(bytes), rules);
  if (!made.ok) throw new Error(made.problem.code);
  return made.value;
}
function applied(bytes: Uint8Array, { changes }: SumCorrection): Uint8Array {
  const out = bytes.slice();
  for (const c of changes) out.set(c.becomes, c.range.start);
  return out;
}
const nine = [...encodeAscii('123456789')];
const noise = (length: number) =>
  Uint8Array.from({ length }, (_, i) => (i * i * 31 + i * 7 + 3) & 0xff);

it('sums as srec_cat does (srec_input(1), -checksum-positive)', () => {
  const bytes = encodeAscii('123456789');
  expect(computeSum(bytes, { sumBytes: 1 })).toBe(0xdd);
  expect(computeSum(bytes)).toBe(0x01dd);
  const words = parseHex('0001F203F4F5F6F7') as Uint8Array;
  expect(computeSum(words, { wordBytes: 2, sumBytes: 4 })).toBe(0x2ddf0);
  expect(computeSum(words, { wordBytes: 2, sumBytes: 4, littleEndian: true })).toBe(0x1f2dc);
  expect(() => computeSum(bytes, { wordBytes: 2 })).toThrow(
    '"bytes" expected a multiple of 2, got 9'
  );
});

describe('the kinds that a profile may name', () => {
  it('are known, the short ones too', () => {
    for (const kind of CHECKSUM_KINDS)
      expect(findChecksum(algorithmOfKind(kind, true))?.name).toBeDefined();
    expect(algorithmOfKind('sum16', true)).toBe('SUM-16-LE');
    expect(algorithmOfKind('sum32', false)).toBe('SUM-32-BE');
    expect(algorithmOfKind('crc16', false)).toBe('CRC-16/IBM-3740');
  });
});

describe('verifying', () => {
  it('holds a stored CRC-32 against the computed one, in both byte orders (check value of the RevEng catalogue)', () => {
    const image = Uint8Array.from([...nine, 0xcb, 0xf4, 0x39, 0x26]);
    expect(verdicts([rule()], image)).toEqual(['holds']);
    image.set([0x26, 0x39, 0xf4, 0xcb], 9);
    expect(verdicts([rule({ littleEndian: true })], image)).toEqual(['holds']);
    image[0] = 0x30;
    expect(verdicts([rule({ littleEndian: true })], image)).toEqual(['differs']);
  });
  it('never calls sound what it does not know', () => {
    const image = Uint8Array.from([...nine, 0xcb, 0xf4, 0x39]);
    expect(verdicts([rule()], image)).toEqual(['unknown']);
    expect(verdicts([rule({ over: [{ start: 0, end: 90 }] })], image)).toEqual(['unknown']);
    expect(verdicts([rule({ algorithm: 'SUM-16-BE', storedAt: 10 })], image)).toEqual(['unknown']);
    const inverse = Uint8Array.from([...nine, 0xcb, 0xf4, 0x39, 0x26]);
    expect(verdicts([rule({ inverseAt: 13 })], inverse)).toEqual(['unknown']);
  });
  it('counts ranges in their order, and what lies between not at all', () => {
    const image = Uint8Array.from([...nine.slice(4), 0xaa, 0xbb, ...nine.slice(0, 4), 0x29, 0xb1]);
    const two = rule({
      ...{ algorithm: 'CRC-16/IBM-3740', storedAt: 11 },
      over: [
        { start: 7, end: 11 },
        { start: 0, end: 5 }
      ]
    });
    expect(verdicts([two], image)).toEqual(['holds']);
    image[5] = 0;
    expect(verdicts([two], image)).toEqual(['holds']);
    image[0] = 0;
    expect(verdicts([two], image)).toEqual(['differs']);
  });
  it('leaves a stored value inside its range out, or counts other bytes for it', () => {
    // 29 B1 between 1234 and 56789
    const inside = Uint8Array.from([...nine.slice(0, 4), 0x29, 0xb1, ...nine.slice(4)]);
    const over = [{ start: 0, end: 11 }];
    const out = rule({ algorithm: 'CRC-16/IBM-3740', over, storedAt: 4 });
    expect(verdicts([out], inside)).toEqual(['holds']);
    const counted = rule({ ...out, storedCountsAs: Uint8Array.of(0xff) });
    const value = findChecksum('CRC-16/IBM-3740')?.compute(
      Uint8Array.from([...nine.slice(0, 4), 0xff, 0xff, ...nine.slice(4)])
    );
    expect(value).not.toBe(0x29b1n);
    expect(verifySums([counted], bytesAtOf(inside))[0]).toMatchObject({ computed: value });
  });
  it('takes complements of one and of two, and an inverse beside the value', () => {
    const sum = { algorithm: 'SUM-16', storedAt: 9 } as const;
    // 0x01DD
    expect(
      verdicts([rule({ ...sum, form: 'inverted' })], Uint8Array.from([...nine, 0xfe, 0x22]))
    ).toEqual(['holds']);
    expect(
      verdicts([rule({ ...sum, form: 'negated' })], Uint8Array.from([...nine, 0xfe, 0x23]))
    ).toEqual(['holds']);
    const beside = Uint8Array.from([...nine, 0x01, 0xdd, 0xfe, 0x22]);
    expect(verdicts([rule({ ...sum, inverseAt: 11 })], beside)).toEqual(['holds']);
    beside[12] = 0x23;
    expect(verdicts([rule({ ...sum, inverseAt: 11 })], beside)).toEqual(['inverse-differs']);
  });
  it('holds every block against its own value, in a table or behind each', () => {
    // three blocks of four bytes, sums in a table
    const image = Uint8Array.of(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 26, 20);
    const table = rule({
      ...{ algorithm: 'SUM-8', over: [{ start: 0, end: 10 }], storedAt: 10 },
      blocks: { bytes: 4, storedEvery: 1, chained: false }
    });
    expect(verdicts([table], image)).toEqual(['holds', 'holds', 'differs']);
    const chained = rule({ ...table, blocks: { bytes: 4, storedEvery: 1, chained: true } });
    const made = applied(image, correct([chained], image));
    // each value counts in front of the next block: 10, 10 + 26, 36 + 19
    expect([...made.subarray(10)]).toEqual([10, 36, 55]);
  });
  it('refuses rules that no profile can hold', () => {
    expect(() => verdicts([rule({ algorithm: 'CRC-99' })], noise(20))).toThrow(RangeError);
    const blocks = { bytes: 0, storedEvery: 1, chained: false };
    expect(() => verdicts([rule({ blocks })], noise(20))).toThrow(RangeError);
  });
});

describe('correcting', () => {
  const anyRule = (length: number) =>
    fc.record({
      algorithm: fc.constantFrom(...CHECKSUM_NAMES),
      littleEndian: fc.boolean(),
      form: fc.constantFrom('plain' as const, 'inverted' as const, 'negated' as const),
      start: fc.nat(length / 8 - 1),
      words: fc.integer({ min: 1, max: 12 }),
      inside: fc.boolean(),
      inverse: fc.boolean()
    });
  it('makes any rule hold and changes nothing but what is stored', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 256, maxLength: 256 }), anyRule(128), (bytes, r) => {
        const width = storedBytesOf(findChecksum(r.algorithm) as never);
        const over = [{ start: 8 * r.start, end: 8 * r.start + 8 * r.words }];
        const storedAt = r.inside ? over[0]!.start : 232;
        const checked = rule({
          ...{ algorithm: r.algorithm, littleEndian: r.littleEndian, form: r.form, over, storedAt },
          ...{ inverseAt: r.inverse ? 240 : undefined, storedCountsAs: Uint8Array.of(0xff) }
        });
        const made = correct([checked], bytes);
        const out = applied(bytes, made);
        expect(verdicts([checked], out)).toEqual(['holds']);
        const kept: Range[] = [{ start: storedAt, end: storedAt + width }];
        if (r.inverse) kept.push({ start: 240, end: 240 + width });
        bytes.forEach((b, at) => {
          if (!kept.some((k) => overlaps(k, { start: at, end: at + 1 }))) expect(out[at]).toBe(b);
        });
        // a second time there is nothing to do
        expect(correct([checked], out).changes).toEqual([]);
      }),
      { numRuns: 300, seed: 12 }
    );
  });
  it('settles what others count first, whatever the order of the rules', () => {
    const inner = rule({ id: 'inner', over: [{ start: 0, end: 16 }], storedAt: 16 });
    const outer = rule({
      id: 'outer',
      over: [{ start: 0, end: 32 }],
      storedAt: 40,
      algorithm: 'SUM-32-LE'
    });
    const last = rule({
      id: 'last',
      over: [{ start: 32, end: 48 }],
      storedAt: 60,
      algorithm: 'XOR-8'
    });
    const bytes = noise(64);
    const results = [
      [inner, outer, last],
      [last, outer, inner]
    ].map((rules) => {
      const made = correct(rules, bytes);
      expect(made.before.map((s) => s.verdict)).toEqual(['differs', 'differs', 'differs']);
      expect(made.after.map((s) => s.verdict)).toEqual(['holds', 'holds', 'holds']);
      return applied(bytes, made);
    });
    expect(results[0]).toEqual(results[1]);
  });
  it('refuses a circle, a clash and what it does not know', () => {
    const a = rule({ id: 'a', over: [{ start: 0, end: 20 }], storedAt: 30 });
    const b = rule({ id: 'b', over: [{ start: 20, end: 40 }], storedAt: 8 });
    const codeOf = (rules: readonly ChecksumRule[], bytes = noise(64)) => {
      const made = correctSums(whole(bytes), rules);
      return made.ok ? 'made' : made.problem.code;
    };
    expect(codeOf([a, b])).toBe('checksum.rules.circle');
    const clash = rule({
      id: 'c',
      over: [{ start: 0, end: 20 }],
      storedAt: 30,
      algorithm: 'SUM-8'
    });
    expect(codeOf([a, clash])).toBe('checksum.rules.clash');
    expect(codeOf([a], noise(32))).toBe('checksum.range.unknown');
    expect(codeOf([rule({ over: [{ start: 0, end: 200 }] })])).toBe('checksum.range.unknown');
    expect(codeOf([rule({ algorithm: 'SUM-16-BE', storedAt: 20 })])).toBe('checksum.word.odd');
  });
  it('corrects a long chain without recursion', () => {
    const bytes = noise(65_536);
    const chain = rule({
      ...{ algorithm: 'CRC-16/IBM-3740', over: [{ start: 0, end: 40_000 }], storedAt: 40_000 },
      blocks: { bytes: 4, storedEvery: 2, chained: true }
    });
    const made = correct([chain], bytes);
    expect(made.after).toHaveLength(10_000);
    expect(made.after.every((s) => s.verdict === 'holds')).toBe(true);
  });
});

describe('balancing', () => {
  const fixed = (algorithm: string, free: readonly Range[], storedAt = 64) =>
    rule({ algorithm, over: [{ start: 0, end: 64 }], storedAt, fixed: true, free });
  it.each(CHECKSUM_NAMES.filter((n) => !/ADLER|FLETCHER/.test(n)))(
    '%s: free bytes make a fixed value right, nothing else is changed',
    (name) => {
      const width = storedBytesOf(findChecksum(name) as never);
      for (const start of [0, 8, 40]) {
        const wide = Math.max(width, /^SUM-(16|32)$/.test(name) ? 300 : 0);
        const over = [{ start: 0, end: start + wide + 24 }];
        const free = [{ start, end: start + wide }];
        const r = rule({ algorithm: name, over, storedAt: 400, fixed: true, free });
        // a sum of 32 bits by bytes cannot become any number: it gets one that it can
        const bytes = noise(416);
        // what is stored is no wider than the value
        const { bits } = findChecksum(name) as { bits: number };
        if (bits % 8 > 0) bytes[400]! &= (1 << (bits % 8)) - 1;
        if (name === 'SUM-32') bytes.set([0, 0, 0x9c, 0x40], 400);
        const out = applied(bytes, correct([r], bytes));
        expect(verdicts([r], out)).toEqual(['holds']);
        bytes.forEach((b, at) => {
          if (at < start || at >= start + wide) expect(out[at]).toBe(b);
        });
      }
    }
  );
  it('works with free bytes apart from each other, and with other rules that count them', () => {
    const free = [
      { start: 3, end: 5 },
      { start: 30, end: 32 },
      { start: 50, end: 53 }
    ];
    const balanced = fixed('CRC-32/ISO-HDLC', free);
    const counting = rule({
      id: 'sum',
      algorithm: 'SUM-16',
      over: [{ start: 0, end: 70 }],
      storedAt: 80
    });
    const bytes = noise(96);
    const made = correct([counting, balanced], bytes);
    expect(made.after.map((s) => s.verdict)).toEqual(['holds', 'holds']);
    expect(made.changes.at(-1)?.kind).toBe('stored');
  });
  it('leaves free bytes alone where the value is right already', () => {
    const r = fixed('SUM-16', [{ start: 0, end: 4 }]);
    const bytes = applied(noise(96), correct([{ ...r, fixed: false, free: [] }], noise(96)));
    expect(correct([r], bytes).changes).toEqual([]);
  });
  it('changes a wrong inverse alone where the value is right', () => {
    const r = { ...fixed('SUM-16', [{ start: 0, end: 4 }]), inverseAt: 70 };
    const right = applied(noise(96), correct([{ ...r, fixed: false, free: [] }], noise(96)));
    right[71] = (right[71] as number) ^ 1;
    expect(correct([r], right).changes.map((c) => c.kind)).toEqual(['inverse']);
  });
  it('says where there is too little room, and what cannot be balanced', () => {
    const codeOf = (r: ChecksumRule) => {
      const made = correctSums(whole(noise(96)), [r]);
      return made.ok ? 'made' : made.problem.code;
    };
    expect(codeOf(fixed('CRC-32/ISO-HDLC', [{ start: 0, end: 3 }]))).toBe('checksum.balance.room');
    expect(codeOf(fixed('SUM-16', [{ start: 0, end: 1 }]))).toBe('checksum.balance.room');
    expect(codeOf(fixed('ADLER-32', [{ start: 0, end: 8 }]))).toBe('checksum.balance.kind');
    expect(codeOf(fixed('FLETCHER-16', [{ start: 0, end: 8 }]))).toBe('checksum.balance.kind');
    const odd = { ...fixed('SUM-16-LE', [{ start: 0, end: 8 }]), over: [{ start: 0, end: 63 }] };
    expect(codeOf(odd)).toBe('checksum.word.odd');
  });
});
