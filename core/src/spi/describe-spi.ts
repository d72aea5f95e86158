import { formatHex, readUintBe } from '../base/bytes.ts';
import { SPI, type ChipKind } from './commands.ts';

const NAMES: Readonly<Record<number, string>> = {
  [SPI.writeStatus]: 'write status',
  [SPI.write]: 'write',
  [SPI.read]: 'read',
  [SPI.writeDisable]: 'write disable',
  [SPI.readStatus]: 'read status',
  [SPI.writeEnable]: 'write enable',
  [SPI.erase4k]: 'erase 4 KiB',
  [SPI.parameters]: 'read parameters',
  [SPI.identify]: 'read identification',
  [SPI.eraseAll]: 'erase all',
  [SPI.erase64k]: 'erase 64 KiB'
};
const ADDRESSED: readonly number[] = [SPI.write, SPI.read, SPI.erase4k, SPI.erase64k];
/** Chips of nine address bits carry the ninth here, in the command. */
const NINTH_BIT = 0x08;

/** An SPI operation in words. */
export interface SpiWords {
  readonly service: string;
  /** Address and length; never a byte of the content. */
  readonly about: string;
}

/** Says what is sent to a chip, without a byte of what it holds. Total. Example: `read`, `at 0x0800, 2048 bytes`. */
export function describeSpi(
  { addressBytes }: Pick<ChipKind, 'addressBytes'>,
  send: Uint8Array,
  receiveBytes: number
): SpiWords {
  const code = send[0];
  if (code === undefined) return { service: 'nothing', about: '' };
  const plain = addressBytes === 1 ? code & ~NINTH_BIT : code;
  const isNinth = addressBytes === 1 && (plain === SPI.read || plain === SPI.write);
  const command = isNinth ? plain : code;
  const service = NAMES[command] ?? `0x${formatHex(Uint8Array.of(code)).toUpperCase()}`;
  if (!ADDRESSED.includes(command) || send.length < 1 + addressBytes)
    return { service, about: receiveBytes > 1 ? `${receiveBytes} bytes` : '' };
  const low = readUintBe(send, 1, addressBytes);
  const address = isNinth && (code & NINTH_BIT) !== 0 ? low + 256 : low;
  const length = receiveBytes > 0 ? receiveBytes : send.length - 1 - addressBytes;
  const at = `at 0x${address
    .toString(16)
    .toUpperCase()
    .padStart(addressBytes * 2, '0')}`;
  return { service, about: length > 0 ? `${at}, ${length} bytes` : at };
}

/** Answers that say how the chip is, not what it holds. */
const TELLING: readonly number[] = [SPI.readStatus, SPI.identify, SPI.parameters];

/** May the answer to this be shown? */
export const tellsOfChip = (send: Uint8Array): boolean => TELLING.includes(send[0] as number);
