import { proxy } from 'comlink';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { ExchangeOptions } from '@badger/core/port/diagnostic-link';
import type { BoxDriverName } from '@badger/core/port/drivers';
import { openBox } from './box-drivers.ts';
import type { CanChannel, InterfaceBox } from './interface-box.ts';
import type { CanLink, CanPair } from './can-link.ts';
import { MemorySession, type ChipAddress } from './memory-session.ts';
import { TraceRecorder } from './trace-recorder.ts';

/** Where the devices of one station listen. */
export interface StationAddress {
  readonly host: string;
  readonly boxDriver: BoxDriverName;
  readonly boxPort: number;
  /** Chip programmer; null where the station has none. */
  readonly chipPort: number | null;
}

/** The devices of one station and all that is spoken with them. Lives in a thread of its own, away from the pages. */
export class StationHost {
  #box: InterfaceBox | undefined;
  #chipAt: ChipAddress | undefined;

  start(
    { host, boxDriver, boxPort, chipPort }: StationAddress,
    tell: (connected: boolean, version: string) => void
  ): void {
    this.#chipAt = chipPort === null ? undefined : { host, port: chipPort };
    const box = openBox(boxDriver, {
      host,
      port: boxPort,
      onState: () => tell(box.connected, box.version)
    });
    this.#box = box;
  }

  /** Work on the memory of one unit. It is opened, used and ended by the one who asked for it. */
  beginSession(): MemorySession {
    return proxy(new MemorySession(this.#started(), this.#chipAt));
  }

  /** The box's pair for a scan. */
  beginChannel(): ChannelSession {
    return proxy(new ChannelSession(this.#started()));
  }

  close(): void {
    this.#box?.close();
  }

  #started(): InterfaceBox {
    if (!this.#box) throw new Error('the station has not started');
    return this.#box;
  }
}

/** Many units side by side on one pair. */
export class ChannelSession {
  readonly #box: InterfaceBox;
  readonly #recorder = new TraceRecorder();
  readonly #links = new Map<string, CanLink>();
  #channel: CanChannel | undefined;

  constructor(box: InterfaceBox) {
    this.#box = box;
  }

  /** Errors: those of the box. */
  async open(bitrateBps: number): Promise<Result<true>> {
    const opened = await this.#box.openChannel(bitrateBps);
    if (!opened.ok) return opened;
    this.#channel = opened.value;
    return ok(true);
  }

  exchange(
    pair: CanPair,
    request: Uint8Array,
    options: ExchangeOptions
  ): Promise<Result<Uint8Array>> {
    if (!this.#channel) return Promise.resolve(fail('link.socket.lost'));
    // the same link for the same unit: two would hear each other's answers
    const key = `${pair.requestId}/${pair.responseId}`;
    const link = this.#links.get(key) ?? this.#channel.link(pair, this.#recorder);
    this.#links.set(key, link);
    return link.exchange(request, options);
  }

  async end(): Promise<void> {
    await this.#channel?.close();
  }
}
