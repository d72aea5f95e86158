import { thinTrace, type TracePoint } from '@badger/core/supply/thin-trace';
import type { LiveStation } from '$lib/live-types.ts';

/** More points than this are no longer seen as points. */
const MOST_POINTS = 1200;
/** Peaks stay. */
const thin = (points: readonly TracePoint[]) => thinTrace(points, MOST_POINTS);

/** Samples of one operation: what the server has, then what the stream adds. */
export class SupplyTraceState {
  points = $state.raw<readonly TracePoint[]>([]);
  #operationId: string | undefined;

  /** Takes the newest sample of an operation; a new operation begins with the server's samples. */
  follow(operation: LiveStation['operation']): void {
    if (!operation) return;
    if (operation.id !== this.#operationId) {
      this.#operationId = operation.id;
      this.points = [];
      void this.load(operation.id);
    }
    const { sample } = operation;
    const last = this.points.at(-1);
    if (sample && (!last || sample.atMs > last.atMs)) this.points = thin([...this.points, sample]);
  }

  async load(operationId: string): Promise<void> {
    this.#operationId = operationId;
    const response = await fetch(`/api/operations/${operationId}/samples`).catch(() => undefined);
    if (!response?.ok || this.#operationId !== operationId) return;
    const kept = (await response.json()) as TracePoint[];
    const since = kept.at(-1)?.atMs ?? -1;
    this.points = thin([...kept, ...this.points.filter((p) => p.atMs > since)]);
  }
}
