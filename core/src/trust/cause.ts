import type { Finding } from '../image/finding.ts';

/**
 * What can be wrong with reads, in the order in which it is looked for: the first that is found is told. First what leaves no content at
 * all, then what is of the wrong length or place, then what moves bytes, then what changes them, last what cannot be named.
 */
export const CAUSES = [
  'bus-dead',
  'blank',
  'wrong-region',
  'truncated',
  'address-line',
  'byte-swapped',
  'shifted',
  'repeated-block',
  'dropped-block',
  'stuck-bit',
  'failing-cells',
  'contact-noise',
  'undecided',
  'none'
] as const;

export type Cause = (typeof CAUSES)[number];

/** A cause with what was measured. */
export interface Sign {
  readonly cause: Cause;
  readonly evidence: readonly Finding[];
}

/** The sign that comes first in {@link CAUSES}. */
export function firstSign(signs: readonly Sign[]): Sign | undefined {
  return [...signs].sort((a, b) => CAUSES.indexOf(a.cause) - CAUSES.indexOf(b.cause))[0];
}
