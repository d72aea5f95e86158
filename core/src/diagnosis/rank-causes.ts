import { CAUSE_MODELS, CAUSES, isPossible, soundOf, type Cause } from './causes.ts';
import type { Expected, HandshakeEvidence, Observations } from './evidence.ts';
import { observe } from './observe.ts';

/** What was found out before by trying: it changes the order. */
export interface CauseHistory {
  /** How often each cause was confirmed on this family, and on any other. */
  readonly confirmed: Readonly<
    Partial<Record<Cause, { readonly family: number; readonly other: number }>>
  >;
  /** Tests on this very connection that spoke against a cause. */
  readonly excluded: readonly Cause[];
}

/** One thing that was seen, and how much it speaks for a cause: the ratio of its chance under the cause and under all others. */
export interface Support {
  readonly what: keyof Observations;
  readonly word: string;
  readonly ratio: number;
}

export interface RankedCause {
  readonly cause: Cause;
  /** Share of all causes that fit, from 0 to 1. */
  readonly share: number;
  /** What speaks for it, strongest first. */
  readonly support: readonly Support[];
  /** It was confirmed so often before on this family. */
  readonly confirmedBefore: number;
}

/** Confirmed causes weigh against so many that were only thought of. Source: common practice. */
const PRIOR_WEIGHT = 12;
/** A cause that was confirmed on another family counts less. Source: common practice. */
const OTHER_SHARE = 0.25;
/** A test may be done badly: what it speaks against does not vanish. Source: common practice. */
const EXCLUDED_SHARE = 0.03;
/** Nothing is impossible: chance of a word that the model does not name. */
const LEAST = 0.004;

const NONE: CauseHistory = { confirmed: {}, excluded: [] };

/**
 * Causes of a failed handshake, most likely first, from everything that was measured: Bayes' rule over independent observations
 * (`causes.ts`), each cause weighed by how often it was confirmed before. What was not measured changes nothing. Total: with no
 * evidence at all the order is that of experience.
 */
export function rankCauses(
  evidence: HandshakeEvidence,
  expected: Expected,
  history: CauseHistory = NONE
): readonly RankedCause[] {
  const seen = Object.entries(observe(evidence, expected)) as [keyof Observations, string][];
  const possible = CAUSES.filter((c) => isPossible(c, expected));
  const weights = possible.map((cause) =>
    seen.reduce(
      (weight, [what, word]) => weight * chanceOf(cause, what, word, expected),
      priorOf(cause, history)
    )
  );
  const total = weights.reduce((sum, w) => sum + w, 0);
  const ranked = possible.map((cause, i) => ({
    cause,
    share: (weights[i] as number) / total,
    support: supportOf(cause, seen, possible, expected),
    confirmedBefore: history.confirmed[cause]?.family ?? 0
  }));
  return ranked.sort((a, b) => b.share - a.share);
}

function priorOf(cause: Cause, { confirmed, excluded }: CauseHistory): number {
  const counted = Object.values(confirmed).reduce((sum, n) => sum + weigh(n), 0);
  const own = weigh(confirmed[cause] ?? { family: 0, other: 0 });
  const share = (CAUSE_MODELS[cause].prior * PRIOR_WEIGHT + own) / (PRIOR_WEIGHT + counted);
  return excluded.includes(cause) ? share * EXCLUDED_SHARE : share;
}

const weigh = ({ family, other }: { readonly family: number; readonly other: number }): number =>
  family + other * OTHER_SHARE;

/** Chance of a word under a cause; what the table leaves is the least that anything has. */
function chanceOf(
  cause: Cause,
  what: keyof Observations,
  word: string,
  expected: Expected
): number {
  const own = CAUSE_MODELS[cause].shows[what];
  const table = own ?? soundOf(expected)[what] ?? {};
  // cut off from a unit that carries none, the pair measures as it should
  if (
    cause === 'can-open' &&
    what === 'pair' &&
    !expected.chip &&
    expected.unitTerminates !== undefined
  )
    return chanceOfCutPair(word, expected.unitTerminates);
  return Math.max(LEAST, table[word] ?? 0);
}

function chanceOfCutPair(word: string, unitTerminates: boolean): number {
  const missing = word === 'few' || word === 'none';
  return missing === unitTerminates ? (unitTerminates ? 0.48 : 0.05) : unitTerminates ? 0.03 : 0.9;
}

function supportOf(
  cause: Cause,
  seen: readonly [keyof Observations, string][],
  possible: readonly Cause[],
  expected: Expected
): readonly Support[] {
  const others = possible.filter((c) => c !== cause);
  return seen
    .map(([what, word]) => {
      const own = chanceOf(cause, what, word, expected);
      const rest =
        others.reduce((sum, c) => sum + chanceOf(c, what, word, expected), 0) / others.length;
      return { what, word, ratio: own / rest };
    })
    .filter((s) => s.ratio > 1.2)
    .sort((a, b) => b.ratio - a.ratio);
}
