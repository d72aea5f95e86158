import { encodeAscii } from '@badger/core/base/bytes';
import { correctSums } from '@badger/core/checksum/correct-sums';
import { imageOf } from '@badger/core/image/image';
import type { Profile, Region } from '@badger/core/profile/profile';
import { scramble } from '@badger/core/transform/plain-region';
import { createRandom, seedOf } from '@badger/core/base/random';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import { makeField } from './make-field.ts';
import { sealOwn } from './own-check.ts';

/** Memory by region id. */
export type Memory = Map<string, Uint8Array>;

/**
 * Makes the whole memory of an invented unit: code-like content, filler at the end, identity fields with all
 * their copies, security data with all its copies, checksums that hold; scrambled where the family is. The same family, seed and fields give the same bytes.
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
  for (const field of profile.regions.flatMap((r) => fieldsOfRegion(profile, r.id))) {
    if (field.role === 'identity') continue;
    const bytes = makeField(field, fields[field.id], seedOf(`${seed}/${field.id}`));
    for (const at of field.offsets) memory.get(field.region)?.set(bytes, at);
  }
  sealOwn(profile.id, memory);
  for (const [id, image] of memory) memory.set(id, finish(profile, id, image));
  return memory;
}

/** Checksums that hold, and scrambled where the family is. */
function finish(profile: Profile, regionId: string, image: Uint8Array): Uint8Array {
  const rules = profile.checksums.filter((rule) => rule.region === regionId);
  const range = { start: 0, end: image.length };
  const corrected = correctSums(imageOf([{ range, bytes: image, origin: 'made' }]), rules);
  if (!corrected.ok) throw new RangeError(corrected.problem.code);
  for (const change of corrected.value.changes) image.set(change.becomes, change.range.start);
  const kept = scramble(profile, regionId, image);
  if (!kept.ok) throw new RangeError(kept.problem.code);
  return kept.value;
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
