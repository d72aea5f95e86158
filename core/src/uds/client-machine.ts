import type { Code } from '../base/codes.ts';
import { decodeResponse } from './codec.ts';
import { NRC, P2_MS, P2_STAR_MS } from './services.ts';

/** Slack that a client adds to the server's times for carrier and box. Units: ms. Source: common practice. */
export const CARRIER_SLACK_MS = 450;
/** Times that `responsePending` may be said in a row before the unit counts as hung: four minutes of P2*. */
export const MAX_PENDINGS = 48;
/** Repeats after `busyRepeatRequest`; only for requests that change nothing. */
const MAX_BUSY = 5;

export type UdsClientState =
  | { readonly phase: 'idle' }
  | {
      readonly phase: 'waiting';
      readonly request: Uint8Array;
      readonly pendings: number;
      readonly busies: number;
      readonly repeatable: boolean;
    };

export type UdsClientEvent =
  | { readonly type: 'request'; readonly request: Uint8Array; readonly repeatable: boolean }
  | { readonly type: 'payload'; readonly payload: Uint8Array }
  | { readonly type: 'timeout' }
  | { readonly type: 'carrier-failed'; readonly code: Code };

export type UdsClientEffect =
  | { readonly type: 'send'; readonly payload: Uint8Array; readonly afterMs: number }
  | { readonly type: 'await'; readonly ms: number }
  | { readonly type: 'answer'; readonly data: Uint8Array }
  | { readonly type: 'refused'; readonly sid: number; readonly nrc: number }
  | { readonly type: 'ignored'; readonly payload: Uint8Array }
  | { readonly type: 'failed'; readonly code: Code };

export const UDS_IDLE: UdsClientState = { phase: 'idle' };

type Step = readonly [UdsClientState, readonly UdsClientEffect[]];

/**
 * One step of a UDS client with one request in the air.
 * An answer to another service is stale: it is reported as `ignored` and the wait goes on.
 * Codes of `failed`: `uds.request.busy`, `uds.answer.timeout`, `uds.answer.hung`, and what the carrier says.
 * Source: ISO 14229-1 and -2. Example: `7F 22 78` while 22 waits extends the wait to P2*.
 */
export function transition(state: UdsClientState, event: UdsClientEvent): Step {
  if (state.phase === 'idle') {
    if (event.type === 'request') {
      const { request, repeatable } = event;
      return [
        { phase: 'waiting', request, pendings: 0, busies: 0, repeatable },
        [
          { type: 'send', payload: request, afterMs: 0 },
          { type: 'await', ms: P2_MS + CARRIER_SLACK_MS }
        ]
      ];
    }
    return [state, event.type === 'payload' ? [{ type: 'ignored', payload: event.payload }] : []];
  }
  switch (event.type) {
    case 'request':
      return [state, [{ type: 'failed', code: 'uds.request.busy' }]];
    case 'timeout':
      return [UDS_IDLE, [{ type: 'failed', code: 'uds.answer.timeout' }]];
    case 'carrier-failed':
      return [UDS_IDLE, [{ type: 'failed', code: event.code }]];
    case 'payload':
      return takePayload(state, event.payload);
  }
}

function takePayload(
  state: Extract<UdsClientState, { phase: 'waiting' }>,
  payload: Uint8Array
): Step {
  const response = decodeResponse(payload);
  if (response.type === 'malformed' || response.sid !== state.request[0]) {
    return [state, [{ type: 'ignored', payload }]];
  }
  if (response.type === 'positive') return [UDS_IDLE, [{ type: 'answer', data: response.data }]];
  if (response.nrc === NRC.responsePending) {
    if (state.pendings + 1 > MAX_PENDINGS)
      return [UDS_IDLE, [{ type: 'failed', code: 'uds.answer.hung' }]];
    const ms = P2_STAR_MS + CARRIER_SLACK_MS;
    return [{ ...state, pendings: state.pendings + 1 }, [{ type: 'await', ms }]];
  }
  if (response.nrc === NRC.busyRepeatRequest && state.repeatable && state.busies < MAX_BUSY) {
    const afterMs = 100;
    return [
      { ...state, busies: state.busies + 1 },
      [
        { type: 'send', payload: state.request, afterMs },
        { type: 'await', ms: P2_MS + CARRIER_SLACK_MS + afterMs }
      ]
    ];
  }
  return [UDS_IDLE, [{ type: 'refused', sid: response.sid, nrc: response.nrc }]];
}
