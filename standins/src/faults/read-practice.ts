import { seedOf } from '@badger/core/base/random';
import type { ReadFaultKind, UnitFault } from './read-faults.ts';

/** Faults of reading that a bench can be given for practice, by the name under which the hands choose them. A read that ends early is a file: nothing on a bench sends one. */
const KINDS = {
  'reads-noise': 'contact-noise',
  'reads-failing-cells': 'failing-cells',
  'reads-stuck-bit': 'stuck-bit',
  'reads-address-line': 'address-line',
  'reads-lost-block': 'dropped-block',
  'reads-block-twice': 'repeated-block',
  'reads-shifted': 'shifted',
  'reads-swapped': 'byte-swapped',
  'reads-dead-bus': 'bus-dead',
  'reads-blank': 'blank'
} as const satisfies Readonly<Record<string, ReadFaultKind>>;

export type ReadPractice = keyof typeof KINDS;

export const READ_PRACTICE = Object.keys(KINDS) as ReadPractice[];

/** The same fault of the same name every time. */
export const practiceFault = (name: ReadPractice): UnitFault => ({
  kind: KINDS[name],
  seed: seedOf(name)
});
