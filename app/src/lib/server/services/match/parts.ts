import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import { parseVin } from '@badger/core/identity/vin';
import { normalizeNumber } from '@badger/core/label/tidy-number';
import type { PartsAnswer } from '@badger/core/match/parts-answer';
import type { PartsQuery } from '../../bench/parts-client.ts';
import type { Deps } from '../../deps.ts';
import { findAnswer, keepAnswer } from '../../repositories/parts.ts';

/** An answer of the parts service and where it comes from. */
export interface PartsFound {
  readonly answer: PartsAnswer;
  readonly fetchedAt: Date;
  /** `kept`: not asked again, or asked in vain. */
  readonly from: 'service' | 'kept';
  /** Why a kept answer had to do. */
  readonly problem: Problem | undefined;
}

/** A kept answer that is younger is not asked for again. Units: ms. */
const FRESH_MS = 86_400_000;

/**
 * Asks the parts service, or takes what it said before: numbers of parts change slowly, a service that is down must not
 * hold the bench. Errors: `parts.key.malformed`, `parts.service.none`, and those of the client where nothing is kept.
 */
export async function lookUpParts(
  deps: Deps,
  question: { kind: PartsQuery; key: string; fresh?: boolean },
  now = deps.clock.now()
): Promise<Result<PartsFound>> {
  const key = parseKey(question.kind, question.key);
  if (!key) return fail('parts.key.malformed', { key: question.key.slice(0, 40) });
  const kept = await findAnswer(deps.db, question.kind, key);
  const age = kept ? now.getTime() - kept.fetchedAt.getTime() : Number.POSITIVE_INFINITY;
  if (kept && age < FRESH_MS && !question.fresh)
    return ok({
      answer: kept.answer,
      fetchedAt: kept.fetchedAt,
      from: 'kept',
      problem: undefined
    });
  const asked = deps.parts ? await deps.parts.ask(question.kind, key) : fail('parts.service.none');
  if (!asked.ok) {
    return kept
      ? ok({
          answer: kept.answer,
          fetchedAt: kept.fetchedAt,
          from: 'kept',
          problem: asked.problem
        })
      : asked;
  }
  await keepAnswer(deps.db, { kind: question.kind, key, answer: asked.value, fetchedAt: now });
  return ok({ answer: asked.value, fetchedAt: now, from: 'service', problem: undefined });
}

/** What is kept of a number, without asking anybody; undefined when nothing is. */
export async function keptPart(deps: Deps, number: string): Promise<PartsAnswer | undefined> {
  const key = normalizeNumber(number);
  return key === '' ? undefined : (await findAnswer(deps.db, 'number', key))?.answer;
}

function parseKey(kind: PartsQuery, text: string): string | undefined {
  if (kind === 'vin') {
    const vin = parseVin(text);
    return vin.ok ? vin.value.text : undefined;
  }
  const number = normalizeNumber(text);
  return /^[0-9A-Z-]{4,40}$/.test(number) ? number : undefined;
}
