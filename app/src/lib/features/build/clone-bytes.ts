import type { ByteOrigin, Provenance } from '@badger/core/clone/plan';
import type { Problem } from '@badger/core/base/result';
import type { Sent } from '$lib/features/live/send.ts';

/** Bytes from `start` on, two characters each; those of security data are dots. */
export interface BytePage {
  readonly start: number;
  readonly end: number;
  readonly hex: string;
}

const ROW = 16;

/** Asks for the page in which an offset lies; never throws. */
export async function fetchPage(
  jobNumber: number,
  regionId: string,
  start: number
): Promise<Sent<BytePage>> {
  try {
    const query = new URLSearchParams({ region: regionId, start: String(start) });
    const response = await fetch(`/api/jobs/${jobNumber}/clone/bytes?${query}`);
    const answer: unknown = await response.json();
    if (response.ok) return { ok: true, value: answer as BytePage };
    const { problem } = answer as { problem?: Problem };
    return { ok: false, problem: problem ?? { code: 'fault.server.unreachable', params: {} } };
  } catch {
    return { ok: false, problem: { code: 'fault.server.unreachable', params: {} } };
  }
}

/** Bytes of one row that come from one source. */
export interface ByteRun {
  readonly text: string;
  readonly origin: ByteOrigin;
}

export interface RunRow {
  readonly start: number;
  readonly runs: readonly ByteRun[];
}

/** A page in rows of sixteen bytes, each cut where the source changes. */
export function rowsOfPage(page: BytePage, provenance: readonly Provenance[]): RunRow[] {
  const rows: RunRow[] = [];
  for (let start = page.start; start < page.end; start += ROW) {
    const runs: { text: string; origin: ByteOrigin }[] = [];
    for (let at = start; at < Math.min(page.end, start + ROW); at++) {
      const origin = provenance.find((p) => p.start <= at && at < p.end)?.origin ?? 'filler';
      const text = page.hex.slice(2 * (at - page.start), 2 * (at - page.start) + 2);
      const last = runs.at(-1);
      if (last?.origin === origin) last.text += ` ${text}`;
      else runs.push({ text, origin });
    }
    rows.push({ start, runs });
  }
  return rows;
}
