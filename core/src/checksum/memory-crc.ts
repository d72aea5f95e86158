import { findCrc } from './catalogue.ts';
import { computeCrc } from './crc.ts';

const found = findCrc('CRC-32/ISO-HDLC');
if (!found) throw new RangeError('the catalogue has no CRC-32');
const { model } = found;

/** CRC-32 (ISO-HDLC) of a piece of memory, as units that check themselves tell it. Example: of the nine digits 1 to 9 it is 0xCBF43926. */
export const memoryCrc = (bytes: Uint8Array): number => Number(computeCrc(model, bytes));
