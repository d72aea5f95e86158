import { faultyUpload, type UnitFault } from '../faults/read-faults.ts';
import { loseBits } from './lose-bits.ts';
import type { UnitSpec } from './module.ts';
import { readCold } from './own-check.ts';

interface Upload {
  readonly regionId: string;
  readonly bytes: Uint8Array;
  /** From 1, since the world began. */
  readonly count: number;
  /** For practice: it counts over what the unit has of its own. */
  readonly practice: UnitFault | undefined;
}

/** What the upload of a region delivers: its memory, or what the faults of the unit make of it. */
export function deliver(
  { tag, coldCells, readFaults, wrongUploads }: UnitSpec,
  { regionId, bytes, count, practice }: Upload
): Uint8Array {
  const seed = `${tag}/${regionId}/${count}`;
  const cold = coldCells?.[regionId];
  if (!practice && cold && count <= cold.uploads) return readCold(bytes, cold, tag);
  const fault = practice ?? readFaults?.[regionId];
  if (fault) return faultyUpload(fault, bytes, seed);
  return wrongUploads?.[regionId]?.includes(count) ? loseBits(bytes, seed) : bytes;
}
