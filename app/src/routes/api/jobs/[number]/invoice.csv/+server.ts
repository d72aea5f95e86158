import { fail } from '@badger/core/base/result';
import { formatCsv } from '$lib/csv.ts';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { respond } from '$lib/server/http/respond.ts';
import { loadJobView } from '$lib/server/services/job/job-view.ts';
import { describeMoney, invoiceRows } from '$lib/server/services/papers/money.ts';
import type { RequestHandler } from './$types';

/** Lines for the invoice of a job: what was quoted, and what it came to. */
export const GET: RequestHandler = async ({ params }) => {
  const number = parseJobNumber(params.number);
  const view = await loadJobView(deps(), number);
  const money = view && (await describeMoney(deps(), view));
  if (!view) return respond(fail('job.number.unknown', { number }));
  if (!money) return respond(fail('paper.quote.none'));
  return new Response(formatCsv(invoiceRows(view, money)), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="job-${number}-invoice.csv"`
    }
  });
};
