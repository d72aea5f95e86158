import { concatBytes } from '@badger/core/base/bytes';
import type { Region } from '@badger/core/profile/profile';
import { NRC } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';
import { refuse } from './answers.ts';

/** Longest block: 4095 bytes, what a 12-bit length carries. */
export const MAX_BLOCK = 0x0fff;

/** Memory on its way out of a unit or into it. */
export interface Transfer {
  readonly kind: 'up' | 'down';
  readonly region: Region;
  readonly source: Uint8Array;
  readonly end: number;
  at: number;
  counter: number;
}

/** The next block out of the unit. */
export function uploadBlock(transfer: Transfer): Answer {
  const length = Math.min(MAX_BLOCK - 2, transfer.end - transfer.at);
  if (length === 0) return refuse(0x36, NRC.requestSequenceError);
  const data = transfer.source.subarray(transfer.at, transfer.at + length);
  transfer.at += length;
  const payload = concatBytes([Uint8Array.of(0x76, transfer.counter), data]);
  return { payload, workMs: (length / transfer.region.readBytesPerSecond) * 1000 };
}

/** The next block into the unit. */
export function downloadBlock(transfer: Transfer, data: Uint8Array): Answer {
  if (data.length === 0 || transfer.at + data.length > transfer.end)
    return refuse(0x36, NRC.requestOutOfRange);
  const flash = transfer.region.eraseBlockBytes !== undefined;
  for (let i = 0; i < data.length; i++) {
    const at = transfer.at + i;
    const value = data[i] as number;
    // flash can only clear bits; what was not erased stays
    transfer.source[at] = flash ? (transfer.source[at] as number) & value : value;
  }
  transfer.at += data.length;
  const payload = Uint8Array.of(0x76, transfer.counter);
  return { payload, workMs: (data.length / transfer.region.writeBytesPerSecond) * 1000 };
}
