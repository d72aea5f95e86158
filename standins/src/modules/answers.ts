import { concatBytes } from '@badger/core/base/bytes';
import type { Answer } from '../interface-box/bus-unit.ts';

/** A positive answer that takes no time. */
export function reply(sid: number, data: Uint8Array): Answer {
  return { payload: concatBytes([Uint8Array.of(sid), data]), workMs: 0 };
}

/** A negative answer. Source: ISO 14229-1. */
export function refuse(sid: number, nrc: number): Answer {
  return { payload: Uint8Array.of(0x7f, sid, nrc), workMs: 0 };
}

/** No answer at all. */
export const SILENCE: Answer = { payload: undefined, workMs: 0 };

/** Tester present: the top bit of its sub-function wants no answer. Source: ISO 14229-1. */
export function answerPresent(request: Uint8Array): Answer {
  return (request[1] ?? 0) >= 0x80 ? SILENCE : reply(0x7e, Uint8Array.of(0));
}
