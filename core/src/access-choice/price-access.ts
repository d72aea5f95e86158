import {
  add,
  decimal,
  formatDecimal,
  minutesAt,
  multiply,
  parseDecimal,
  toCents,
  ZERO,
  type Decimal
} from '../base/money.ts';
import type { Profile } from '../profile/profile.ts';
import type { Prices } from './prices.ts';

/** One part of the price; `amount` is exact decimal text, or undefined where the shop has set no price. */
export interface CostLine {
  readonly kind: 'work' | 'donor' | 'newUnit' | 'sendAway' | 'credits' | 'sealing' | 'soldering';
  /** Minutes of work or number of credits; 1 for the rest. */
  readonly count: number;
  readonly amount: string | undefined;
}

export interface AccessCost {
  readonly lines: readonly CostLine[];
  /** Sum of what is known, exact decimal text. */
  readonly total: string;
  /** The same for sorting; not for arithmetic. */
  readonly known: number;
  /** What the shop has no price for: the sum is at least that. */
  readonly missing: readonly CostLine['kind'][];
}

/** What a way uses up. Units: minutes, credits. */
export interface AccessUse {
  readonly handsOnMinutes: number;
  readonly credits: number;
  readonly opened: boolean;
  readonly soldered: boolean;
  readonly part: 'donor' | 'newUnit' | 'sendAway' | 'none';
}

/** Prices a way by the shop's settings. Example: 90 minutes at 68.00 is 102.00. */
export function priceAccess(
  { prices, profile }: { readonly prices: Prices; readonly profile: Profile },
  use: AccessUse
): AccessCost {
  const rate = parseDecimal(prices.hourlyRate);
  const credit = parseDecimal(prices.creditPrice);
  const family = prices.families[profile.id];
  const lines: CostLine[] = [
    line('work', use.handsOnMinutes, rate && minutesAt(use.handsOnMinutes, rate))
  ];
  if (use.part !== 'none') lines.push(line(use.part, 1, parseDecimal(family?.[use.part] ?? '')));
  if (use.credits > 0) {
    const price = credit && multiply(credit, decimal(String(use.credits)));
    lines.push(line('credits', use.credits, price));
  }
  if (use.opened) lines.push(line('sealing', 1, parseDecimal(prices.sealing)));
  if (use.soldered) lines.push(line('soldering', 1, parseDecimal(prices.soldering)));
  const total = lines.reduce((sum, l) => add(sum, l.amount ? decimal(l.amount) : ZERO), ZERO);
  return {
    lines,
    total: formatDecimal(total),
    known: Number(formatDecimal(total)),
    missing: lines.filter((l) => l.amount === undefined).map((l) => l.kind)
  };
}

function line(kind: CostLine['kind'], count: number, amount: Decimal | undefined): CostLine {
  return { kind, count, amount: amount === undefined ? undefined : formatDecimal(toCents(amount)) };
}
