import type { Verdict } from '@badger/core/base/verdict';
import type { StockFit } from '@badger/core/match/judge-stock';
import type { Step } from '@badger/core/profile/supersession';
import type { Estimate } from '@badger/core/time/estimate';
import type { QuoteLine } from '@badger/core/access-choice/build-quote';
import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
import type { Prices } from '@badger/core/access-choice/prices';

/** What the Match stop shows beyond the job. */
export interface MatchSheetData {
  readonly originalNumbers: Readonly<Record<string, string>>;
  /** Fields in which label and memory of the original contradict each other. */
  readonly labelDiffers: readonly {
    readonly field: string;
    readonly label: string;
    readonly read: string;
  }[];
  readonly fits: readonly StockFit[];
  readonly offers: readonly {
    readonly id: string;
    readonly source: string;
    readonly numbers: Readonly<Record<string, string>>;
    readonly price: string;
    readonly verdict: Verdict;
    readonly at: Date;
    readonly personName: string;
  }[];
  /** Supersessions that the parts service told, for the check on the page. */
  readonly steps: readonly (Step & { readonly field: string })[];
}

export interface RegionTime {
  readonly regionId: string;
  readonly name: string;
  readonly lengthBytes: number;
  readonly read: Estimate;
  readonly write: Estimate;
}

type Span = readonly [number, number];

export interface QuoteData {
  readonly number: number;
  readonly currency: string;
  readonly lines: readonly QuoteLine[];
  readonly net: string;
  readonly taxPercent: string;
  readonly tax: string;
  readonly total: string;
  readonly note: string;
  readonly validUntil: Date;
  readonly at: Date;
  readonly personName: string;
}

/** What the page of ways shows. */
export interface AccessSheetData {
  readonly options: readonly AccessOption[];
  readonly times: readonly RegionTime[];
  readonly typicalMinutes: { readonly read: Span | undefined; readonly write: Span | undefined };
  readonly choices: readonly {
    readonly accessKey: string;
    readonly method: string;
    readonly reason: string;
    readonly at: Date;
    readonly personName: string;
  }[];
  readonly quotes: readonly QuoteData[];
  readonly prices: Prices;
}
