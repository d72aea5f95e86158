import type { Code, CodeTable, Param } from '@badger/core/base/codes';

export type Params = Readonly<Record<string, Param>>;

/** What people read: a title, what it means, and what clears it. */
export interface Message {
  readonly title: string;
  readonly text: string;
  /** What the technician does about it. */
  readonly clear?: string;
}

/** A sentence that needs no figure, or only some that are the same wherever it is used. */
export type MessageOf = (p: Params) => Message;

/** One text for every code of the product, each fed with the figures of its code. */
export type Catalogue = { readonly [C in Code]: (p: Readonly<CodeTable[C]>) => Message };

/** The texts of one subject: no code that does not exist, no figure that its code has not got. */
export type Texts = Partial<Catalogue>;

/** A list as people say it. Example: `1, 2, 3` is told as `1, 2 and 3`. */
export const listed = (value: Param | undefined): string =>
  text(value).replace(/, ([^,]*)$/, ' and $1');

export const text = (value: Param | undefined): string => String(value ?? '');
export const num = (value: Param | undefined): number => Number(value ?? 0);
