import { shopNow } from '$lib/features/live/shop-now.ts';
import type { Problem } from '@badger/core/base/result';
import type { PartsAnswer } from '@badger/core/match/parts-answer';
import type { Sent } from '$lib/features/live/send.ts';

/** An answer of the parts service as it comes over the wire. */
export interface PartsFoundData {
  readonly answer: PartsAnswer;
  readonly fetchedAt: string;
  readonly from: 'service' | 'kept';
  readonly problem?: Problem;
}

/** Asks our server for what the parts service says; never throws. */
export async function askParts(
  kind: 'number' | 'vin',
  key: string,
  fresh: boolean
): Promise<Sent<PartsFoundData>> {
  const query = new URLSearchParams({ kind, key, ...(fresh ? { fresh: '1' } : {}) });
  try {
    const response = await fetch(`/api/parts?${query.toString()}`);
    const body = (await response.json()) as PartsFoundData & { problem?: Problem };
    if (response.ok) return { ok: true, value: body };
    return {
      ok: false,
      problem: body.problem ?? { code: 'fault.server.internal', params: { reference: '' } }
    };
  } catch {
    return { ok: false, problem: { code: 'fault.server.unreachable', params: {} } };
  }
}

/** Age of an answer in words. Example: `3 days old`. */
export function ageOf(at: Date, now = shopNow()): string {
  const minutes = Math.floor((now.getTime() - at.getTime()) / 60_000);
  if (minutes < 2) return 'just now';
  if (minutes < 90) return `${minutes} minutes old`;
  const hours = Math.floor(minutes / 60);
  if (hours < 36) return `${hours} hours old`;
  return `${Math.floor(hours / 24)} days old`;
}
