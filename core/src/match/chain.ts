import type { Profile } from '../profile/profile.ts';
import { reconcileSteps, type Contradiction } from './reconcile-steps.ts';
import {
  standingOf,
  SupersessionIndex,
  type Standing,
  type Step
} from '../profile/supersession.ts';

export type FieldStep = Step & { readonly field: string };

/** The supersessions of a family together with those that a parts service told, field by field. */
export interface Chain {
  /** Told steps that the profile contradicts: they are left out. */
  readonly contradictions: readonly Contradiction[];
  readonly indexOf: (field: string) => SupersessionIndex;
  /** The profile's word where it has one, else what both together say. */
  readonly standingOf: (field: string, original: string, candidate: string) => Standing;
}

const NONE: readonly FieldStep[] = [];
/** A chain is built once for a list of steps; thousands of candidates are asked of it. */
const built = new WeakMap<readonly FieldStep[], WeakMap<Profile, Chain>>();

export function chainFor(profile: Profile, told: readonly FieldStep[] = NONE): Chain {
  const known = built.get(told) ?? new WeakMap<Profile, Chain>();
  built.set(told, known);
  const chain = known.get(profile) ?? build(profile, told);
  known.set(profile, chain);
  return chain;
}

function build(profile: Profile, told: readonly FieldStep[]): Chain {
  const fields = new Set([...profile.supersessions, ...told].map((s) => s.field));
  const own = new Map<string, SupersessionIndex>();
  const all = new Map<string, SupersessionIndex>();
  const contradictions: Contradiction[] = [];
  for (const field of fields) {
    const mine = profile.supersessions.filter((s) => s.field === field);
    const reconciled = reconcileSteps(
      mine,
      told.filter((s) => s.field === field)
    );
    contradictions.push(...reconciled.contradictions);
    own.set(field, new SupersessionIndex(mine));
    all.set(field, new SupersessionIndex([...mine, ...reconciled.steps]));
  }
  const empty = new SupersessionIndex([]);
  const indexOf = (field: string) => all.get(field) ?? empty;
  return {
    contradictions,
    indexOf,
    standingOf: (field, original, candidate) => {
      const said = standingOf(original, candidate, own.get(field) ?? empty);
      return said === 'unrelated' ? standingOf(original, candidate, indexOf(field)) : said;
    }
  };
}
