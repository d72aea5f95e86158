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

/**
 * Verdict on the reads of one region.
 * Order: no read, a single read, reads that dispute, agreement on something implausible, agreement with a
 * remark, agreement with outvoted reads, plain agreement.
 */
export function judgeRegion(facts: RegionFacts): Judgement {
  const { agreement, regionName: region } = facts;
  if (agreement.state === 'none') return judge('look', 'reads.region.none', { region });
  if (agreement.state === 'single') return judge('look', 'reads.region.single', { region });
  if (agreement.state === 'disputed') {
    const bytes = facts.differingBytes ?? 0;
    return judge('look', 'reads.region.disputed', { region, total: agreement.total, bytes });
  }
  const grave = facts.findings.find((f) => f.severity === 'stop');
  if (grave) return judge('stop', 'reads.region.implausible', { region, finding: grave.code });
  const params = {
    region,
    agreeing: agreement.agreeing.length,
    total: agreement.total,
    which: agreement.agreeing.join(' and ')
  };
  if (facts.findings.some((f) => f.severity === 'look')) {
    return judge('look', 'reads.region.remark', params);
  }
  if (agreement.dissenting.length > 0) return judge('go', 'reads.region.outvoted', params);
  return judge('go', 'reads.region.trusted', params);
}

/** True when a verdict on a region lets its content be written or relied on as a backup. */
export function isTrusted(verdict: Judgement): boolean {
  return ['reads.region.trusted', 'reads.region.outvoted', 'reads.region.remark'].includes(
    verdict.code
  );
}
