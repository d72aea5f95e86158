import { ok } from '../../base/result.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import type { UdsSecurity } from '../../profile/profile.ts';
import { encodeHardReset } from '../../uds/codec.ts';
import type { MemoryAccess } from '../memory-access.ts';
import { watchChanges } from './memory-changes.ts';
import { identifyModule, readChipId, unlockModule, type IdentityDid } from './module-session.ts';
import { checkMemory } from './check-memory.ts';
import { readMemory } from './read-memory.ts';
import { eraseMemory, writeMemory } from './write-memory.ts';

/** What has to be known of a unit to work on it over diagnostic services. Plain data: it travels between threads. */
export interface UdsTarget {
  readonly security: UdsSecurity;
  readonly identity: readonly IdentityDid[];
}

/** The memory of a unit that is spoken to by diagnostic services. Errors: those of the link, `uds.*`, `read.block.*`, `write.block.*`. */
export function makeUdsMemory(
  carrier: DiagnosticLink,
  { security, identity }: UdsTarget
): MemoryAccess {
  let changed = false;
  const link = watchChanges(carrier, () => (changed = true));
  return {
    identify: () => identifyModule(link, { security, identity }),
    fingerprint: () => readChipId(link, security),
    unlock: () => unlockModule(link, security),
    read: (range, { signal, onBytes }) =>
      readMemory(link, range, { signal, onBytes: (_block, done) => onBytes(done) }),
    check: (range) => checkMemory(link, range),
    erase: (range) => eraseMemory(link, range),
    write: (range, options) => writeMemory(link, range, options),
    async reset() {
      await link.exchange(encodeHardReset());
      return ok(true);
    },
    get memoryMayHaveChanged() {
      return changed;
    }
  };
}
