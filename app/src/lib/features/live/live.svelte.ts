import type { UnitRole } from '@badger/core/job/roles';
import { invalidate } from '$app/navigation';
import { navigating } from '$app/state';
import { playChime, showDesktopNotice } from './chime.ts';
import type { LiveBench, LiveStation } from '$lib/live-types.ts';

/** Long work that came to its end. */
export interface Finished {
  readonly jobNumber: number;
  readonly operationId: string;
  readonly kind: 'identify' | 'read' | 'write';
  readonly role: UnitRole;
  readonly tag: string;
  readonly state: string;
}

const EVERYTHING = 'everything';
const REFRESH_MS = 40;

/** What happens on the bench, kept up to date by one stream of server-sent events for each tab. */
class Live {
  bench = $state.raw<LiveBench>({
    databaseAway: false,
    speed: undefined,
    stations: [],
    faults: [],
    units: [],
    chips: [],
    acts: [],
    scans: [],
    simulator: undefined
  });
  /** False while the stream is down: figures on the page are old then. */
  connected = $state(false);
  #source: EventSource | undefined;
  readonly #stale = new Set<string>();
  #refresh: ReturnType<typeof setTimeout> | undefined;

  station(id: string | null | undefined): LiveStation | undefined {
    return this.bench.stations.find((s) => s.id === id);
  }

  /** Loads again what has changed; several changes in a row become one. */
  #markStale(key: string): void {
    this.#stale.add(key);
    this.#refresh ??= setTimeout(() => this.#reload(), REFRESH_MS);
  }

  #reload(): void {
    this.#refresh = undefined;
    if (navigating.to) {
      // kit drops a navigation that is under way when something is invalidated: wait for its end
      this.#refresh = setTimeout(() => this.#reload(), REFRESH_MS);
      return;
    }
    const keys = new Set(this.#stale);
    this.#stale.clear();
    const all = keys.has(EVERYTHING);
    void invalidate((url) => (all ? url.protocol === 'badger:' : keys.has(url.href)));
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
      this.#markStale(`badger:job:${jobNumber}`);
      this.#markStale('badger:jobs');
    });
    source.addEventListener('unit', () => this.#markStale('badger:jobs'));
    source.addEventListener('kit', () => this.#markStale('badger:kit'));
    source.addEventListener('finished', (e) => {
      announce(JSON.parse(String(e.data)) as Finished);
    });
    source.addEventListener('open', () => {
      // what happened while the stream was down is in the database
      if (!this.connected) this.#markStale(EVERYTHING);
      this.connected = true;
    });
    source.addEventListener('error', () => (this.connected = false));
    return () => {
      clearTimeout(this.#refresh);
      this.#refresh = undefined;
      this.#source?.close();
    };
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
