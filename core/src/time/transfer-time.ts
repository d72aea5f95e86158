import { isoTpFrameCount, maxFrameBits, minFrameBits } from '../can/frame-bits.ts';
import type { Carrier } from '../profile/profile.ts';

/** Shortest and longest time that a line needs by itself. Units: seconds. */
export interface LineTime {
  readonly minSeconds: number;
  readonly maxSeconds: number;
}

/**
 * Time that the carrier needs to move `lengthBytes`, the unit's own delays left out, block acknowledgements and resets
 * included. Source: frame arithmetic of {@link minFrameBits} and {@link maxFrameBits}; ISO 14230-2 minima and serial
 * memories from memory, see each part. Example: 1 MiB over 500 kbit/s CAN in blocks of 4093 is 33.4 s to 40.7 s.
 */
export function computeLineTime(
  carrier: Carrier,
  { lengthBytes, direction }: { lengthBytes: number; direction: 'read' | 'write' }
): LineTime {
  const blocks = Math.ceil(lengthBytes / carrier.blockBytes);
  const extra = (blocks * carrier.ackMs) / 1000 + carrier.resets * carrier.resetSeconds;
  const { minSeconds, maxSeconds } = LINES[carrier.kind](carrier, lengthBytes, direction);
  return { minSeconds: minSeconds + extra, maxSeconds: maxSeconds + extra };
}

type Line = (carrier: Carrier, lengthBytes: number, direction: 'read' | 'write') => LineTime;

const exact = (seconds: number): LineTime => ({ minSeconds: seconds, maxSeconds: seconds });

/** Bytes of a UDS transfer that are not data: service and counter. */
const TRANSFER_HEAD_BYTES = 2;
/** A request without data, or the answer to a block, is one frame. */
const SHORT_FRAMES = 1;

/** UDS transfers over ISO-TP: each block one long message, its flow control and one short message. */
const can: Line = ({ rate, blockBytes }, lengthBytes) => {
  const whole = Math.floor(lengthBytes / blockBytes);
  const rest = lengthBytes - whole * blockBytes;
  const framesOf = (bytes: number) => isoTpFrameCount(bytes + TRANSFER_HEAD_BYTES) + SHORT_FRAMES;
  const frames = whole * framesOf(blockBytes) + (rest > 0 ? framesOf(rest) : 0);
  return {
    minSeconds: (frames * minFrameBits(8)) / rate,
    maxSeconds: (frames * maxFrameBits(8)) / rate
  };
};

/** Shortest gaps of ISO 14230-2, from memory. Units: seconds. */
const P2_S = 0.025;
const P3_S = 0.055;
const P4_S = 0.005;
const UART_BITS = 10;
const K_REQUEST_BYTES = 9;
const K_ANSWER_HEAD_BYTES = 6;

/** One request with gaps between its bytes, one answer, a pause before the next. */
const kLine: Line = ({ rate, blockBytes }, lengthBytes) => {
  const byteS = UART_BITS / rate;
  const blocks = Math.ceil(lengthBytes / blockBytes);
  const perBlock =
    K_REQUEST_BYTES * byteS + K_REQUEST_BYTES * P4_S + P2_S + K_ANSWER_HEAD_BYTES * byteS + P3_S;
  return exact(blocks * perBlock + lengthBytes * byteS);
};

/** Start, eight data bits, stop. */
const serial: Line = ({ rate }, lengthBytes) => exact((lengthBytes * UART_BITS) / rate);

/** Address bytes of a serial memory of this size. Source: common practice of serial EEPROMs. */
function addressBytes(lengthBytes: number, oneByteUpTo: number): number {
  if (lengthBytes <= oneByteUpTo) return 1;
  return lengthBytes <= 65_536 ? 2 : 3;
}

/** Reading runs through; writing sends enable, instruction, address and one page, again and again. */
const spi: Line = ({ rate, blockBytes }, lengthBytes, direction) => {
  const head = 1 + addressBytes(lengthBytes, 512);
  if (direction === 'read') return exact(((head + lengthBytes) * 8) / rate);
  const pages = Math.ceil(lengthBytes / blockBytes);
  return exact(((pages * (1 + head) + lengthBytes) * 8) / rate);
};

const i2c: Line = ({ rate, blockBytes }, lengthBytes, direction) => {
  const address = addressBytes(lengthBytes, 2048);
  if (direction === 'read') return exact(((1 + address + 1 + lengthBytes) * 9 + 3) / rate);
  const pages = Math.ceil(lengthBytes / blockBytes);
  return exact(((pages * (1 + address) + lengthBytes) * 9 + pages * 2) / rate);
};

/** Words of 16 bits; address bits of such a part. Source: Microwire EEPROMs of 128 bytes to 2 KiB, common practice. */
const microwire: Line = ({ rate }, lengthBytes, direction) => {
  const words = Math.ceil(lengthBytes / 2);
  const addressBits = words <= 64 ? 6 : words <= 256 ? 8 : 10;
  if (direction === 'read') return exact((3 + addressBits + 1 + 16 * words) / rate);
  return exact((words * (3 + addressBits + 16)) / rate);
};

const LINES: Record<Carrier['kind'], Line> = { can, 'k-line': kLine, serial, spi, i2c, microwire };
