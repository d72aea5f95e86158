import type { None } from '../base/codes.ts';

/** What `socket` tells: findings by pin, each with its figures. */
export interface SocketCodes {
  'socket.pin.unread': None;
  'socket.battery.good': { mv: number };
  'socket.battery.none': { mv: number };
  'socket.battery.low': { mv: number };
  'socket.battery.high': { mv: number };
  'socket.battery.switched': None;
  'socket.ground.joined': { mv: number };
  'socket.ground.lifted': { mv: number };
  'socket.pair.talks': { highMv: number; lowMv: number };
  'socket.pair.quiet': { highMv: number; lowMv: number };
  'socket.pair.dead': { highMv: number; lowMv: number };
  'socket.pair.swapped': { highMv: number; lowMv: number };
  'socket.pair.short': { line: string; to: string; mv: number };
  'socket.pair.half': { line: string };
  'socket.pair.odd': { highMv: number; lowMv: number };
  'socket.line.idle': { mv: number };
  'socket.line.talks': { mv: number };
  'socket.line.none': { mv: number };
  'socket.pin.fed': { mv: number };
  'socket.pin.moves': { edgesHz: number };
  'socket.pin.level': { mv: number };
  'socket.pin.empty': None;
  'socket.whole.sound': None;
  'socket.whole.unread': None;
  'socket.whole.look': { pins: string };
  'socket.whole.stop': { pins: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends SocketCodes {}
}
