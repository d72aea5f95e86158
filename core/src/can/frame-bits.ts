/**
 * Shortest time of a classic frame on the wire: no stuff bit, three bits of interframe space.
 * Units: bits. Source: 47 + 8n (11-bit) and 67 + 8n (29-bit) of Linux `can/length.h`.
 * Example: eight bytes under an 11-bit id are 111 bits.
 */
export function minFrameBits(dataBytes: number, extended = false): number {
  return (extended ? 67 : 47) + 8 * dataBytes;
}

/** Longest such frame. Source: 55 + 10n and 80 + 10n, Davis et al., Real-Time Systems 35 (2007). */
export function maxFrameBits(dataBytes: number, extended = false): number {
  return (extended ? 80 : 55) + 10 * dataBytes;
}

/** Length up to which a first frame carries it in twelve bits; above, 32 bits leave two data bytes in it. */
const SHORT_LENGTH_MAX = 4095;

/** Consecutive frames of a message on classic CAN. Source: ISO 15765-2, from memory; held against the machine. */
export function consecutiveFrameCount(lengthBytes: number): number {
  if (lengthBytes <= 7) return 0;
  return Math.ceil((lengthBytes - (lengthBytes <= SHORT_LENGTH_MAX ? 6 : 2)) / 7);
}

/**
 * CAN frames that an ISO-TP message of `lengthBytes` takes on classic CAN with 11-bit ids, the flow control of the other
 * side included: one at the start and one after every `blockSize` consecutive frames that more follow (0: never again).
 * Example: 4095 bytes are 587 frames.
 */
export function isoTpFrameCount(lengthBytes: number, blockSize = 0): number {
  const following = consecutiveFrameCount(lengthBytes);
  return following === 0 ? 1 : 1 + flowControlCount(following, blockSize) + following;
}

/** Flow controls that `following` consecutive frames need. */
export function flowControlCount(following: number, blockSize: number): number {
  return blockSize === 0 ? Math.min(1, following) : Math.ceil(following / blockSize);
}
