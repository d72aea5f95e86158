import { deps } from '$lib/server/app-root.ts';
import { formatCsv } from '$lib/csv.ts';
import { parseSorting } from '$lib/sorting.ts';
import { JOB_SORTS, listJobs, searchJobs } from '$lib/server/repositories/jobs.ts';
import type { RequestHandler } from './$types';

/** The job list as CSV, filtered as on the page. */
export const GET: RequestHandler = async ({ url }) => {
  const text = (url.searchParams.get('q') ?? '').trim();
  const sorting = parseSorting(url.searchParams.get('sort'), JOB_SORTS);
  const jobs =
    text === ''
      ? await listJobs(deps().db, { sorting })
      : await searchJobs(deps().db, text, { limit: 10_000, sorting });
  const head = [
    'number',
    'customer',
    'vehicle',
    'vin',
    'plate',
    'family',
    'opened',
    'promised',
    'closed'
  ];
  const rows = jobs.map((j) => [
    String(j.number),
    j.customer,
    j.vehicle,
    j.vin,
    j.plate,
    j.familyId,
    j.createdAt.toISOString(),
    j.promisedAt?.toISOString() ?? '',
    j.closedAt?.toISOString() ?? ''
  ]);
  return new Response(formatCsv([head, ...rows]), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="jobs.csv"'
    }
  });
};
