import { judge, type Judgement } from '../base/verdict.ts';
import type { Agreement } from './agreement.ts';
import { isTrusted, type RegionJudgement } from './judge-region.ts';

/** What one press that reads until two agree knows after each read. */
export interface SeriesFacts {
  readonly verdict: RegionJudgement;
  readonly agreement: Agreement;
  /** Reads that this press has made. */
  readonly made: number;
  readonly carrier: 'can-uds' | 'vehicle-uds' | 'chip';
  /** Clock of the last read; undefined where there is none to choose. Units: Hz. */
  readonly clockHz: number | undefined;
}

/** `again`: one more read, at this clock. `ended`: reading on is useless or not needed; the judgement says which. */
export type NextRead =
  | { readonly type: 'again'; readonly clockHz: number | undefined }
  | { readonly type: 'ended'; readonly judgement: Judgement };

/** More than that is no reading any more, it is hoping. Source: common practice. */
const MOST_READS = 8;
/** Slower than that a chip is not read: its contact is bad, not its clock too fast. Units: Hz. Source: common practice. */
const SLOWEST_HZ = 100_000;

/**
 * Read on? Order: trusted, content that is no data however often it comes, too many, a chip that differs at the slowest
 * clock, else again; a chip that differs is read at half the clock. Total.
 * Example: two differing reads of a chip at 1 MHz ask for a third at 500 kHz.
 */
export function planNextRead({
  verdict,
  agreement,
  made,
  carrier,
  clockHz
}: SeriesFacts): NextRead {
  const end = (judgement: Judgement): NextRead => ({ type: 'ended', judgement });
  if (isTrusted(verdict)) return end(judge('go', 'reads.series.settled', { made }));
  if (verdict.verdict === 'stop') return end(judge('stop', 'reads.series.implausible', { made }));
  if (made >= MOST_READS) return end(judge('stop', 'reads.series.many', { made }));
  if (agreement.state !== 'disputed' || carrier !== 'chip' || clockHz === undefined)
    return { type: 'again', clockHz };
  if (clockHz <= SLOWEST_HZ) return end(judge('stop', 'reads.series.contact', { made }));
  return { type: 'again', clockHz: Math.max(SLOWEST_HZ, Math.floor(clockHz / 2)) };
}
