import { judge, type Judgement } from '../base/verdict.ts';
import type { Finding } from '../image/finding.ts';
import type { TrustSummary } from '../trust/summary.ts';
import type { Agreement } from './agreement.ts';

/** Everything the verdict on one region of one unit rests on. */
export interface RegionFacts {
  readonly regionName: string;
  readonly agreement: Agreement;
  /** Findings about the trusted content, or about the only read. */
  readonly findings: readonly Finding[];
  /** Bytes in which the first two differing reads differ. */
  readonly differingBytes: number | undefined;
  /** What the bytes themselves show; undefined where they could not be looked at, `alone` where only agreement can speak. */
  readonly trust: TrustSummary | undefined | 'alone';
}

/** How the reads of one region stand; `equal`: a donor's backup that is the original's own content. */
export type RegionState =
  | ('none' | 'single' | 'disputed' | 'implausible')
  | ('accepted' | 'unseen' | 'few' | 'doubtful' | 'rebuilt')
  | ('remark' | 'outvoted' | 'trusted' | 'equal');

/** Verdict on one region, with the state that others go by. */
export interface RegionJudgement extends Judgement {
  readonly state: RegionState;
}

/** A donor's region whose content is the original's own: no backup, whatever else is true of it. */
export function judgeEqualBackup(region: string): RegionJudgement {
  return { ...judge('stop', 'reads.donor.equal', { region }), state: 'equal' };
}

/** A content that a lead took although the reads are not trusted, and why. */
export function judgeAccepted(
  { regionName: region, agreement }: RegionFacts,
  { kind, reason }: { readonly kind: 'read' | 'rebuilt'; readonly reason: string }
): RegionJudgement {
  const params = { region, kind, reason, total: agreement.total };
  return { ...judge('look', 'reads.region.accepted', params), state: 'accepted' };
}

/**
 * Verdict on the reads of one region.
 * Order: no read, content that cannot be right however often it comes, a single read, reads that dispute (put together or not), agreement that the
 * bytes speak against or that nobody could look at, agreement with a remark, agreement with outvoted reads, plain agreement.
 */
export function judgeRegion(facts: RegionFacts): RegionJudgement {
  const state = stateOf(facts);
  return { ...say(state, facts), state };
}

function stateOf({
  agreement,
  findings,
  trust
}: RegionFacts): Exclude<RegionState, 'equal' | 'accepted'> {
  const { state } = agreement;
  if (state === 'none') return 'none';
  const seen = trust === 'alone' ? undefined : trust;
  if (seen?.verdict === 'refuse' && seen.cause !== 'undecided') return 'implausible';
  if (state === 'single') return state;
  if (seen?.short) return 'few';
  if (seen?.verdict === 'reconstructed') return 'rebuilt';
  if (state === 'disputed') return state;
  if (findings.some((f) => f.severity === 'stop')) return 'implausible';
  if (trust !== 'alone' && !seen) return 'unseen';
  if (seen && seen.verdict !== 'trusted') return 'doubtful';
  if (findings.some((f) => f.severity === 'look')) return 'remark';
  return agreement.dissenting.length > 0 ? 'outvoted' : 'trusted';
}

function say(state: Exclude<RegionState, 'equal' | 'accepted'>, facts: RegionFacts): Judgement {
  const { agreement, regionName: region } = facts;
  const params = {
    region,
    agreeing: agreement.agreeing.length,
    total: agreement.total,
    which: agreement.agreeing.join(', ')
  };
  const bytes = facts.differingBytes ?? 0;
  const finding = facts.findings.find((f) => f.severity === 'stop')?.code ?? '';
  const cause = facts.trust === 'alone' ? 'undecided' : (facts.trust?.cause ?? 'undecided');
  switch (state) {
    case 'none':
      return judge('look', 'reads.region.none', { region });
    case 'single':
      return judge('look', 'reads.region.single', { region });
    case 'disputed':
      return judge('look', 'reads.region.disputed', { region, total: agreement.total, bytes });
    case 'implausible':
      return judge('stop', 'reads.region.implausible', { region, finding, cause });
    case 'unseen':
      return judge('look', 'reads.region.unseen', { region });
    case 'few': {
      const more = facts.trust === 'alone' ? 1 : (facts.trust?.readsNeeded ?? 1);
      return judge('look', 'reads.region.few', { ...params, more });
    }
    case 'doubtful':
      return judge('look', 'reads.region.doubtful', { ...params, cause });
    case 'rebuilt':
      return judge('look', 'reads.region.rebuilt', { region, total: agreement.total, cause });
    case 'remark':
      return judge('look', 'reads.region.remark', params);
    case 'outvoted':
      return judge('go', 'reads.region.outvoted', params);
    case 'trusted':
      return judge('go', 'reads.region.trusted', params);
  }
}

const TRUSTED: readonly RegionState[] = ['trusted', 'outvoted', 'remark', 'accepted'];

/** True when a verdict on a region lets its content be written or relied on as a backup. */
export function isTrusted({ state }: Pick<RegionJudgement, 'state'>): boolean {
  return TRUSTED.includes(state);
}
