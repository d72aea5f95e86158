/** Why a job comes in. */
export const REASONS = [
  { id: 'failed-module', name: 'A module failed, a used one takes its place' },
  { id: 'new-module', name: 'A brand-new module is fitted' },
  { id: 'software', name: 'Software is changed' },
  { id: 'security', name: 'Security data is needed' },
  { id: 'recovery', name: 'A write went wrong elsewhere' },
  { id: 'repair', name: 'The unit itself is repaired' },
  { id: 'unknown-unit', name: 'What is this loose unit?' }
] as const;

export type Reason = (typeof REASONS)[number]['id'];

/** Papers that may be seen as proof, by the id that is kept. */
export const PROOF_WORDS: Readonly<Record<string, string>> = {
  registration: 'Registration paper',
  order: 'Written order',
  identity: 'Identity card',
  'power-of-attorney': 'Power of attorney',
  other: 'Other paper',
  none: 'No proof seen'
};
