import { fail, ok, type Result } from '@badger/core/base/result';

/** What an ordinary act may send. Units: bytes. */
export const ORDINARY_BODY_BYTES = 16_384;

interface Large {
  readonly path: RegExp;
  readonly bytes: number;
}

/** Acts that carry more than words: each with its own limit. */
const LARGE: readonly Large[] = [
  { path: /^\/api\/jobs\/\d+\/reads$/, bytes: 40_000_000 },
  { path: /^\/api\/jobs\/\d+\/photos$/, bytes: 30_000_000 },
  { path: /^\/api\/jobs\/\d+\/scans\/typed$/, bytes: 2_500_000 },
  { path: /^\/api\/jobs\/\d+\/(authority|return|safe\/handovers)$/, bytes: 700_000 }
];

/**
 * May this request's body be read? Asked when it is known who sends it, that they may, and before a byte of it is parsed. Our own pages
 * always tell the length, so a body without one is refused. Errors: `request.body.unmeasured`, `request.body.long`.
 */
export function checkBody(
  request: Pick<Request, 'method' | 'headers'>,
  path: string
): Result<true> {
  if (request.method === 'GET' || request.method === 'HEAD') return ok(true);
  const large = LARGE.find((l) => l.path.test(path));
  const told = request.headers.get('content-length');
  if (told === null && request.headers.get('transfer-encoding') === null) return ok(true);
  if (told === null || !/^\d{1,12}$/.test(told)) return fail('request.body.unmeasured');
  const most = large?.bytes ?? ORDINARY_BODY_BYTES;
  return Number(told) > most ? fail('request.body.long', { found: Number(told), most }) : ok(true);
}
