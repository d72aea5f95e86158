import type { Code } from '@badger/core/base/codes';
import type { Judgement } from '@badger/core/base/verdict';

const STATES: Readonly<Partial<Record<Code, string>>> = {
  'donor.field.equal': 'equal',
  'donor.field.apart': 'differ',
  'donor.field.same': 'the same',
  'donor.field.carried': 'written before',
  'donor.field.later': 'later',
  'donor.field.supersedes': 'supersedes it',
  'donor.field.compatible': 'compatible',
  'donor.field.earlier': 'earlier',
  'donor.field.superseded': 'superseded',
  'donor.field.othermake': 'other make, same hardware',
  'donor.field.differs': 'differs',
  'donor.field.unasked': 'ask or read it',
  'donor.field.unread': 'read the original’s',
  'donor.field.unheld': 'read the donor’s',
  'donor.field.zero': 'but for zeros in front',
  'donor.field.grouped': 'parted otherwise',
  'donor.field.rounded': 'nearly equal',
  'donor.field.unknown': 'not known',
  'donor.field.ignored': 'any'
};

/** The state of one line in a word or two. */
export function wordsOfState(judgement: Judgement): string {
  return STATES[judgement.code] ?? '';
}
