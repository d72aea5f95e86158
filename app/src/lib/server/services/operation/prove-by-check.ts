import type { MemoryAccess } from '@badger/core/access/memory-access';
import { fail, ok, type Result } from '@badger/core/base/result';
import { memoryCrc } from '@badger/core/checksum/memory-crc';
import { joinBytes } from '@badger/core/image/image';
import type { Range } from '@badger/core/image/range';
import { getRegion, type Region } from '@badger/core/profile/profile';
import type { RegionWrite } from './run-write.ts';
import type { Run } from './run.ts';

/** Pieces of which a checksum is asked where the region is not erased in blocks. Units: bytes. */
const PIECE_BYTES = 4096;

/** Addresses, block by block. */
function blocksOf({ address, lengthBytes, eraseBlockBytes = PIECE_BYTES }: Region): Range[] {
  const blocks: Range[] = [];
  for (let at = 0; at < lengthBytes; at += eraseBlockBytes)
    blocks.push({
      start: address + at,
      end: address + Math.min(lengthBytes, at + eraseBlockBytes)
    });
  return blocks;
}

/**
 * Blocks of a region that cannot be read of which the unit's own checksum is not that of what is meant; touching ones joined. Two contents of one checksum of
 * 32 bits are taken for equal: one chance in 2^32 a block. Errors: those of the access.
 */
export async function blocksByCheck(
  { live, deps }: Run,
  memory: MemoryAccess,
  { line, image }: RegionWrite
): Promise<Result<Range[]>> {
  const region = getRegion(live.spec.profile, line.regionId);
  const meant = joinBytes(image);
  const differing: Range[] = [];
  live.phase(region.id, 'reading-back');
  for (const block of blocksOf(region)) {
    const told = await memory.check(block);
    if (!told.ok) return told;
    const own = meant.subarray(block.start - region.address, block.end - region.address);
    const last = differing.at(-1);
    if (told.value !== memoryCrc(own)) {
      if (last?.end === block.start) differing[differing.length - 1] = { ...last, end: block.end };
      else differing.push(block);
    }
    live.progress(region.id, block.end - region.address, 'read');
    deps.bench.changed();
  }
  return ok(differing);
}

/** Every block has the checksum of what was meant, as the unit computes it. Errors: those of the access, `write.check.differs`. */
export async function proveByCheck(
  run: Run,
  memory: MemoryAccess,
  work: RegionWrite
): Promise<Result<true>> {
  const { live } = run;
  const region = getRegion(live.spec.profile, work.line.regionId);
  const differing = await blocksByCheck(run, memory, work);
  if (!differing.ok) return differing;
  const [first] = differing.value;
  live.phase(region.id, first ? 'different' : 'equal');
  return first
    ? fail('write.check.differs', {
        region: region.name,
        bytes: differing.value.reduce((n, r) => n + r.end - r.start, 0),
        first: first.start - region.address
      })
    : ok(true);
}
