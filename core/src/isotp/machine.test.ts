import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeConsecutive, encodeFirst, encodeFlow, encodeSingle } from './pci.ts';
import {
  IDLE,
  MAX_MESSAGE_BYTES,
  transition,
  type IsoTpEffect,
  type IsoTpEvent,
  type IsoTpState
} from './machine.ts';

/** Carries frames between two machines until both are quiet; time passes only where a gap asks for it. */
function talk(payload: Uint8Array, alter: (frame: Uint8Array) => Uint8Array = (f) => f) {
  const states: [IsoTpState, IsoTpState] = [IDLE, IDLE];
  const queue: [0 | 1, IsoTpEvent][] = [[0, { type: 'send', payload }]];
  const seen: IsoTpEffect[] = [];
  let gaps = 0;
  for (let step = queue.shift(); step; step = queue.shift()) {
    const [who, event] = step;
    const [next, effects] = transition(states[who], event);
    states[who] = next;
    for (const effect of effects) {
      seen.push(effect);
      if (effect.type === 'gap') {
        gaps++;
        queue.push([who, { type: 'gap-over' }]);
      }
      if (effect.type !== 'transmit') continue;
      const other = who === 0 ? 1 : 0;
      for (const frame of effect.frames) {
        queue.push([other, { type: 'frame', data: other === 0 ? alter(frame) : frame }]);
      }
    }
  }
  const received = seen.find((e) => e.type === 'received');
  return { received: received?.payload, states, seen, gaps };
}

describe('an ISO-TP link', () => {
  it('carries every length whole, through sequence numbers that run over', () => {
    for (const length of [1, 7, 8, 13, 14, 118, 119, 4095, 4096, 5000]) {
      const payload = Uint8Array.from({ length }, (_, i) => (i * 7) & 0xff);
      const { received, states } = talk(payload);
      expect(received, `${length} bytes`).toEqual(payload);
      expect(states).toEqual([IDLE, IDLE]);
    }
  });
  it('keeps to block size and STmin of the other side', () => {
    const payload = new Uint8Array(200).fill(7);
    const { received, gaps, seen } = talk(payload, () => encodeFlow('continue', 8, 0x0a));
    // the answering side sends its flow control once, so the sender waits after eight frames
    expect(received).toBeUndefined();
    expect(gaps).toBe(7);
    expect(seen.filter((e) => e.type === 'start' && e.timer === 'flow')).toHaveLength(2);
  });
  it('gives up on overflow and on endless waiting', () => {
    const [waiting] = transition(IDLE, { type: 'send', payload: new Uint8Array(50) });
    expect(transition(waiting, { type: 'frame', data: encodeFlow('overflow') })[1]).toContainEqual({
      type: 'failed',
      side: 'send',
      code: 'isotp.flow.overflow'
    });
    let state = waiting;
    let last: readonly IsoTpEffect[] = [];
    for (let i = 0; i < 11; i++) {
      [state, last] = transition(state, { type: 'frame', data: encodeFlow('wait') });
    }
    expect(last).toContainEqual({ type: 'failed', side: 'send', code: 'isotp.flow.waits' });
    expect(state).toEqual(IDLE);
  });
  it('ends a message with a wrong sequence number, and one that another interrupts', () => {
    const first = encodeFirst(new Uint8Array(50)).data;
    const [receiving] = transition(IDLE, { type: 'frame', data: first });
    const wrong = transition(receiving, {
      type: 'frame',
      data: encodeConsecutive(2, new Uint8Array(7))
    });
    expect(wrong[1]).toContainEqual({
      type: 'failed',
      side: 'receive',
      code: 'isotp.sequence.wrong'
    });
    const cut = transition(receiving, { type: 'frame', data: encodeSingle(Uint8Array.of(0x7e)) });
    expect(cut[1]).toContainEqual({
      type: 'failed',
      side: 'receive',
      code: 'isotp.message.interrupted'
    });
    expect(cut[1]).toContainEqual({ type: 'received', payload: Uint8Array.of(0x7e) });
  });
  it('refuses a giant length with overflow and takes no memory for it', () => {
    const giant = Uint8Array.of(0x10, 0, 0x7f, 0xff, 0xff, 0xff, 0, 0);
    const [state, effects] = transition(IDLE, { type: 'frame', data: giant });
    expect(state).toEqual(IDLE);
    expect(effects).toContainEqual({ type: 'failed', side: 'receive', code: 'isotp.message.long' });
    expect(effects[0]).toMatchObject({ type: 'transmit', frames: [encodeFlow('overflow')] });
  });
  it('times out in both directions', () => {
    const [sending] = transition(IDLE, { type: 'send', payload: new Uint8Array(50) });
    expect(transition(sending, { type: 'timeout', timer: 'flow' })[1]).toEqual([
      { type: 'failed', side: 'send', code: 'isotp.flow.timeout' }
    ]);
    const [receiving] = transition(IDLE, {
      type: 'frame',
      data: encodeFirst(new Uint8Array(50)).data
    });
    expect(transition(receiving, { type: 'timeout', timer: 'consecutive' })[1]).toEqual([
      { type: 'failed', side: 'receive', code: 'isotp.frame.timeout' }
    ]);
  });
  it('does not send two messages at once, nor nothing, nor too much', () => {
    const [sending] = transition(IDLE, { type: 'send', payload: new Uint8Array(50) });
    expect(transition(sending, { type: 'send', payload: Uint8Array.of(1) })[1][0]).toMatchObject({
      code: 'isotp.send.busy'
    });
    for (const length of [0, MAX_MESSAGE_BYTES + 1]) {
      expect(
        transition(IDLE, { type: 'send', payload: new Uint8Array(length) })[1][0]
      ).toMatchObject({
        code: 'isotp.message.long'
      });
    }
  });
  it('is total: any event in any reachable state gives a state and effects', () => {
    const event: fc.Arbitrary<IsoTpEvent> = fc.oneof(
      fc.uint8Array({ maxLength: 8 }).map((data): IsoTpEvent => ({ type: 'frame', data })),
      fc.uint8Array({ maxLength: 40 }).map((payload): IsoTpEvent => ({ type: 'send', payload })),
      fc.constantFrom<IsoTpEvent>(
        { type: 'gap-over' },
        { type: 'timeout', timer: 'flow' },
        { type: 'timeout', timer: 'consecutive' },
        { type: 'frame', data: encodeFlow('continue', 2, 1) },
        { type: 'frame', data: encodeFirst(new Uint8Array(30)).data }
      )
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (events) => {
        let state = IDLE;
        for (const e of events) {
          const [next, effects] = transition(state, e);
          expect(Array.isArray(effects)).toBe(true);
          if (next.receiving)
            expect(next.receiving.filled).toBeLessThan(next.receiving.buffer.length);
          state = next;
        }
      })
    );
  });
});

describe('frames of the wrong length', () => {
  const payload = Uint8Array.from({ length: 30 }, (_, i) => i + 1);
  const first = encodeFirst(payload);
  const frames = [
    first.data,
    ...[0, 1, 2, 3].map((n) =>
      encodeConsecutive(
        n + 1,
        payload.subarray(first.takenBytes + 7 * n, first.takenBytes + 7 * n + 7)
      )
    )
  ];
  /** What the receiver makes of these frames: the message, or the code of its failure. */
  const take = (list: readonly Uint8Array[]) => {
    let state = IDLE;
    for (const data of list) {
      const [next, effects] = transition(state, { type: 'frame', data });
      state = next;
      for (const e of effects) {
        if (e.type === 'received') return e.payload;
        if (e.type === 'failed') return e.code;
      }
    }
    return 'waiting';
  };
  it('a consecutive frame that is too short is left out: the next one breaks the sequence, nothing is shifted', () => {
    expect(take(frames)).toEqual(payload);
    for (let length = 1; length < 8; length++)
      expect(take(frames.with(2, (frames[2] as Uint8Array).slice(0, length)))).toBe(
        'isotp.sequence.wrong'
      );
  });
  it('the last one may be as short as what is due, and not shorter', () => {
    const due = (30 - 6) % 7;
    const cut = (length: number) =>
      take(frames.with(4, (frames[4] as Uint8Array).slice(0, length)));
    expect(cut(1 + due)).toEqual(payload);
    expect(cut(due)).toBe('waiting');
    expect(take(frames.with(4, new Uint8Array(12).fill(0x24)))).toBe('waiting');
  });
});
