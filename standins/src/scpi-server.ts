import { createServer, type Server } from 'node:net';

/** An instrument that is spoken to in program messages. */
export interface ScpiDevice {
  /** One program message; the answer line, or undefined when nothing was asked. */
  execute(line: string): string | undefined;
}

/** Longest program message that is taken. Units: bytes. */
const MAX_LINE = 4096;

/** SCPI over a plain TCP socket: program messages and answers end with LF. */
export function createScpiServer(device: ScpiDevice): Server {
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
