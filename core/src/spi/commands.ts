import { encodeUintBe } from '../base/bytes.ts';

/** Commands of SPI memories. Source: `../shared/reference/chip-port.md`, common practice, from memory. */
export const SPI = {
  writeStatus: 0x01,
  write: 0x02,
  read: 0x03,
  writeDisable: 0x04,
  readStatus: 0x05,
  writeEnable: 0x06,
  erase4k: 0x20,
  parameters: 0x5a,
  identify: 0x9f,
  eraseAll: 0xc7,
  erase64k: 0xd8
} as const;

/** Bits of the status register. */
export const STATUS = { busy: 0x01, writeEnabled: 0x02, protection: 0x0c } as const;

/**
 * What has to be known of a memory chip to work on it. Plain data: it comes from the profile, or from the chip's own
 * discoverable parameters.
 */
export interface ChipKind {
  readonly lengthBytes: number;
  /** 1: nine address bits, the ninth in the command; 2: EEPROM up to 64 KiB; 3: flash. */
  readonly addressBytes: 1 | 2 | 3;
  /** Longest write in one go; one that crosses the end of a page wraps to its start. */
  readonly pageBytes: number;
  /** Smallest piece that can be erased; undefined for EEPROM, which needs no erase. */
  readonly eraseBytes: number | undefined;
  /** Fastest clock that the chip and its wiring stand. Units: Hz. */
  readonly clockHz: number;
}

/** Bits of address that fit into nine-bit chips, and the place of the ninth in the command. */
const NINTH_BIT_IN_COMMAND = 3;

/**
 * A command with its address. Chips of 512 bytes have one address byte and carry address bit 8 in bit 3 of the command.
 * RangeError when the address lies outside the chip.
 */
export function encodeAddressed(chip: ChipKind, command: number, address: number): Uint8Array {
  if (!Number.isInteger(address) || address < 0 || address >= chip.lengthBytes) {
    throw new RangeError(`"address" expected 0 to ${chip.lengthBytes - 1}, got ${address}`);
  }
  if (chip.addressBytes !== 1) {
    return Uint8Array.of(command, ...encodeUintBe(address, chip.addressBytes));
  }
  const ninth = (address >> 8) & 1;
  return Uint8Array.of(command | (ninth << NINTH_BIT_IN_COMMAND), address % 256);
}

/** The command that erases `eraseBytes` at once; undefined when there is none of that size. */
export function eraseCommand(eraseBytes: number): number | undefined {
  return { 4096: SPI.erase4k, 65536: SPI.erase64k }[eraseBytes];
}
