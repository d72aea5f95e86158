import type { MatchRule } from '@badger/core/profile/profile';

/** How a field of the identity must stand to the donor's. */
export const RULE_WORDS: Record<MatchRule['rule'], string> = {
  equal: 'must be equal',
  later: 'may be later',
  compatible: 'must be compatible',
  ignore: 'does not matter',
  differ: 'must differ'
};

/** State of a unit on the shelf. */
export const STOCK_WORDS: Readonly<Record<string, string>> = {
  unknown: 'not looked at',
  blank: 'blank',
  'backed-up': 'backed up',
  cloned: 'cloned',
  dead: 'dead'
};
