import type { Code } from '../base/codes.ts';
/** What may be at the bottom of a complaint. */
export type Cause = 'unit' | 'wiring' | 'actuator' | 'supply' | 'network' | 'other-unit';

export const CAUSES: readonly Cause[] = [
  'unit',
  'wiring',
  'actuator',
  'supply',
  'network',
  'other-unit'
];

/**
 * How much one observation says. `decisive` proves or rules out by itself; strong counts 4, medium 2, weak 1; what is
 * only `noted` is shown and counts for nothing.
 */
export type Weight = 'noted' | 'weak' | 'medium' | 'strong' | 'decisive';

/** One observation about one cause, with the sentence that says it. */
export interface Evidence {
  readonly cause: Cause;
  readonly sign: 1 | -1;
  readonly weight: Weight;
  /** Catalogue code of the sentence. */
  readonly code: Code;
  readonly params: Readonly<Record<string, string | number | boolean>>;
}

/** Where a cause stands: words, never a percentage. */
export type Standing = 'proven' | 'likely' | 'possible' | 'unlikely' | 'ruled-out';

export interface CauseStanding {
  readonly cause: Cause;
  readonly standing: Standing;
  readonly points: number;
  readonly evidence: readonly Evidence[];
}

const POINTS: Record<Exclude<Weight, 'decisive'>, number> = {
  noted: 0,
  weak: 1,
  medium: 2,
  strong: 4
};
/** Points from which a cause is called likely, and the lead that it needs. */
const LIKELY = 4;
const LEAD = 2;

/**
 * Standing of every cause, best first. The rule, the same on every machine:
 * 1. decisive evidence for a cause proves it, decisive evidence against rules it out; both together leave it possible;
 * 2. otherwise points are added (strong 4, medium 2, weak 1) for and taken away against;
 * 3. likely: at least 4 points and 2 more than the next cause that is not ruled out; unlikely: fewer than 0;
 * 4. everything else is possible.
 * Source: own rule, documented in docs/proof.md. Example: no evidence leaves all six possible.
 */
export function computeStandings(evidence: readonly Evidence[]): CauseStanding[] {
  const tallied = CAUSES.map((cause) => {
    const own = evidence.filter((e) => e.cause === cause);
    const proven = own.some((e) => e.weight === 'decisive' && e.sign > 0);
    const excluded = own.some((e) => e.weight === 'decisive' && e.sign < 0);
    const points = own.reduce(
      (sum, e) => sum + (e.weight === 'decisive' ? 0 : e.sign * POINTS[e.weight]),
      0
    );
    return { cause, own, proven, excluded, points };
  });
  const open = tallied.filter((t) => !t.excluded || t.proven);
  return tallied
    .map((t): CauseStanding => {
      const rival = Math.max(...open.filter((o) => o !== t).map((o) => o.points), -Infinity);
      return {
        cause: t.cause,
        standing: standingOf(t, rival),
        points: t.points,
        evidence: t.own
      };
    })
    .sort((a, b) => RANK[a.standing] - RANK[b.standing] || b.points - a.points);
}

const RANK: Record<Standing, number> = {
  proven: 0,
  likely: 1,
  possible: 2,
  unlikely: 3,
  'ruled-out': 4
};

function standingOf(
  t: { proven: boolean; excluded: boolean; points: number },
  rival: number
): Standing {
  if (t.proven && t.excluded) return 'possible';
  if (t.proven) return 'proven';
  if (t.excluded) return 'ruled-out';
  if (t.points >= LIKELY && t.points >= rival + LEAD) return 'likely';
  return t.points < 0 ? 'unlikely' : 'possible';
}
