import { PAIR_CHANNEL, SENSE_CHANNELS } from '@badger/core/port/sense';
import { parseChannelList } from '@badger/core/scpi/channels';
import type { ScpiUnit } from '@badger/core/scpi/message';
import { ScpiInstrument, type ScpiHandler } from '../scpi-device.ts';
import type { UnitPins } from '../world/bench-fault.ts';

export interface BreakoutHost {
  readonly serial: string;
  /** What lies on the pins of the unit; undefined: no unit is on the clamp. */
  pins(): UnitPins | undefined;
  /** Resistance of the pair; null: nothing hangs there, undefined: something feeds the unit. Units: Ω. */
  pairOhm(): number | null | undefined;
}

/** "Infinity" as an instrument writes it. Source: SCPI-1999 vol. 1, from memory. */
const OVERLOAD = '9.9E37';

/** Which pin each channel of the sense lines lies on. */
const PIN_OF: ReadonlyMap<number, keyof UnitPins> = new Map<number, keyof UnitPins>([
  [SENSE_CHANNELS.feed, 'feedMv'],
  [SENSE_CHANNELS.ground, 'groundMv'],
  [SENSE_CHANNELS.ignition, 'ignitionMv'],
  [SENSE_CHANNELS.high, 'highMv'],
  [SENSE_CHANNELS.low, 'lowMv']
]);

/** A breakout box: sense lines at the pins of the unit, read channel by channel. */
export class BreakoutDevice extends ScpiInstrument {
  protected readonly idn: string;
  readonly #host: BreakoutHost;
  #wobble = 0;

  constructor(host: BreakoutHost) {
    super();
    this.#host = host;
    this.idn = `Saltmarsh,BREAKOUT 16,${host.serial},0.9`;
  }

  protected readonly handlers: ReadonlyMap<string, ScpiHandler> = new Map<string, ScpiHandler>([
    ['MEAS:VOLT?', (unit) => this.#volts(unit)],
    ['MEAS:RES?', (unit) => this.#ohms(unit)]
  ]);

  #volts(unit: ScpiUnit): string | undefined {
    const channels = parseChannelList(unit.parameters.join(','));
    if (!channels) return this.error(unit.parameters.length === 0 ? -109 : -224);
    const keys = channels.map((c) => PIN_OF.get(c));
    if (keys.some((k) => k === undefined)) return this.error(-224);
    const pins = this.#host.pins();
    // a line that hangs in the air picks up a little
    const mv = keys.map((key) => (pins ? pins[key as keyof UnitPins] : 3) + this.#jitter());
    return mv.map((v) => (v / 1000).toFixed(3)).join(',');
  }

  #ohms(unit: ScpiUnit): string | undefined {
    const channels = parseChannelList(unit.parameters.join(','));
    if (channels?.length !== 1 || channels[0] !== PAIR_CHANNEL) return this.error(-224);
    const ohm = this.#host.pairOhm();
    if (ohm === undefined) return this.error(-221);
    return ohm === null ? OVERLOAD : (ohm * (1 + this.#jitter() / 2000)).toFixed(2);
  }

  /** The last digits never stand still. Units: mV. */
  #jitter(): number {
    this.#wobble = (this.#wobble + 3) % 7;
    return this.#wobble - 3;
  }
}
