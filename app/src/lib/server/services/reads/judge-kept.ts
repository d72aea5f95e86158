import { createHash } from 'node:crypto';
import type { KeptReadFact } from '@badger/core/job/job-rows';
import type { ReadSet } from '@badger/core/job/region-state';
import type { Profile } from '@badger/core/profile/profile';
import { knowRegion, type TimedRead } from '@badger/core/trust/read-set';
import type { TrustSummary } from '@badger/core/trust/summary';
import { judgeApart, type JudgedApart } from '../../judge/judge-apart.ts';
import { loadImage, type ImageStore } from '../../repositories/images.ts';
import type { Vault } from '../../vault/vault.ts';
import { findJudgements, saveJudgement } from '../../repositories/judgements.ts';

/** Raised when the judgement of reads changes: what was found by an older one is found anew. */
const JUDGED_BY = 3;

/** What the judgement of reads rests on beside the reads. */
export interface JudgeBy {
  readonly families: readonly Profile[];
  /** Agreeing reads that the shop asks for. */
  readonly required: number;
}

/** The same reads of the same region give the same key, whatever job they serve in. */
export function keyOfSet(
  { profile, regionId, reads }: ReadSet,
  { families, required }: JudgeBy
): string {
  // a read may be taken for that of another family: what is known of those counts too
  const known = families.map((f) => `${f.id} ${f.version}`).sort();
  const parts = [JUDGED_BY, profile.id, profile.version, regionId, required, ...known];
  const list = reads.map((r) => `${r.number}:${r.sha256}`);
  return createHash('sha256')
    .update(JSON.stringify([...parts, ...list]))
    .digest('hex');
}

/**
 * What sets of reads show: as it was found before, else found now in a thread of its own and kept. A set of which a content cannot be loaded, or
 * whose judging broke down, is left out: of it nothing is known.
 */
export async function judgeSets<R extends KeptReadFact>(
  store: ImageStore,
  sets: readonly ReadSet<R>[],
  by: JudgeBy
): Promise<(set: ReadSet) => TrustSummary | undefined> {
  const keys = new Map(sets.map((set) => [keyOfSet(set, by), set]));
  const found = new Map(await findJudgements(store.db, [...keys.keys()]));
  // always in the same order: two that keep the same judgements must not wait for each other in a ring
  for (const [key, set] of [...keys].sort(([a], [b]) => (a < b ? -1 : 1))) {
    if (found.has(key)) continue;
    const summary = await judgeOnce(store, key, () => judgeNow(store, set, by));
    if (!summary) continue;
    await saveJudgement(store.db, key, summary);
    found.set(key, summary);
  }
  return (set) => found.get(keyOfSet(set, by));
}

interface Judging {
  readonly answer: Promise<JudgedApart | undefined>;
  /** It has a connection of its own: it comes to an end whoever waits for it. */
  readonly sure: boolean;
}

/** What is being judged now, by its key: two that ask at once wait for one answer. */
const judging = new WeakMap<Vault, Map<string, Judging>>();

async function judgeOnce(
  { db, vault }: ImageStore,
  key: string,
  judge: () => Promise<JudgedApart | undefined>
): Promise<TrustSummary | undefined> {
  const running = judging.get(vault) ?? new Map<string, Judging>();
  judging.set(vault, running);
  const sure = !('$client' in db);
  const begun = running.get(key);
  // a transaction holds a connection: it waits for nobody who may still be waiting for one
  if (begun && (begun.sure || !sure)) {
    // what went wrong with another's connection is not wrong with this one
    const theirs = await begun.answer.catch(() => undefined);
    if (theirs) return theirs.summary;
  }
  const own: Judging = { answer: judge(), sure };
  running.set(key, own);
  try {
    return (await own.answer)?.summary;
  } finally {
    if (running.get(key) === own) running.delete(key);
  }
}

/** Judges a set now, with what was put together of it. Undefined where nothing can be known. */
export async function judgeNow(
  store: ImageStore,
  { profile, regionId, reads }: ReadSet,
  { families, required }: JudgeBy
): Promise<JudgedApart | undefined> {
  const loaded: TimedRead[] = [];
  for (const { number, sha256 } of reads) {
    const image = await loadImage(store, sha256);
    if (!image.ok) return undefined;
    loaded.push({ number, bytes: image.value });
  }
  const knowledge = knowRegion(profile, regionId, families);
  return judgeApart({ reads: loaded, knowledge, policy: { required } });
}
