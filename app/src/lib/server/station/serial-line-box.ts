import { createConnection, type Socket } from 'node:net';
import pLimit from 'p-limit';
import { fail, ok, type Result } from '@badger/core/base/result';
import {
  BITRATE_CODES,
  createSerialLineDecoder,
  type SerialLineEvent
} from '@badger/core/can/serial-line';
import type { CanAccess } from '@badger/core/profile/profile';
import { CanLink, type CanPair } from './can-link.ts';
import type { BoxAddress, CanChannel, InterfaceBox } from './interface-box.ts';
import { afterSilence } from './patient-timer.ts';
import type { TraceRecorder } from './trace-recorder.ts';

const RECONNECT_MS = 1000;
const COMMAND_TIMEOUT_MS = 2000;

type Waiter = (event: 'ack' | 'refused' | 'lost') => void;

/** An interface box that speaks lines of text over a socket (the serial-line adaptation for CAN). */
export class SerialLineBox implements InterfaceBox {
  readonly #host: string;
  readonly #port: number;
  readonly #onState: () => void;
  #socket: Socket | undefined;
  #decoder = createSerialLineDecoder();
  #connected = false;
  #version = '';
  #closed = false;
  #retry: NodeJS.Timeout | undefined;
  #waiter: Waiter | undefined;
  #pending: string | undefined;
  readonly #turn = pLimit(1);
  /** Links on the open channel, one for each unit that is spoken to. */
  readonly #links = new Set<CanLink>();
  #channelOpen = false;

  constructor({ host, port, onState }: BoxAddress) {
    this.#host = host;
    this.#port = port;
    this.#onState = onState;
    this.#connect();
  }

  get connected(): boolean {
    return this.#connected;
  }

  /** What the box says of its firmware; empty until it has answered. */
  get version(): string {
    return this.#version;
  }

  async #askVersion(): Promise<void> {
    await this.#command('V');
    if (this.#connected) this.#onState();
  }

  #connect(): void {
    if (this.#closed) return;
    const socket = createConnection({ host: this.#host, port: this.#port });
    socket.setNoDelay(true);
    this.#socket = socket;
    this.#decoder = createSerialLineDecoder();
    socket.on('connect', () => {
      this.#connected = true;
      this.#onState();
      void this.#askVersion();
    });
    socket.on('data', (chunk) => this.#take(chunk));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      const was = this.#connected;
      this.#connected = false;
      this.#version = '';
      this.#waiter?.('lost');
      for (const link of this.#links) link.lost();
      if (was) this.#onState();
      if (!this.#closed) this.#retry = setTimeout(() => this.#connect(), RECONNECT_MS);
    });
  }

  #take(chunk: Uint8Array): void {
    for (const event of this.#decoder.push(chunk)) this.#event(event);
    for (const link of this.#links) link.flush();
  }

  #event(event: SerialLineEvent): void {
    if (event.type === 'frame') for (const link of this.#links) link.frame(event.frame);
    else if (event.type === 'ack') this.#waiter?.('ack');
    else if (event.type === 'line') this.#line(event.text);
    else if (event.type === 'refused') {
      if (this.#waiter) this.#waiter('refused');
      else for (const link of this.#links) link.refused();
    } else if (event.type === 'bus-error')
      for (const link of this.#links) link.busError(event.kinds);
    else if (event.type === 'garbage') for (const link of this.#links) link.garbage(event.text);
  }

  #line(text: string): void {
    if (!/^V[0-9A-Za-z]{2,12}$/.test(text)) return;
    this.#version = text.slice(1);
    if (this.#pending === 'V') this.#waiter?.('ack');
  }

  /** One command at a time: two would hear each other's answers. */
  #command(line: string): Promise<'ack' | 'refused' | 'lost'> {
    return this.#turn(() => this.#ask(line));
  }

  #ask(line: string): Promise<'ack' | 'refused' | 'lost'> {
    return new Promise((resolve) => {
      if (!this.#connected) return resolve('lost');
      const timer = afterSilence(COMMAND_TIMEOUT_MS, () => finish('lost'));
      const finish: Waiter = (event) => {
        timer.cancel();
        this.#waiter = undefined;
        this.#pending = undefined;
        resolve(event);
      };
      this.#waiter = finish;
      this.#pending = line;
      this.#socket?.write(`${line}\r`, 'latin1');
    });
  }

  async openLink(access: CanAccess, recorder: TraceRecorder): Promise<Result<CanLink>> {
    const channel = await this.openChannel(access.bitrateBps);
    if (!channel.ok) return channel;
    return ok(channel.value.link(access, recorder, () => channel.value.close()));
  }

  async openChannel(bitrateBps: number): Promise<Result<CanChannel>> {
    if (!this.#connected) return fail('link.socket.lost');
    if (this.#channelOpen) return fail('link.box.busy');
    const bitrate = BITRATE_CODES.get(bitrateBps);
    if (!bitrate) return fail('link.box.refused', { command: String(bitrateBps) });
    this.#channelOpen = true;
    await this.#command('C'); // a channel left open by somebody else; refusal means there was none
    for (const command of [bitrate, 'O']) {
      const answer = await this.#command(command);
      if (answer === 'ack') continue;
      this.#channelOpen = false;
      return answer === 'lost' ? fail('link.socket.lost') : fail('link.box.refused', { command });
    }
    return ok({
      link: (pair, recorder, onClose) => this.#link(pair, recorder, onClose),
      close: async () => {
        this.#channelOpen = false;
        this.#links.clear();
        if (this.#connected) await this.#command('C');
      }
    });
  }

  #link(
    access: CanPair,
    recorder: TraceRecorder,
    onClose: () => Promise<void> = () => Promise.resolve()
  ): CanLink {
    const link = new CanLink({
      access,
      recorder,
      write: (text) => this.#socket?.write(text, 'latin1'),
      onClose: async () => {
        this.#links.delete(link);
        await onClose();
      }
    });
    this.#links.add(link);
    return link;
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#retry);
    this.#socket?.destroy();
  }
}
