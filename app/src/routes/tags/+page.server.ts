import { toSVG } from 'bwip-js/node';
import { deps } from '$lib/server/app-root.ts';
import { loadUnit } from '$lib/server/services/match/units.ts';
import type { PageServerLoad } from './$types';

/** Most tags on one print. */
const MOST = 60;

/** Tags to print: `?tags=0417,0388`. The QR code holds the address of the unit's page. */
export const load: PageServerLoad = async ({ url }) => {
  const asked = (url.searchParams.get('tags') ?? '').split(',').filter((t) => t !== '');
  const found = await Promise.all(
    [...new Set(asked)].slice(0, MOST).map((t) => loadUnit(deps(), t))
  );
  return {
    tags: found.flatMap((f) => {
      if (!f) return [];
      const job = f.jobs.findLast((j) => !j.closedAt) ?? f.jobs.at(-1);
      return [
        {
          tag: f.unit.tag,
          family: f.unit.familyId,
          place: f.unit.place,
          job: job && { number: job.jobNumber, role: job.role, customer: job.customer },
          qr: toSVG({ bcid: 'qrcode', text: `${url.origin}/units/${f.unit.tag}` })
        }
      ];
    }),
    sheet: url.searchParams.get('on') === 'a4' ? ('a4' as const) : ('label' as const),
    query: asked.join(',')
  };
};
