import { createServer, type Server, type Socket } from 'node:net';
import { encodeAscii, readUintLe } from '@badger/core/base/bytes';
import { ACK, BUS_SPI, COMMANDS, NAK } from '@badger/core/flasher/codec';
import type { Contact } from './contact.ts';
import type { SpiChip } from './spi-chip.ts';

/** What the programmer's socket or clip holds at this moment. */
export interface ProgrammerHost {
  readonly name: string;
  chip(): SpiChip | undefined;
  readonly contact: Contact;
  /** Cuts the connection, or says nothing, after so many more SPI operations. */
  linkFault: { readonly kind: 'drop' | 'silent' | 'refuse'; afterOperations: number } | undefined;
}

/** Clocks that the programmer can make, fastest first. Units: Hz. */
const CLOCKS_HZ = [12_000_000, 6_000_000, 3_000_000, 1_500_000, 750_000, 375_000, 187_500, 93_750];
const SERIAL_BUFFER_BYTES = 0xffff;
const LONGEST_BYTES = 65_536;

/** Every command that is answered, with the length of its parameters. The parallel ones are there for general clients. */
const PARAMETERS = new Map<number, number>([
  ...[0x00, 0x01, 0x02, 0x03, 0x04, 0x05, 0x06, 0x07, 0x08].map((c): [number, number] => [c, 0]),
  [0x09, 3],
  [0x0a, 6],
  [0x0b, 0],
  [0x0c, 4],
  [0x0e, 4],
  [0x0f, 0],
  [0x10, 0],
  [0x11, 0],
  [0x12, 1],
  [0x13, 6],
  [0x14, 4],
  [0x15, 1]
]);
const PARALLEL = new Set([0x06, 0x07, 0x09, 0x0a, 0x0b, 0x0c, 0x0e, 0x0f]);

/** A chip programmer on a TCP port, one client at a time. Speaks the serial flasher protocol, version 1. */
export function createProgrammerServer(host: ProgrammerHost): Server {
  let current: Socket | undefined;
  return createServer((socket) => {
    // the newest client has it, as with a serial port that was plugged out and in again
    current?.destroy();
    current = socket;
    const session = new ProgrammerSession(host, socket);
    socket.setNoDelay(true);
    socket.on('data', (chunk) => session.take(chunk));
    socket.on('error', () => socket.destroy());
  });
}

class ProgrammerSession {
  readonly #host: ProgrammerHost;
  readonly #socket: Socket;
  #pending: Uint8Array = new Uint8Array(0);
  #clockHz = CLOCKS_HZ.at(-3) as number;
  #pins = true;

  constructor(host: ProgrammerHost, socket: Socket) {
    this.#host = host;
    this.#socket = socket;
  }

  take(chunk: Uint8Array): void {
    const joined = new Uint8Array(this.#pending.length + chunk.length);
    joined.set(this.#pending);
    joined.set(chunk, this.#pending.length);
    this.#pending = joined;
    for (;;) {
      const length = this.#lengthOfNext();
      if (length === undefined || this.#pending.length < length) return;
      const command = this.#pending.slice(0, length);
      this.#pending = this.#pending.subarray(length);
      const answer = this.#answer(command);
      if (answer) this.#socket.write(answer);
    }
  }

  #lengthOfNext(): number | undefined {
    const code = this.#pending[0];
    if (code === undefined) return undefined;
    const parameters = PARAMETERS.get(code) ?? 0;
    const fixed = 1 + parameters;
    if (code === COMMANDS.spi || code === 0x0c) {
      if (this.#pending.length < 4) return undefined;
      return fixed + readUintLe(this.#pending, 1, 3) + (code === 0x0c ? 2 : 0);
    }
    return fixed;
  }

  #answer(command: Uint8Array): Uint8Array | undefined {
    const answer = this.#answers.get(command[0] as number);
    // what serves parallel chips is not wired here
    return answer ? answer(command) : Uint8Array.of(NAK);
  }

  readonly #answers = new Map<number, (command: Uint8Array) => Uint8Array | undefined>([
    [COMMANDS.nop, () => Uint8Array.of(ACK)],
    [COMMANDS.version, () => Uint8Array.of(ACK, 1, 0)],
    [COMMANDS.commandMap, () => Uint8Array.of(ACK, ...commandMap())],
    [COMMANDS.name, () => Uint8Array.of(ACK, ...padded(this.#host.name, 16))],
    [
      COMMANDS.serialBuffer,
      () => Uint8Array.of(ACK, SERIAL_BUFFER_BYTES & 0xff, SERIAL_BUFFER_BYTES >> 8)
    ],
    [COMMANDS.busTypes, () => Uint8Array.of(ACK, BUS_SPI)],
    [COMMANDS.longestWrite, longest],
    [COMMANDS.longestRead, longest],
    [COMMANDS.synchronise, () => Uint8Array.of(NAK, ACK)],
    [
      COMMANDS.setBus,
      (command) => Uint8Array.of(((command[1] as number) & ~BUS_SPI) === 0 ? ACK : NAK)
    ],
    [COMMANDS.spi, (command) => this.#spi(command)],
    [COMMANDS.spiClock, (command) => this.#setClock(readUintLe(command, 1, 4))],
    [COMMANDS.pinDrivers, (command) => this.#setPins(command[1] !== 0)]
  ]);

  #setClock(hz: number): Uint8Array {
    if (hz === 0) return Uint8Array.of(NAK);
    this.#clockHz = CLOCKS_HZ.find((c) => c <= hz) ?? (CLOCKS_HZ.at(-1) as number);
    const set = this.#clockHz;
    return Uint8Array.of(ACK, set & 0xff, (set >> 8) & 0xff, (set >> 16) & 0xff, set >>> 24);
  }

  #setPins(on: boolean): Uint8Array {
    if (on && !this.#pins) this.#host.chip()?.reset();
    this.#pins = on;
    return Uint8Array.of(ACK);
  }

  #spi(command: Uint8Array): Uint8Array | undefined {
    const { linkFault, contact } = this.#host;
    if (linkFault && linkFault.afterOperations-- <= 0) {
      this.#host.linkFault = undefined;
      if (linkFault.kind === 'refuse') return Uint8Array.of(NAK);
      if (linkFault.kind === 'drop') this.#socket.destroy();
      return undefined;
    }
    const receive = readUintLe(command, 4, 3);
    const send = command.subarray(7);
    const chip = this.#pins && contact.grips ? this.#host.chip() : undefined;
    const said = chip?.transfer(send, receive) ?? new Uint8Array(receive).fill(0xff);
    const answer = new Uint8Array(receive + 1);
    answer[0] = ACK;
    answer.set(contact.hear(said, this.#clockHz), 1);
    return answer;
  }
}

function commandMap(): Uint8Array {
  const map = new Uint8Array(32);
  for (const code of PARAMETERS.keys())
    if (!PARALLEL.has(code)) map[code >> 3] = (map[code >> 3] as number) | (1 << (code & 7));
  return map;
}

function padded(text: string, bytes: number): Uint8Array {
  const out = new Uint8Array(bytes);
  out.set(encodeAscii(text).subarray(0, bytes));
  return out;
}

/** Longest transfer in one go, as it tells it. */
function longest(): Uint8Array {
  return Uint8Array.of(ACK, 0, (LONGEST_BYTES >> 8) & 0xff, LONGEST_BYTES >> 16);
}
