import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii, encodeUintBe } from '../base/bytes.ts';
import { createRandom } from '../base/random.ts';
import { computeCrc, CRC32_ISO_HDLC } from '../checksum/crc.ts';
import { PLAIN_RULE, type ChecksumRule } from '../checksum/rule.ts';
import type { FieldSpec } from '../field/field.ts';
import { CAUSES } from './cause.ts';
import { judgeReads, type TrustVerdict } from './judge-reads.ts';
import { NOTHING_KNOWN, type RegionKnowledge } from './read-set.ts';

const LENGTH = 2048;
const RULE: ChecksumRule = {
  ...{ id: 'crc', region: 'r', algorithm: 'CRC-32/ISO-HDLC', littleEndian: false },
  ...{ over: [{ start: 0, end: LENGTH - 4 }], storedAt: LENGTH - 4 },
  ...PLAIN_RULE
};
const VIN: FieldSpec = {
  ...{ id: 'vin', name: 'VIN', region: 'r', offsets: [0x100], lengthBytes: 17, role: 'identity' },
  form: { type: 'text', pattern: undefined, vin: true }
};
const KNOWN: RegionKnowledge = {
  ...{ name: 'EEPROM', lengthBytes: LENGTH, rules: [RULE], fields: [VIN], others: [] }
};

/** Content with text, tables and filler, its checksum right. VIN: the worked example of 49 CFR 565.15 (from memory). */
function content(seed: number): Uint8Array {
  const random = createRandom(seed + 1);
  const bytes = Uint8Array.from({ length: LENGTH }, (_, i) => (i < 1700 ? random() >>> 24 : 0xff));
  bytes.set(encodeAscii('1M8GDM9AXKP042788'), 0x100);
  bytes.set(
    encodeUintBe(Number(computeCrc(CRC32_ISO_HDLC, bytes.subarray(0, LENGTH - 4))), 4),
    LENGTH - 4
  );
  return bytes;
}
const TRUTH = content(1);
const changed = (at: number, value: number, of = TRUTH) => {
  const bytes = of.slice();
  bytes[at] = value;
  return bytes;
};
const judge = (list: readonly Uint8Array[], knowledge = KNOWN, required = 2) =>
  judgeReads(
    list.map((bytes, i) => ({ number: i + 1, bytes })),
    knowledge,
    { required }
  );
const told = (list: readonly Uint8Array[], knowledge = KNOWN) => {
  const { verdict, cause } = judge(list, knowledge);
  return { verdict, cause };
};
const codes = (list: readonly Uint8Array[], knowledge = KNOWN) =>
  judge(list, knowledge).evidence.map((f) => f.code);

describe('what is said of reads', () => {
  it('two that are the same and hold their checks are trusted, one is not', () => {
    expect(told([TRUTH, TRUTH])).toEqual({ verdict: 'trusted', cause: 'none' });
    expect(judge([TRUTH])).toMatchObject({ verdict: 'read-again', readsNeeded: 1 });
    expect(judge([])).toMatchObject({ verdict: 'read-again', cause: 'undecided' });
    expect(judge([TRUTH, TRUTH], KNOWN, 3)).toMatchObject({
      verdict: 'read-again',
      readsNeeded: 1
    });
  });
  it('the same wrong answer twice is still wrong', () => {
    const held = TRUTH.map((_, i) => TRUTH[i & ~64] as number);
    const stuck = TRUTH.map((b) => b | 4);
    const swapped = TRUTH.map((_, i) => TRUTH[i ^ 1] as number);
    const shifted = new Uint8Array([...TRUTH.subarray(3), 0xff, 0xff, 0xff]);
    for (const [wrong, cause] of [
      [new Uint8Array(LENGTH).fill(0xff), 'blank'],
      [new Uint8Array(LENGTH), 'bus-dead'],
      [new Uint8Array(LENGTH).fill(0x5a), 'bus-dead'],
      [held, 'address-line'],
      [stuck, 'stuck-bit'],
      [swapped, 'byte-swapped']
    ] as const)
      expect(told([wrong, wrong, wrong])).toEqual({ verdict: 'refuse', cause });
    expect(told([shifted, shifted]).cause).toBe('shifted');
    expect(told([TRUTH.slice(0, 900), TRUTH.slice(0, 900)]).cause).toBe('truncated');
    expect(told([shifted, shifted]).verdict).not.toBe('trusted');
    const foreign = changed(5, (TRUTH[5] as number) ^ 255);
    expect(told([foreign, foreign])).toEqual({ verdict: 'read-again', cause: 'undecided' });
    expect(told([foreign, foreign, foreign])).toEqual({ verdict: 'refuse', cause: 'undecided' });
  });
  it('content of another region or family is told by what holds there', () => {
    const other = { ...KNOWN, name: 'EEPROM of another', others: undefined };
    const here: RegionKnowledge = {
      ...{ name: 'Flash', lengthBytes: LENGTH, fields: [], others: [other] },
      rules: [{ ...RULE, algorithm: 'CRC-32/BZIP2' }]
    };
    expect(told([TRUTH, TRUTH], here)).toEqual({ verdict: 'refuse', cause: 'wrong-region' });
    expect(told([TRUTH, TRUTH], { ...here, lengthBytes: 4096 }).cause).toBe('wrong-region');
  });
  it('what happened to one of three is named, and the two others are trusted', () => {
    const dropped = TRUTH.slice().fill(0xff, 512, 640);
    const repeated = TRUTH.slice().copyWithin(512, 384, 512);
    const lost = new Uint8Array([...TRUTH.subarray(0, 700), ...TRUTH.subarray(705), 1, 2, 3, 4, 5]);
    const cut = TRUTH.slice().fill(0xff, 1000);
    for (const [wrong, cause] of [
      [dropped, 'dropped-block'],
      [repeated, 'repeated-block'],
      [lost, 'shifted'],
      [cut, 'truncated'],
      [TRUTH.slice(0, 1000), 'truncated'],
      [TRUTH.map((b) => b & ~8), 'stuck-bit'],
      [TRUTH.map((_, i) => TRUTH[i | 32] as number), 'address-line'],
      [TRUTH.map((_, i) => TRUTH[i ^ 3] as number), 'byte-swapped'],
      [new Uint8Array(LENGTH).fill(0xff), 'blank']
    ] as const)
      expect(told([TRUTH, wrong, TRUTH]), cause).toEqual({ verdict: 'trusted', cause });
  });
  it('two reads with different blocks missing make one that is whole', () => {
    const first = TRUTH.slice().fill(0xff, 512, 640);
    const second = TRUTH.slice().fill(0xff, 1024, 1088);
    const { verdict, cause, reconstruction } = judge([first, second, first]);
    expect({ verdict, cause }).toEqual({ verdict: 'reconstructed', cause: 'dropped-block' });
    expect(Buffer.from(reconstruction?.bytes ?? []).equals(TRUTH)).toBe(true);
  });
  it('without rules nothing that was put together is written', () => {
    const reads = [3, 90, 400].map((at) => changed(at, (TRUTH[at] as number) ^ 0x41));
    expect(judge(reads).verdict).toBe('reconstructed');
    const { verdict, reconstruction } = judge(reads, NOTHING_KNOWN);
    expect(verdict).toBe('read-again');
    expect(reconstruction?.writable).toBe(false);
  });
  it('a file of something else beside two reads takes their trust where no check speaks for them', () => {
    const other = content(9);
    expect(told([TRUTH, TRUTH, other])).toMatchObject({ verdict: 'trusted' });
    expect(told([TRUTH, TRUTH, other], { ...NOTHING_KNOWN, lengthBytes: LENGTH })).toMatchObject({
      verdict: 'read-again',
      cause: 'undecided'
    });
  });
  it('two against two is no trust, and it says so', () => {
    const open = { ...NOTHING_KNOWN, lengthBytes: LENGTH };
    const wrong = changed(7, (TRUTH[7] as number) ^ 16);
    expect(told([TRUTH, wrong, TRUTH, wrong], open).verdict).toBe('read-again');
    expect(codes([TRUTH, wrong, TRUTH, wrong], open)).toContain('trust.sign.rival');
  });
  it('of two contents that both hold their checks nobody knows which is meant, whatever comes more often', () => {
    const other = content(9);
    expect(told([TRUTH, other, TRUTH, other, TRUTH]).verdict).toBe('read-again');
  });
  it('what differs in more places than are weighed is trusted only where checks cover it', () => {
    const long = 2 ** 18;
    const rule = { ...RULE, over: [{ start: 0, end: 1000 }], storedAt: 1000 };
    const random = createRandom(77);
    const bytes = Uint8Array.from({ length: long }, () => random() >>> 24);
    bytes.set(encodeUintBe(Number(computeCrc(CRC32_ISO_HDLC, bytes.subarray(0, 1000))), 4), 1000);
    const other = bytes.map((b, i) => (i > 5000 && i % 2 === 0 ? b ^ 0x55 : b));
    const knowledge = { ...KNOWN, lengthBytes: long, fields: [], rules: [rule] };
    expect(told([bytes, other, bytes], knowledge).verdict).not.toBe('trusted');
    const rest = { ...RULE, over: [{ start: 1004, end: long - 4 }], storedAt: long - 4 };
    const crc = computeCrc(CRC32_ISO_HDLC, bytes.subarray(1004, long - 4));
    bytes.set(encodeUintBe(Number(crc), 4), long - 4);
    expect(told([bytes, other, bytes], { ...knowledge, rules: [rule, rest] }).verdict).toBe(
      'trusted'
    );
  });
  it('two contents of which nobody knows which is meant have a chance of being wrong that is a number', () => {
    const { verdict, reconstruction } = judge([TRUTH, content(9)]);
    expect(verdict).toBe('read-again');
    expect(reconstruction?.wrongByteProbability).toBe(1);
  });
  it('a held address line is told with the share that was measured', () => {
    const held = TRUTH.map((_, i) => TRUTH[i | 32] as number);
    for (let i = 0; i < 6; i++) held[i * 251 + 32] = (held[i * 251 + 32] as number) ^ 1;
    const sign = judge([TRUTH, held, TRUTH]).evidence.find((f) => f.code === 'trust.sign.mirrored');
    expect(sign?.params['percent']).toBeLessThan(100);
    expect(sign?.params['percent']).toBeGreaterThan(90);
  });
  it('content that is the same all over is judged in its time', () => {
    const flat = new Uint8Array(2 ** 18).fill(0x55);
    const reads = [1, 2, 3, 4, 5, 6].map((n) => {
      const bytes = flat.slice();
      for (let i = 70_000 * (n % 3); i < 70_000 * (n % 3) + 60_000; i++)
        bytes[i] = i % 59 === n ? n : 0x56;
      return bytes;
    });
    const { verdict } = judge(reads, { ...NOTHING_KNOWN, lengthBytes: flat.length });
    expect(verdict).not.toBe('trusted');
  });
  it('a wavering bit that no check covers is not settled by two against one', () => {
    const open = {
      ...KNOWN,
      rules: [{ ...RULE, over: [{ start: 0, end: 1024 }], storedAt: 1024 }]
    };
    const bytes = TRUTH.slice();
    bytes.set(encodeUintBe(Number(computeCrc(CRC32_ISO_HDLC, bytes.subarray(0, 1024))), 4), 1024);
    const wavers = changed(1500, (bytes[1500] as number) ^ 2, bytes);
    expect(told([bytes, bytes, wavers], open)).toMatchObject({ verdict: 'read-again' });
    expect(codes([bytes, bytes, wavers], open)).toContain('trust.sign.unchecked');
    const many = Array.from({ length: 16 }, (_, i) => (i === 4 ? wavers : bytes));
    expect(judge(many, open).places[0]?.candidates[0]?.probability).toBeGreaterThan(0.98);
  });
  it('reads that get worse are told in time', () => {
    const reads = [0, 1, 4, 9, 20, 40].map((n, k) => {
      const bytes = TRUTH.slice();
      for (let i = 0; i < n; i++) bytes[40 * i + k] = (bytes[40 * i + k] as number) ^ 0x33;
      return bytes;
    });
    expect(judge(reads).trend).toMatchObject({ worse: true });
    expect(codes(reads)).toContain('trust.sign.worse');
    expect(judge([...reads].reverse()).trend).toMatchObject({ worse: false });
  });
});

const RANK: Readonly<Record<TrustVerdict, number>> = {
  trusted: 3,
  reconstructed: 2,
  'read-again': 1,
  refuse: 1
};

/** Some reads of a truth, each sound or spoilt in one of several ways. */
const someReads = fc
  .array(
    fc.record({
      way: fc.constantFrom('sound', 'sound', 'noise', 'cell', 'block', 'short', 'blank'),
      at: fc.integer({ min: 8, max: 1600 }),
      bit: fc.integer({ min: 0, max: 7 })
    }),
    { minLength: 1, maxLength: 7 }
  )
  .map((list) =>
    list.map(({ way, at, bit }) => {
      if (way === 'noise') return changed(at, (TRUTH[at] as number) ^ (0x5a + bit));
      if (way === 'cell') return changed(77, (TRUTH[77] as number) ^ 8);
      if (way === 'block') return TRUTH.slice().fill(0, at, at + 40);
      if (way === 'short') return TRUTH.slice(0, at);
      return way === 'blank' ? new Uint8Array(LENGTH).fill(0xff) : TRUTH;
    })
  );

describe('the laws', () => {
  const same = (a: Uint8Array, b: Uint8Array) => Buffer.from(a).equals(b);
  it('nothing wrong is ever trusted or put together, with checks', () => {
    fc.assert(
      fc.property(someReads, (reads) => {
        const { verdict, reference, reconstruction, cause } = judge(reads);
        expect(CAUSES).toContain(cause);
        if (verdict === 'trusted') expect(same(reference?.bytes ?? TRUTH, TRUTH)).toBe(true);
        if (reconstruction?.writable) expect(same(reconstruction.bytes, TRUTH)).toBe(true);
      }),
      { numRuns: 300 }
    );
  });
  it('taking away one of the reads that are trusted never makes trust', () => {
    fc.assert(
      fc.property(someReads, fc.nat(), fc.boolean(), (reads, which, known) => {
        const knowledge = known ? KNOWN : { ...NOTHING_KNOWN, lengthBytes: LENGTH };
        const all = judge(reads, knowledge);
        const numbers = all.reference?.numbers ?? [];
        const gone = numbers[which % Math.max(1, numbers.length)] ?? 1;
        const fewer = judge(
          reads.filter((_, i) => i + 1 !== gone),
          knowledge
        );
        const own = fewer.verdict === 'trusted' ? fewer.reference?.bytes : undefined;
        // what is trusted with fewer is trusted with more, or is another content that came with less
        if (own && same(own, all.reference?.bytes ?? own))
          expect(RANK[all.verdict]).toBeGreaterThanOrEqual(RANK[fewer.verdict]);
      }),
      { numRuns: 200 }
    );
  });
  it('damage to a read never makes trust of what was damaged', () => {
    fc.assert(
      fc.property(someReads, fc.nat(), fc.integer({ min: 8, max: 1600 }), (reads, which, at) => {
        const before = judge(reads);
        const k = which % reads.length;
        const worse = reads.map((r, i) =>
          i === k && at < r.length ? changed(at, (r[at] as number) ^ 0x81, r) : r
        );
        const after = judge(worse);
        if (before.verdict !== 'trusted' && after.verdict === 'trusted')
          // only a read that stood in the way may fall away so: never one of those that are trusted
          expect(after.reference?.numbers).not.toContain(k + 1);
      }),
      { numRuns: 200 }
    );
  });
  it('a rule that does not hold or cannot be computed is never trusted, however many agree', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 16 }), fc.integer({ min: 0, max: 2043 }), (n, at) => {
        const wrong = changed(at, (TRUTH[at] as number) ^ 1);
        expect(judge(Array.from({ length: n }, () => wrong)).verdict).not.toBe('trusted');
        const far = { ...KNOWN, rules: [{ ...RULE, storedAt: 9000 }] };
        expect(
          judge(
            Array.from({ length: n }, () => TRUTH),
            far
          ).verdict
        ).not.toBe('trusted');
      }),
      { numRuns: 60 }
    );
  });
  it('nothing is altered in place', () => {
    const reads = [changed(3, 1), changed(90, 2), changed(400, 3)];
    const before = reads.map((r) => r.slice());
    judge(reads);
    reads.forEach((r, i) => expect(same(r, before[i] as Uint8Array)).toBe(true));
  });
});
