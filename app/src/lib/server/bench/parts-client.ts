import { fail, ok, type Result } from '@badger/core/base/result';
import { validatePartsAnswer } from '@badger/core/generated/validators';
import { checkPartsAnswer, type PartsAnswer } from '@badger/core/match/parts-answer';
import { readAtMost } from './read-at-most.ts';

export type PartsQuery = 'number' | 'vin';

/** How long a person is kept waiting before the kept answer is shown instead. Units: ms. */
const PATIENCE_MS = 4_000;
const MOST_BYTES = 1_000_000;
const PATHS: Record<PartsQuery, string> = { number: 'numbers', vin: 'vehicles' };

/**
 * The parts service over HTTP. Errors: `parts.service.down`, `parts.service.slow`, `parts.service.key` (refused),
 * `parts.service.broken` (with the status), `parts.answer.malformed`, `parts.key.unknown` (it knows nothing of it), and
 * those of {@link checkPartsAnswer}. Nothing is tried again by itself.
 */
export class PartsClient {
  readonly #url: string;
  readonly #key: string;
  readonly #patienceMs: number;

  constructor(url: string, key: string, patienceMs = PATIENCE_MS) {
    this.#url = url.replace(/\/$/, '');
    this.#key = key;
    this.#patienceMs = patienceMs;
  }

  async ask(kind: PartsQuery, key: string): Promise<Result<PartsAnswer>> {
    const signal = AbortSignal.timeout(this.#patienceMs);
    let status: number;
    let text: string;
    try {
      const response = await fetch(`${this.#url}/v1/${PATHS[kind]}/${encodeURIComponent(key)}`, {
        headers: { 'x-api-key': this.#key, accept: 'application/json' },
        redirect: 'error',
        signal
      });
      status = response.status;
      text = await readAtMost(response, MOST_BYTES);
    } catch {
      return signal.aborted
        ? fail('parts.service.slow', { seconds: Math.round(this.#patienceMs / 1000) })
        : fail('parts.service.down');
    }
    if (status === 401 || status === 403) return fail('parts.service.key');
    if (status === 404) return fail('parts.key.unknown', { key });
    if (status !== 200) return fail('parts.service.broken', { status });
    return parseAnswer(text, key);
  }
}

function parseAnswer(text: string, key: string): Result<PartsAnswer> {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return fail('parts.answer.malformed', { where: 'no JSON' });
  }
  if (!validatePartsAnswer(body)) {
    const first = validatePartsAnswer.errors?.[0];
    return fail('parts.answer.malformed', {
      where: `${first?.instancePath ?? ''} ${first?.message ?? ''}`.trim()
    });
  }
  const checked = checkPartsAnswer(body, key);
  return checked.ok ? ok(checked.value) : checked;
}
