import type { Result } from '../base/result.ts';
import type { SocketReading } from '../socket/socket-reading.ts';
import type { SensePort } from './sense.ts';

/** Which of the two feeds the box passes on to a loose unit. */
export interface Feeds {
  readonly battery: boolean;
  readonly ignition: boolean;
}

/** What is put in the place of a sensor. Units: Ω, mV or Hz. */
export interface Stimulus {
  readonly signal: 'resistance' | 'voltage' | 'frequency';
  readonly value: number;
}

/**
 * A breakout box: sense lines, the sixteen pins of the diagnostic socket, feeds that are switched apart, sources in the
 * place of sensors and loads in the place of actuators.
 * Errors of what changes something: `breakout.link.absent`, `breakout.command.refused` with number and text of the box.
 */
export interface BreakoutPort extends SensePort {
  /** Undefined when it does not answer, or has no such pins. */
  readSocket(): Promise<SocketReading | undefined>;
  /** Undefined when it does not answer, or switches no feeds. */
  readFeeds(): Promise<Feeds | undefined>;
  switchFeeds(feeds: Partial<Feeds>): Promise<Result<true>>;
  /** Puts something on a source channel; undefined takes it away. */
  apply(channel: number, stimulus: Stimulus | undefined): Promise<Result<true>>;
  /** Puts a load on its pin, or takes it away. */
  switchLoad(channel: number, on: boolean): Promise<Result<true>>;
  /** Resistance of a load that is not on its pin. Units: Ω. */
  measureLoad(channel: number): Promise<number | undefined>;
}

/** Channels of the box; the list in words: docs/breakout.md. */
export const SOCKET_CHANNEL = 200;
export const FEED_CHANNELS = { battery: 301, ignition: 302 } as const;
export const LOAD_CHANNEL = 311;
export const SOURCE_CHANNEL = 401;
/** Sources and loads that a box has at most. */
export const MOST_CHANNELS = 8;
