import { Hub } from './hub.ts';
import type { LiveOperation } from './live-operation.ts';
import { StationBench } from './station-bench.ts';
import { WorldClient } from './world-client.ts';
import type { StationRow } from '../repositories/stations.ts';

/** All stations of this process, what runs on them, and the hands of the simulated bench if there are any. */
export class Bench {
  readonly hub = new Hub();
  readonly stations = new Map<string, StationBench>();
  /** Running operations of this process by station id. */
  readonly running = new Map<string, LiveOperation>();
  readonly world: WorldClient | undefined;
  #told = 0;
  #pending: NodeJS.Timeout | undefined;

  constructor(rows: readonly StationRow[], worldUrl?: string) {
    this.world = worldUrl ? new WorldClient(worldUrl) : undefined;
    for (const row of rows) {
      this.stations.set(row.id, new StationBench(row, () => this.changed()));
    }
  }

  /** Tells the pages that something on the bench moved, at most five times a second. */
  changed(): void {
    if (this.#pending) return;
    const waitMs = Math.max(0, 200 - (performance.now() - this.#told));
    this.#pending = setTimeout(() => {
      this.#pending = undefined;
      this.#told = performance.now();
      this.hub.tell({ type: 'bench' });
    }, waitMs);
  }

  close(): void {
    clearTimeout(this.#pending);
    for (const station of this.stations.values()) station.close();
  }
}
