import { deps } from '$lib/server/app-root.ts';
import { loadPlan } from '$lib/server/services/plan/plan.ts';
import { writeCalendar } from '$lib/server/services/plan/plan-calendar.ts';
import type { RequestHandler } from './$types';

/** The plan as a calendar (RFC 5545); `lane` picks one person or place. */
export const GET: RequestHandler = async ({ url }) => {
  const plan = await loadPlan(deps());
  const text = writeCalendar(plan, url.searchParams.get('lane') ?? undefined, url.origin);
  return new Response(text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'attachment; filename="upright-badger-plan.ics"'
    }
  });
};
