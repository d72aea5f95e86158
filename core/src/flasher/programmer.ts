import { readUintLe } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import {
  ask,
  BUS_SPI,
  COMMANDS,
  decodeLongest,
  decodeName,
  encodePinDrivers,
  encodeSetBus,
  encodeSpi,
  encodeSpiClock,
  isInMap,
  PROTOCOL_VERSION,
  type FlasherRequest
} from './codec.ts';

/**
 * A byte stream to a programmer that has been synchronised. Data behind the ACK, one request at a time.
 * Errors: `programmer.link.lost`, `programmer.answer.late`, `programmer.answer.garbage`, `programmer.command.refused`
 * (a NAK) with `command`.
 */
export interface FlasherLink {
  exchange(request: FlasherRequest): Promise<Result<Uint8Array>>;
}

/** What a programmer tells of itself, and the work it does on a chip. */
export interface Programmer {
  readonly name: string;
  /** Longest data of one SPI operation each way. Units: bytes. */
  readonly longestSend: number;
  readonly longestReceive: number;
  readonly setsClock: boolean;
  readonly switchesPins: boolean;
  /** Sends `send` and takes `receiveBytes` while the chip stays selected. RangeError beyond the longest lengths. */
  spi(send: Uint8Array, receiveBytes: number): Promise<Result<Uint8Array>>;
  /** Gives the clock that is really set, the next lower one. Units: Hz. Error: `programmer.clock.fixed`. */
  setClock(hz: number): Promise<Result<number>>;
  /** Switches the pin drivers; nothing to do where the programmer cannot. */
  setPins(on: boolean): Promise<Result<true>>;
}

/** Commands without which no chip can be read. */
const NEEDED = [COMMANDS.busTypes, COMMANDS.setBus, COMMANDS.spi] as const;

/**
 * Asks a synchronised programmer what it is and readies it for SPI. Only what its command map shows is used.
 * Errors: those of the link, `programmer.version.other` with `found`, `programmer.command.missing` with `command`,
 * `programmer.bus.other` (it does not speak SPI).
 */
export async function openProgrammer(link: FlasherLink): Promise<Result<Programmer>> {
  const version = await link.exchange(ask(COMMANDS.version, 2));
  if (!version.ok) return version;
  const found = readUintLe(version.value, 0, 2);
  if (found !== PROTOCOL_VERSION) return fail('programmer.version.other', { found });
  const map = await link.exchange(ask(COMMANDS.commandMap, 32));
  if (!map.ok) return map;
  const has = (command: number) => isInMap(map.value, command);
  const missing = NEEDED.find((command) => !has(command));
  if (missing !== undefined) return fail('programmer.command.missing', { command: missing });
  const told = async (command: number, bytes: number) =>
    has(command) ? link.exchange(ask(command, bytes)) : ok(new Uint8Array(bytes));
  const name = await told(COMMANDS.name, 16);
  if (!name.ok) return name;
  const send = await told(COMMANDS.longestWrite, 3);
  if (!send.ok) return send;
  const receive = await told(COMMANDS.longestRead, 3);
  if (!receive.ok) return receive;
  const buses = await link.exchange(ask(COMMANDS.busTypes, 1));
  if (!buses.ok) return buses;
  if (((buses.value[0] as number) & BUS_SPI) === 0) return fail('programmer.bus.other');
  const chosen = await link.exchange(encodeSetBus(BUS_SPI));
  if (!chosen.ok) return chosen;
  return ok(
    makeProgrammer(link, {
      name: decodeName(name.value),
      longestSend: decodeLongest(send.value),
      longestReceive: decodeLongest(receive.value),
      setsClock: has(COMMANDS.spiClock),
      switchesPins: has(COMMANDS.pinDrivers)
    })
  );
}

type Abilities = Omit<Programmer, 'spi' | 'setClock' | 'setPins'>;

function makeProgrammer(link: FlasherLink, abilities: Abilities): Programmer {
  return {
    ...abilities,
    spi: (send, receiveBytes) => {
      if (send.length > abilities.longestSend || receiveBytes > abilities.longestReceive) {
        throw new RangeError(
          `expected at most the longest lengths, got ${send.length} and ${receiveBytes}`
        );
      }
      return link.exchange(encodeSpi(send, receiveBytes));
    },
    async setClock(hz) {
      if (!abilities.setsClock) return fail('programmer.clock.fixed');
      const set = await link.exchange(encodeSpiClock(hz));
      return set.ok ? ok(readUintLe(set.value, 0, 4)) : set;
    },
    async setPins(on) {
      if (!abilities.switchesPins) return ok(true);
      const set = await link.exchange(encodePinDrivers(on));
      return set.ok ? ok(true) : set;
    }
  };
}
