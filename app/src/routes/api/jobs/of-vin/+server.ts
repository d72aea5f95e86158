import { json } from '@sveltejs/kit';
import { parseVin } from '@badger/core/identity/vin';
import { deps } from '$lib/server/app-root.ts';
import { listJobsOfVin } from '$lib/server/repositories/jobs.ts';
import type { RequestHandler } from './$types';

/** Earlier jobs of a vehicle, newest first: `?vin=`. */
export const GET: RequestHandler = async ({ url }) => {
  const vin = parseVin(url.searchParams.get('vin') ?? '');
  const jobs = vin.ok ? await listJobsOfVin(deps().db, vin.value.text) : [];
  return json(
    jobs.map((j) => ({
      number: j.number,
      customer: j.customer,
      vehicle: j.vehicle,
      family: j.familyId,
      complaint: j.complaint,
      plate: j.plate,
      closed: j.closedAt !== null
    }))
  );
};
