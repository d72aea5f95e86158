import {
  consecutiveFrameCount,
  flowControlCount,
  isoTpFrameCount,
  maxFrameBits,
  minFrameBits
} from '../can/frame-bits.ts';
import type { Carrier } from '../profile/profile.ts';

/** Shortest and longest time that a line needs by itself. Units: seconds. */
export interface LineTime {
  readonly minSeconds: number;
  readonly maxSeconds: number;
}

/**
 * Time that the carrier needs to move `lengthBytes`, the unit's own delays left out, the storing of each written block
 * included; restarts ({@link restartSeconds}) belong to the operation and come once. Source: frame arithmetic of
 * {@link minFrameBits} and {@link maxFrameBits}; ISO 14230-2 minima and serial memories from memory, see each part.
 * Example: 1 MiB over 500 kbit/s CAN in blocks of 4093 is 33.4 s to 40.7 s.
 */
export function computeLineTime(
  carrier: Carrier,
  { lengthBytes, direction }: { lengthBytes: number; direction: 'read' | 'write' }
): LineTime {
  const blocks = Math.ceil(lengthBytes / carrier.blockBytes);
  const stored = direction === 'write' ? (blocks * carrier.ackMs) / 1000 : 0;
  const { minSeconds, maxSeconds } = LINES[carrier.kind](carrier, lengthBytes, direction);
  return { minSeconds: minSeconds + stored, maxSeconds: maxSeconds + stored };
}

/** Restarts of the unit in one operation, however many regions it moves. */
export function restartSeconds({ resets, resetSeconds }: Carrier): number {
  return resets * resetSeconds;
}

type Line = (carrier: Carrier, lengthBytes: number, direction: 'read' | 'write') => LineTime;

const exact = (seconds: number): LineTime => ({ minSeconds: seconds, maxSeconds: seconds });

/** Bytes of a UDS transfer that are not data: service and counter. */
const TRANSFER_HEAD_BYTES = 2;
/** A request without data, or the answer to a block, is one frame. */
const SHORT_FRAMES = 1;

/**
 * UDS transfers over ISO-TP: each block one long message, its flow control and one short message. What is read follows
 * our flow control (everything at once), what is written that of the unit: the gap lies between two consecutive frames,
 * not after a flow control.
 */
const can: Line = (carrier, lengthBytes, direction) => {
  const { rate, blockBytes } = carrier;
  const written = direction === 'write';
  const blockSize = written ? carrier.blockSize : 0;
  const costOf = (bytes: number) => {
    const length = bytes + TRANSFER_HEAD_BYTES;
    const following = consecutiveFrameCount(length);
    const gaps = written ? following - flowControlCount(following, blockSize) : 0;
    return { frames: isoTpFrameCount(length, blockSize) + SHORT_FRAMES, gaps };
  };
  const whole = Math.floor(lengthBytes / blockBytes);
  const rest = lengthBytes - whole * blockBytes;
  const one = costOf(blockBytes);
  const last = rest > 0 ? costOf(rest) : { frames: 0, gaps: 0 };
  const frames = whole * one.frames + last.frames;
  const gapSeconds = ((whole * one.gaps + last.gaps) * carrier.stMinMs) / 1000;
  return {
    minSeconds: (frames * minFrameBits(8)) / rate + gapSeconds,
    maxSeconds: (frames * maxFrameBits(8)) / rate + gapSeconds
  };
};

/** Shortest gaps of ISO 14230-2, from memory. Units: seconds. */
const P2_S = 0.025;
const P3_S = 0.055;
const P4_S = 0.005;
const UART_BITS = 10;
/** Header, service, address, length and checksum of a request to read. */
const K_READ_BYTES = 9;
/** Header, length, service and checksum around data, or of a plain answer. */
const K_HEAD_BYTES = 6;

/**
 * One request with a gap between every two of its bytes, one answer without gaps, a pause before the next: written data
 * travels in the request and pays the gaps.
 */
const kLine: Line = ({ rate, blockBytes }, lengthBytes, direction) => {
  const byteS = UART_BITS / rate;
  const written = direction === 'write';
  const secondsOf = (bytes: number) => {
    const request = written ? K_HEAD_BYTES + bytes : K_READ_BYTES;
    const answer = written ? K_HEAD_BYTES : K_HEAD_BYTES + bytes;
    return request * byteS + (request - 1) * P4_S + P2_S + answer * byteS + P3_S;
  };
  const whole = Math.floor(lengthBytes / blockBytes);
  const rest = lengthBytes - whole * blockBytes;
  return exact(whole * secondsOf(blockBytes) + (rest > 0 ? secondsOf(rest) : 0));
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
