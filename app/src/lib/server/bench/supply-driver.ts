import { createConnection, type Socket } from 'node:net';
import pLimit from 'p-limit';
import { fail, ok, type Result } from '@badger/core/base/result';
import type {
  SupplyDialect,
  SupplyPort,
  SupplySample,
  SupplySettings
} from '@badger/core/port/supply';
import { afterSilence } from '../station/patient-timer.ts';

const POLL_MS = 200;
const ANSWER_TIMEOUT_MS = 1000;
const RECONNECT_MS = 1000;
const MAX_LINE = 4096;

/** A supply that is spoken to in lines of text over a socket. */
export interface SupplyAddress {
  readonly host: string;
  readonly port: number;
  readonly onSample: (sample: SupplySample | undefined) => void;
}

/** Keeps the line to one supply, polls it, and passes settings on one after the other, in the dialect that it speaks. */
export class LineSupply implements SupplyPort {
  readonly #dialect: SupplyDialect;
  readonly #host: string;
  readonly #port: number;
  readonly #onSample: (sample: SupplySample | undefined) => void;
  #socket: Socket | undefined;
  #rest = '';
  #waiter: ((line: string | undefined) => void) | undefined;
  /** One reading or one change at a time: a reading never mixes before and after. */
  readonly #turn = pLimit(1);
  #timer: NodeJS.Timeout | undefined;
  #closed = false;
  latest: SupplySample | undefined;
  idn = '';

  constructor(dialect: SupplyDialect, options: SupplyAddress) {
    this.#dialect = dialect;
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
    this.idn = (await this.#turn(() => this.#ask(this.#dialect.who))) ?? '';
    void this.#poll();
  }

  async #poll(): Promise<void> {
    this.#report(await this.#turn(() => this.#measure()));
    if (this.#closed || !this.#socket || this.#socket.destroyed) return;
    this.#timer = setTimeout(() => void this.#poll(), POLL_MS);
  }

  async #measure(): Promise<SupplySample | undefined> {
    const answers: string[] = [];
    for (const question of this.#dialect.poll) {
      const answer = await this.#ask(question);
      if (answer === undefined) return undefined;
      answers.push(answer);
    }
    return this.#dialect.parsePoll(answers);
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

  /** Sends lines of which the last is a question, and waits for its answer; undefined when none comes. */
  #ask(text: string): Promise<string | undefined> {
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

  /**
   * Sets voltage, limit and output, then asks the supply for its error queue and takes a fresh reading.
   * Errors: `supply.link.absent`, `supply.command.refused` with the supply's own number and text.
   */
  apply(settings: SupplySettings): Promise<Result<SupplySample>> {
    return this.#turn(() => this.#change(settings));
  }

  async #change(settings: SupplySettings): Promise<Result<SupplySample>> {
    const before = this.latest;
    if (!before) return fail('supply.link.absent');
    for (const step of this.#dialect.change(settings, before)) {
      const answer = await this.#ask(step.join('\n'));
      const error = answer === undefined ? undefined : this.#dialect.parseTaken(answer);
      if (!error) return fail('supply.link.absent');
      if (error.number !== 0)
        return fail('supply.command.refused', { number: error.number, text: error.text });
    }
    const sample = await this.#measure();
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
