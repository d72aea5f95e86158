import type { Code } from '../base/codes.ts';
import { judge, type Judgement } from '../base/verdict.ts';
import type { Way } from '../profile/profile.ts';

/** How well the unit speaks, from the last identification or scan. */
export type Responsiveness = 'well' | 'badly' | 'silent' | 'unknown';

export type CloneRoute = Way['kind'] | 'new-unit';

export interface RouteLeft {
  readonly route: CloneRoute;
  readonly possible: boolean;
  /** Why not, or what the risk is: a catalogue code. */
  readonly code: Code;
}

export interface CloneFacts {
  readonly responsiveness: Responsiveness;
  readonly chipIdRead: boolean;
  /** Two agreeing reads of every region are kept already. */
  readonly readsTrusted: boolean;
  readonly ways: readonly Way['kind'][];
  /** The family takes no clone at all: it is bought new. */
  readonly method: string;
}

/** Ways that do not need the unit's own software to answer. */
const WITHOUT_ANSWERS: readonly CloneRoute[] = ['boot', 'clip', 'lifted', 'pads'];

/** The risk of each way, as a catalogue code. */
const RISKS: Record<Way['kind'], Code> = {
  obd: 'clone.route.obd',
  bench: 'clone.route.bench',
  boot: 'clone.route.boot',
  clip: 'clone.route.clip',
  lifted: 'clone.route.lifted',
  pads: 'clone.route.pads'
};

/**
 * Can this unit be cloned at all, and by which ways? Total.
 * Example: a silent unit leaves boot and chip, with their risks, or a new unit through the maker's route.
 */
export function judgeCloneable(facts: CloneFacts): {
  readonly verdict: Judgement;
  readonly routes: readonly RouteLeft[];
  /** It is known not to answer, and not yet read in full. */
  readonly silent: boolean;
} {
  const routes = [...new Set(facts.ways), 'new-unit' as const].map((route): RouteLeft => {
    if (route === 'new-unit') return { route, possible: true, code: 'clone.route.new' };
    const unresponsive = facts.responsiveness === 'silent' && !WITHOUT_ANSWERS.includes(route);
    return {
      route,
      possible: !unresponsive,
      code: unresponsive ? 'clone.route.unresponsive' : RISKS[route]
    };
  });
  const settled = facts.method === 'none' || facts.readsTrusted || facts.chipIdRead;
  const silent = facts.responsiveness === 'silent' && !settled;
  return { verdict: judgeResponsiveness(facts, routes), routes, silent };
}

function judgeResponsiveness(facts: CloneFacts, routes: readonly RouteLeft[]): Judgement {
  if (facts.method === 'none') return judge('go', 'clone.unit.needless');
  if (facts.readsTrusted) return judge('go', 'clone.unit.kept');
  if (facts.chipIdRead && facts.responsiveness !== 'badly') return judge('go', 'clone.unit.talks');
  if (facts.responsiveness === 'badly') return judge('look', 'clone.unit.badly');
  if (facts.responsiveness === 'well') return judge('look', 'clone.unit.unread');
  if (facts.responsiveness === 'silent') {
    const left = routes.filter((r) => r.possible && r.route !== 'new-unit').length;
    return left > 0
      ? judge('look', 'clone.unit.silent', { left })
      : judge('stop', 'clone.unit.unresponsive');
  }
  return judge('look', 'clone.unit.unknown');
}
