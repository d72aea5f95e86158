import { judge, type Judgement } from '../base/verdict.ts';
import type { PinReading, SocketReading } from './socket-reading.ts';
import { SOCKET_PINS, type SocketPin } from './socket-pins.ts';

export interface JudgedPin extends SocketPin {
  readonly reading: PinReading | undefined;
  /** `none` where it is only told what the pin shows. */
  readonly judgement: Judgement;
}

export interface JudgedSocket {
  readonly pins: readonly JudgedPin[];
  readonly whole: Judgement;
}

/** What is known about the feeds: of a loose unit the box may hold the battery back. */
export interface SocketFacts {
  readonly batteryHeld: boolean;
}

/** Limits. Units: mV. Source: common practice, except the levels of the pair: ISO 11898-2, from memory. */
export const SOCKET_LIMITS = {
  noneMv: 1000,
  lowMv: 11_500,
  highMv: 15_500,
  groundMv: 200,
  recessiveMinMv: 2000,
  recessiveMaxMv: 3000,
  /** A driven line moves by at least so much. */
  swingMv: 500,
  restMv: 300
} as const;
const L = SOCKET_LIMITS;

type Figure = number | null | undefined;
const isFigure = (value: Figure): value is number =>
  typeof value === 'number' && Number.isFinite(value);
/** Does the line move? Undefined where that was not measured. */
const movement = (pin: PinReading | undefined) =>
  isFigure(pin?.swingMv) && isFigure(pin.edgesHz)
    ? pin.swingMv >= L.swingMv && pin.edgesHz > 0
    : undefined;
const moves = (pin: PinReading | undefined) => movement(pin) === true;

/**
 * Judges the sixteen pins of a diagnostic socket, measured against the ground lead of the box. Go as a whole needs battery
 * and a pair that talks; a ground that carries nothing loses nothing, so it is never Go by itself. Total.
 * Example: 12.4 V on 16, the pair at 2.5 V and silent: Look.
 */
export function judgeSocket(reading: SocketReading | undefined, facts: SocketFacts): JudgedSocket {
  const of = (pin: number) => reading?.[pin - 1];
  const batteryMv = of(16)?.mv;
  const pair = judgePair(of(6), of(14), batteryMv);
  const pins = SOCKET_PINS.map((pin): JudgedPin => {
    const own = of(pin.pin);
    const judgement = judgePin(pin, own, { pair, facts }) ?? describePin(pin, own, batteryMv);
    return { ...pin, reading: own, judgement };
  });
  return { pins, whole: judgeWhole(pins, reading) };
}

function judgePin(
  pin: SocketPin,
  own: PinReading | undefined,
  { pair, facts }: { pair: Judgement; facts: SocketFacts }
): Judgement | undefined {
  const { use } = pin;
  if (use === 'battery') return judgeBattery(own?.mv, facts);
  if (isGround(pin)) return judgeGround(own?.mv);
  return use === 'can-high' || use === 'can-low' ? pair : undefined;
}

function judgeBattery(mv: Figure, { batteryHeld }: SocketFacts): Judgement {
  if (!isFigure(mv)) return judge('look', 'socket.pin.unread');
  if (mv < L.noneMv && batteryHeld) return judge('look', 'socket.battery.switched');
  if (mv < L.noneMv) return judge('stop', 'socket.battery.none', { mv });
  if (mv < L.lowMv) return judge('look', 'socket.battery.low', { mv });
  if (mv > L.highMv) return judge('stop', 'socket.battery.high', { mv });
  return judge('go', 'socket.battery.good', { mv });
}

/** Unloaded, a ground may look sound and not be: it is never Go. */
function judgeGround(mv: Figure): Judgement {
  if (!isFigure(mv)) return judge('look', 'socket.pin.unread');
  return Math.abs(mv) > L.groundMv
    ? judge('stop', 'socket.ground.lifted', { mv })
    : judge('look', 'socket.ground.joined', { mv });
}

function judgePair(
  high: PinReading | undefined,
  low: PinReading | undefined,
  batteryMv: Figure
): Judgement {
  const [highMv, lowMv] = [high?.mv, low?.mv];
  if (!isFigure(highMv) || !isFigure(lowMv)) return judge('look', 'socket.pin.unread');
  const both = { highMv, lowMv };
  const short =
    shortOf({ line: 'high', mv: highMv, other: lowMv }, batteryMv) ??
    shortOf({ line: 'low', mv: lowMv, other: highMv }, batteryMv);
  if (short) return short;
  if (highMv < L.noneMv && lowMv < L.noneMv) return judge('look', 'socket.pair.dead', both);
  const [highMoves, lowMoves] = [movement(high), movement(low)];
  if (highMoves === undefined || lowMoves === undefined) return judge('look', 'socket.pin.unread');
  if (highMoves && lowMoves)
    return highMv >= lowMv
      ? judge('go', 'socket.pair.talks', both)
      : judge('stop', 'socket.pair.swapped', both);
  if (highMoves !== lowMoves)
    return judge('stop', 'socket.pair.half', { line: highMoves ? 'low' : 'high' });
  const rests = (mv: number) => mv >= L.recessiveMinMv && mv <= L.recessiveMaxMv;
  return rests(highMv) && rests(lowMv)
    ? judge('look', 'socket.pair.quiet', both)
    : judge('look', 'socket.pair.odd', both);
}

/** One line lies on ground or battery while the other does not rest there too. */
function shortOf(
  { line, mv, other }: { line: 'high' | 'low'; mv: number; other: number },
  batteryMv: Figure
): Judgement | undefined {
  if (mv < L.restMv && other >= L.noneMv)
    return judge('stop', 'socket.pair.short', { line, to: 'ground', mv });
  const fed = isFigure(batteryMv) && batteryMv > L.lowMv / 2;
  return fed && mv > batteryMv - L.noneMv
    ? judge('stop', 'socket.pair.short', { line, to: 'battery', mv })
    : undefined;
}

/** What a pin shows, without a verdict. */
function describePin(
  { use }: SocketPin,
  own: PinReading | undefined,
  batteryMv: Figure
): Judgement {
  const mv = own?.mv;
  if (!isFigure(mv)) return judge('none', 'socket.pin.unread');
  const fed = isFigure(batteryMv) && batteryMv > L.noneMv;
  if (use === 'k-line' || use === 'l-line') {
    if (moves(own)) return judge('none', 'socket.line.talks', { mv });
    return fed && mv >= batteryMv * 0.7
      ? judge('none', 'socket.line.idle', { mv })
      : judge('none', 'socket.line.none', { mv });
  }
  if (moves(own)) return judge('none', 'socket.pin.moves', { edgesHz: own?.edgesHz ?? 0 });
  if (fed && mv >= batteryMv - L.noneMv) return judge('none', 'socket.pin.fed', { mv });
  return Math.abs(mv) < L.groundMv
    ? judge('none', 'socket.pin.empty')
    : judge('none', 'socket.pin.level', { mv });
}

const isGround = ({ use }: SocketPin) => use === 'chassis-ground' || use === 'signal-ground';

function judgeWhole(pins: readonly JudgedPin[], reading: SocketReading | undefined): Judgement {
  if (!reading || reading.length !== SOCKET_PINS.length)
    return judge('look', 'socket.whole.unread');
  const numbers = (list: readonly JudgedPin[]) => list.map((p) => p.pin).join(', ');
  const stopped = numbers(pins.filter((p) => p.judgement.verdict === 'stop'));
  if (stopped !== '') return judge('stop', 'socket.whole.stop', { pins: stopped });
  // grounds that are joined are as much as can be told without load
  const open = numbers(
    pins.filter((p) => p.judgement.verdict === 'look' && !(isGround(p) && isFigure(p.reading?.mv)))
  );
  return open === ''
    ? judge('go', 'socket.whole.sound')
    : judge('look', 'socket.whole.look', { pins: open });
}
