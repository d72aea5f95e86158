import { judge, type Judgement } from '../base/verdict.ts';
import type { Carrier, Region } from '../profile/profile.ts';
import { computeLineTime, restartSeconds } from './transfer-time.ts';

/** One operation of the past on this family. Units: seconds of life. */
export interface Measured {
  readonly direction: 'read' | 'write';
  readonly regionIds: readonly string[];
  readonly seconds: number;
}

export interface Estimate {
  readonly seconds: number;
  readonly lowSeconds: number;
  readonly highSeconds: number;
  /** Below this the line itself cannot carry it. */
  readonly floorSeconds: number;
  /** What it rests on: measured here, what is usual with the family, or arithmetic alone. */
  readonly basis: 'measured' | 'family' | 'arithmetic';
  /** Measurements that counted, and those that were left out as faster than the line. */
  readonly samples: number;
  readonly leftOut: number;
  /** Something was measured that this line cannot do: the profile or a clock is wrong. */
  readonly finding: Judgement | undefined;
}

/** Spread where nothing was measured, and the least that is given. Source: common practice. */
const FAMILY_LOW = 0.85;
const FAMILY_HIGH = 1.25;
const LEAST_SPREAD = 0.05;
const NEWEST = 15;

/**
 * How long will this transfer take? What is usual with the family, corrected by the middle of what the shop measured on
 * it; never under what the line can carry. `measured` is newest first. Total.
 * Example: three reads that each took 1.2 times the usual make the next one 1.2 times the usual.
 */
export function estimateTransfer(options: {
  readonly regions: readonly Region[];
  readonly direction: 'read' | 'write';
  readonly carrier: Carrier | undefined;
  readonly measured: readonly Measured[];
}): Estimate {
  const { regions, direction, carrier } = options;
  const floorSeconds = floorOf(regions, direction, carrier);
  const usual = Math.max(floorSeconds, usualSeconds(regions, direction));
  const ids = new Set(regions.map((r) => r.id));
  const fitting = options.measured.filter(
    (m) =>
      m.direction === direction &&
      m.regionIds.length === ids.size &&
      m.regionIds.every((id) => ids.has(id))
  );
  const real = fitting.filter((m) => m.seconds >= floorSeconds).slice(0, NEWEST);
  const tooFast = fitting.filter((m) => !(m.seconds >= floorSeconds)).map((m) => m.seconds);
  const base = {
    ...{ floorSeconds, samples: real.length, leftOut: tooFast.length },
    finding: findTooFast(tooFast, floorSeconds)
  };
  if (real.length === 0) {
    return {
      ...base,
      seconds: usual,
      lowSeconds: Math.max(floorSeconds, usual * FAMILY_LOW),
      highSeconds: usual * FAMILY_HIGH,
      basis: usual > floorSeconds ? 'family' : 'arithmetic'
    };
  }
  const sorted = real.map((m) => m.seconds).sort((a, b) => a - b);
  const middle = quantile(sorted, 0.5);
  // few measurements say little: the spread of the family is mixed in
  const trust = Math.min(1, real.length / 5);
  const spread = (own: number, family: number) => trust * own + (1 - trust) * middle * family;
  return {
    ...base,
    seconds: middle,
    lowSeconds: Math.max(
      floorSeconds,
      Math.min(middle * (1 - LEAST_SPREAD), spread(quantile(sorted, 0.1), FAMILY_LOW))
    ),
    highSeconds: Math.max(middle * (1 + LEAST_SPREAD), spread(quantile(sorted, 0.9), FAMILY_HIGH)),
    basis: 'measured'
  };
}

function findTooFast(seconds: readonly number[], floorSeconds: number): Judgement | undefined {
  if (seconds.length === 0) return undefined;
  return judge('look', 'time.measured.impossible', {
    ...{ times: seconds.length, floorSeconds },
    seconds: Math.min(...seconds.map((s) => (Number.isFinite(s) ? s : 0)))
  });
}

/** How long regions usually take with their family; of a write the erasing is in it. Units: s. */
export function usualSeconds(regions: readonly Region[], direction: 'read' | 'write'): number {
  return regions.reduce(
    (sum, r) =>
      sum + r.lengthBytes / (direction === 'read' ? r.readBytesPerSecond : r.writeBytesPerSecond),
    0
  );
}

function floorOf(
  regions: readonly Region[],
  direction: 'read' | 'write',
  carrier: Carrier | undefined
): number {
  const restarts = carrier && regions.length > 0 ? restartSeconds(carrier) : 0;
  return regions.reduce((sum, region) => {
    const line = carrier
      ? computeLineTime(carrier, { lengthBytes: region.lengthBytes, direction }).minSeconds
      : 0;
    return sum + line + (direction === 'write' ? eraseSeconds(region) : 0);
  }, restarts);
}

/** Erasing every block of a region. Units: seconds. */
export function eraseSeconds(region: Region): number {
  return region.eraseBlockBytes === undefined
    ? 0
    : (Math.ceil(region.lengthBytes / region.eraseBlockBytes) * region.eraseMs) / 1000;
}

/** Quantile of sorted values, linear between neighbours. Source: method 7 of Hyndman and Fan (1996), from memory. */
function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share;
  const low = Math.floor(at);
  const a = sorted[low] as number;
  const b = sorted[Math.min(sorted.length - 1, low + 1)] as number;
  return a + (b - a) * (at - low);
}
