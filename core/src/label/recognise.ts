import { judge, type Judgement } from '../base/verdict.ts';
import { correctLookAlikes, type Correction } from './look-alikes.ts';
import { findNumbers } from './find-numbers.ts';

/** How a number of a family looks, and which ones are known. */
export interface LabelRule {
  /** Kind of number, as the schema lists them: `hardware-number`, `frequency` and so on. */
  readonly id: string;
  readonly name: string;
  /** Anchored regular expression over capitals without blanks. */
  readonly pattern: string;
  /** One for people to look at. */
  readonly example: string;
  readonly known: readonly string[];
  /** Where on the unit to look for it; empty when the profile does not say. */
  readonly where: string;
}

/** What of a profile tells its units. */
export interface Recognisable {
  readonly id: string;
  readonly make: string;
  readonly title: string;
  readonly chipMarkings: readonly string[];
  readonly labels: readonly LabelRule[];
}

export interface Reason {
  readonly because: 'family-code' | 'known' | 'marking' | 'pattern';
  readonly label: string;
  readonly number: string;
  /** Look-alikes that had to be exchanged for it. */
  readonly corrections: readonly Correction[];
  readonly points: number;
}

export interface Candidate {
  readonly family: string;
  readonly make: string;
  readonly title: string;
  readonly points: number;
  readonly reasons: readonly Reason[];
}

export interface Recognition {
  readonly verdict: Judgement;
  /** Best first; only families for which something speaks. */
  readonly candidates: readonly Candidate[];
  /** What to look for next on the label: names of numbers that part the two best. */
  readonly deciders: readonly string[];
}

/** What a reason counts. A number that had to be corrected counts two less for each exchanged character. */
const POINTS = { 'family-code': 10, known: 8, marking: 4, pattern: 2 } as const;
/** Lead from which there is no doubt, and what the best must have by itself. */
const SURE_LEAD = 4;
const SURE_POINTS = 8;

/**
 * Which family is this, from whatever stands on it? Ranked, each with its reasons, and what would decide.
 * A pattern that several families share counts half. Total; texts over the limit are cut.
 * Example: a known hardware number alone is sure; a chip marking that two families share is not.
 */
export function recognise(text: string, families: readonly Recognisable[]): Recognition {
  const numbers = findNumbers(text);
  const candidates = families
    .map((f) => weigh(f, numbers, families))
    .filter((c) => c.points > 0)
    .sort((a, b) => b.points - a.points || a.family.localeCompare(b.family));
  const [best, next] = candidates;
  return { verdict: verdictOf(best, next), candidates, deciders: decidersOf(best, next, families) };
}

function weigh(
  family: Recognisable,
  numbers: readonly string[],
  families: readonly Recognisable[]
): Candidate {
  const reasons = new Map<string, Reason>();
  for (const number of numbers) {
    const reason = reasonOf(family, number, families);
    if (!reason) continue;
    // the best reason of a kind of number counts, once
    const before = reasons.get(reason.label);
    if (!before || before.points < reason.points) reasons.set(reason.label, reason);
  }
  const list = [...reasons.values()].sort((a, b) => b.points - a.points);
  return {
    family: family.id,
    make: family.make,
    title: family.title,
    points: list.reduce((sum, r) => sum + r.points, 0),
    reasons: list
  };
}

function reasonOf(
  family: Recognisable,
  number: string,
  families: readonly Recognisable[]
): Reason | undefined {
  const made = (
    because: Reason['because'],
    label: string,
    found: { readonly text: string; readonly corrections: readonly Correction[]; half?: boolean }
  ): Reason => ({
    because,
    label,
    number: found.text,
    corrections: found.corrections,
    points: Math.max(
      1,
      (found.half ? POINTS[because] / 2 : POINTS[because]) - 2 * found.corrections.length
    )
  });
  const code = family.id.replace('-', '');
  const asCode = correctLookAlikes(number.replaceAll('-', ''), (t) => t === code);
  if (asCode) return made('family-code', 'Family code', { ...asCode, text: family.id });
  for (const rule of family.labels) {
    const known = correctLookAlikes(number, (t) => rule.known.includes(t));
    if (known) return made('known', rule.name, known);
  }
  const marking = correctLookAlikes(number, (t) => family.chipMarkings.includes(t));
  if (marking) return made('marking', 'Chip marking', marking);
  for (const rule of family.labels) {
    const pattern = new RegExp(rule.pattern);
    const fits = correctLookAlikes(number, (t) => pattern.test(t));
    if (!fits) continue;
    const shared = families.some(
      (o) => o.id !== family.id && o.labels.some((l) => new RegExp(l.pattern).test(fits.text))
    );
    return made('pattern', rule.name, { ...fits, half: shared });
  }
  return undefined;
}

function verdictOf(best: Candidate | undefined, next: Candidate | undefined): Judgement {
  if (!best) return judge('look', 'label.family.none');
  const params = { family: best.family, title: `${best.make}, ${best.title}` };
  const lead = best.points - (next?.points ?? 0);
  return best.points >= SURE_POINTS && lead >= SURE_LEAD
    ? judge('go', 'label.family.sure', params)
    : judge('look', 'label.family.likely', { ...params, other: next?.family ?? '' });
}

function decidersOf(
  best: Candidate | undefined,
  next: Candidate | undefined,
  families: readonly Recognisable[]
): string[] {
  if (!best) return [];
  const of = (c: Candidate | undefined) => families.find((f) => f.id === c?.family);
  const given = new Set(best.reasons.filter((r) => r.because !== 'pattern').map((r) => r.label));
  const [a, b] = [of(best), of(next)];
  const names = (a?.labels ?? [])
    .filter((rule) => !b || !b.labels.some((o) => o.pattern === rule.pattern))
    .map((rule) => rule.name);
  const markings = a?.chipMarkings.some((m) => !b?.chipMarkings.includes(m))
    ? ['Chip marking']
    : [];
  return [...names, ...markings].filter((n) => !given.has(n));
}
