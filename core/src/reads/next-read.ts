import { judge, type Judgement } from '../base/verdict.ts';
import type { Agreement } from './agreement.ts';
import type { Cause } from '../trust/cause.ts';
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
  /** What the reads show, and how many more are expected to be needed; undefined where nobody could look, and where reading on is useless. */
  readonly trust: { readonly cause: Cause; readonly readsNeeded: number | undefined } | undefined;
}

/** `again`: one more read, at this clock. `ended`: reading on is useless or not needed; the judgement says which. */
export type NextRead =
  | { readonly type: 'again'; readonly clockHz: number | undefined }
  | { readonly type: 'ended'; readonly judgement: Judgement };

/** More than that is no reading any more, it is hoping. Source: common practice. */
const MOST_READS = 14;
/** Slower than that a chip is not read: its contact is bad, not its clock too fast. Units: Hz. Source: common practice. */
const SLOWEST_HZ = 100_000;

/** Reads after which a contact that still disturbs is taken for bad: then a hand is needed, not another read. */
const RESEAT_AFTER = 4;

/** What a lower clock can help. */
const HELPED_BY_CLOCK: ReadonlySet<Cause> = new Set<Cause>([
  ...(['contact-noise', 'undecided', 'shifted', 'dropped-block', 'repeated-block'] as const),
  ...(['none', 'truncated'] as const)
]);

/**
 * Read on? Order: trusted, content that is no data however often it comes, a cause that reading on cannot help, too many, a contact that disturbs
 * read after read (a unit that speaks: its lead wants to be reseated), a chip that differs at the slowest clock, else again; a chip that differs is
 * read at half the clock, unless its cells fail: those read no better. Total.
 * Example: two differing reads of a chip at 1 MHz ask for a third at 500 kHz.
 */
export function planNextRead(facts: SeriesFacts): NextRead {
  const { verdict, agreement, made, carrier, clockHz, trust } = facts;
  const end = (judgement: Judgement): NextRead => ({ type: 'ended', judgement });
  if (isTrusted(verdict)) return end(judge('go', 'reads.series.settled', { made }));
  if (verdict.verdict === 'stop') return end(judge('stop', 'reads.series.implausible', { made }));
  if (trust && trust.readsNeeded === undefined)
    return end(judge('stop', 'reads.series.useless', { made, cause: trust.cause }));
  if (made >= MOST_READS) return end(judge('stop', 'reads.series.many', { made }));
  if (carrier !== 'chip' && trust?.cause === 'contact-noise' && made >= RESEAT_AFTER)
    return end(judge('stop', 'reads.series.reseat', { made }));
  const cause = trust?.cause ?? 'undecided';
  const apart = agreement.state === 'disputed' && HELPED_BY_CLOCK.has(cause);
  if (!apart || carrier !== 'chip' || clockHz === undefined) return { type: 'again', clockHz };
  if (clockHz <= SLOWEST_HZ) return end(judge('stop', 'reads.series.contact', { made }));
  return { type: 'again', clockHz: Math.max(SLOWEST_HZ, Math.floor(clockHz / 2)) };
}
