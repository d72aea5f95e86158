import type { Judgement } from '@badger/core/base/verdict';
import type { MatchRule } from '@badger/core/profile/profile';

export const RULE_WORDS: Record<MatchRule['rule'], string> = {
  equal: 'must be equal',
  later: 'may be later',
  compatible: 'must be compatible',
  ignore: 'does not matter',
  differ: 'must differ'
};

const STATES: Readonly<Record<string, string>> = {
  equal: 'equal',
  apart: 'differ',
  same: 'the same',
  carried: 'written before',
  later: 'later',
  supersedes: 'supersedes it',
  compatible: 'compatible',
  earlier: 'earlier',
  superseded: 'superseded',
  othermake: 'other make, same hardware',
  differs: 'differs',
  unasked: 'ask or read it',
  unread: 'read the original’s',
  unheld: 'read the donor’s',
  zero: 'but for zeros in front',
  grouped: 'parted otherwise',
  rounded: 'nearly equal',
  unknown: 'not known',
  ignored: 'any'
};

/** The state of one line in a word or two. */
export function wordsOfState(judgement: Judgement): string {
  return STATES[judgement.code.split('.').at(-1) ?? ''] ?? '';
}

export const STOCK_WORDS: Readonly<Record<string, string>> = {
  unknown: 'not looked at',
  blank: 'blank',
  'backed-up': 'backed up',
  cloned: 'cloned',
  dead: 'dead'
};
