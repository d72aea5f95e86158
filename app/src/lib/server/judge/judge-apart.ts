import { fail, type Result } from '@badger/core/base/result';
import type { BuiltLine } from '@badger/core/clone/build-line';
import type { Contents } from '@badger/core/clone/compose';
import type { ToldNumbers } from '@badger/core/clone/judge-supplied';
import type { RecipeLine } from '@badger/core/clone/plan';
import type { Profile } from '@badger/core/profile/profile';
import type { TrustPolicy } from '@badger/core/trust/judge-reads';
import type { RegionKnowledge, TimedRead } from '@badger/core/trust/read-set';
import type { TrustSummary } from '@badger/core/trust/summary';
import { AskThread, type Answer } from '../thread/ask-thread.ts';

/** What the thread can do with megabytes: say what reads show, and put a region of an image together. */
export type Work =
  | {
      readonly kind: 'judge';
      readonly reads: readonly TimedRead[];
      readonly knowledge: RegionKnowledge;
      readonly policy: TrustPolicy;
    }
  | {
      readonly kind: 'build';
      readonly profile: Profile;
      readonly recipe: RecipeLine & { readonly told?: ToldNumbers | undefined };
      readonly contents: Contents;
    };

/** `rebuilt`: what was put together, whether it may be written or not. */
export interface JudgedApart {
  readonly summary: TrustSummary;
  readonly rebuilt: Uint8Array | undefined;
}

export interface BuiltApart {
  readonly built: Result<BuiltLine>;
}

/** What is sent to the thread, and what it answers. */
export type ToThread = Work & { readonly id: number };
export type FromThread = Answer<JudgedApart | BuiltApart>;

const thread = new AskThread<Work, JudgedApart | BuiltApart>('judge');

type WorkOf<K extends Work['kind']> = Omit<Extract<Work, { readonly kind: K }>, 'kind'>;

/** Judges reads in a thread of its own. Undefined where that broke down: then nothing is known. */
export async function judgeApart(work: WorkOf<'judge'>): Promise<JudgedApart | undefined> {
  const told = await thread.ask({ kind: 'judge', ...work });
  return told && 'summary' in told ? told : undefined;
}

/** Puts a region of a clone image together in the same thread. Errors: those of `buildLine`, `clone.build.broken` where the thread broke down. */
export async function buildApart(work: WorkOf<'build'>): Promise<Result<BuiltLine>> {
  const told = await thread.ask({ kind: 'build', ...work });
  return told && 'built' in told ? told.built : fail('clone.build.broken');
}
