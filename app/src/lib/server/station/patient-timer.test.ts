import { createServer, connect, type AddressInfo } from 'node:net';
import { once } from 'node:events';
import { describe, expect, it } from 'vitest';
import { afterSilence } from './patient-timer.ts';

const standStill = (ms: number) => {
  const until = performance.now() + ms;
  while (performance.now() < until);
};
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('waiting for an answer', () => {
  it('hears what came while the process stood still before it calls the other side silent', async () => {
    const server = createServer((socket) => socket.on('data', (b) => socket.write(b))).listen(0);
    await once(server, 'listening');
    const socket = connect((server.address() as AddressInfo).port);
    await once(socket, 'connect');
    const seen: string[] = [];
    for (let round = 0; round < 10; round++) {
      const timer = afterSilence(40, () => seen.push('silent'));
      socket.once('data', () => {
        timer.cancel();
        seen.push('heard');
      });
      socket.write('x');
      // the far end answers in this process too: it gets two turns, then everything stands
      await new Promise((resolve) => setImmediate(resolve));
      standStill(80);
      await pause(5);
      await pause(150);
    }
    socket.destroy();
    server.close();
    expect(seen).toEqual(Array.from({ length: 10 }, () => 'heard'));
  });
  it('calls it silent in the end, and not once it was called off', async () => {
    let calls = 0;
    afterSilence(5, () => calls++);
    const off = afterSilence(5, () => (calls += 100));
    off.cancel();
    while (calls === 0) await pause(5);
    await pause(30);
    expect(calls).toBe(1);
  });
});
