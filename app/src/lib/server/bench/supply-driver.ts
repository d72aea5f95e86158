import { fail, ok, type Result } from '@badger/core/base/result';
import type {
  SupplyDialect,
  SupplyPort,
  SupplySample,
  SupplySettings
} from '@badger/core/port/supply';
import { LineInstrument, type LineAddress } from './line-instrument.ts';

/** From one reading to the next. Units: ms. */
const POLL_MS = 100;
/** What is between the end of a slow reading and the next one. Units: ms. */
const PAUSE_MS = 20;

/** A supply that is spoken to in lines of text over a socket. */
export interface SupplyAddress extends LineAddress {
  readonly onSample: (sample: SupplySample | undefined) => void;
}

/** Keeps the line to one supply, polls it, and passes settings on one after the other, in the dialect that it speaks. */
export class LineSupply implements SupplyPort {
  readonly #dialect: SupplyDialect;
  readonly #onSample: (sample: SupplySample | undefined) => void;
  /** One reading or one change at a time: a reading never mixes before and after. */
  readonly #line: LineInstrument;
  #timer: NodeJS.Timeout | undefined;
  latest: SupplySample | undefined;
  idn = '';

  constructor(dialect: SupplyDialect, options: SupplyAddress) {
    this.#dialect = dialect;
    this.#onSample = options.onSample;
    this.#line = new LineInstrument(options, {
      onConnect: () => void this.#greet(),
      onLost: () => {
        clearTimeout(this.#timer);
        this.idn = '';
        this.#report(undefined);
      }
    });
  }

  async #greet(): Promise<void> {
    this.idn = (await this.#line.turn(() => this.#line.ask(this.#dialect.who))) ?? '';
    void this.#poll();
  }

  async #poll(): Promise<void> {
    const begun = performance.now();
    this.#report(await this.#line.turn(() => this.#measure()));
    if (this.#line.closed || !this.#line.connected) return;
    const waitMs = Math.max(PAUSE_MS, POLL_MS - (performance.now() - begun));
    this.#timer = setTimeout(() => void this.#poll(), waitMs);
  }

  async #measure(): Promise<SupplySample | undefined> {
    const answers: string[] = [];
    for (const question of this.#dialect.poll) {
      const answer = await this.#line.ask(question);
      if (answer === undefined) return undefined;
      answers.push(answer);
    }
    return this.#dialect.parsePoll(answers);
  }

  #report(sample: SupplySample | undefined): void {
    this.latest = sample;
    this.#onSample(sample);
  }

  /**
   * Sets voltage, limit and output, then asks the supply for its error queue and takes a fresh reading.
   * Errors: `supply.link.absent`, `supply.command.refused` with the supply's own number and text.
   */
  apply(settings: SupplySettings): Promise<Result<SupplySample>> {
    return this.#line.turn(() => this.#change(settings));
  }

  async #change(settings: SupplySettings): Promise<Result<SupplySample>> {
    const before = this.latest;
    if (!before) return fail('supply.link.absent');
    for (const step of this.#dialect.change(settings, before)) {
      const answer = await this.#line.ask(step.join('\n'));
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
    clearTimeout(this.#timer);
    this.#line.close();
  }
}
