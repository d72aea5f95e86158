import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { MessageChannel, Worker } from 'node:worker_threads';
import { proxy, releaseProxy, wrap, type Endpoint, type Remote } from 'comlink';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { MemoryTarget } from '@badger/core/access/access';
import type { ExchangeOptions } from '@badger/core/port/diagnostic-link';
import type { CanPair } from '../station/can-link.ts';
import type { VehicleAddress } from '../station/doip-connection.ts';
import type { MemorySession } from '../station/memory-session.ts';
import type { ChannelSession, StationAddress, StationHost } from '../station/station-host.ts';
import { RemoteMemory } from './remote-memory.ts';

const RESTART_MS = 1000;

/** The bundled thread; the build, the development server and the tests make it. */
const scriptPath = () =>
  ['thread/station.js', 'app/thread/station.js']
    .map((p) => resolve(p))
    .find((p) => existsSync(p)) ?? resolve('thread/station.js');

/** Gives the answer of the thread, or `ifGone` when the thread has ended or ends before it answers. */
export type Ask = <T>(work: () => Promise<T>, ifGone: T) => Promise<T>;

/** One thread from its start to its end. */
class Life {
  readonly host: Remote<StationHost>;
  readonly #waiting = new Set<() => void>();
  #over = false;

  constructor(host: Remote<StationHost>) {
    this.host = host;
  }

  readonly ask: Ask = (work, ifGone) =>
    new Promise((resolve, reject) => {
      if (this.#over) return resolve(ifGone);
      const gone = () => resolve(ifGone);
      this.#waiting.add(gone);
      work()
        .then(resolve, reject)
        .finally(() => this.#waiting.delete(gone));
    });

  end(): void {
    this.#over = true;
    for (const tell of this.#waiting) tell();
    this.#waiting.clear();
  }
}

/** A pair that is open for a scan. */
export interface RemoteChannel {
  exchange(
    pair: CanPair,
    request: Uint8Array,
    options: ExchangeOptions
  ): Promise<Result<Uint8Array>>;
  close(): Promise<void>;
}

/**
 * The thread that owns the devices of one station, seen from the pages' side. What is under way when it ends by itself
 * fails with `station.thread.lost`, and it is started again.
 */
export class StationThread {
  readonly #address: StationAddress;
  readonly #onState: () => void;
  #worker: Worker | undefined;
  #life: Life | undefined;
  #connected = false;
  #boxVersion = '';
  #closed = false;
  #retry: NodeJS.Timeout | undefined;

  constructor(address: StationAddress, onState: () => void) {
    this.#address = address;
    this.#onState = onState;
    this.#start();
  }

  /** The interface box answers. */
  get connected(): boolean {
    return this.#connected;
  }

  /** What the box says of its firmware; empty until it has answered. */
  get boxVersion(): string {
    return this.#boxVersion;
  }

  /** Opens the way to a unit's memory. The session has to be ended in any case: it holds the record of the wire. */
  async openMemory(
    target: MemoryTarget,
    vehicleAt?: VehicleAddress
  ): Promise<{ memory: RemoteMemory; opened: Result<true> }> {
    const life = this.#life;
    const session = await life?.ask<unknown>(() => life.host.beginSession(), undefined);
    const memory = new RemoteMemory(session as Remote<MemorySession> | undefined, life?.ask);
    return { memory, opened: await memory.open(target, vehicleAt) };
  }

  /** Opens the box's pair for a scan. Errors: those of the box, `station.thread.lost`. */
  async openChannel(bitrateBps: number): Promise<Result<RemoteChannel>> {
    const lost: Result<never> = fail('station.thread.lost');
    const life = this.#life;
    const begun = await life?.ask<unknown>(() => life.host.beginChannel(), undefined);
    if (!life || !begun) return lost;
    const session = begun as Remote<ChannelSession>;
    const opened = await life.ask<Result<true>>(() => session.open(bitrateBps), lost);
    if (!opened.ok) return opened;
    return ok({
      exchange: (pair, request, options) =>
        life.ask<Result<Uint8Array>>(() => session.exchange(pair, request, options), lost),
      close: async () => {
        await life.ask(() => session.end(), undefined);
        session[releaseProxy]();
      }
    });
  }

  /** Ends the thread at once; another is started. What was under way is lost. */
  async restart(): Promise<void> {
    await this.#worker?.terminate();
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#retry);
    void this.#worker?.terminate();
  }

  #start(): void {
    if (this.#closed) return;
    const { port1, port2 } = new MessageChannel();
    const worker = new Worker(scriptPath(), { workerData: { port: port2 }, transferList: [port2] });
    this.#worker = worker;
    const life = new Life(wrap<StationHost>(port1 as unknown as Endpoint));
    this.#life = life;
    worker.on('error', () => undefined); // it ends next
    worker.on('exit', () => {
      port1.close();
      this.#gone(life);
    });
    void life.host.start(
      this.#address,
      proxy((connected: boolean, version: string) => {
        this.#connected = connected;
        this.#boxVersion = version;
        this.#onState();
      })
    );
  }

  #gone(life: Life): void {
    this.#connected = false;
    this.#boxVersion = '';
    life.end();
    if (this.#closed) return;
    this.#onState();
    this.#retry = setTimeout(() => this.#start(), RESTART_MS);
  }
}
