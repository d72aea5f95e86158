// Sense lines that answer wrong, late, in another locale or not at all: nothing is ever taken for a measured value.
import { createServer, type Server } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { ScpiSense } from '../app/src/lib/server/bench/sense-driver.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';
import { until } from './support/shop.ts';

const NO_ERROR = '0,"No error"';
let close: (() => void) | undefined;
let sense: ScpiSense | undefined;
afterEach(() => {
  sense?.close();
  close?.();
});

/** An instrument that gives the same answer to everything but who it is. */
async function instrument(answer: string | undefined): Promise<ScpiSense> {
  const server: Server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.on('data', (chunk) => {
      if (String(chunk).includes('*IDN?')) socket.write('Somebody,Something,1,1\n');
      else if (answer !== undefined) socket.write(`${answer}\n`);
    });
  });
  close = trackSockets(server);
  const made = new ScpiSense({
    host: '127.0.0.1',
    port: await listen(server),
    onState: () => undefined
  });
  sense = made;
  await until(() => made.present);
  return made;
}

describe('sense lines', () => {
  it('five numbers are volts, each on its pin; infinity and not-a-number are not measured', async () => {
    const made = await instrument(`13.412,0.021,9.91E37,2.950,9.9E37;${NO_ERROR}`);
    expect(await made.measure()).toEqual({
      ...{ feedMv: 13_412, groundMv: 21, ignitionMv: null, highMv: 2950, lowMv: null }
    });
  });
  it.each([
    ['another locale', `13,412,0,021,13,4,2,95,2,05;${NO_ERROR}`],
    ['four numbers', `13.4,0.02,13.4,2.95;${NO_ERROR}`],
    ['an error behind them', '13.4,0.02,13.4,2.95,2.05;-350,"Queue overflow"'],
    ['no word about errors', '13.4,0.02,13.4,2.95,2.05'],
    ['nonsense', 'I am a teapot'],
    ['nothing', '']
  ])('%s is no reading', async (_, answer) => {
    const made = await instrument(answer);
    expect(await made.measure()).toBeUndefined();
    expect(await made.measurePair()).toBeUndefined();
  });
  it('an instrument that says nothing is given up after a moment, and is there again', async () => {
    const made = await instrument(undefined);
    expect(await made.measure()).toBeUndefined();
    await until(() => made.present, 10_000);
  });
  it.each([
    ['61.20', 61.2],
    ['9.9E37', Number.POSITIVE_INFINITY],
    ['9.91E37', undefined],
    ['-4', undefined]
  ])('a pair of %s', async (text, ohm) => {
    const made = await instrument(`${text};${NO_ERROR}`);
    expect(await made.measurePair()).toBe(ohm);
  });
});
