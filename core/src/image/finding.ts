import type { Range } from './range.ts';
import type { Param } from '../base/result.ts';

/** An observation about data, beside a result. Text for people lives in the catalogue under `code`. */
export interface Finding {
  readonly code: string;
  readonly severity: 'note' | 'look' | 'stop';
  readonly params: Readonly<Record<string, Param>>;
  readonly range?: Range;
}
