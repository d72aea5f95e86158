import { deps } from '$lib/server/app-root.ts';
import { parseSorting } from '$lib/sorting.ts';
import { listStock, STOCK_SORTS } from '$lib/server/repositories/units.ts';
import { describeShelf } from '$lib/server/services/match/shelf.ts';
import type { PageServerLoad } from './$types';

const PAGE_SIZE = 100;

export const load: PageServerLoad = async ({ url, depends }) => {
  depends('badger:jobs');
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, 60);
  const all = url.searchParams.get('all') === '1';
  const page = Math.max(1, Math.trunc(Number(url.searchParams.get('page'))) || 1);
  const sorting = parseSorting(url.searchParams.get('sort'), STOCK_SORTS);
  const rows = await listStock(deps().db, {
    sorting,
    text,
    stockOnly: !all,
    limit: PAGE_SIZE + 1,
    offset: (page - 1) * PAGE_SIZE
  });
  return {
    text,
    all,
    page,
    sort: sorting ? url.searchParams.get('sort') : null,
    more: rows.length > PAGE_SIZE,
    units: describeShelf(deps(), rows.slice(0, PAGE_SIZE)),
    families: [...deps().profiles.values()].map((p) => ({
      id: p.id,
      title: p.title,
      labels: p.labels,
      chipMarkings: p.chipMarkings,
      match: p.match
    }))
  };
};
