import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import vectors from '../vectors/socket.json' with { type: 'json' };
import { judgeSocket, type JudgedSocket } from './judge-socket.ts';
import { SOCKET_PINS } from './socket-pins.ts';
import type { PinReading, SocketReading } from './socket-reading.ts';

const still = (mv: number): PinReading => ({ mv, swingMv: 6, edgesHz: 0 });
const talks = (mv: number): PinReading => ({ mv, swingMv: 1900, edgesHz: 40_000 });
const SOUND: Readonly<Record<number, PinReading>> = {
  ...{ 4: still(8), 5: still(4), 6: talks(2650), 14: talks(2350), 16: still(12_400) },
  7: still(12_100)
};
const reading = (change: Readonly<Record<number, PinReading>> = {}): SocketReading =>
  Array.from({ length: 16 }, (_, i) => change[i + 1] ?? SOUND[i + 1] ?? still(3));
const judged = (change?: Readonly<Record<number, PinReading>>, batteryHeld = false) =>
  judgeSocket(reading(change), { batteryHeld });
const pin = ({ pins }: JudgedSocket, number: number) => pins[number - 1]?.judgement.code;

describe('the sixteen pins', () => {
  it('carry what the reference file says (SAE J1962, ISO 15031-3, from memory)', () => {
    const words: Readonly<Record<string, string>> = {
      ...{ 'J1850 bus +': 'j1850-plus', 'chassis ground': 'chassis-ground' },
      ...{ 'signal ground': 'signal-ground', 'K line': 'k-line', 'CAN L': 'can-low' },
      'battery positive, permanent': 'battery'
    };
    expect(vectors.length).toBeGreaterThan(5);
    for (const { input, expected } of vectors)
      expect(SOCKET_PINS[input.pin - 1]?.use).toBe(words[expected]);
  });
  it('a live socket is Go, its grounds told as far as they can be', () => {
    const socket = judged();
    expect(socket.whole.verdict).toBe('go');
    expect(pin(socket, 4)).toBe('socket.ground.joined');
    expect(pin(socket, 7)).toBe('socket.line.idle');
    expect(pin(socket, 1)).toBe('socket.pin.empty');
  });
  it.each([
    ['a blown fuse', { 16: still(20) }, 16, 'stop', 'socket.battery.none'],
    ['a flat battery', { 16: still(10_900) }, 16, 'look', 'socket.battery.low'],
    ['a charger gone wild', { 16: still(16_900) }, 16, 'stop', 'socket.battery.high'],
    ['a lifted ground', { 4: still(1800) }, 4, 'stop', 'socket.ground.lifted'],
    ['a ground below', { 5: still(-900) }, 5, 'stop', 'socket.ground.lifted'],
    ['a sleeping vehicle', { 6: still(3), 14: still(3) }, 6, 'look', 'socket.pair.dead'],
    ['a quiet pair', { 6: still(2500), 14: still(2500) }, 14, 'look', 'socket.pair.quiet'],
    ['a pair turned round', { 6: talks(2350), 14: talks(2650) }, 6, 'stop', 'socket.pair.swapped'],
    ['high on ground', { 6: still(20) }, 6, 'stop', 'socket.pair.short'],
    ['low on battery', { 14: still(12_300) }, 14, 'stop', 'socket.pair.short'],
    ['high open', { 6: still(2500) }, 6, 'stop', 'socket.pair.half'],
    ['levels that no pair has', { 6: still(4100), 14: still(1200) }, 6, 'look', 'socket.pair.odd']
  ] as const)('%s', (...[, change, number, verdict, code]) => {
    const socket = judged(change);
    expect(pin(socket, number)).toBe(code);
    expect(socket.whole.verdict).toBe(verdict);
  });
  it('a line whose movement was not measured is not called open', () => {
    const unmeasured = { mv: 2350, swingMv: null, edgesHz: null };
    expect(pin(judged({ 14: unmeasured }), 6)).toBe('socket.pin.unread');
    expect(judged({ 14: unmeasured }).whole.verdict).toBe('look');
  });
  it('a feed that the box holds back is no blown fuse', () => {
    expect(pin(judged({ 16: still(20) }, true), 16)).toBe('socket.battery.switched');
  });
  it.each([undefined, [], reading().slice(1)])(
    'no reading, or half of one, is never Go',
    (none) => {
      expect(judgeSocket(none, { batteryHeld: false }).whole.verdict).not.toBe('go');
    }
  );
  it('a pin that is not measured any more never moves the whole towards Go', () => {
    const rank = { go: 0, look: 1, stop: 2, none: 3 };
    const mv = fc.constantFrom(
      -900,
      3,
      20,
      900,
      1200,
      2350,
      2500,
      2650,
      4100,
      11_000,
      12_400,
      17_000
    );
    const any = fc.record({
      mv,
      swingMv: fc.constantFrom(6, 1900),
      edgesHz: fc.constantFrom(0, 40_000)
    });
    const numbers = fc.constantFrom(4, 5, 6, 14, 16);
    fc.assert(
      fc.property(fc.array(any, { minLength: 16, maxLength: 16 }), numbers, (all, number) => {
        const lost = all.map((p, i) =>
          i === number - 1 ? { mv: null, swingMv: null, edgesHz: null } : p
        );
        const worse = judgeSocket(lost, { batteryHeld: false }).whole.verdict;
        expect(worse).not.toBe('go');
        expect(rank[worse]).toBeLessThan(3);
      }),
      { numRuns: 400 }
    );
  });
});
