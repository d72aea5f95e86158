import {
  add,
  decimal,
  formatDecimal,
  minutesAt,
  parseDecimal,
  toCents,
  ZERO
} from '../base/money.ts';
import type { QuoteLine } from './build-quote.ts';

/** A stretch of work; `end` undefined: it has not ended. */
export interface WorkSpan {
  readonly start: Date;
  readonly end: Date | undefined;
}

/** How long was worked. Units: minutes, rounded up. */
export interface WorkedTime {
  readonly minutes: number;
  /** Something has not ended: it is at least that. */
  readonly running: boolean;
}

/**
 * How long was worked, two things at once counted once: hours are charged once. Undefined where nobody kept a time. A span that ends before it begins counts nothing.
 * `now`: until then what has not ended counts.
 */
export function sumWork(spans: readonly WorkSpan[], now: Date): WorkedTime | undefined {
  if (spans.length === 0) return undefined;
  const sorted = spans
    .map((s) => ({ start: s.start.getTime(), end: (s.end ?? now).getTime() }))
    .filter((s) => s.end > s.start)
    .sort((a, b) => a.start - b.start);
  let ms = 0;
  let reached = -Infinity;
  for (const { start, end } of sorted) {
    ms += Math.max(0, end - Math.max(start, reached));
    reached = Math.max(reached, end);
  }
  return { minutes: Math.ceil(ms / 60_000), running: spans.some((s) => s.end === undefined) };
}

/** One line of a quote beside what it came to; amounts as exact decimal text. */
export interface MoneyLine {
  readonly text: string;
  readonly quoted: string;
  /** Of work only. Units: minutes. */
  readonly quotedMinutes: number | undefined;
  readonly actualMinutes: number | undefined;
  /** Undefined where nobody knows: no time was kept, or the shop has no rate. */
  readonly actual: string | undefined;
}

export interface Money {
  readonly lines: readonly MoneyLine[];
  readonly quotedNet: string;
  /** Undefined while a line is unknown. */
  readonly actualNet: string | undefined;
  /** Actual less quoted. */
  readonly difference: string | undefined;
}

/** A quote against what it came to: work by the time that was kept, at the rate that was quoted (of nothing quoted, the shop's), everything else as quoted. Total. Example: 90 minutes for 102.00 and 120 worked are 34.00 more. */
export function compareMoney(
  lines: readonly QuoteLine[],
  worked: WorkedTime | undefined,
  hourlyRate: string
): Money {
  const rate = parseDecimal(hourlyRate);
  const priceOf = (quoted: string, quotedMinutes: number, minutes: number) => {
    const exact =
      quotedMinutes > 0
        ? decimal(quoted).times(minutes).div(quotedMinutes)
        : rate && minutesAt(minutes, rate);
    return exact && formatDecimal(toCents(exact));
  };
  const compared = lines.map((l): MoneyLine => {
    const one = { text: l.text, quoted: l.amount };
    if (l.minutes === undefined)
      return { ...one, quotedMinutes: undefined, actualMinutes: undefined, actual: l.amount };
    const amount = worked && priceOf(l.amount, l.minutes, worked.minutes);
    return { ...one, quotedMinutes: l.minutes, actualMinutes: worked?.minutes, actual: amount };
  });
  const sum = (amounts: readonly string[]) => amounts.reduce((s, a) => add(s, decimal(a)), ZERO);
  const known = compared.flatMap((l) => l.actual ?? []);
  const quoted = sum(compared.map((l) => l.quoted));
  const actual = known.length === compared.length ? sum(known) : undefined;
  return {
    lines: compared,
    quotedNet: formatDecimal(quoted),
    actualNet: actual && formatDecimal(actual),
    difference: actual && formatDecimal(actual.minus(quoted))
  };
}
