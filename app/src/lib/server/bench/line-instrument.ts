import { createConnection, type Socket } from 'node:net';
import pLimit from 'p-limit';
import { afterSilence } from '../station/patient-timer.ts';

const ANSWER_TIMEOUT_MS = 1000;
const RECONNECT_MS = 1000;
const MAX_LINE = 4096;

export interface LineAddress {
  readonly host: string;
  readonly port: number;
}

/** What the owner of a line is told. */
interface LineEvents {
  readonly onConnect: () => void;
  readonly onLost: () => void;
}

/** Keeps the line of text to one instrument and asks one thing after the other. It connects again by itself. */
export class LineInstrument {
  readonly #at: LineAddress;
  readonly #events: LineEvents;
  #socket: Socket | undefined;
  #rest = '';
  #waiter: ((line: string | undefined) => void) | undefined;
  #retry: NodeJS.Timeout | undefined;
  #closed = false;
  /** One exchange of questions at a time: two askers never get each other's answers. */
  readonly turn = pLimit(1);

  constructor(at: LineAddress, events: LineEvents) {
    this.#at = at;
    this.#events = events;
    this.#connect();
  }

  get closed(): boolean {
    return this.#closed;
  }

  /** The connection stands. */
  get ready(): boolean {
    return this.#socket?.readyState === 'open';
  }

  get connected(): boolean {
    return this.#socket !== undefined && !this.#socket.destroyed;
  }

  #connect(): void {
    if (this.#closed) return;
    const socket = createConnection({ host: this.#at.host, port: this.#at.port });
    this.#socket = socket;
    this.#rest = '';
    socket.setNoDelay(true);
    socket.on('connect', () => this.#events.onConnect());
    socket.on('data', (chunk) => this.#take(chunk.toString('latin1')));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      this.#waiter?.(undefined);
      this.#events.onLost();
      if (!this.#closed) this.#retry = setTimeout(() => this.#connect(), RECONNECT_MS);
    });
  }

  #take(text: string): void {
    this.#rest += text;
    const lines = this.#rest.split('\n');
    this.#rest = lines.pop() ?? '';
    if (this.#rest.length > MAX_LINE) this.#rest = '';
    for (const line of lines) this.#waiter?.(line.trim());
  }

  /** Sends lines of which the last is a question, and waits for its answer; undefined when none comes. */
  ask(text: string): Promise<string | undefined> {
    return new Promise((resolve) => {
      if (!this.#socket || this.#socket.destroyed) return resolve(undefined);
      const timer = afterSilence(ANSWER_TIMEOUT_MS, () => {
        // a late answer would be taken for the next one
        this.#socket?.destroy();
        finish(undefined);
      });
      const finish = (line: string | undefined) => {
        timer.cancel();
        this.#waiter = undefined;
        resolve(line);
      };
      this.#waiter = finish;
      this.#socket.write(`${text}\n`);
    });
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#retry);
    this.#socket?.destroy();
  }
}
