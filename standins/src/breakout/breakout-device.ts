import {
  FEED_CHANNELS,
  LOAD_CHANNEL,
  MOST_CHANNELS,
  SOCKET_CHANNEL,
  SOURCE_CHANNEL
} from '@badger/core/port/breakout';
import { PAIR_CHANNEL, SENSE_CHANNELS } from '@badger/core/port/sense';
import { parseChannelList } from '@badger/core/scpi/channels';
import { parseScpiBoolean, parseScpiNumber, type ScpiUnit } from '@badger/core/scpi/message';
import { PIN_COUNT } from '@badger/core/socket/socket-reading';
import { ScpiInstrument, type ScpiHandler } from '../scpi-device.ts';
import type { UnitPins } from '../world/bench-fault.ts';
import type { SocketPins } from '../world/socket-pins.ts';

export interface BreakoutHost {
  readonly serial: string;
  /** What lies on the pins of the unit; undefined: no unit is on the clamp. */
  pins(): UnitPins | undefined;
  /** Resistance of the pair; null: nothing hangs there, undefined: something feeds the unit. Units: Ω. */
  pairOhm(): number | null | undefined;
  /** What lies on the sixteen pins; undefined: the socket hangs in the air. */
  socket(): SocketPins | undefined;
  /** A feed was switched. */
  switched(): void;
}

/** Loads of the box. Units: Ω. */
const LOAD_OHM = 12;
/** Ends of what a source gives. Units: Ω, V, Hz. */
const SOURCES = {
  RES: { unit: 'OHM', most: 1_000_000, factor: 1 },
  VOLT: { unit: 'V', most: 16, factor: 1000 },
  FREQ: { unit: 'HZ', most: 20_000, factor: 1 }
} as const;
/** What comes in front of a list of channels. */
const CHANNELS = /\(@[^)]*\)\s*$/;

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

const isIn = (first: number, count: number) => (channel: number) =>
  channel >= first && channel < first + count;
const isSocket = isIn(SOCKET_CHANNEL + 1, PIN_COUNT);
const isFeed = isIn(FEED_CHANNELS.battery, 2);
const isLoad = isIn(LOAD_CHANNEL, MOST_CHANNELS);
const isSource = isIn(SOURCE_CHANNEL, MOST_CHANNELS);

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
    ['MEAS:VOLT:PTP?', (unit) => this.#pins(unit, (pin) => (pin.swingMv / 1000).toFixed(3))],
    ['MEAS:FREQ?', (unit) => this.#pins(unit, (pin) => String(pin.edgesHz))],
    ['MEAS:RES?', (unit) => this.#ohms(unit)],
    ['ROUT:CLOS', (unit) => this.#switch(unit, true)],
    ['ROUT:OPEN', (unit) => this.#switch(unit, false)],
    ['ROUT:CLOS?', (unit) => this.#closed(unit)],
    // SOURce may be left out
    ['RES', (unit) => this.#source(unit, 'RES')],
    ['VOLT', (unit) => this.#source(unit, 'VOLT')],
    ['FREQ', (unit) => this.#source(unit, 'FREQ')],
    ['OUTP', (unit) => this.#output(unit)]
  ]);

  /** What is put on the source channels, counted from 0. Units: Ω, mV, Hz. */
  readonly sources = new Map<number, number>();
  readonly #loads = new Set<number>();
  #feeds = { battery: true, ignition: true };

  get feeds(): { readonly battery: boolean; readonly ignition: boolean } {
    return this.#feeds;
  }

  /** Load on a pin, counted from 0; undefined: none. */
  loadOhm(index: number): number | undefined {
    return this.#loads.has(index) ? LOAD_OHM : undefined;
  }

  /** Channels at the end of the parameters; an error is put into the queue for any other than `allowed`. */
  #channels(unit: ScpiUnit, allowed: (channel: number) => boolean): readonly number[] | undefined {
    const list = CHANNELS.exec(unit.parameters.join(','))?.[0] ?? '';
    const channels = parseChannelList(list);
    if (channels?.every(allowed)) return channels;
    this.error(unit.parameters.length === 0 ? -109 : -224);
    return undefined;
  }

  #pins(unit: ScpiUnit, write: (pin: SocketPins[number]) => string): string | undefined {
    const channels = this.#channels(unit, isSocket);
    const socket = this.#host.socket();
    return channels
      ?.map((c) => write(socket?.[c - SOCKET_CHANNEL - 1] ?? { mv: 3, swingMv: 4, edgesHz: 0 }))
      .join(',');
  }

  #switch(unit: ScpiUnit, on: boolean): undefined {
    const channels = this.#channels(unit, (c) => isFeed(c) || isLoad(c));
    if (!channels) return undefined;
    for (const channel of channels) {
      if (channel === FEED_CHANNELS.battery) this.#feeds.battery = on;
      else if (channel === FEED_CHANNELS.ignition) this.#feeds.ignition = on;
      else if (on) this.#loads.add(channel - LOAD_CHANNEL);
      else this.#loads.delete(channel - LOAD_CHANNEL);
    }
    if (channels.some(isFeed)) this.#host.switched();
    return undefined;
  }

  #closed(unit: ScpiUnit): string | undefined {
    const closed = (channel: number) =>
      channel === FEED_CHANNELS.battery
        ? this.#feeds.battery
        : channel === FEED_CHANNELS.ignition
          ? this.#feeds.ignition
          : this.#loads.has(channel - LOAD_CHANNEL);
    return this.#channels(unit, (c) => isFeed(c) || isLoad(c))
      ?.map((c) => (closed(c) ? '1' : '0'))
      .join(',');
  }

  /** Puts something on a source channel: ohms, volts or hertz. */
  #source(unit: ScpiUnit, kind: keyof typeof SOURCES): undefined {
    const channels = this.#channels(unit, isSource);
    if (!channels) return undefined;
    const { unit: suffix, most, factor } = SOURCES[kind];
    const parsed = parseScpiNumber(unit.parameters[0] ?? '', suffix);
    if ('error' in parsed) return this.error(parsed.error);
    if (parsed.value < 0 || parsed.value > most) return this.error(-222);
    for (const channel of channels)
      this.sources.set(channel - SOURCE_CHANNEL, parsed.value * factor);
    return undefined;
  }

  #output(unit: ScpiUnit): undefined {
    const channels = this.#channels(unit, isSource);
    if (!channels) return undefined;
    const on = parseScpiBoolean(unit.parameters[0] ?? '');
    if (on !== false) return this.error(-224);
    for (const channel of channels) this.sources.delete(channel - SOURCE_CHANNEL);
    return undefined;
  }

  #volts(unit: ScpiUnit): string | undefined {
    const channels = parseChannelList(unit.parameters.join(','));
    if (!channels) return this.error(unit.parameters.length === 0 ? -109 : -224);
    if (channels.every(isSocket)) return this.#pins(unit, (pin) => (pin.mv / 1000).toFixed(3));
    const keys = channels.map((c) => PIN_OF.get(c));
    if (keys.some((k) => k === undefined)) return this.error(-224);
    const pins = this.#host.pins();
    // a line that hangs in the air picks up a little
    const mv = keys.map((key) => (pins ? pins[key as keyof UnitPins] : 3) + this.#jitter());
    return mv.map((v) => (v / 1000).toFixed(3)).join(',');
  }

  #ohms(unit: ScpiUnit): string | undefined {
    const channels = parseChannelList(unit.parameters.join(','));
    const load = channels?.[0];
    if (channels?.length === 1 && load !== undefined && isLoad(load))
      return this.#loads.has(load - LOAD_CHANNEL)
        ? this.error(-221)
        : (LOAD_OHM * (1 + this.#jitter() / 2000)).toFixed(2);
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
