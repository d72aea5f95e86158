import type { Param } from '@badger/core/base/result';

export type Params = Readonly<Record<string, Param>>;

/** What people read: a title, what it means, and what clears it. */
export interface Message {
  readonly title: string;
  readonly text: string;
  /** What the technician does about it. */
  readonly clear?: string;
}

export type MessageOf = (p: Params) => Message;

export const text = (value: Param | undefined): string => String(value ?? '');
export const num = (value: Param | undefined): number => Number(value ?? 0);
