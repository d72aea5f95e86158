import { createConnection, type Socket } from 'node:net';
import { fail, ok, type Result } from '@badger/core/base/result';
import {
  encodeSupplySettings,
  parseScpiError,
  parseSupplyPoll,
  SUPPLY_POLL,
  type SupplySample
} from '@badger/core/scpi/client';
import { afterSilence } from '../station/patient-timer.ts';

const POLL_MS = 200;
const ANSWER_TIMEOUT_MS = 1000;
const RECONNECT_MS = 1000;
const MAX_LINE = 4096;

export interface SupplySettings {
  readonly voltageMv?: number;
  readonly limitMa?: number;
  readonly on?: boolean;
}

/** Keeps the connection to one SCPI supply, polls it, and passes settings on one after the other. */
export class SupplyDriver {
  readonly #host: string;
  readonly #port: number;
  readonly #onSample: (sample: SupplySample | undefined) => void;
  #socket: Socket | undefined;
  #rest = '';
  #waiter: ((line: string | undefined) => void) | undefined;
  #queue: Promise<unknown> = Promise.resolve();
  #timer: NodeJS.Timeout | undefined;
  #closed = false;
  latest: SupplySample | undefined;
  idn = '';

  constructor(options: {
    host: string;
    port: number;
    onSample: (sample: SupplySample | undefined) => void;
  }) {
    this.#host = options.host;
    this.#port = options.port;
    this.#onSample = options.onSample;
    this.#connect();
  }

  #connect(): void {
    if (this.#closed) return;
    const socket = createConnection({ host: this.#host, port: this.#port });
    this.#socket = socket;
    this.#rest = '';
    socket.setNoDelay(true);
    socket.on('connect', () => void this.#greet());
    socket.on('data', (chunk) => this.#take(chunk.toString('latin1')));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      clearTimeout(this.#timer);
      this.#waiter?.(undefined);
      this.#report(undefined);
      if (!this.#closed) this.#timer = setTimeout(() => this.#connect(), RECONNECT_MS);
    });
  }

  async #greet(): Promise<void> {
    this.idn = (await this.#ask('*IDN?')) ?? '';
    void this.#poll();
  }

  async #poll(): Promise<void> {
    const line = await this.#ask(SUPPLY_POLL);
    this.#report(line === undefined ? undefined : parseSupplyPoll(line));
    if (this.#closed || !this.#socket || this.#socket.destroyed) return;
    this.#timer = setTimeout(() => void this.#poll(), POLL_MS);
  }

  #report(sample: SupplySample | undefined): void {
    this.latest = sample;
    this.#onSample(sample);
  }

  #take(text: string): void {
    this.#rest += text;
    const lines = this.#rest.split('\n');
    this.#rest = lines.pop() ?? '';
    if (this.#rest.length > MAX_LINE) this.#rest = '';
    for (const line of lines) this.#waiter?.(line.trim());
  }

  /** Sends a query and waits for its line; undefined when the supply does not answer. One at a time. */
  #ask(query: string): Promise<string | undefined> {
    const turn = this.#queue.then(
      () =>
        new Promise<string | undefined>((resolve) => {
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
          this.#socket.write(`${query}\n`);
        })
    );
    this.#queue = turn;
    return turn;
  }

  /**
   * Sets voltage, limit and output, then asks the supply for its error queue and takes a fresh reading.
   * Errors: `supply.link.absent`, `supply.command.refused` with the supply's own number and text.
   */
  async apply(settings: SupplySettings): Promise<Result<SupplySample>> {
    const before = this.latest;
    if (!before) return fail('supply.link.absent');
    const parts: string[] = ['*CLS'];
    if (settings.on === false) parts.push(':OUTP OFF');
    if (settings.voltageMv !== undefined || settings.limitMa !== undefined) {
      const mv = settings.voltageMv ?? before.setMv;
      const ma = settings.limitMa ?? before.limitMa;
      parts.push(`:${encodeSupplySettings(mv, ma)}`);
    }
    if (settings.on === true) parts.push(':OUTP ON');
    const answer = await this.#ask(`${parts.join(';')};:SYST:ERR?`);
    const error = answer === undefined ? undefined : parseScpiError(answer);
    if (!error) return fail('supply.link.absent');
    if (error.number !== 0) {
      return fail('supply.command.refused', { number: error.number, text: error.text });
    }
    const line = await this.#ask(SUPPLY_POLL);
    const sample = line === undefined ? undefined : parseSupplyPoll(line);
    if (!sample) return fail('supply.link.absent');
    this.#report(sample);
    return ok(sample);
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#timer);
    this.#socket?.destroy();
  }
}
