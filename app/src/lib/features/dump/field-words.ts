import type { FieldReading, FieldVerdict } from '@badger/core/field/read-fields';
import type { Verdict } from '@badger/core/base/verdict';

const MARKS: Readonly<Record<FieldVerdict, Verdict>> = {
  sound: 'go',
  voted: 'look',
  blank: 'look',
  outside: 'look',
  unknown: 'none',
  malformed: 'stop',
  torn: 'stop'
};

/** The shape of what a field says. */
export const markOfField = (verdict: FieldVerdict): Verdict => MARKS[verdict];

/** What is to be said of a field beside its value. */
export function tellField({ verdict, agreeing, known, spec }: FieldReading): string {
  const copies = spec.offsets.length;
  if (verdict === 'torn') return `${copies} copies, no two alike`;
  if (verdict === 'voted') return `${agreeing} of ${copies} copies`;
  if (verdict === 'unknown')
    return known === 0 ? 'not in this image' : `${known} of ${copies} copies known`;
  if (verdict === 'blank') return 'blank';
  if (verdict === 'malformed') return 'reads like nothing it could be';
  if (verdict === 'outside') return 'outside what is believed';
  return copies > 1 ? `${copies} copies` : '';
}
