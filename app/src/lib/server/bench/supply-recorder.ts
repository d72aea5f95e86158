import { randomUUID } from 'node:crypto';
import type { Judgement } from '@badger/core/base/verdict';
import type { SupplySample } from '@badger/core/port/supply';
import {
  RECORD_START,
  recordSample,
  type RecordState,
  type SupplyMark
} from '@badger/core/supply/record-supply';
import type { TracePoint } from '@badger/core/supply/thin-trace';

/** A piece of a supply's trace, as it is kept. Its moments are of the shop's clock. Units: ms. */
export interface TracePiece {
  /** Stored once, however often it is tried. */
  readonly id: string;
  readonly startMs: number;
  /** Limit that was set when it began; undefined: the output was off, or nobody knows. Units: mA. */
  readonly limitMa: number | undefined;
  readonly points: readonly TracePoint[];
  readonly marks: readonly SupplyMark[];
}

interface OpenPiece extends TracePiece {
  readonly points: TracePoint[];
  readonly marks: SupplyMark[];
}

/** A piece is finished when it is so old; more is not lost when the machine stops. Units: ms. */
export const PIECE_MS = 60_000;
/** Pieces that wait for a database that is away, ten hours; then the oldest is given up. */
const MOST_WAITING = 600;

/** Collects the trace of one supply in pieces until they are stored. */
export class SupplyRecorder {
  readonly #now: () => number;
  readonly #steady: () => number;
  #state: RecordState = RECORD_START;
  #open: OpenPiece | undefined;
  /** What the shop's clock was ahead of the steady one when the open piece began. */
  #ahead = 0;
  #waiting: TracePiece[] = [];

  /** `now`: the shop's clock, which may be set; `steady`: one that only runs on. Units: ms. */
  constructor(now: () => number, steady: () => number = () => performance.now()) {
    this.#now = now;
    this.#steady = steady;
  }

  /** Takes a reading; undefined for one that was not answered. */
  see(sample: SupplySample | undefined): void {
    // one moment for the reading and for the piece that may begin with it
    const steadyMs = this.#steady();
    const { state, mark, point } = recordSample(this.#state, steadyMs, sample);
    // a piece begins with what was set before this reading
    const piece = mark || point ? this.#piece(steadyMs) : undefined;
    this.#state = state;
    if (!piece) return;
    const { points, marks } = piece;
    if (mark) marks.push({ ...mark, atMs: this.#moment(mark.atMs) });
    if (point) points.push({ ...point, atMs: this.#moment(point.atMs) });
  }

  /** The watch ordered the output off. */
  tripped(why: Judgement): void {
    const steadyMs = this.#steady();
    const { marks } = this.#piece(steadyMs);
    marks.push({ atMs: this.#moment(steadyMs), kind: 'trip', why });
  }

  #moment(steadyMs: number): number {
    return Math.round(steadyMs + this.#ahead);
  }

  #piece(steadyMs: number): OpenPiece {
    const open = this.#open;
    if (open && steadyMs + this.#ahead - open.startMs < PIECE_MS) return open;
    this.seal();
    this.#ahead = this.#now() - steadyMs;
    const startMs = Math.floor(steadyMs + this.#ahead);
    const { was, limitMa } = this.#state;
    const set = was === 'on' && Number.isSafeInteger(limitMa) ? limitMa : undefined;
    return (this.#open = { id: randomUUID(), startMs, limitMa: set, points: [], marks: [] });
  }

  /** Ends the open piece, whatever its age. */
  seal(): void {
    if (!this.#open) return;
    this.#waiting.push(this.#open);
    this.#waiting = this.#waiting.slice(-MOST_WAITING);
    this.#open = undefined;
  }

  /** What is to be stored now: finished pieces. They stay until {@link stored}. */
  finished(): readonly TracePiece[] {
    const open = this.#open;
    if (open && this.#steady() + this.#ahead - open.startMs >= PIECE_MS) this.seal();
    return this.#waiting;
  }

  stored(pieces: readonly TracePiece[]): void {
    this.#waiting = this.#waiting.filter((p) => !pieces.includes(p));
  }

  /** What is not in the database yet. */
  get unsaved(): readonly TracePiece[] {
    return this.#open ? [...this.#waiting, this.#open] : this.#waiting;
  }
}
