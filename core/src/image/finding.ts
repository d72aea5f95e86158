import type { Range } from './range.ts';
import type { Code, Param } from '../base/codes.ts';

/** An observation about data, beside a result. Text for people lives in the catalogue under `code`. */
export interface Finding {
  readonly code: Code;
  readonly severity: 'note' | 'look' | 'stop';
  readonly params: Readonly<Record<string, Param>>;
  readonly range?: Range;
}
