import { parseScpiBoolean, parseScpiNumber, type ScpiUnit } from '@badger/core/scpi/message';
import { ScpiInstrument, type ScpiHandler } from '../scpi-device.ts';

/** What hangs on the output. */
export interface Load {
  /** Current that the load wants at the moment. Units: mA. */
  drawMa(): number;
  /** The output came on or went off, or sagged below what the load needs. */
  power(on: boolean): void;
  /** What is left of the voltage at the terminals under load. Units: mV. */
  terminalMv?(mv: number): number;
}

/** Below this a module falls out. Units: mV. Source: common practice. */
const BROWN_OUT_MV = 9000;

/** A simulated bench supply with a current limit, spoken to in SCPI. */
export class SupplyDevice extends ScpiInstrument {
  readonly ratedMa: number;
  readonly ratedMv = 32_000;
  readonly serial: string;
  protected readonly idn: string;
  readonly #load: Load;
  #setMv = 0;
  #limitMa = 1000;
  #on = false;
  #tripped = false;
  #ripple = 0;

  constructor({ ratedMa, serial, load }: { ratedMa: number; serial: string; load: Load }) {
    super();
    this.ratedMa = ratedMa;
    this.serial = serial;
    this.#load = load;
    this.idn = `Saltmarsh,BENCH SUPPLY ${ratedMa / 1000}A,${serial},1.4`;
  }

  get on(): boolean {
    return this.#on;
  }

  /** Voltage that is set. Units: mV. */
  get setMv(): number {
    return this.#setMv;
  }

  /** Fault script: the protection lets go. */
  trip(): void {
    this.#tripped = true;
    this.#switch(false);
  }

  /** Volts and amps at the terminals now. Units: mV, mA. In limitation the voltage gives way. */
  measure(): { mv: number; ma: number } {
    if (!this.#on) return { mv: 0, ma: 0 };
    this.#ripple = (this.#ripple + 1) % 7;
    const wanted = this.#load.drawMa();
    const rippled = wanted === 0 ? 0 : wanted + (this.#ripple - 3) * Math.ceil(wanted / 60);
    const given = this.#load.terminalMv?.(this.#setMv) ?? this.#setMv;
    if (rippled <= this.#limitMa)
      return { mv: Math.max(0, given - (this.#ripple % 3) * 2), ma: rippled };
    const mv = Math.round((given * this.#limitMa) / rippled);
    return { mv, ma: this.#limitMa };
  }

  /** Called now and then: a sagging output drops the load. */
  tick(): void {
    if (this.#on && this.measure().mv < BROWN_OUT_MV) this.#load.power(false);
  }

  protected readonly handlers: ReadonlyMap<string, ScpiHandler> = new Map<string, ScpiHandler>([
    ['*RST', () => this.#reset()],
    ['MEAS:VOLT?', () => inUnits(this.measure().mv)],
    ['MEAS:CURR?', () => inUnits(this.measure().ma)],
    ['VOLT?', (unit) => this.#told(unit, { now: this.#setMv, most: this.ratedMv })],
    ['CURR?', (unit) => this.#told(unit, { now: this.#limitMa, most: this.ratedMa })],
    ['OUTP?', () => (this.#on ? '1' : '0')],
    ['OUTP:STAT?', () => (this.#on ? '1' : '0')],
    ['OUTP:PROT:TRIP?', () => (this.#tripped ? '1' : '0')],
    ['OUTP:PROT:CLE', () => void (this.#tripped = false)],
    [
      'VOLT',
      (unit) => this.#number(unit, { kind: 'V', most: this.ratedMv }, (v) => (this.#setMv = v))
    ],
    [
      'CURR',
      (unit) => this.#number(unit, { kind: 'A', most: this.ratedMa }, (v) => (this.#limitMa = v))
    ],
    ['OUTP', (unit) => this.#output(unit)],
    ['OUTP:STAT', (unit) => this.#output(unit)]
  ]);

  /** What is set, or an end of the range. */
  #told(unit: ScpiUnit, { now, most }: { now: number; most: number }): string | undefined {
    const [end = '', ...more] = unit.parameters.map((p) => p.toUpperCase());
    if (more.length > 0) return this.error(-108);
    if (end === 'MAX' || end === 'MAXIMUM') return inUnits(most);
    if (end === 'MIN' || end === 'MINIMUM') return inUnits(0);
    return end === '' ? inUnits(now) : this.error(-224);
  }

  #reset(): undefined {
    this.#setMv = 0;
    this.#limitMa = 1000;
    return this.#switch(false);
  }

  #number(
    unit: ScpiUnit,
    { kind, most }: { kind: 'V' | 'A'; most: number },
    set: (value: number) => void
  ): undefined {
    const [text, ...more] = unit.parameters;
    if (text === undefined) return this.error(-109);
    if (more.length > 0) return this.error(-108);
    const parsed = parseScpiNumber(text, kind);
    if ('error' in parsed) return this.error(parsed.error);
    const milli = Math.round(parsed.value * 1000);
    if (milli < 0 || milli > most) return this.error(-222);
    set(milli);
    return undefined;
  }

  #output(unit: ScpiUnit): undefined {
    const [text] = unit.parameters;
    if (text === undefined) return this.error(-109);
    const on = parseScpiBoolean(text);
    if (on === undefined) return this.error(-224);
    if (on && this.#tripped) return this.error(-221);
    return this.#switch(on);
  }

  #switch(on: boolean): undefined {
    if (on !== this.#on) {
      this.#on = on;
      this.#load.power(on && this.#setMv >= BROWN_OUT_MV);
    }
    return undefined;
  }
}

/** Thousandths as the supply writes them. */
const inUnits = (milli: number): string => (milli / 1000).toFixed(3);
