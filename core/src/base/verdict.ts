import type { Code, Figures, Param } from './codes.ts';

/** Go: go on. Look: a person has to look. Stop: held. None: nothing to judge yet. */
export type Verdict = 'go' | 'look' | 'stop' | 'none';

/** A verdict with its reason; the catalogue holds a title, a sentence and what clears it, by `code`. */
export interface Judgement {
  readonly verdict: Verdict;
  readonly code: Code;
  readonly params: Readonly<Record<string, Param>>;
  /** Only because nobody has done or asked it yet: something to do, no fault. */
  readonly undone?: true;
}

/** Builds a judgement. Example: `judge('go', 'reads.region.trusted', { region: 'Data flash' })`. */
export function judge<C extends Code>(
  verdict: Verdict,
  code: C,
  ...figures: Figures<C>
): Judgement {
  return { verdict, code, params: figures[0] ?? {} };
}

/** The same judgement, marked as something that nobody has done or asked yet. */
export function undone(judgement: Judgement): Judgement {
  return { ...judgement, undone: true };
}

const WEIGHT: Record<Verdict, number> = { none: 0, go: 1, look: 2, stop: 3 };

/** The gravest of several judgements, the first of equals; undefined for an empty list. */
export function findGravest(list: readonly Judgement[]): Judgement | undefined {
  let worst: Judgement | undefined;
  for (const item of list) {
    if (!worst || WEIGHT[item.verdict] > WEIGHT[worst.verdict]) worst = item;
  }
  return worst;
}
