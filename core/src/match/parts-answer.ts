import type { Static } from 'typebox';
import { fail, ok, type Result } from '../base/result.ts';
import { normalizeNumber } from '../label/tidy-number.ts';
import type { FieldStep } from './chain.ts';
import { findSupersessionLoop } from '../profile/supersession.ts';

const number = { type: 'string', minLength: 1, maxLength: 40 } as const;
const step = {
  type: 'object',
  additionalProperties: false,
  required: ['from', 'to', 'way'],
  properties: { from: number, to: number, way: { enum: ['both', 'forward'] } }
} as const;
/** More than that is no chain of a spare part. */
const MOST_STEPS = 500;
const steps = { type: 'array', maxItems: MOST_STEPS, items: step } as const;

/** What a parts service answers, over HTTP as JSON. Source: own open format, docs/parts-service.md. */
export const partsAnswerSchema = {
  $id: 'urn:upright-badger:parts-answer',
  type: 'object',
  additionalProperties: false,
  required: ['query', 'parts'],
  properties: {
    /** The number or VIN that was asked for, as the service understood it. */
    query: number,
    parts: {
      type: 'array',
      maxItems: 200,
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['hardwareNumber', 'family', 'make', 'compatible', 'supersessions'],
        properties: {
          hardwareNumber: number,
          family: { type: 'string', pattern: '^[A-Z]{2}-[A-Z0-9]{3}$' },
          make: { type: 'string', minLength: 1, maxLength: 80 },
          title: { type: 'string', maxLength: 120 },
          compatible: { type: 'array', maxItems: 500, items: number },
          supersessions: steps
        }
      }
    }
  }
} as const;

export type PartsAnswer = Static<typeof partsAnswerSchema>;
export type Part = PartsAnswer['parts'][number];

/**
 * An answer whose shape holds, looked at for sense. Errors: `parts.answer.other` (it answers another question),
 * `parts.chain.loop` (numbers that replace each other in a circle: nothing of it may be used).
 */
export function checkPartsAnswer(answer: PartsAnswer, query: string): Result<PartsAnswer> {
  if (answer.query !== query)
    return fail('parts.answer.other', { asked: query, answered: answer.query });
  // a circle may run through several parts of one answer
  const loop = findSupersessionLoop(answer.parts.flatMap((p) => p.supersessions));
  return loop ? fail('parts.chain.loop', { loop: loop.slice(0, 8).join(' → ') }) : ok(answer);
}

/** The supersessions of an answer as rules of matching: numbers as the shop writes them, each step once. */
export function stepsOf(answer: PartsAnswer | undefined): FieldStep[] {
  const steps = new Map<string, FieldStep>();
  for (const part of answer?.parts ?? [])
    for (const step of part.supersessions) {
      const [from, to] = [normalizeNumber(step.from), normalizeNumber(step.to)];
      steps.set(`${from} ${to} ${step.way}`, { field: 'hardware-number', from, to, way: step.way });
    }
  return [...steps.values()];
}
