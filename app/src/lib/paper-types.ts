import type { Money } from '@badger/core/access-choice/actual-work';
import type { Verdict } from '@badger/core/base/verdict';
import type { Strokes } from './return-types.ts';

/** A stretch of text on a paper. */
export type Span =
  string | { readonly text: string; readonly bold?: boolean; readonly mono?: boolean };

/** What stands in one place of a paper: a text, or stretches of it. */
export type Text = Span | readonly Span[];

/** One part of a paper, in the order in which they stand. */
export type Block =
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'text'; readonly text: Text }
  | {
      readonly kind: 'table';
      readonly head: readonly string[];
      readonly rows: readonly (readonly Text[])[];
      /** Columns whose text breaks anywhere: digests, figures. */
      readonly fine?: readonly number[];
      /** Columns of amounts. */
      readonly right?: readonly number[];
    }
  | {
      readonly kind: 'statements';
      readonly items: readonly {
        readonly verdict: Verdict;
        readonly title: string;
        readonly text: string;
      }[];
    }
  | { readonly kind: 'signature'; readonly text: Text; readonly strokes: Strokes }
  | { readonly kind: 'line'; readonly text: string }
  /** A QR code and what stands beside it. `svg` is made by the server. */
  | { readonly kind: 'code'; readonly svg: string; readonly text: readonly Text[] };

/** A paper of a job: the same on the page, in print and as a PDF. */
export interface Paper {
  readonly title: string;
  /** Beside the title. */
  readonly aside: string;
  readonly blocks: readonly Block[];
}

/** The chain of acts of a job, as its papers tell it. */
export interface ChainData {
  readonly length: number;
  /** Hash of the last act; empty where there is none. */
  readonly last: string;
  /** First act that does not hold; undefined: the chain is whole. */
  readonly brokenAt: number | undefined;
}

/** One act of a job's record. */
export interface ActData {
  readonly seq: number;
  readonly at: Date;
  readonly person: string;
  readonly kind: string;
  readonly data: Readonly<Record<string, unknown>>;
  readonly hash: string;
}

/** What was quoted last, and what it came to. */
export interface MoneyData extends Money {
  readonly quoteNumber: number;
  readonly currency: string;
  readonly taxPercent: string;
  /** A task was begun and not ended: it is not counted. */
  readonly running: boolean;
  /** Time of the bench alone. Units: minutes. */
  readonly benchMinutes: number;
}
