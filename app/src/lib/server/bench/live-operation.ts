import { secretsWithin } from '@badger/core/access/secret-ranges';
import type { DrivenAccess } from '@badger/core/access/access';
import { lengthOf, type Range } from '@badger/core/image/range';
import type { SparseImage } from '@badger/core/image/image';
import type { Problem } from '@badger/core/base/result';
import type { OperationKind, OperationState } from '@badger/core/operation/life-cycle';
import type { Writes } from '@badger/core/operation/writes';
import type { UnitRole } from '@badger/core/job/roles';
import type { Profile } from '@badger/core/profile/profile';
import { getRegion } from '@badger/core/profile/profile';
import type { SupplySample } from '@badger/core/port/supply';
import {
  estimateProgress,
  type QuietStretch,
  type ProgressEstimate,
  type ProgressPoint
} from '@badger/core/time/progress';
import { computeSecondsLeft, type WorkPiece } from '@badger/core/time/remaining';
import type { Person } from '../repositories/people.ts';
import type { RegionProgress, SupplyFigures } from '../db/schema/reads.ts';

const KEPT_POINTS = 600;

/** What a read that is limited to some addresses brings, in words. */
function namesWithin(profile: Profile, regionId: string, ranges: readonly Range[]): string {
  return secretsWithin(profile, regionId, ranges)
    .map((s) => s.name)
    .join(', ');
}

export interface SamplePoint {
  readonly atMs: number;
  readonly mv: number;
  readonly ma: number;
  readonly doneBytes: number;
}

export interface LiveOperationSpec {
  readonly id: string;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly kind: OperationKind;
  readonly role: UnitRole;
  readonly tag: string;
  readonly regionIds: readonly string[];
  /** Addresses that a read is limited to; undefined: whole regions. */
  readonly ranges: readonly Range[] | undefined;
  /** Of a write. */
  readonly writes: Writes;
  readonly profile: Profile;
  /** How the unit is reached, resolved once at the start. */
  readonly access: DrivenAccess;
  /** The bench supply feeds the unit: what it does belongs to the work. */
  readonly benchFeeds: boolean;
  /** Who pressed. */
  readonly person: Person;
  readonly vin: string;
  /** What the shop names files by instead; empty for the VIN. */
  readonly plate: string;
}

/** What is known of a running operation in this process: progress, pace, supply trace. */
export class LiveOperation {
  readonly spec: LiveOperationSpec;
  readonly regions: RegionProgress[];
  readonly signal = { stopped: false };
  /** Who asked it to stop: not always who started it. */
  stoppedBy: Person | undefined;
  readonly samples: SamplePoint[] = [];
  readonly startedMs = performance.now();
  /** Something that may change the unit's memory has been sent: only ever set, never taken back. */
  memoryMayHaveChanged = false;
  /** A finished read until it is stored, and why it is not stored yet. */
  image: SparseImage<unknown> | undefined;
  unstored: Problem | undefined;
  state: OperationState = 'queued';
  limitMa = 0;
  #flushed = 0;
  #points: ProgressPoint[] = [];
  #quiet: QuietStretch | undefined;
  #sinceMs = performance.now();
  #written = new Map<string, number>();
  #readBack = new Map<string, number>();

  constructor(spec: LiveOperationSpec) {
    this.spec = spec;
    this.regions = spec.regionIds.map((id) => {
      const region = getRegion(spec.profile, id);
      const phase = 'waiting' as const;
      return {
        regionId: id,
        name: spec.ranges ? namesWithin(spec.profile, id, spec.ranges) : region.name,
        lengthBytes: spec.ranges?.reduce((sum, r) => sum + lengthOf(r), 0) ?? region.lengthBytes,
        phase,
        doneBytes: 0
      };
    });
  }

  get totalBytes(): number {
    const once = this.regions.reduce((sum, r) => sum + r.lengthBytes, 0);
    return this.spec.kind === 'write' ? 2 * once : once;
  }

  get doneBytes(): number {
    let sum = 0;
    for (const n of this.#written.values()) sum += n;
    for (const n of this.#readBack.values()) sum += n;
    return sum;
  }

  /** `usualMs`: how long it usually takes until bytes move again. */
  phase(regionId: string, phase: RegionProgress['phase'], usualMs?: number): void {
    const region = this.regions.find((r) => r.regionId === regionId);
    if (!region) return;
    this.#sinceMs = performance.now();
    this.#quiet = usualMs === undefined ? undefined : { sinceMs: this.#sinceMs, usualMs };
    region.phase = phase;
    region.doneBytes = phase === 'equal' || phase === 'read' ? region.lengthBytes : 0;
  }

  progress(regionId: string, doneBytes: number, direction: 'read' | 'write'): void {
    (direction === 'write' ? this.#written : this.#readBack).set(regionId, doneBytes);
    const region = this.regions.find((r) => r.regionId === regionId);
    if (region) region.doneBytes = doneBytes;
    const atMs = performance.now();
    const last = this.#points.at(-1);
    // at most ten points a second are kept
    if (last && atMs - last.atMs < 100)
      this.#points[this.#points.length - 1] = { atMs, doneBytes: this.doneBytes };
    else this.#points.push({ atMs, doneBytes: this.doneBytes });
    if (this.#points.length > KEPT_POINTS) this.#points = this.#points.slice(-KEPT_POINTS / 2);
  }

  estimate(): ProgressEstimate {
    const nowMs = performance.now();
    const first = { atMs: this.startedMs, doneBytes: 0 };
    const points = this.#points.length < KEPT_POINTS / 2 ? [first, ...this.#points] : this.#points;
    const estimate = estimateProgress(points, {
      ...{ totalBytes: this.totalBytes, nowMs, sinceMs: this.#sinceMs, quiet: this.#quiet }
    });
    const leftSeconds = computeSecondsLeft(this.#pieces(), (nowMs - this.startedMs) / 1000);
    return { ...estimate, leftSeconds };
  }

  #pieces(): WorkPiece[] {
    const pieces: WorkPiece[] = [];
    for (const { regionId, lengthBytes } of this.regions) {
      const region = getRegion(this.spec.profile, regionId);
      if (this.spec.kind === 'write') {
        pieces.push({
          totalBytes: lengthBytes,
          doneBytes: this.#written.get(regionId) ?? 0,
          nominalBytesPerSecond: region.writeBytesPerSecond
        });
      }
      pieces.push({
        totalBytes: lengthBytes,
        doneBytes: this.#readBack.get(regionId) ?? 0,
        nominalBytesPerSecond: region.readBytesPerSecond
      });
    }
    return pieces;
  }

  addSample(sample: SupplySample): void {
    this.limitMa = sample.limitMa;
    this.samples.push({
      atMs: Math.round(performance.now() - this.startedMs),
      mv: sample.measuredMv,
      ma: sample.measuredMa,
      doneBytes: this.doneBytes
    });
  }

  /** Samples that are not in the database yet. */
  takeSamples(): SamplePoint[] {
    const fresh = this.samples.slice(this.#flushed);
    this.#flushed = this.samples.length;
    return fresh;
  }

  figures(): SupplyFigures | null {
    const [first] = this.samples;
    if (!first) return null;
    const figures = { minMv: first.mv, maxMv: first.mv, minMa: first.ma, maxMa: first.ma };
    let sumMa = 0;
    for (const { mv, ma } of this.samples) {
      figures.minMv = Math.min(figures.minMv, mv);
      figures.maxMv = Math.max(figures.maxMv, mv);
      figures.minMa = Math.min(figures.minMa, ma);
      figures.maxMa = Math.max(figures.maxMa, ma);
      sumMa += ma;
    }
    const samples = this.samples.length;
    return { ...figures, meanMa: Math.round(sumMa / samples), limitMa: this.limitMa, samples };
  }
}
