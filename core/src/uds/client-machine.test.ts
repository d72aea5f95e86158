import { describe, expect, it } from 'vitest';
import {
  MAX_PENDINGS,
  transition,
  UDS_IDLE,
  type UdsClientEvent,
  type UdsClientState
} from './client-machine.ts';
import { NEGATIVE_CODES, NRC } from './services.ts';

const request: UdsClientEvent = {
  type: 'request',
  request: Uint8Array.of(0x22, 0xf1, 0x90),
  repeatable: true
};
const waiting = () => transition(UDS_IDLE, request)[0];
const payload = (...bytes: number[]): UdsClientEvent => ({
  type: 'payload',
  payload: Uint8Array.from(bytes)
});

describe('a UDS client', () => {
  it('asks once and waits for P2 with some slack', () => {
    const [state, effects] = transition(UDS_IDLE, request);
    expect(state.phase).toBe('waiting');
    expect(effects).toMatchObject([
      { type: 'send', afterMs: 0 },
      { type: 'await', ms: 500 }
    ]);
  });
  it('takes the positive answer', () => {
    expect(transition(waiting(), payload(0x62, 0xf1, 0x90, 1))).toEqual([
      UDS_IDLE,
      [{ type: 'answer', data: Uint8Array.of(0xf1, 0x90, 1) }]
    ]);
  });
  it('gives every negative code it knows to the caller, but pending and busy', () => {
    for (const nrc of Object.keys(NEGATIVE_CODES).map(Number)) {
      const [state, effects] = transition(waiting(), payload(0x7f, 0x22, nrc));
      if (nrc === NRC.responsePending || nrc === NRC.busyRepeatRequest) {
        expect(state.phase).toBe('waiting');
      } else {
        expect(state).toBe(UDS_IDLE);
        expect(effects).toEqual([{ type: 'refused', sid: 0x22, nrc }]);
      }
    }
  });
  it('waits P2* after pending, but not for ever', () => {
    let state: UdsClientState = waiting();
    for (let i = 0; i < MAX_PENDINGS; i++) {
      const [next, effects] = transition(state, payload(0x7f, 0x22, 0x78));
      expect(effects).toEqual([{ type: 'await', ms: 5450 }]);
      state = next;
    }
    expect(transition(state, payload(0x7f, 0x22, 0x78))).toEqual([
      UDS_IDLE,
      [{ type: 'failed', code: 'uds.answer.hung' }]
    ]);
  });
  it('repeats a harmless request when the unit is busy, never one that changes something', () => {
    expect(transition(waiting(), payload(0x7f, 0x22, 0x21))[1][0]).toMatchObject({
      type: 'send',
      afterMs: 100
    });
    const write = transition(UDS_IDLE, {
      type: 'request',
      request: Uint8Array.of(0x36, 1),
      repeatable: false
    })[0];
    expect(transition(write, payload(0x7f, 0x36, 0x21))[1]).toEqual([
      { type: 'refused', sid: 0x36, nrc: 0x21 }
    ]);
  });
  it('gives up on a unit that stays busy', () => {
    let state: UdsClientState = waiting();
    for (let i = 0; i < 5; i++) state = transition(state, payload(0x7f, 0x22, 0x21))[0];
    expect(transition(state, payload(0x7f, 0x22, 0x21))[1]).toEqual([
      { type: 'refused', sid: 0x22, nrc: 0x21 }
    ]);
  });
  it('passes over answers to another question, garbage and late ones', () => {
    for (const stray of [payload(0x50, 2), payload(0x7f, 0x10, 0x22), payload(0x7f), payload()]) {
      const [state, effects] = transition(waiting(), stray);
      expect(state.phase).toBe('waiting');
      expect(effects[0]?.type).toBe('ignored');
    }
    expect(transition(UDS_IDLE, payload(0x62))[1][0]?.type).toBe('ignored');
  });
  it('ends with the timer, a lost carrier, and refuses a second question', () => {
    expect(transition(waiting(), { type: 'timeout' })[1]).toEqual([
      { type: 'failed', code: 'uds.answer.timeout' }
    ]);
    expect(transition(waiting(), { type: 'carrier-failed', code: 'link.socket.lost' })).toEqual([
      UDS_IDLE,
      [{ type: 'failed', code: 'link.socket.lost' }]
    ]);
    expect(transition(waiting(), request)[1]).toEqual([
      { type: 'failed', code: 'uds.request.busy' }
    ]);
    expect(transition(UDS_IDLE, { type: 'timeout' })).toEqual([UDS_IDLE, []]);
  });
});
