import type { KeptReadFact } from '../job/job-rows.ts';
import { computeAgreement } from '../reads/agreement.ts';
import type { TrustSummary } from './summary.ts';

/** What reads would show of which nothing but agreement is known, for tests that have no bytes. */
export function trustByCount({ reads }: { readonly reads: readonly KeptReadFact[] }): TrustSummary {
  const { state, agreeing } = computeAgreement(reads.map((r) => ({ ...r, readId: r.id })));
  const trusted = state === 'trusted';
  return {
    ...{ verdict: trusted ? 'trusted' : 'read-again', cause: trusted ? 'none' : 'undecided' },
    ...{ evidence: [], readsNeeded: trusted ? 0 : 1, groups: [], reference: agreeing },
    ...{ differing: [], disputedBytes: 0, support: [], disputed: [], map: [], trend: undefined },
    ...{ sums: { hold: 0, differ: 0, unknown: 0 }, reconstruction: undefined, short: false }
  };
}
