import type { AuthorityGap } from '@badger/core/job/authority';
import type { SafeLine } from '$lib/safe-types.ts';

/** How long a value stands on the screen. Units: s. */
export const SHOWN_SECONDS = 30;
/** The same while it is handed over and may have to be written down. Units: s. */
export const HANDOVER_SECONDS = 90;

export const STATE_WORDS: Readonly<Record<SafeLine['state'], string>> = {
  kept: 'kept in the safe',
  earlier: 'kept in an earlier job; not read in this one',
  doubted: 'kept once; the reads of now do not say so',
  unread: 'no trusted read tells it yet',
  blank: 'blank in the unit',
  torn: 'its copies differ and none wins',
  voted: 'one of its copies differs',
  malformed: 'does not read as it must',
  outside: 'outside what can be',
  unknown: 'not every byte of it was read'
};

export const GAP_WORDS: Readonly<Record<AuthorityGap, string>> = {
  order: 'Nobody is recorded who ordered the work.',
  proof: 'No proof is recorded that the owner ordered it.',
  signature: 'Nobody has signed the order.'
};

/** Where a piece of security data comes from, in words. */
export function whose({ kind, source, role, unitTag, jobNumber }: SafeLine): string {
  const job = jobNumber === undefined ? '' : `, kept in job ${jobNumber}`;
  return kind === 'entered' ? `${source}${job}` : `${role ?? 'unit'} ${unitTag ?? ''}${job}`;
}
