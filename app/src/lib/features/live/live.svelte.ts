import { invalidate } from '$app/navigation';
import { playChime, showDesktopNotice } from './chime.ts';
import type { LiveBench, LiveStation } from '$lib/live-types.ts';

/** Long work that came to its end. */
export interface Finished {
  readonly jobNumber: number;
  readonly operationId: string;
  readonly kind: 'identify' | 'read' | 'write';
  readonly role: 'original' | 'donor';
  readonly tag: string;
  readonly state: string;
}

/** What happens on the bench, kept up to date by one stream of server-sent events for each tab. */
class Live {
  bench = $state.raw<LiveBench>({ speed: undefined, stations: [], units: [] });
  /** False while the stream is down: figures on the page are old then. */
  connected = $state(false);
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
      announce(JSON.parse(String(e.data)) as Finished);
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

/** Tells the end of a read or a write in sound and, where nobody looks, as a desktop notice. */
function announce({ jobNumber, kind, role, tag, state }: Finished): void {
  if (kind === 'identify') return;
  playChime(state === 'done');
  const what = kind === 'write' ? 'Write' : 'Read';
  showDesktopNotice(
    `Job ${jobNumber}: ${what.toLowerCase()} ${state}`,
    `${what} of the ${role}, tag ${tag}`
  );
}

export const live = new Live();
