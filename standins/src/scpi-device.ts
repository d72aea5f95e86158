import { esrBitOf, formatScpiError } from '@badger/core/scpi/errors';
import { parseScpiLine, type ScpiUnit } from '@badger/core/scpi/message';
import type { ScpiDevice } from './scpi-server.ts';

const QUEUE_LENGTH = 16;

export type ScpiHandler = (unit: ScpiUnit) => string | undefined;

/** What every instrument has: messages cut into units, an error queue, the common commands. */
export abstract class ScpiInstrument implements ScpiDevice {
  #errors: number[] = [];
  #esr = 0x80;

  /** Who it is: maker, model, serial, firmware. */
  protected abstract readonly idn: string;
  /** What each header does; a query has a question mark. */
  protected abstract readonly handlers: ReadonlyMap<string, ScpiHandler>;

  protected readonly common: ReadonlyMap<string, ScpiHandler> = new Map<string, ScpiHandler>([
    ['*IDN?', () => this.idn],
    ['*CLS', () => this.#clear()],
    ['*OPC?', () => '1'],
    ['*OPC', () => void (this.#esr |= 1)],
    ['*ESR?', () => this.#takeEsr()],
    ['*STB?', () => String((this.#errors.length > 0 ? 4 : 0) + (this.#esr & 0x3c ? 32 : 0))],
    ['SYST:ERR?', () => formatScpiError(this.#errors.shift() ?? 0)],
    ['SYST:VERS?', () => '1999.0']
  ]);

  execute(line: string): string | undefined {
    const answers: string[] = [];
    for (const unit of parseScpiLine(line)) {
      const header = unit.query ? `${unit.header}?` : unit.header;
      const handler = this.handlers.get(header) ?? this.common.get(header);
      const answer = handler ? handler(unit) : this.error(-113);
      if (answer !== undefined) answers.push(answer);
    }
    return answers.length > 0 ? answers.join(';') : undefined;
  }

  protected error(number: number): undefined {
    this.#esr |= esrBitOf(number);
    if (this.#errors.length >= QUEUE_LENGTH) this.#errors[QUEUE_LENGTH - 1] = -350;
    else this.#errors.push(number);
    return undefined;
  }

  #clear(): undefined {
    this.#errors = [];
    this.#esr = 0;
    return undefined;
  }

  #takeEsr(): string {
    const esr = this.#esr;
    this.#esr = 0;
    return String(esr);
  }
}
