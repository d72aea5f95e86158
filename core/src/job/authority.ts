/** What is recorded about who ordered the work. */
export interface AuthorityFacts {
  readonly orderedBy: string;
  readonly proofKind: string;
  readonly proofNumber: string;
  readonly signed: boolean;
}

const TOUCHING: readonly string[] = ['security', 'new-module'];

/** Does the job touch immobiliser or security data? By its reason, or because the family holds some. */
export function touchesSecurity(reason: string, familyHoldsSecurity: boolean): boolean {
  return familyHoldsSecurity || TOUCHING.includes(reason);
}

export type AuthorityGap = 'order' | 'proof' | 'signature';

/** What is still missing from an authority that is good enough for such work; undefined when nothing is. */
export function findAuthorityGap(facts: AuthorityFacts | undefined): AuthorityGap | undefined {
  if (!facts || facts.orderedBy.trim() === '') return 'order';
  if (facts.proofKind === 'none' || facts.proofNumber.trim() === '') return 'proof';
  return facts.signed ? undefined : 'signature';
}
