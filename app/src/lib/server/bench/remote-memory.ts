import { proxy, releaseProxy, type Remote } from 'comlink';
import { fail, type Result } from '@badger/core/base/result';
import type {
  MemoryAccess,
  ModuleIdentity,
  ReadOptions,
  WriteOptions
} from '@badger/core/access/memory-access';
import type { MemoryTarget } from '@badger/core/access/access';
import type { VehicleReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { HandshakeEvidence } from '@badger/core/diagnosis/evidence';
import type { ChipProbe } from '@badger/core/spi/probe-contact';
import type { Range } from '@badger/core/image/range';
import { lengthOf } from '@badger/core/image/range';
import type { MemorySession, Progress, Told } from '../station/memory-session.ts';
import type { VehicleAddress } from '../station/doip-connection.ts';
import type { Trace } from '../station/trace-recorder.ts';
import type { Ask } from './station-thread.ts';

/** How often a read that runs looks whether it is to stop. Units: ms. */
const STOP_LOOK_MS = 20;

/**
 * The memory of one unit behind the thread that drives it. What has been sent comes with every answer; when the thread is
 * gone before it answered, whatever was asked for counts as sent. Errors: those of the driver, `station.thread.lost`.
 */
export class RemoteMemory implements MemoryAccess {
  readonly #session: Remote<MemorySession> | undefined;
  readonly #ask: Ask | undefined;
  #changed = false;

  constructor(session: Remote<MemorySession> | undefined, ask: Ask | undefined) {
    this.#session = session;
    this.#ask = ask;
  }

  get memoryMayHaveChanged(): boolean {
    return this.#changed;
  }

  open(target: MemoryTarget, vehicleAt?: VehicleAddress): Promise<Result<true>> {
    return this.#do((s) => s.open(target, vehicleAt));
  }

  /** What the vehicle told of itself when it was opened; undefined where there is none, or nobody can tell any more. */
  async vehicle(): Promise<VehicleReading | undefined> {
    const session = this.#session;
    if (!session || !this.#ask) return undefined;
    return this.#ask<VehicleReading | undefined>(() => session.vehicle(), undefined);
  }

  identify(): Promise<Result<ModuleIdentity>> {
    return this.#do((s) => s.identify());
  }

  fingerprint(): Promise<Result<string | undefined>> {
    return this.#do((s) => s.fingerprint());
  }

  unlock(): Promise<Result<true>> {
    return this.#do((s) => s.unlock());
  }

  async read(range: Range, { signal, onBytes }: ReadOptions): Promise<Result<Uint8Array>> {
    const watch = setInterval(() => {
      if (!signal.stopped) return;
      clearInterval(watch);
      void this.#session?.stop();
    }, STOP_LOOK_MS);
    const follow = following(onBytes);
    const read = await this.#do((s) => s.read(range, proxy(follow.take)));
    clearInterval(watch);
    follow.end(read.ok ? lengthOf(range) : undefined);
    return read;
  }

  check(range: Range): Promise<Result<number>> {
    return this.#do((s) => s.check(range));
  }

  erase(range: Range): Promise<Result<true>> {
    return this.#do((s) => s.erase(range), true);
  }

  async write(range: Range, { image, onBytes }: WriteOptions): Promise<Result<true>> {
    const follow = following(onBytes);
    const written = await this.#do((s) => s.write(range, image, proxy(follow.take)), true);
    follow.end(written.ok ? lengthOf(range) : undefined);
    return written;
  }

  reset(): Promise<Result<true>> {
    return this.#do((s) => s.reset());
  }

  /** What the bus showed so far; undefined when nobody can tell any more. */
  async bus(): Promise<HandshakeEvidence['bus']> {
    const session = this.#session;
    if (!session || !this.#ask) return undefined;
    return this.#ask<HandshakeEvidence['bus']>(() => session.bus(), undefined);
  }

  /** Looks at a chip; undefined where there is none, or nobody can tell any more. */
  async probeChip(): Promise<ChipProbe | undefined> {
    const session = this.#session;
    if (!session || !this.#ask) return undefined;
    return this.#ask<ChipProbe | undefined>(() => session.probeChip(), undefined);
  }

  note(text: string): void {
    void this.#session?.note(text);
  }

  /** Lets go of the unit and gives what really went over the wire; undefined when the thread took it along. */
  async end(): Promise<Trace | undefined> {
    const session = this.#session;
    if (!session || !this.#ask) return undefined;
    const trace = await this.#ask<Trace | undefined>(() => session.end(), undefined);
    session[releaseProxy]();
    return trace;
  }

  /** `changes`: a thread that ends without an answer may have sent what changes the memory. */
  async #do<T>(
    work: (session: Remote<MemorySession>) => Promise<Told<T>>,
    changes = false
  ): Promise<Result<T>> {
    const lost = fail('station.thread.lost');
    const session = this.#session;
    if (!session || !this.#ask) return lost;
    const ifGone: Told<T> = { result: lost, memoryMayHaveChanged: changes };
    let told = ifGone;
    try {
      told = await this.#ask(() => work(session), ifGone);
    } finally {
      this.#changed ||= told.memoryMayHaveChanged;
    }
    return told.result;
  }
}

/** Progress comes by a way of its own and may come late: after the end it is not heard any more, and the end is exact. */
function following(onBytes: Progress): { take: Progress; end(total: number | undefined): void } {
  let over = false;
  return {
    take: (doneBytes) => {
      if (!over) onBytes(doneBytes);
    },
    end(total) {
      over = true;
      if (total !== undefined) onBytes(total);
    }
  };
}
