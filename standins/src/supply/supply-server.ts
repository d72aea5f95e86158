import { createServer, type Server } from 'node:net';
import type { SupplyDevice } from './supply-device.ts';

/** Longest program message that is taken. Units: bytes. */
const MAX_LINE = 4096;

/** SCPI over a plain TCP socket: program messages and answers end with LF. */
export function createSupplyServer(device: SupplyDevice): Server {
  return createServer((socket) => {
    socket.setNoDelay(true);
    let rest = '';
    socket.on('data', (chunk) => {
      rest += chunk.toString('latin1');
      const lines = rest.split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > MAX_LINE) rest = '';
      for (const line of lines) {
        const answer = device.execute(line.replace(/\r$/, ''));
        if (answer !== undefined) socket.write(`${answer}\n`);
      }
    });
  });
}
