import type { Code } from '../base/codes.ts';
import { judge, type Judgement } from '../base/verdict.ts';
import type { AccessSpec } from '../profile/profile.ts';

/** How well the unit speaks, from the last identification or scan. */
export type Responsiveness = 'well' | 'badly' | 'silent' | 'unknown';

export type CloneAccessKind = AccessSpec['kind'] | 'new-unit';

export interface AccessLeft {
  readonly accessKind: CloneAccessKind;
  readonly possible: boolean;
  /** Why not, or what the risk is: a catalogue code. */
  readonly code: Code;
}

export interface CloneFacts {
  readonly responsiveness: Responsiveness;
  readonly chipIdRead: boolean;
  /** Two agreeing reads of every region are kept already. */
  readonly readsTrusted: boolean;
  readonly accesses: readonly AccessSpec['kind'][];
  /** The family takes no clone at all: it is bought new. */
  readonly method: string;
}

/** Ways that do not need the unit's own software to answer. */
const WITHOUT_ANSWERS: readonly CloneAccessKind[] = ['boot', 'clip', 'lifted', 'pads'];

/** The risk of each way, as a catalogue code. */
const RISKS: Record<AccessSpec['kind'], Code> = {
  obd: 'clone.access.obd',
  bench: 'clone.access.bench',
  boot: 'clone.access.boot',
  clip: 'clone.access.clip',
  lifted: 'clone.access.lifted',
  pads: 'clone.access.pads'
};

/**
 * Can this unit be cloned at all, and by which ways? Total.
 * Example: a silent unit leaves boot and chip, with their risks, or a new unit through the maker's procedure.
 */
export function judgeCloneable(facts: CloneFacts): {
  readonly verdict: Judgement;
  readonly accesses: readonly AccessLeft[];
  /** It is known not to answer, and not yet read in full. */
  readonly silent: boolean;
} {
  const accesses = [...new Set(facts.accesses), 'new-unit' as const].map(
    (accessKind): AccessLeft => {
      if (accessKind === 'new-unit')
        return { accessKind, possible: true, code: 'clone.access.new' };
      const unresponsive =
        facts.responsiveness === 'silent' && !WITHOUT_ANSWERS.includes(accessKind);
      return {
        accessKind,
        possible: !unresponsive,
        code: unresponsive ? 'clone.access.unresponsive' : RISKS[accessKind]
      };
    }
  );
  const settled = facts.method === 'none' || facts.readsTrusted || facts.chipIdRead;
  const silent = facts.responsiveness === 'silent' && !settled;
  return { verdict: judgeResponsiveness(facts, accesses), accesses, silent };
}

function judgeResponsiveness(facts: CloneFacts, accesses: readonly AccessLeft[]): Judgement {
  if (facts.method === 'none') return judge('go', 'clone.unit.needless');
  if (facts.readsTrusted) return judge('go', 'clone.unit.kept');
  if (facts.chipIdRead && facts.responsiveness !== 'badly') return judge('go', 'clone.unit.talks');
  if (facts.responsiveness === 'badly') return judge('look', 'clone.unit.badly');
  if (facts.responsiveness === 'well') return judge('look', 'clone.unit.unread');
  if (facts.responsiveness === 'silent') {
    const left = accesses.filter((r) => r.possible && r.accessKind !== 'new-unit').length;
    return left > 0
      ? judge('look', 'clone.unit.silent', { left })
      : judge('stop', 'clone.unit.unresponsive');
  }
  return judge('look', 'clone.unit.unknown');
}
