/** Protocol control information of one frame. Source: ISO 15765-2 (N_PCI types 0 to 3). */
export type Pci =
  | { readonly type: 'single'; readonly payload: Uint8Array }
  | { readonly type: 'first'; readonly lengthBytes: number; readonly payload: Uint8Array }
  | { readonly type: 'consecutive'; readonly sequence: number; readonly payload: Uint8Array }
  | {
      readonly type: 'flow';
      readonly status: 'continue' | 'wait' | 'overflow';
      readonly blockSize: number;
      readonly stMinUs: number;
    }
  | { readonly type: 'invalid'; readonly reason: string };

const STATUS = ['continue', 'wait', 'overflow'] as const;

/**
 * Decodes the data field of a classic CAN frame. Memory: payloads share it.
 * Never throws: what makes no sense comes back as `invalid` with a reason.
 */
export function decodePci(data: Uint8Array): Pci {
  const head = data[0];
  if (head === undefined) return { type: 'invalid', reason: 'empty' };
  const low = head & 15;
  switch (head >> 4) {
    case 0:
      if (low === 0 || low > 7) return { type: 'invalid', reason: 'single-length' };
      if (data.length < low + 1) return { type: 'invalid', reason: 'single-cut' };
      return { type: 'single', payload: data.subarray(1, low + 1) };
    case 1:
      return decodeFirst(data, low);
    case 2:
      return { type: 'consecutive', sequence: low, payload: data.subarray(1) };
    case 3: {
      const status = STATUS[low];
      if (!status || data.length < 3) return { type: 'invalid', reason: 'flow' };
      return {
        type: 'flow',
        status,
        blockSize: data[1] as number,
        stMinUs: decodeStMin(data[2] as number)
      };
    }
    default:
      return { type: 'invalid', reason: 'type' };
  }
}

function decodeFirst(data: Uint8Array, low: number): Pci {
  if (data.length < 8) return { type: 'invalid', reason: 'first-cut' };
  const short = low * 256 + (data[1] as number);
  if (short > 7) return { type: 'first', lengthBytes: short, payload: data.subarray(2) };
  if (short !== 0) return { type: 'invalid', reason: 'first-length' };
  const long =
    (data[2] as number) * 2 ** 24 +
    (data[3] as number) * 2 ** 16 +
    (data[4] as number) * 2 ** 8 +
    (data[5] as number);
  // the escape is for lengths that 12 bits cannot hold
  if (long < 4096) return { type: 'invalid', reason: 'first-length' };
  return { type: 'first', lengthBytes: long, payload: data.subarray(6) };
}

/** STmin byte to microseconds; reserved values count as 127 ms. Source: ISO 15765-2, Linux `net/can/isotp.c`. */
export function decodeStMin(raw: number): number {
  if (raw <= 0x7f) return raw * 1000;
  if (raw >= 0xf1 && raw <= 0xf9) return (raw - 0xf0) * 100;
  return 127_000;
}

/** Filler of unused bytes: AA costs fewer stuff bits than 00. Source: common practice. */
export const PADDING = 0xaa;

function padded(head: readonly number[], payload: Uint8Array): Uint8Array {
  const data = new Uint8Array(8).fill(PADDING);
  data.set(head);
  data.set(payload, head.length);
  return data;
}

/** Single frame of 1 to 7 bytes. */
export function encodeSingle(payload: Uint8Array): Uint8Array {
  return padded([payload.length], payload);
}

/** First frame of a message of 8 bytes and more; above 4095 bytes with the escape length. */
export function encodeFirst(payload: Uint8Array): { data: Uint8Array; takenBytes: number } {
  const length = payload.length;
  if (length <= 4095) {
    const head = [0x10 + Math.floor(length / 256), length % 256];
    return { data: padded(head, payload.subarray(0, 6)), takenBytes: 6 };
  }
  const head = [
    0x10,
    0,
    Math.floor(length / 2 ** 24),
    Math.floor(length / 2 ** 16) % 256,
    Math.floor(length / 256) % 256,
    length % 256
  ];
  return { data: padded(head, payload.subarray(0, 2)), takenBytes: 2 };
}

/** Consecutive frame; `sequence` is taken modulo 16. */
export function encodeConsecutive(sequence: number, payload: Uint8Array): Uint8Array {
  return padded([0x20 + (sequence % 16)], payload);
}

/** Flow control frame with the raw STmin byte. */
export function encodeFlow(status: (typeof STATUS)[number], blockSize = 0, stMin = 0): Uint8Array {
  return padded([0x30 + STATUS.indexOf(status), blockSize, stMin], new Uint8Array(0));
}
