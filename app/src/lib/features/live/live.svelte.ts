import { invalidate } from '$app/navigation';
import type { LiveBench, LiveStation } from '$lib/live-types.ts';

export interface Finished {
  readonly jobNumber: number;
  readonly operationId: string;
}

/** What happens on the bench, kept up to date by one stream of server-sent events for each tab. */
class Live {
  bench = $state.raw<LiveBench>({ speed: undefined, stations: [], units: [] });
  /** False while the stream is down: figures on the page are old then. */
  connected = $state(false);
  finished = $state.raw<Finished | undefined>(undefined);
  #source: EventSource | undefined;

  station(id: string | null | undefined): LiveStation | undefined {
    return this.bench.stations.find((s) => s.id === id);
  }

  open(): () => void {
    const source = new EventSource('/api/events');
    this.#source = source;
    source.addEventListener('bench', (e) => {
      this.connected = true;
      this.bench = JSON.parse(String(e.data)) as LiveBench;
    });
    source.addEventListener('job', (e) => {
      const { jobNumber } = JSON.parse(String(e.data)) as Finished;
      void invalidate(`badger:job:${jobNumber}`);
      void invalidate('badger:jobs');
    });
    source.addEventListener('finished', (e) => {
      this.finished = JSON.parse(String(e.data)) as Finished;
    });
    source.addEventListener('open', () => {
      // what happened while the stream was down is in the database
      if (!this.connected) void invalidate((url) => url.protocol === 'badger:');
      this.connected = true;
    });
    source.addEventListener('error', () => (this.connected = false));
    return () => this.#source?.close();
  }
}

export const live = new Live();
