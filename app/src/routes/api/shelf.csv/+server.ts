import { deps } from '$lib/server/app-root.ts';
import { formatCsv } from '$lib/csv.ts';
import { listStock } from '$lib/server/repositories/units.ts';
import { describeShelf } from '$lib/server/services/match/shelf.ts';
import type { RequestHandler } from './$types';

/** The stock as CSV. */
export const GET: RequestHandler = async ({ url }) => {
  const text = (url.searchParams.get('q') ?? '').trim();
  const rows = await listStock(deps().db, { text, stockOnly: true, limit: 10_000, offset: 0 });
  const head = ['tag', 'family', 'hardware', 'software', 'state', 'wear', 'place', 'job'];
  const body = describeShelf(deps(), rows).map((u) => [
    u.tag,
    u.family,
    u.hardware,
    u.software,
    u.stock ?? '',
    u.worn === undefined ? '' : u.worn.toFixed(2),
    u.place,
    u.inJob === null ? '' : String(u.inJob)
  ]);
  return new Response(formatCsv([head, ...body]), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="shelf.csv"'
    }
  });
};
