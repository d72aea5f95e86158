import { setTimeout as sleep } from 'node:timers/promises';
import type { Result } from '@badger/core/base/result';
import type { MemoryAccess, ModuleIdentity } from '@badger/core/access/memory-access';
import type { TryOutcome } from '@badger/core/diagnosis/evidence';
import { isWorthAnotherTry, tryOutcomeOf } from '@badger/core/diagnosis/try-outcome';

/** A unit that says nothing is asked so often, as a hand would. Source: common practice. */
export const MOST_TRIES = 3;
const BETWEEN_TRIES_MS = 300;

interface Handshake {
  /** It makes no sense to ask again: stopped, or nobody feeds it any more. */
  readonly over: () => boolean;
  readonly note: (text: string) => void;
}

/** Asks a unit who it is, two or three times where it says nothing that makes sense. Tells how each try that failed ended. */
export async function tryIdentify(
  memory: Pick<MemoryAccess, 'identify'>,
  { over, note }: Handshake
): Promise<{ readonly identity: Result<ModuleIdentity>; readonly tries: readonly TryOutcome[] }> {
  const tries: TryOutcome[] = [];
  for (let no = 1; ; no++) {
    const identity = await memory.identify();
    if (identity.ok) return { identity, tries };
    const told = tryOutcomeOf(identity.problem);
    if (told) tries.push(told);
    if (no === MOST_TRIES || !isWorthAnotherTry(identity.problem) || over())
      return { identity, tries };
    note(`try ${no} of ${MOST_TRIES} failed, asked again`);
    await sleep(BETWEEN_TRIES_MS);
    if (over()) return { identity, tries };
  }
}
