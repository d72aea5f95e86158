import { concatBytes, encodeUintBe, readUintLe } from '../base/bytes.ts';

/**
 * The serial flasher protocol, version 1: one byte of command, parameters, then ACK with data or NAK. Numbers are
 * little-endian. Source: the protocol document that Debian's package `flashrom` ships.
 */
export const ACK = 0x06;
export const NAK = 0x15;
export const PROTOCOL_VERSION = 1;

export const COMMANDS = {
  nop: 0x00,
  version: 0x01,
  commandMap: 0x02,
  name: 0x03,
  serialBuffer: 0x04,
  busTypes: 0x05,
  longestWrite: 0x08,
  synchronise: 0x10,
  longestRead: 0x11,
  setBus: 0x12,
  spi: 0x13,
  spiClock: 0x14,
  pinDrivers: 0x15
} as const;

/** Flag of SPI among the bus types. */
export const BUS_SPI = 0x08;
/** Lengths have 24 bits; a longest length of 0 stands for one more than fits. */
export const MOST_LENGTH = 0x1000000;

/** A command with the length of the data behind its ACK. */
export interface FlasherRequest {
  readonly bytes: Uint8Array;
  readonly answerBytes: number;
}

/** A command without parameters. */
export function ask(command: number, answerBytes: number): FlasherRequest {
  return { bytes: Uint8Array.of(command), answerBytes };
}

/**
 * 13: sends `send` to the chip and takes `receiveBytes` from it while it stays selected.
 * RangeError when a length does not fit in 24 bits.
 */
export function encodeSpi(send: Uint8Array, receiveBytes: number): FlasherRequest {
  const head = Uint8Array.of(
    COMMANDS.spi,
    ...encodeUintBe(send.length, 3).reverse(),
    ...encodeUintBe(receiveBytes, 3).reverse()
  );
  return { bytes: concatBytes([head, send]), answerBytes: receiveBytes };
}

/** 14: asks for a clock; the answer is the one that is really set. Units: Hz. RangeError for 0 and beyond 32 bits. */
export function encodeSpiClock(hz: number): FlasherRequest {
  if (!Number.isInteger(hz) || hz < 1 || hz > 0xffffffff) {
    throw new RangeError(`"hz" expected 1 to 4294967295, got ${hz}`);
  }
  const bytes = Uint8Array.of(COMMANDS.spiClock, ...encodeUintBe(hz, 4).reverse());
  return { bytes, answerBytes: 4 };
}

export function encodeSetBus(flags: number): FlasherRequest {
  return { bytes: Uint8Array.of(COMMANDS.setBus, flags), answerBytes: 0 };
}

/** 15: the drivers of the chip's pins; off lets go of the board. */
export function encodePinDrivers(on: boolean): FlasherRequest {
  return { bytes: Uint8Array.of(COMMANDS.pinDrivers, on ? 1 : 0), answerBytes: 0 };
}

/** Is `command` in the 32 bytes of the command map? Command n is bit n mod 8 of byte n div 8. */
export function isInMap(map: Uint8Array, command: number): boolean {
  return (((map[command >> 3] ?? 0) >> (command & 7)) & 1) === 1;
}

/** A longest length as it is told: 0 stands for 2^24. Units: bytes. */
export function decodeLongest(bytes: Uint8Array): number {
  return readUintLe(bytes, 0, 3) || MOST_LENGTH;
}

/** The name, which is padded with zeros; what is no printable ASCII is left out. */
export function decodeName(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  const text = bytes.subarray(0, end === -1 ? bytes.length : end);
  return String.fromCharCode(...text.filter((b) => b >= 0x20 && b < 0x7f)).trim();
}
