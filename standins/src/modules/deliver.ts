import { faultyUpload } from '../faults/read-faults.ts';
import { loseBits } from './lose-bits.ts';
import type { UnitSpec } from './module.ts';
import { readCold } from './own-check.ts';

/** What the upload of a region delivers: its memory, or what the faults of the unit make of it. `count`: from 1, since the world began. */
export function deliver(
  { tag, coldCells, readFaults, wrongUploads }: UnitSpec,
  { regionId, bytes, count }: { regionId: string; bytes: Uint8Array; count: number }
): Uint8Array {
  const seed = `${tag}/${regionId}/${count}`;
  const cold = coldCells?.[regionId];
  if (cold && count <= cold.uploads) return readCold(bytes, cold, tag);
  const fault = readFaults?.[regionId];
  if (fault) return faultyUpload(fault, bytes, seed);
  return wrongUploads?.[regionId]?.includes(count) ? loseBits(bytes, seed) : bytes;
}
