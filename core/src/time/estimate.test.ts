import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Carrier, Region } from '../profile/profile.ts';
import { estimateTransfer, eraseSeconds, type Measured } from './estimate.ts';
import { computeLineTime } from './transfer-time.ts';

interface Vector {
  readonly input: { readonly case: string };
  readonly expected: Readonly<Record<string, number>>;
}
const vectors = JSON.parse(
  readFileSync(new URL('../vectors/time.json', import.meta.url), 'utf8')
) as Vector[];
const vector = (start: string) => {
  const found = vectors.find((v) => v.input.case.startsWith(start));
  if (!found) throw new Error(start);
  return found.expected;
};
const carrier = (change: Partial<Carrier>): Carrier => ({
  kind: 'can',
  rate: 500_000,
  blockBytes: 4093,
  ackMs: 0,
  ...{ blockSize: 0, stMinMs: 0 },
  resets: 0,
  resetSeconds: 0,
  ...change
});
const MIB = 1_048_576;
const read = (c: Carrier, lengthBytes: number) =>
  computeLineTime(c, { lengthBytes, direction: 'read' });

describe('what a line can carry (vectors: reference file, arithmetic re-run in python)', () => {
  it('CAN: 1 MiB in blocks of 4093, without stuffing and at its worst', () => {
    const { minSeconds, maxSeconds } = read(carrier({}), MIB);
    expect(minSeconds).toBeCloseTo(vector('1 MiB UDS upload')['s'] as number, 2);
    expect(maxSeconds).toBeCloseTo(vector('same, worst-case')['s'] as number, 2);
    expect(MIB / minSeconds).toBeCloseTo(vector('1 MiB UDS upload')['Bps'] as number, -1);
  });
  it('K-line: blocks of 128 bytes with the shortest gaps', () => {
    // the reference counts a gap behind each byte of the request; between nine bytes there are eight
    const { s_per_block, s_for_64KiB } = vector('K-line block of 128');
    const line = carrier({ kind: 'k-line', rate: 10_400, blockBytes: 128 });
    expect(read(line, 128).minSeconds).toBeCloseTo((s_per_block as number) - 0.005, 3);
    expect(read(line, 65_536).minSeconds).toBeCloseTo((s_for_64KiB as number) - 512 * 0.005, 1);
  });
  it('K-line: written bytes stand in the request and pay its gaps (arithmetic)', () => {
    const line = carrier({ kind: 'k-line', rate: 10_400, blockBytes: 128 });
    // 134 + 6 bytes of 10 bits, 133 gaps of 5 ms, 25 ms to the answer, 55 ms to the next
    const block = (140 * 10) / 10_400 + 133 * 0.005 + 0.025 + 0.055;
    expect(write(line, 128).minSeconds).toBeCloseTo(block, 9);
    expect(write(line, 1280 + 1).minSeconds).toBeCloseTo(
      10 * block + 13 * (10 / 10_400) + 6 * 0.005 + 0.08,
      9
    );
  });
  it('CAN: block size and gap of the unit count when it is written to (reference file, section 11)', () => {
    const rate = (change: Partial<Carrier>) => {
      const line = carrier({ blockBytes: 4093, ...change });
      return 4093 / write(line, 4093).minSeconds;
    };
    const long = (change: Partial<Carrier>) =>
      1e6 / write(carrier({ blockBytes: 1e6, ...change }), 1e6).minSeconds;
    expect(Math.round(long({ stMinMs: 10 }))).toBe(685);
    expect(Math.round(long({ stMinMs: 5 }))).toBe(1340);
    expect(Math.round(long({ stMinMs: 1 }))).toBe(5728);
    expect(long({ blockSize: 8 }) / 1000).toBeCloseTo(28.0, 1);
    expect(rate({ blockSize: 8, stMinMs: 1 })).toBeLessThan(rate({ stMinMs: 1 }) * 1.2);
    // what is read follows our own flow control
    const slow = carrier({ stMinMs: 10, blockSize: 1 });
    expect(read(slow, 4093)).toEqual(read(carrier({}), 4093));
  });
  it('serial: 8N1, ten bits a byte', () => {
    const line = carrier({ kind: 'serial', rate: 115_200, blockBytes: 256 });
    expect(read(line, MIB).minSeconds).toBeCloseTo(vector('115200 8N1')['s_for_1MiB'] as number, 2);
    const noGaps = carrier({ kind: 'serial', rate: 10_400, blockBytes: 128 });
    expect(read(noGaps, 65_536).minSeconds).toBeCloseTo(vector('K-line 64 KiB')['s'] as number, 2);
  });
  it('serial memories: bus clocks of whole reads (reference file, section 11)', () => {
    const ms = (kind: Carrier['kind'], rate: number, lengthBytes: number) =>
      1000 * read(carrier({ kind, rate, blockBytes: 16 }), lengthBytes).minSeconds;
    expect(ms('i2c', 100_000, 2048)).toBeCloseTo(184.6, 1);
    expect(ms('i2c', 400_000, 32_768)).toBeCloseTo(737.4, 1);
    expect(ms('spi', 1_000_000, 2048)).toBeCloseTo(16.41, 1);
    expect(ms('spi', 1_000_000, 8192)).toBeCloseTo(65.56, 1);
    expect(ms('microwire', 250_000, 128)).toBeCloseTo(4.14, 2);
    expect(ms('microwire', 250_000, 512)).toBeCloseTo(16.43, 1);
  });
  it('storing a block takes time only where one is written; restarts come once', () => {
    const slow = carrier({ ackMs: 10, resets: 3, resetSeconds: 12 });
    expect(read(slow, MIB)).toEqual(read(carrier({}), MIB));
    expect(write(slow, MIB).minSeconds - write(carrier({}), MIB).minSeconds).toBeCloseTo(2.57, 6);
    const two = ['a', 'b'].map((id) => ({ ...region, id, lengthBytes: 100 }));
    const floor = (c: Carrier) =>
      estimateTransfer({ regions: two, direction: 'read', carrier: c, measured: [] }).floorSeconds;
    expect(floor(slow) - floor(carrier({}))).toBeCloseTo(36, 6);
  });
});

const write = (c: Carrier, lengthBytes: number) =>
  computeLineTime(c, { lengthBytes, direction: 'write' });
const region: Region = {
  id: 'flash',
  name: 'Flash',
  address: 0,
  lengthBytes: MIB,
  eraseBlockBytes: 16_384,
  eraseMs: 500,
  readBytesPerSecond: 5000,
  writeBytesPerSecond: 2500,
  processor: undefined
};
const took = (...seconds: number[]): Measured[] =>
  seconds.map((s) => ({ direction: 'read', regionIds: ['flash'], seconds: s }));
const estimate = (measured: readonly Measured[], direction: 'read' | 'write' = 'read') =>
  estimateTransfer({ regions: [region], direction, carrier: carrier({}), measured });

describe('estimates', () => {
  it('start from what is usual with the family, never under what the line can carry', () => {
    const e = estimate([]);
    expect(e).toMatchObject({ basis: 'family', samples: 0 });
    expect(e.seconds).toBeCloseTo(MIB / 5000, 6);
    expect(e.lowSeconds).toBeLessThan(e.seconds);
    expect(e.highSeconds).toBeGreaterThan(e.seconds);
    const fast = { ...region, readBytesPerSecond: 1e9 };
    const floor = estimateTransfer({
      ...{ regions: [fast], direction: 'read', carrier: carrier({}), measured: [] }
    });
    expect(floor).toMatchObject({ basis: 'arithmetic', seconds: floor.floorSeconds });
  });
  it('are corrected by what the shop measured, and trust many measurements more than few', () => {
    const one = estimate(took(300));
    expect(one).toMatchObject({ basis: 'measured', samples: 1, seconds: 300 });
    const many = estimate(took(300, 302, 298, 301, 299, 300));
    expect(many.highSeconds - many.lowSeconds).toBeLessThan(one.highSeconds - one.lowSeconds);
    expect(estimate(took(100, 300, 200)).seconds).toBe(200);
  });
  it('leave out what no line can do, and make it a finding', () => {
    expect(estimate(took(7, 9, 7))).toMatchObject({ basis: 'family', samples: 0, leftOut: 3 });
    expect(estimate(took(7, 260))).toMatchObject({ seconds: 260, samples: 1, leftOut: 1 });
    const { finding, floorSeconds } = estimate(took(9, 7, 260));
    expect(finding).toEqual({
      verdict: 'look',
      code: 'time.measured.impossible',
      params: { times: 2, seconds: 7, floorSeconds }
    });
    expect(estimate(took(260)).finding).toBeUndefined();
    expect(estimate(took(Number.NaN, -1)).finding?.params).toMatchObject({ times: 2, seconds: -1 });
    // a hair under the floor is under it
    expect(estimate(took(floorSeconds * 0.999)).leftOut).toBe(1);
    expect(estimate(took(floorSeconds)).leftOut).toBe(0);
  });
  it('never promise less than the line can do, nor a range that does not hold the estimate', () => {
    const times = fc.array(fc.double({ min: 0, max: 400, noNaN: true }), { maxLength: 20 });
    fc.assert(
      fc.property(
        times,
        fc.constantFrom('read' as const, 'write' as const),
        (seconds, direction) => {
          const measured = seconds.map((s) => ({ direction, regionIds: ['flash'], seconds: s }));
          const e = estimate(measured, direction);
          expect(e.lowSeconds).toBeGreaterThanOrEqual(e.floorSeconds);
          expect(e.seconds).toBeGreaterThanOrEqual(e.lowSeconds);
          expect(e.highSeconds).toBeGreaterThanOrEqual(e.seconds);
          expect(e.finding === undefined).toBe(seconds.every((s) => s >= e.floorSeconds));
        }
      )
    );
  });
  it('do not mix reads with writes or with other regions', () => {
    const other: Measured = { direction: 'read', regionIds: ['flash', 'eeprom'], seconds: 999 };
    expect(estimate([other]).samples).toBe(0);
    expect(estimate(took(300), 'write').samples).toBe(0);
  });
  it('a write holds the erasing of every block', () => {
    expect(eraseSeconds(region)).toBe(32);
    expect(eraseSeconds({ ...region, eraseBlockBytes: undefined })).toBe(0);
    expect(estimate([], 'write').floorSeconds - estimate([]).floorSeconds).toBeCloseTo(32, 6);
  });
  it('nothing to transfer takes no time', () => {
    const none = estimateTransfer({
      ...{ regions: [], direction: 'read', carrier: undefined, measured: [] }
    });
    expect([none.seconds, none.lowSeconds, none.highSeconds]).toEqual([0, 0, 0]);
  });
});
