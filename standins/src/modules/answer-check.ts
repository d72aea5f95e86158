import { concatBytes, encodeUintBe, readUintBe } from '@badger/core/base/bytes';
import { memoryCrc } from '@badger/core/checksum/memory-crc';
import type { Profile } from '@badger/core/profile/profile';
import { decodeMemory } from '@badger/core/uds/codec';
import { NRC, ROUTINE_CHECK_MEMORY } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';
import { refuse, reply } from './answers.ts';
import type { Memory } from './make-memory.ts';
import { regionOf } from './open-ranges.ts';

interface Checked {
  readonly profile: Profile;
  readonly memory: Memory;
}

/** The CRC-32 of a range of its memory, where the family tells it; undefined for any other routine. */
export function answerCheck(
  { profile, memory }: Checked,
  unlocked: boolean,
  request: Uint8Array
): Answer | undefined {
  const isCheck = request.length > 4 && readUintBe(request, 2, 2) === ROUTINE_CHECK_MEMORY;
  if (!isCheck || !profile.accesses.some((a) => a.proves)) return undefined;
  if (!unlocked) return refuse(0x31, NRC.securityAccessDenied);
  const range = decodeMemory(request, 5, request[4] ?? 0);
  const region = range && regionOf(profile, range);
  const bytes = region && memory.get(region.id);
  if (!range || !region || !bytes) return refuse(0x31, NRC.requestOutOfRange);
  const start = range.address - region.address;
  const crc = memoryCrc(bytes.subarray(start, start + range.lengthBytes));
  const told = concatBytes([request.subarray(1, 4), encodeUintBe(crc, 4)]);
  // common practice: some ten MiB a second inside the processor
  return { ...reply(0x71, told), workMs: range.lengthBytes / 10_000 };
}
