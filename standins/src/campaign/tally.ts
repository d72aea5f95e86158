import { upperOfNone95, wilson95 } from '@badger/core/trust/chances';
import type { Profile } from '@badger/core/profile/profile';
import { CAMPAIGN_FAULTS, runCase, type CampaignCase } from './read-campaign.ts';

/** How judgements of one fault, or of all, came out. */
export interface CampaignRow {
  readonly fault: string;
  readonly cases: number;
  /** Share of the cases whose cause was named right. */
  readonly causeNamed: number;
  /** What chance leaves of that share, with 95 % certainty. */
  readonly causeNamed95: readonly [number, number];
  readonly trusted: number;
  readonly reconstructed: number;
  readonly readAgain: number;
  readonly refused: number;
  readonly falseTrust: number;
  /** The share of cases trusted or put together wrongly is below this with 95 % certainty. */
  readonly wrongBelow95: number;
  readonly wrongReconstructions: number;
  /** Mean number of reads asked for after two were right, where that was so. */
  readonly readsBeyond: number;
}

/** Runs so many cases. The same seed gives the same rows. */
export function runCampaign(
  profiles: readonly Profile[],
  { cases, seed }: { readonly cases: number; readonly seed: number }
): { readonly rows: readonly CampaignRow[]; readonly total: CampaignRow } {
  const all = Array.from({ length: cases }, (_, number) => runCase(profiles, { seed, number }));
  const rows = CAMPAIGN_FAULTS.flatMap((fault) => {
    const some = all.filter((c) => c.fault === fault);
    return some.length > 0 ? [tally(fault, some)] : [];
  });
  return { rows, total: tally('all', all) };
}

function tally(fault: string, cases: readonly CampaignCase[]): CampaignRow {
  const count = (of: (c: CampaignCase) => boolean) => cases.filter(of).length;
  const named = count((c) => c.named === c.expected);
  const wrong = count((c) => c.falseTrust || c.wrongRebuilt);
  const beyond = cases.flatMap((c) => (c.needed === undefined ? [] : [c.reads - c.needed]));
  return {
    ...{ fault, cases: cases.length },
    causeNamed: named / cases.length,
    causeNamed95: wilson95(named, cases.length),
    wrongBelow95: wrong === 0 ? upperOfNone95(cases.length) : wilson95(wrong, cases.length)[1],
    trusted: count((c) => c.verdict === 'trusted'),
    reconstructed: count((c) => c.verdict === 'reconstructed'),
    readAgain: count((c) => c.verdict === 'read-again'),
    refused: count((c) => c.verdict === 'refuse'),
    falseTrust: count((c) => c.falseTrust),
    wrongReconstructions: count((c) => c.wrongRebuilt),
    readsBeyond: beyond.length === 0 ? 0 : beyond.reduce((a, b) => a + b, 0) / beyond.length
  };
}
