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

/**
 * CAN frames that an ISO-TP message of `lengthBytes` takes on classic CAN with 11-bit ids, the flow control
 * of the other side included (block size 0).
 */
export function isoTpFrameCount(lengthBytes: number): number {
  return lengthBytes <= 7 ? 1 : 2 + Math.ceil((lengthBytes - 6) / 7);
}
