import { judge, type Judgement } from '../base/verdict.ts';
import type { Finding } from '../image/finding.ts';
import type { Agreement } from './agreement.ts';

/** Everything the verdict on one region of one unit rests on. */
export interface RegionFacts {
  readonly regionName: string;
  readonly agreement: Agreement;
  /** Findings about the trusted content, or about the only read. */
  readonly findings: readonly Finding[];
  /** Bytes in which the first two differing reads differ. */
  readonly differingBytes: number | undefined;
}

/** How the reads of one region stand; `equal`: a donor's backup that is the original's own content. */
export type RegionState =
  ('none' | 'single' | 'disputed' | 'implausible') | ('remark' | 'outvoted' | 'trusted' | 'equal');

/** Verdict on one region, with the state that others go by. */
export interface RegionJudgement extends Judgement {
  readonly state: RegionState;
}

/** A donor's region whose content is the original's own: no backup, whatever else is true of it. */
export function judgeEqualBackup(region: string): RegionJudgement {
  return { ...judge('stop', 'reads.donor.equal', { region }), state: 'equal' };
}

/**
 * Verdict on the reads of one region.
 * Order: no read, a single read, reads that dispute, agreement on something implausible, agreement with a
 * remark, agreement with outvoted reads, plain agreement.
 */
export function judgeRegion(facts: RegionFacts): RegionJudgement {
  const state = stateOf(facts);
  return { ...say(state, facts), state };
}

function stateOf({ agreement, findings }: RegionFacts): Exclude<RegionState, 'equal'> {
  if (agreement.state === 'none' || agreement.state === 'single' || agreement.state === 'disputed')
    return agreement.state;
  if (findings.some((f) => f.severity === 'stop')) return 'implausible';
  if (findings.some((f) => f.severity === 'look')) return 'remark';
  return agreement.dissenting.length > 0 ? 'outvoted' : 'trusted';
}

function say(state: Exclude<RegionState, 'equal'>, facts: RegionFacts): Judgement {
  const { agreement, regionName: region } = facts;
  const params = {
    region,
    agreeing: agreement.agreeing.length,
    total: agreement.total,
    which: agreement.agreeing.join(', ')
  };
  const bytes = facts.differingBytes ?? 0;
  const finding = facts.findings.find((f) => f.severity === 'stop')?.code ?? '';
  switch (state) {
    case 'none':
      return judge('look', 'reads.region.none', { region });
    case 'single':
      return judge('look', 'reads.region.single', { region });
    case 'disputed':
      return judge('look', 'reads.region.disputed', { region, total: agreement.total, bytes });
    case 'implausible':
      return judge('stop', 'reads.region.implausible', { region, finding });
    case 'remark':
      return judge('look', 'reads.region.remark', params);
    case 'outvoted':
      return judge('go', 'reads.region.outvoted', params);
    case 'trusted':
      return judge('go', 'reads.region.trusted', params);
  }
}

const TRUSTED: readonly RegionState[] = ['trusted', 'outvoted', 'remark'];

/** True when a verdict on a region lets its content be written or relied on as a backup. */
export function isTrusted({ state }: Pick<RegionJudgement, 'state'>): boolean {
  return TRUSTED.includes(state);
}
