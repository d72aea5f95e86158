import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '../base/bytes.ts';
import vectors from '../vectors/doip.json' with { type: 'json' };
import {
  doipClosed,
  transition,
  type DoipClientEvent,
  type DoipClientState
} from './client-machine.ts';
import {
  createDoipDecoder,
  decodeAddressed,
  decodeAnnouncement,
  decodeEntityStatus,
  decodePowerMode,
  decodeRoutingResponse,
  DOIP,
  encodeAddressed,
  encodeAnnouncement,
  encodeMessage,
  encodeRoutingRequest,
  encodeRoutingResponse,
  MAX_PAYLOAD_BYTES,
  ROUTING_NAMES,
  type DoipMessage
} from './codec.ts';

const hex = (text: string) => parseHex(text) as Uint8Array;
const only = (text: string): DoipMessage => {
  const events = createDoipDecoder().push(hex(text));
  const [event] = events;
  if (events.length !== 1 || event?.type !== 'message') throw new Error(JSON.stringify(events));
  return event.message;
};
const vectorOf = (words: string) => {
  const found = (vectors as { input: { hex: string }; expected: string }[]).find((v) =>
    v.expected.startsWith(words)
  );
  if (!found) throw new Error(words);
  return found.input.hex;
};

describe('published DoIP messages (ISO 13400-2:2012, decoded by tshark and scapy)', () => {
  it('announcement', () => {
    const text = vectorOf('announcement');
    const { type, payload } = only(text);
    expect(type).toBe(DOIP.announcement);
    const a = decodeAnnouncement(payload);
    expect(a).toMatchObject({ vin: '1M8GDM9AXKP042788', logicalAddress: 0x0e80 });
    expect(formatHex(encodeMessage(type, encodeAnnouncement(a as NonNullable<typeof a>)))).toBe(
      text
    );
  });
  it('routing activation, asked and answered', () => {
    const ask = vectorOf('routing activation request');
    expect(formatHex(encodeMessage(DOIP.routingRequest, encodeRoutingRequest(0x0e00)))).toBe(ask);
    const text = vectorOf('routing activation response');
    const answer = decodeRoutingResponse(only(text).payload);
    expect(answer).toEqual({ testerAddress: 0x0e00, entityAddress: 0x0e80, code: 0x10 });
    const again = encodeRoutingResponse(answer as NonNullable<typeof answer>);
    expect(formatHex(encodeMessage(DOIP.routingResponse, again))).toBe(text);
  });
  it('diagnostic message, acknowledged and refused', () => {
    const text = vectorOf('diagnostic message');
    const message = decodeAddressed(only(text).payload);
    expect(message).toMatchObject({ source: 0x0e00, target: 0x0e80 });
    expect(formatHex(message?.data as Uint8Array)).toBe('22F190');
    const again = encodeAddressed(message as NonNullable<typeof message>);
    expect(formatHex(encodeMessage(DOIP.diagnostic, again))).toBe(text);
    expect(only(vectorOf('diagnostic ACK')).type).toBe(DOIP.diagnosticAck);
    const nack = decodeAddressed(only(vectorOf('diagnostic NACK')).payload);
    expect(nack?.data[0]).toBe(0x03);
  });
  it('header NACK, entity status, power mode', () => {
    expect(only(vectorOf('header NACK'))).toMatchObject({ type: DOIP.headerNack });
    expect(decodeEntityStatus(only(vectorOf('entity status')).payload)).toMatchObject({
      maxSockets: 16,
      openSockets: 1,
      maxDataBytes: 65_535
    });
    expect(decodePowerMode(only(vectorOf('power mode')).payload)).toBe('ready');
  });
});

describe('the stream decoder', () => {
  it('finds the same messages however the bytes are cut', () => {
    const stream = (vectors as { input: { hex: string } }[]).map((v) => v.input.hex).join('');
    const whole = createDoipDecoder().push(hex(stream));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1 }), (cuts) => {
        const decoder = createDoipDecoder();
        const bytes = hex(stream);
        const events = [];
        let at = 0;
        for (let i = 0; at < bytes.length; i++) {
          const next = at + (cuts[i % cuts.length] as number);
          events.push(...decoder.push(bytes.subarray(at, next)));
          at = next;
        }
        expect(events).toEqual(whole);
      })
    );
    expect(whole).toHaveLength(vectors.length);
  });
  it('ends at a wrong inverse version and at a giant length, and says nothing more', () => {
    const decoder = createDoipDecoder();
    expect(decoder.push(hex('02FE80010000000422F19001'))).toEqual([{ type: 'broken', nack: 0x00 }]);
    expect(decoder.push(hex(vectorOf('power mode')))).toEqual([]);
    expect(createDoipDecoder().push(hex('02FD8001FFFFFFFF'))).toEqual([
      { type: 'broken', nack: 0x02 }
    ]);
    const most = MAX_PAYLOAD_BYTES.toString(16).padStart(8, '0');
    // the largest length is still waited for
    expect(createDoipDecoder().push(hex(`02FD8001${most}`))).toEqual([]);
  });
  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.array(fc.uint8Array({ maxLength: 64 })), (chunks) => {
        const decoder = createDoipDecoder();
        for (const chunk of chunks) {
          for (const event of decoder.push(chunk)) {
            if (event.type !== 'message') continue;
            const { payload } = event.message;
            decodeAddressed(payload);
            decodeAnnouncement(payload);
            decodeEntityStatus(payload);
            decodePowerMode(payload);
            decodeRoutingResponse(payload);
          }
        }
      })
    );
  });
});

describe('the tester on one connection', () => {
  const run = (events: readonly DoipClientEvent[]) => {
    let state: DoipClientState = doipClosed(0x0e00);
    const effects = [];
    for (const event of events) {
      const [next, made] = transition(state, event);
      state = next;
      effects.push(...made);
    }
    return { state, effects };
  };
  const wire = (type: number, payload: Uint8Array): DoipClientEvent => ({
    type: 'wire',
    event: { type: 'message', message: { type, payload } }
  });
  const routing = (code: number, testerAddress = 0x0e00) =>
    wire(
      DOIP.routingResponse,
      encodeRoutingResponse({ testerAddress, entityAddress: 0x1000, code })
    );
  const active = [{ type: 'opened' }, routing(0x10)] as const;

  it('asks for routing first and sends nothing before it is granted', () => {
    const early = run([{ type: 'opened' }, { type: 'send', target: 0x1010, data: hex('3E00') }]);
    expect(early.effects.filter((e) => e.type === 'transmit')).toHaveLength(1);
    const { state, effects } = run([
      ...active,
      { type: 'send', target: 0x1010, data: hex('3E00') }
    ]);
    expect(state.phase).toBe('active');
    const sent = effects.filter((e) => e.type === 'transmit');
    expect(formatHex(sent[1]?.bytes as Uint8Array)).toBe('02FD8001000000060E0010103E00');
  });
  it('is refused with every code of the standard, and pending confirmation is told apart', () => {
    for (const code of Object.keys(ROUTING_NAMES).map(Number)) {
      if (code === 0x10) continue;
      const { state, effects } = run([{ type: 'opened' }, routing(code)]);
      expect(state.phase).toBe('dead');
      expect(effects).toContainEqual({
        type: 'failed',
        code: code === 0x11 ? 'doip.routing.pending' : 'doip.routing.refused',
        detail: code
      });
    }
    expect(Object.keys(ROUTING_NAMES).length).toBeGreaterThanOrEqual(8);
  });
  it('does not take an answer that is meant for another tester', () => {
    expect(run([{ type: 'opened' }, routing(0x10, 0x0e01)]).state.phase).toBe('routing');
    const data = encodeAddressed({ source: 0x1010, target: 0x0e01, data: hex('7E00') });
    const { effects } = run([...active, wire(DOIP.diagnostic, data)]);
    expect(effects.at(-1)).toMatchObject({ type: 'ignored' });
  });
  it('answers alive checks, drops unknown types, ends on a header NACK', () => {
    const alive = run([...active, wire(DOIP.aliveRequest, new Uint8Array(0))]);
    expect(formatHex((alive.effects.at(-1) as { bytes: Uint8Array }).bytes)).toBe(
      '02FD0008000000020E00'
    );
    expect(run([...active, wire(0x7777, hex('00'))]).state.phase).toBe('active');
    const ended = run([...active, wire(DOIP.headerNack, hex('01'))]);
    expect(ended.effects).toContainEqual({
      type: 'failed',
      code: 'doip.header.refused',
      detail: 1
    });
  });
  it('tells a unit that is unknown or unreachable from the loss of the line', () => {
    const nack = wire(
      DOIP.diagnosticNack,
      encodeAddressed({ source: 0x1048, target: 0x0e00, data: hex('06') })
    );
    expect(run([...active, nack]).effects.at(-1)).toEqual({
      type: 'refused',
      target: 0x1048,
      nack: 6
    });
    const lost = run([...active, { type: 'lost' }, { type: 'lost' }]);
    expect(lost.effects.filter((e) => e.type === 'failed')).toEqual([
      { type: 'failed', code: 'doip.socket.lost', detail: undefined }
    ]);
    expect(run([{ type: 'opened' }, { type: 'timeout' }]).effects).toContainEqual({
      type: 'failed',
      code: 'doip.routing.timeout',
      detail: undefined
    });
  });
});
