import type { SupplyMark } from '@badger/core/supply/record-supply';
import type { TracePoint } from '@badger/core/supply/thin-trace';

/** What was worked at a station, with the current that was expected. Units: ms since 1970, mA. */
export interface StationWork {
  readonly fromMs: number;
  /** Undefined while it runs. */
  readonly toMs: number | undefined;
  readonly kind: 'identify' | 'read' | 'write';
  readonly state: string;
  readonly tag: string;
  readonly jobNumber: number;
  readonly band: { readonly minMa: number; readonly maxMa: number } | undefined;
}

/** The trace of a station's supply over a stretch of time, thinned for a screen. Units: ms since 1970. */
export interface SupplyHours {
  readonly stationId: string;
  readonly name: string;
  readonly fromMs: number;
  readonly toMs: number;
  /** Stretches without a hole. */
  readonly runs: readonly (readonly TracePoint[])[];
  /** Shorter holes are not shown. */
  readonly holeMs: number;
  /** Readings that stand behind it. */
  readonly readings: number;
  /** The highest and lowest of all readings while the output was on; undefined without any. */
  readonly most: { readonly mv: number; readonly ma: number } | undefined;
  readonly least: { readonly mv: number } | undefined;
  readonly marks: readonly SupplyMark[];
  /** The limit from a moment on; undefined: off, or nobody knows. */
  readonly limits: readonly { readonly atMs: number; readonly limitMa: number | undefined }[];
  /** Marks that stand behind it; the last of them are given. */
  readonly markCount: number;
  readonly work: readonly StationWork[];
}
