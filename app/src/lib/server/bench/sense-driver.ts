import type { SenseReading } from '@badger/core/diagnosis/evidence';
import { PAIR_CHANNEL, SENSE_CHANNELS, type SensePort } from '@badger/core/port/sense';
import { formatChannelList } from '@badger/core/scpi/channels';
import { parseScpiReading } from '@badger/core/scpi/numbers';
import { parseScpiError } from '@badger/core/supply/scpi-client';
import { LineInstrument, type LineAddress } from './line-instrument.ts';

const CHANNELS = formatChannelList(Object.values(SENSE_CHANNELS));

/** A breakout box with sense lines at the pins of the unit, in SCPI. */
export class ScpiSense implements SensePort {
  readonly #line: LineInstrument;
  idn = '';

  constructor(at: LineAddress & { readonly onState: () => void }) {
    this.#line = new LineInstrument(at, {
      onConnect: () => void this.#greet().then(at.onState),
      onLost: () => {
        this.idn = '';
        at.onState();
      }
    });
  }

  get present(): boolean {
    return this.idn !== '';
  }

  async #greet(): Promise<void> {
    this.idn = (await this.#line.turn(() => this.#line.ask('*IDN?'))) ?? '';
  }

  async measure(): Promise<SenseReading | undefined> {
    const line = await this.ask(`MEAS:VOLT? ${CHANNELS}`);
    const volts = line?.split(',').map((part) => parseScpiReading(part));
    if (volts?.length !== Object.keys(SENSE_CHANNELS).length) return undefined;
    const [feedMv, groundMv, ignitionMv, highMv, lowMv] = volts.map((v) =>
      v === undefined || !Number.isFinite(v) ? null : Math.round(v * 1000)
    ) as [number | null, number | null, number | null, number | null, number | null];
    return { feedMv, groundMv, ignitionMv, highMv, lowMv };
  }

  async measurePair(): Promise<number | undefined> {
    const line = await this.ask(`MEAS:RES? ${formatChannelList([PAIR_CHANNEL])}`);
    const ohm = line === undefined ? undefined : parseScpiReading(line);
    return ohm !== undefined && ohm >= 0 ? ohm : undefined;
  }

  /** A question is asked with one for errors behind it: what is refused would be answered by nothing. */
  protected async ask(question: string): Promise<string | undefined> {
    const answer = await this.exchange(`*CLS;:${question};:SYST:ERR?`);
    const cut = answer?.lastIndexOf(';') ?? -1;
    if (answer === undefined || cut < 0) return undefined;
    return parseScpiError(answer.slice(cut + 1))?.number === 0 ? answer.slice(0, cut) : undefined;
  }

  protected exchange(line: string): Promise<string | undefined> {
    return this.#line.turn(() => this.#line.ask(line));
  }

  close(): void {
    this.#line.close();
  }
}
