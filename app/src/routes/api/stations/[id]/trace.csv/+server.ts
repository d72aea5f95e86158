import type { TracePoint } from '@badger/core/supply/thin-trace';
import { deps } from '$lib/server/app-root.ts';
import { problemResponse } from '$lib/server/http/respond.ts';
import { listReadings } from '$lib/server/services/kit/supply-hours.ts';
import type { RequestHandler } from './$types';

const ROWS_AT_ONCE = 5000;

/** Every reading of a supply in a stretch of time as CSV: moment (UTC), volts, amps. Source: RFC 4180. */
export const GET: RequestHandler = async ({ params, url }) => {
  const moment = (key: string) => Number(url.searchParams.get(key) ?? NaN);
  const time = { stationId: params.id, fromMs: moment('from'), toMs: moment('to') };
  const told = await listReadings(deps(), time);
  if (!told.ok) return problemResponse(told.problem);
  const points = told.value;
  const text = new TextEncoder();
  let next = 0;
  const body = new ReadableStream<Uint8Array>({
    start: (to) => to.enqueue(text.encode('time,volts,amps\r\n')),
    pull(to) {
      const lines = points.slice(next, next + ROWS_AT_ONCE).map(lineOf);
      next += lines.length;
      if (lines.length === 0) to.close();
      else to.enqueue(text.encode(lines.join('')));
    }
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="supply-${params.id}.csv"`
    }
  });
};

const lineOf = ({ atMs, mv, ma }: TracePoint) =>
  `${new Date(atMs).toISOString()},${mv / 1000},${ma / 1000}\r\n`;
