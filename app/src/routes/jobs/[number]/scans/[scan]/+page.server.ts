import { error } from '@sveltejs/kit';
import { compareScans } from '@badger/core/scan/compare-scans';
import { deps } from '$lib/server/app-root.ts';
import { parseJobNumber } from '$lib/server/http/ids.ts';
import { findJob } from '$lib/server/repositories/jobs.ts';
import { findScan, listScansOfJob } from '$lib/server/repositories/scans.ts';
import { describeScanHead } from '$lib/server/services/prove/describe-scan.ts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => {
  const { db } = deps();
  const job = await findJob(db, parseJobNumber(params.number));
  const scan = job && (await findScan(db, job.id, parseJobNumber(params.scan)));
  if (!job || !scan) error(404, { message: `Job ${params.number} keeps no scan ${params.scan}.` });
  const others = (await listScansOfJob(db, job.id)).filter(
    (s) => s.number !== scan.number && s.kind !== 'bench'
  );
  const asked = Number(url.searchParams.get('with'));
  // the scan before this one is what people compare with
  const other =
    scan.kind === 'bench'
      ? undefined
      : (others.find((s) => s.number === asked) ?? others.find((s) => s.number < scan.number));
  const before = other && (other.number < scan.number ? other : scan);
  const after = other && (other.number < scan.number ? scan : other);
  return {
    scan: { ...describeScanHead(scan), units: scan.units, startedAt: scan.startedAt },
    others: others.map((s) => ({ number: s.number, name: s.name })),
    compared: before &&
      after && {
        before: before.name,
        after: after.name,
        changes: compareScans(before.units, after.units)
      }
  };
};
