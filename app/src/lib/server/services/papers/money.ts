import { compareMoney, sumWork } from '@badger/core/access-choice/actual-work';
import type { MoneyData } from '../../../paper-types.ts';
import type { Deps } from '../../deps.ts';
import { listQuotes } from '../../repositories/choices.ts';
import { listMarks } from '../../repositories/plan.ts';
import type { JobView } from '../job/job-view.ts';
import { loadPrices } from '../shop/shop-settings.ts';

/** What was quoted last against what it came to; undefined where nothing was quoted. Hands by the times of the plan, the bench by its operations. */
export async function describeMoney(deps: Deps, view: JobView): Promise<MoneyData | undefined> {
  const { db, clock } = deps;
  const quote = (await listQuotes(db, view.job.id)).at(-1);
  if (!quote) return undefined;
  const [marks, prices] = [await listMarks(db, [view.job.id]), await loadPrices(db)];
  const until = view.job.closedAt ?? clock.now();
  // of a task that nobody ended nobody knows how long it took
  const begun = marks.filter((m) => m.startedAt !== null);
  const hands = begun.flatMap(({ startedAt, doneAt }) =>
    startedAt && doneAt ? [{ start: startedAt, end: doneAt }] : []
  );
  const bench = view.operations.flatMap(({ startedAt, endedAt }) =>
    startedAt ? [{ start: startedAt, end: endedAt ?? undefined }] : []
  );
  const worked = sumWork(hands, until);
  return {
    ...compareMoney(quote.lines, worked, prices.hourlyRate),
    ...{ quoteNumber: quote.number, currency: quote.currency, taxPercent: quote.taxPercent },
    running: begun.length > hands.length,
    benchMinutes: sumWork(bench, until)?.minutes ?? 0
  };
}

/** Invoice lines as rows: each with what was quoted and what it came to; empty cells where nobody knows. */
export function invoiceRows({ job }: JobView, money: MoneyData): string[][] {
  const head = [
    ...['job', 'quote', 'position', 'text', 'quoted_minutes', 'actual_minutes'],
    ...['quoted_net', 'actual_net', 'tax_percent', 'currency', 'customer', 'vin', 'closed']
  ];
  const rows = money.lines.map((l, i) => [
    ...[String(job.number), `${job.number}-${money.quoteNumber}`, String(i + 1), l.text],
    ...[String(l.quotedMinutes ?? ''), String(l.actualMinutes ?? '')],
    ...[l.quoted, l.actual ?? '', money.taxPercent, money.currency, job.customer, job.vin],
    job.closedAt?.toISOString() ?? ''
  ]);
  return [head, ...rows];
}
