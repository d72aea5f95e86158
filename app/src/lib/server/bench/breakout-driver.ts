import { fail, ok, type Result } from '@badger/core/base/result';
import {
  FEED_CHANNELS,
  SOCKET_CHANNEL,
  type BreakoutPort,
  type Feeds,
  type Stimulus
} from '@badger/core/port/breakout';
import { formatChannelList } from '@badger/core/scpi/channels';
import { parseScpiReading } from '@badger/core/scpi/numbers';
import { PIN_COUNT, type SocketReading } from '@badger/core/socket/socket-reading';
import { parseScpiError } from '@badger/core/supply/scpi-client';
import { ScpiSense } from './sense-driver.ts';

const PINS = formatChannelList(Array.from({ length: PIN_COUNT }, (_, i) => SOCKET_CHANNEL + 1 + i));
const FEEDS = formatChannelList(Object.values(FEED_CHANNELS));

/** How a source is told what to give; volts are written as volts. */
const SOURCE: Record<Stimulus['signal'], (value: number) => string> = {
  resistance: (ohm) => `SOUR:RES ${ohm}`,
  voltage: (mv) => `SOUR:VOLT ${(mv / 1000).toFixed(3)}`,
  frequency: (hz) => `SOUR:FREQ ${hz}`
};

/** A breakout box in SCPI: sense lines, socket pins, feeds, loads and sources. Channels: docs/breakout.md. */
export class ScpiBreakout extends ScpiSense implements BreakoutPort {
  async readSocket(): Promise<SocketReading | undefined> {
    const [volts, swings, edges] = [
      await this.#figures(`MEAS:VOLT? ${PINS}`, PIN_COUNT),
      await this.#figures(`MEAS:VOLT:PTP? ${PINS}`, PIN_COUNT),
      await this.#figures(`MEAS:FREQ? ${PINS}`, PIN_COUNT)
    ];
    if (!volts || !swings || !edges) return undefined;
    const milli = (value: number | null | undefined) =>
      value === null || value === undefined ? null : Math.round(value * 1000);
    return volts.map((value, i) => ({
      mv: milli(value),
      swingMv: milli(swings[i]),
      edgesHz: edges[i] ?? null
    }));
  }

  async readFeeds(): Promise<Feeds | undefined> {
    const line = await this.ask(`ROUT:CLOS? ${FEEDS}`);
    const [, battery, ignition] = /^\s*([01])\s*,\s*([01])\s*$/.exec(line ?? '') ?? [];
    return battery === undefined
      ? undefined
      : { battery: battery === '1', ignition: ignition === '1' };
  }

  async switchFeeds(feeds: Partial<Feeds>): Promise<Result<true>> {
    for (const [name, on] of Object.entries(feeds) as [keyof Feeds, boolean][]) {
      const done = await this.#order(relay(on, FEED_CHANNELS[name]));
      if (!done.ok) return done;
    }
    return ok(true);
  }

  apply(channel: number, stimulus: Stimulus | undefined): Promise<Result<true>> {
    const list = formatChannelList([channel]);
    return this.#order(
      stimulus ? `${SOURCE[stimulus.signal](stimulus.value)},${list}` : `OUTP OFF,${list}`
    );
  }

  switchLoad(channel: number, on: boolean): Promise<Result<true>> {
    return this.#order(relay(on, channel));
  }

  async measureLoad(channel: number): Promise<number | undefined> {
    const line = await this.ask(`MEAS:RES? ${formatChannelList([channel])}`);
    const ohm = line === undefined ? undefined : parseScpiReading(line);
    return ohm !== undefined && Number.isFinite(ohm) && ohm > 0 ? ohm : undefined;
  }

  /** So many numbers; null for one that was not measured, undefined for an answer that is none. */
  async #figures(question: string, count: number): Promise<(number | null)[] | undefined> {
    const parts = (await this.ask(question))?.split(',');
    if (parts?.length !== count) return undefined;
    return parts.map((part) => {
      const value = parseScpiReading(part);
      return value !== undefined && Number.isFinite(value) ? value : null;
    });
  }

  /** An order with the question for errors behind it: the box has taken it, or says why not. */
  async #order(order: string): Promise<Result<true>> {
    const answer = await this.exchange(`*CLS;:${order};:SYST:ERR?`);
    const error = answer === undefined ? undefined : parseScpiError(answer);
    if (!error) return fail('breakout.link.absent');
    return error.number === 0 ? ok(true) : fail('breakout.command.refused', error);
  }
}

const relay = (on: boolean, channel: number) =>
  `ROUT:${on ? 'CLOS' : 'OPEN'} ${formatChannelList([channel])}`;
