import type { Code } from '../base/codes.ts';
import { encodeUintBe } from '../base/bytes.ts';
import {
  decodeAddressed,
  decodeRoutingResponse,
  DOIP,
  encodeAddressed,
  encodeMessage,
  encodeRoutingRequest,
  type DoipEvent,
  type DoipMessage
} from './codec.ts';

/** Time for a routing activation answer. Units: ms. Source: ISO 13400-2 A_DoIP_Ctrl, from memory. */
export const ROUTING_TIMEOUT_MS = 2000;
const ROUTING_ACTIVE = 0x10;
const CONFIRMATION_PENDING = 0x11;

export type DoipPhase = 'closed' | 'routing' | 'active' | 'dead';

export interface DoipClientState {
  readonly phase: DoipPhase;
  readonly testerAddress: number;
}

export type DoipClientEvent =
  | { readonly type: 'opened' }
  | { readonly type: 'lost' }
  | { readonly type: 'timeout' }
  | { readonly type: 'send'; readonly target: number; readonly data: Uint8Array }
  | { readonly type: 'wire'; readonly event: DoipEvent };

export type DoipClientEffect =
  | { readonly type: 'transmit'; readonly bytes: Uint8Array }
  | { readonly type: 'start-timer'; readonly ms: number }
  | { readonly type: 'stop-timer' }
  | { readonly type: 'active'; readonly entityAddress: number }
  /** The connection as a whole is of no use; `code` is of the catalogue. */
  | { readonly type: 'failed'; readonly code: Code; readonly detail: number | undefined }
  | { readonly type: 'close' }
  | { readonly type: 'diagnostic'; readonly source: number; readonly data: Uint8Array }
  | { readonly type: 'refused'; readonly target: number; readonly nack: number }
  | { readonly type: 'ignored'; readonly message: DoipMessage };

type Step = readonly [DoipClientState, readonly DoipClientEffect[]];

/** A client that has no connection yet. */
export function doipClosed(testerAddress: number): DoipClientState {
  return { phase: 'closed', testerAddress };
}

/**
 * One step of a DoIP tester on one TCP connection: routing activation first, then diagnostic messages to any number of
 * units side by side; answers are told apart by their source address.
 * Codes of `failed`: `doip.socket.lost`, `doip.routing.refused`, `doip.routing.timeout`, `doip.routing.pending`
 * (confirmation needed in the vehicle), `doip.stream.broken`, `doip.header.refused`.
 * Source: ISO 13400-2:2012.
 */
export function transition(state: DoipClientState, event: DoipClientEvent): Step {
  switch (event.type) {
    case 'opened':
      return [
        { ...state, phase: 'routing' },
        [
          {
            type: 'transmit',
            bytes: encodeMessage(DOIP.routingRequest, encodeRoutingRequest(state.testerAddress))
          },
          { type: 'start-timer', ms: ROUTING_TIMEOUT_MS }
        ]
      ];
    case 'lost':
      return state.phase === 'dead' ? [state, []] : die(state, 'doip.socket.lost', undefined);
    case 'timeout':
      return state.phase === 'routing'
        ? die(state, 'doip.routing.timeout', undefined)
        : [state, []];
    case 'send':
      return state.phase === 'active' ? send(state, event) : [state, []];
    case 'wire':
      if (state.phase === 'dead' || state.phase === 'closed') return [state, []];
      return event.event.type === 'broken'
        ? die(state, 'doip.stream.broken', event.event.nack)
        : take(state, event.event.message);
  }
}

function die(state: DoipClientState, code: Code, detail: number | undefined): Step {
  return [
    { ...state, phase: 'dead' },
    [{ type: 'stop-timer' }, { type: 'failed', code, detail }, { type: 'close' }]
  ];
}

function send(
  state: DoipClientState,
  { target, data }: { target: number; data: Uint8Array }
): Step {
  const payload = encodeAddressed({ source: state.testerAddress, target, data });
  return [state, [{ type: 'transmit', bytes: encodeMessage(DOIP.diagnostic, payload) }]];
}

function take(state: DoipClientState, message: DoipMessage): Step {
  switch (message.type) {
    case DOIP.routingResponse:
      return state.phase === 'routing' ? takeRouting(state, message) : ignore(state, message);
    case DOIP.aliveRequest:
      return [
        state,
        [
          {
            type: 'transmit',
            bytes: encodeMessage(DOIP.aliveResponse, encodeUintBe(state.testerAddress, 2))
          }
        ]
      ];
    case DOIP.diagnostic:
    case DOIP.diagnosticNack:
      return state.phase === 'active' ? takeAddressed(state, message) : ignore(state, message);
    case DOIP.diagnosticAck:
      return [state, []];
    case DOIP.headerNack:
      return die(state, 'doip.header.refused', message.payload[0]);
    default:
      return ignore(state, message);
  }
}

function takeRouting(state: DoipClientState, message: DoipMessage): Step {
  const answer = decodeRoutingResponse(message.payload);
  if (!answer || answer.testerAddress !== state.testerAddress) return ignore(state, message);
  if (answer.code === ROUTING_ACTIVE) {
    return [
      { ...state, phase: 'active' },
      [{ type: 'stop-timer' }, { type: 'active', entityAddress: answer.entityAddress }]
    ];
  }
  const pending = answer.code === CONFIRMATION_PENDING;
  return die(state, pending ? 'doip.routing.pending' : 'doip.routing.refused', answer.code);
}

function takeAddressed(state: DoipClientState, message: DoipMessage): Step {
  const addressed = decodeAddressed(message.payload);
  // whoever speaks to another tester does not speak to us
  if (!addressed || addressed.target !== state.testerAddress) return ignore(state, message);
  if (message.type === DOIP.diagnostic) {
    return [
      state,
      [{ type: 'diagnostic', source: addressed.source, data: addressed.data.slice() }]
    ];
  }
  const nack = addressed.data[0] as number;
  return [state, [{ type: 'refused', target: addressed.source, nack }]];
}

function ignore(state: DoipClientState, message: DoipMessage): Step {
  return [state, [{ type: 'ignored', message }]];
}
