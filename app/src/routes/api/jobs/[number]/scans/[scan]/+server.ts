import { error } from '@sveltejs/kit';
import { formatScanFile } from '@badger/core/scan/scan-file';
import { formatCsv } from '$lib/csv.ts';
import { scanRows } from '$lib/scan-rows.ts';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { findJob } from '$lib/server/repositories/jobs.ts';
import { findScan } from '$lib/server/repositories/scans.ts';
import type { RequestHandler } from './$types';

/** A kept scan as CSV or JSON: `?format=csv|json`. */
export const GET: RequestHandler = async ({ params, url }) => {
  const { db } = deps();
  const job = await findJob(db, parseJobNumber(params.number));
  const scan = job && (await findScan(db, job.id, parseJobNumber(params.scan)));
  if (!job || !scan) error(404, { message: 'There is no such scan.' });
  const json = url.searchParams.get('format') === 'json';
  const head = {
    name: scan.name,
    vin: scan.vehicleVin,
    batteryMv: scan.batteryMv,
    endedAt: scan.endedAt.toISOString()
  };
  const body = json ? formatScanFile(head, scan.units) : formatCsv(scanRows(scan.units));
  const name = scan.name.replaceAll(/[^\w.-]/g, '-');
  return new Response(body, {
    headers: {
      'content-type': json ? 'application/json' : 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}.${json ? 'json' : 'csv'}"`
    }
  });
};
