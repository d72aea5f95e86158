import { encodeAscii } from '@badger/core/base/bytes';
import { computeChecksum, encodeStored } from '@badger/core/checksum/rule';
import type { Profile, Region } from '@badger/core/profile/profile';
import { createRandom, seedOf } from '@badger/core/base/random';

/** Memory by region id. */
export type Memory = Map<string, Uint8Array>;

/**
 * Makes the whole memory of an invented unit: code-like content, filler at the end, identity fields with all
 * their copies, security data with all its copies, checksums that hold. The same family, seed and fields give the same bytes.
 */
export function makeMemory(
  profile: Profile,
  seed: string,
  fields: Readonly<Record<string, string>>
): Memory {
  const memory: Memory = new Map();
  for (const region of profile.regions) {
    memory.set(region.id, makeRegion(region, seedOf(`${profile.id}/${seed}/${region.id}`)));
  }
  for (const field of profile.identity) {
    if (!field.stored) continue;
    const bytes = new Uint8Array(field.lengthBytes).fill(0x20);
    bytes.set(encodeAscii(fields[field.id] ?? '').subarray(0, field.lengthBytes));
    for (const at of field.stored.offsets) memory.get(field.stored.region)?.set(bytes, at);
  }
  for (const { region, offsets, lengthBytes } of profile.secrets) {
    const image = memory.get(region);
    const [first = 0, ...copies] = offsets;
    for (const at of copies) image?.copyWithin(at, first, first + lengthBytes);
  }
  for (const rule of profile.checksums) {
    const image = memory.get(rule.region);
    if (!image) continue;
    image.set(encodeStored(rule, computeChecksum(rule, image)), rule.storedAt);
  }
  return memory;
}

/** Three quarters of uneven content in pieces of 256 bytes, some of them tables, then erased filler. */
function makeRegion(region: Region, seed: number): Uint8Array {
  const bytes = new Uint8Array(region.lengthBytes).fill(0xff);
  const random = createRandom(seed);
  const used = Math.floor(region.lengthBytes * 0.82);
  for (let start = 0; start < used; start += 256) {
    const kind = random() % 8;
    const base = random();
    for (let i = start; i < Math.min(used, start + 256); i++) {
      if (kind < 5) bytes[i] = random() & 0xff;
      else if (kind < 7) bytes[i] = (base + (i >> 2) * 3) & 0xff;
      else bytes[i] = 0xff;
    }
  }
  return bytes;
}
