import { json } from '@sveltejs/kit';
import { deps } from '$lib/server/app-root.ts';
import { searchJobs } from '$lib/server/repositories/jobs.ts';
import { searchUnits } from '$lib/server/repositories/units.ts';
import type { RequestHandler } from './$types';

/** Finds jobs and units by number, tag, customer, vehicle, VIN end or chip id. */
export const GET: RequestHandler = async ({ url }) => {
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, 60);
  if (text === '') return json({ jobs: [], units: [] });
  const { db } = deps();
  const [jobs, units] = await Promise.all([
    searchJobs(db, text),
    searchUnits(db, text.replaceAll(' ', ''))
  ]);
  return json({
    jobs: jobs.map((j) => ({
      number: j.number,
      title: `${j.customer}, ${j.vehicle}`,
      detail: `${j.familyId} · VIN ${j.vin.slice(-7)}${j.closedAt ? ' · closed' : ''}`
    })),
    units: units.map((u) => ({
      tag: u.tag,
      title: `Unit ${u.tag}`,
      detail: `${u.familyId} · ${u.place}`
    }))
  });
};
