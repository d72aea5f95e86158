import type { Observations } from './evidence.ts';

/** Chance of each word of each observation. */
export type Likely = { readonly [K in keyof Observations]?: Partial<Record<string, number>> };

export interface CauseModel {
  /** How often it is the one, before anything is measured. Source: common practice. */
  readonly prior: number;
  /** Chance of each word of an observation under this cause; what is left is spread over the others. */
  readonly shows: Likely;
}
