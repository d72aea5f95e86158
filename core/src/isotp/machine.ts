import type { Code } from '../base/codes.ts';
import {
  decodePci,
  encodeConsecutive,
  encodeFirst,
  encodeFlow,
  encodeSingle,
  type Pci
} from './pci.ts';

/** Largest message that is taken. Units: bytes. */
export const MAX_MESSAGE_BYTES = 65_536;
/** N_Bs and N_Cr. Units: ms. Source: ISO 15765-2, from memory. */
export const TIMEOUT_MS = 1000;
/** Flow-control waits that are borne in a row. Source: common practice. */
const MAX_WAITS = 10;

interface Sending {
  readonly phase: 'wait-flow' | 'gap';
  readonly payload: Uint8Array;
  readonly offset: number;
  readonly sequence: number;
  readonly waits: number;
  /** Frames still allowed before the next flow control; Infinity without a limit. */
  readonly allowed: number;
  readonly stMinUs: number;
}

interface Receiving {
  /** Owned by the machine until it is handed over in `received`. */
  readonly buffer: Uint8Array;
  readonly filled: number;
  readonly sequence: number;
}

export interface IsoTpState {
  readonly sending: Sending | undefined;
  readonly receiving: Receiving | undefined;
}

export type IsoTpEvent =
  | { readonly type: 'send'; readonly payload: Uint8Array }
  | { readonly type: 'frame'; readonly data: Uint8Array }
  | { readonly type: 'gap-over' }
  | { readonly type: 'timeout'; readonly timer: 'flow' | 'consecutive' };

export type IsoTpEffect =
  | { readonly type: 'transmit'; readonly frames: readonly Uint8Array[] }
  /** (Re)start a timer of {@link TIMEOUT_MS}. */
  | { readonly type: 'start'; readonly timer: 'flow' | 'consecutive' }
  | { readonly type: 'cancel'; readonly timer: 'flow' | 'consecutive' }
  /** Come back with `gap-over` after this time. */
  | { readonly type: 'gap'; readonly us: number }
  | { readonly type: 'sent' }
  | { readonly type: 'received'; readonly payload: Uint8Array }
  | { readonly type: 'failed'; readonly side: 'send' | 'receive'; readonly code: Code };

export const IDLE: IsoTpState = { sending: undefined, receiving: undefined };

type Step = readonly [IsoTpState, readonly IsoTpEffect[]];

const NOTHING: readonly IsoTpEffect[] = [];
const RESTART_CONSECUTIVE: readonly IsoTpEffect[] = [{ type: 'start', timer: 'consecutive' }];
const CANCEL_CONSECUTIVE: IsoTpEffect = { type: 'cancel', timer: 'consecutive' };
const CANCEL_FLOW: IsoTpEffect = { type: 'cancel', timer: 'flow' };

/**
 * One step of an ISO-TP link with normal addressing on classic CAN: both directions, one message each at a time.
 * Pure and total: time comes in as events. Codes of `failed`: `isotp.flow.timeout`, `isotp.flow.overflow`,
 * `isotp.flow.waits`, `isotp.message.long`, `isotp.send.busy`, `isotp.frame.timeout`, `isotp.sequence.wrong`,
 * `isotp.message.interrupted`. Source: ISO 15765-2.
 * Example: `transition(IDLE, { type: 'send', payload })` transmits a first frame and starts the flow timer.
 */
export function transition(state: IsoTpState, event: IsoTpEvent): Step {
  switch (event.type) {
    case 'send':
      return send(state, event.payload);
    case 'frame':
      // hundreds of thousands in a long read: taken without a detour over a decoded record
      if ((event.data[0] as number) >> 4 === 2) return takeConsecutive(state, event.data);
      return take(state, decodePci(event.data));
    case 'gap-over':
      return state.sending?.phase === 'gap' ? burst(state, state.sending) : [state, NOTHING];
    case 'timeout':
      return timeout(state, event.timer);
  }
}

function send(state: IsoTpState, payload: Uint8Array): Step {
  if (state.sending) return [state, [{ type: 'failed', side: 'send', code: 'isotp.send.busy' }]];
  if (payload.length === 0 || payload.length > MAX_MESSAGE_BYTES) {
    return [state, [{ type: 'failed', side: 'send', code: 'isotp.message.long' }]];
  }
  if (payload.length <= 7) {
    return [state, [{ type: 'transmit', frames: [encodeSingle(payload)] }, { type: 'sent' }]];
  }
  const first = encodeFirst(payload);
  const sending: Sending = {
    phase: 'wait-flow',
    payload,
    offset: first.takenBytes,
    sequence: 1,
    waits: 0,
    allowed: 0,
    stMinUs: 0
  };
  return [
    { ...state, sending },
    [
      { type: 'transmit', frames: [first.data] },
      { type: 'start', timer: 'flow' }
    ]
  ];
}

function take(state: IsoTpState, pci: Pci): Step {
  switch (pci.type) {
    case 'single':
      return takeSingle(state, pci.payload);
    case 'first':
      return takeFirst(state, pci);
    case 'flow':
      return state.sending?.phase === 'wait-flow'
        ? takeFlow(state, state.sending, pci)
        : [state, NOTHING];
    case 'consecutive':
    case 'invalid':
      return [state, NOTHING];
  }
}

function takeSingle(state: IsoTpState, payload: Uint8Array): Step {
  const received: IsoTpEffect = { type: 'received', payload: payload.slice() };
  if (!state.receiving) return [state, [received]];
  const failed: IsoTpEffect = {
    type: 'failed',
    side: 'receive',
    code: 'isotp.message.interrupted'
  };
  return [{ ...state, receiving: undefined }, [CANCEL_CONSECUTIVE, failed, received]];
}

function takeFirst(state: IsoTpState, pci: Extract<Pci, { type: 'first' }>): Step {
  const effects: IsoTpEffect[] = [];
  if (state.receiving) {
    effects.push({ type: 'failed', side: 'receive', code: 'isotp.message.interrupted' });
  }
  if (pci.lengthBytes > MAX_MESSAGE_BYTES) {
    effects.push({ type: 'transmit', frames: [encodeFlow('overflow')] });
    effects.push({ type: 'failed', side: 'receive', code: 'isotp.message.long' });
    return [{ ...state, receiving: undefined }, effects];
  }
  const buffer = new Uint8Array(pci.lengthBytes);
  buffer.set(pci.payload);
  effects.push({ type: 'transmit', frames: [encodeFlow('continue')] });
  effects.push({ type: 'start', timer: 'consecutive' });
  const receiving = { buffer, filled: pci.payload.length, sequence: 1 };
  return [{ ...state, receiving }, effects];
}

function takeConsecutive(state: IsoTpState, data: Uint8Array): Step {
  const { receiving } = state;
  if (!receiving) return [state, NOTHING];
  const { buffer } = receiving;
  const taken = Math.min(7, buffer.length - receiving.filled);
  // a frame that is too short for what is due is left out, as the standard asks; the next one then breaks the sequence
  if (data.length - 1 < taken || data.length > 8) return [state, NOTHING];
  if ((data[0] as number) % 16 !== receiving.sequence) {
    return [
      { ...state, receiving: undefined },
      [CANCEL_CONSECUTIVE, { type: 'failed', side: 'receive', code: 'isotp.sequence.wrong' }]
    ];
  }
  for (let i = 0; i < taken; i++) buffer[receiving.filled + i] = data[i + 1] as number;
  const filled = receiving.filled + taken;
  if (filled === buffer.length) {
    return [
      { sending: state.sending, receiving: undefined },
      [CANCEL_CONSECUTIVE, { type: 'received', payload: buffer }]
    ];
  }
  const next: Receiving = { buffer, filled, sequence: (receiving.sequence + 1) % 16 };
  return [{ sending: state.sending, receiving: next }, RESTART_CONSECUTIVE];
}

function takeFlow(state: IsoTpState, sending: Sending, pci: Extract<Pci, { type: 'flow' }>): Step {
  if (pci.status === 'overflow') return abandon(state, 'isotp.flow.overflow');
  if (pci.status === 'wait') {
    if (sending.waits + 1 > MAX_WAITS) return abandon(state, 'isotp.flow.waits');
    const waited = { ...sending, waits: sending.waits + 1 };
    return [{ ...state, sending: waited }, [{ type: 'start', timer: 'flow' }]];
  }
  const allowed = pci.blockSize === 0 ? Infinity : pci.blockSize;
  const [next, effects] = burst(state, { ...sending, waits: 0, allowed, stMinUs: pci.stMinUs });
  return [next, [CANCEL_FLOW, ...effects]];
}

/** Sends as many frames as the flow control and STmin allow at once. */
function burst(state: IsoTpState, sending: Sending): Step {
  const { payload, stMinUs } = sending;
  let { offset, sequence, allowed } = sending;
  const most = stMinUs > 0 ? 1 : Infinity;
  const frames: Uint8Array[] = [];
  while (offset < payload.length && allowed > 0 && frames.length < most) {
    frames.push(encodeConsecutive(sequence, payload.subarray(offset, offset + 7)));
    offset += 7;
    sequence = (sequence + 1) % 16;
    allowed--;
  }
  const transmit: IsoTpEffect = { type: 'transmit', frames };
  if (offset >= payload.length)
    return [{ ...state, sending: undefined }, [transmit, { type: 'sent' }]];
  const phase = allowed > 0 ? 'gap' : 'wait-flow';
  const next: Sending = { ...sending, phase, offset, sequence, allowed };
  const wait: IsoTpEffect =
    phase === 'gap' ? { type: 'gap', us: stMinUs } : { type: 'start', timer: 'flow' };
  return [{ ...state, sending: next }, [transmit, wait]];
}

function abandon(state: IsoTpState, code: Code): Step {
  return [{ ...state, sending: undefined }, [CANCEL_FLOW, { type: 'failed', side: 'send', code }]];
}

function timeout(state: IsoTpState, timer: 'flow' | 'consecutive'): Step {
  if (timer === 'flow') {
    if (state.sending?.phase !== 'wait-flow') return [state, NOTHING];
    return [
      { ...state, sending: undefined },
      [{ type: 'failed', side: 'send', code: 'isotp.flow.timeout' }]
    ];
  }
  if (!state.receiving) return [state, NOTHING];
  return [
    { ...state, receiving: undefined },
    [{ type: 'failed', side: 'receive', code: 'isotp.frame.timeout' }]
  ];
}
