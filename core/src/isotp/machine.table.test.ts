// Every step of the machine, whole: state and effects. Source: ISO 15765-2, from memory.
import { describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '../base/bytes.ts';
import {
  IDLE,
  MAX_MESSAGE_BYTES,
  transition,
  type IsoTpEvent,
  type IsoTpState
} from './machine.ts';
import { decodePci, decodeStMin, encodeFirst, encodeFlow } from './pci.ts';

const hex = (text: string) => parseHex(text) as Uint8Array;
const frame = (text: string): IsoTpEvent => ({ type: 'frame', data: hex(text) });
const bytes = (n: number) => Uint8Array.from({ length: n }, (_, i) => i & 0xff);
const sendOf = (n: number): IsoTpEvent => ({ type: 'send', payload: bytes(n) });
/** Effects in words, frames as hex. */
const run = (state: IsoTpState, ...events: IsoTpEvent[]) => {
  let at = state;
  let said: string[] = [];
  for (const event of events) {
    const [next, effects] = transition(at, event);
    at = next;
    said = effects.map((e) => {
      if (e.type === 'transmit') return `transmit ${e.frames.map((f) => formatHex(f)).join(' ')}`;
      if (e.type === 'received') return `received ${formatHex(e.payload)}`;
      if (e.type === 'failed') return `failed ${e.side} ${e.code}`;
      if (e.type === 'gap') return `gap ${e.us}`;
      return e.type === 'sent' ? 'sent' : `${e.type} ${e.timer}`;
    });
  }
  return { at, said };
};
const idle = { sending: undefined, receiving: undefined };
const FIRST_20 = '1014000102030405';
const CONTINUE = '300000AAAAAAAAAA';

describe('sending', () => {
  it.each([
    [0, 'failed send isotp.message.long'],
    [MAX_MESSAGE_BYTES + 1, 'failed send isotp.message.long']
  ])('%d bytes is no message', (n, said) => {
    expect(run(IDLE, sendOf(n))).toEqual({ at: idle, said: [said] });
  });
  it('up to seven bytes in one frame', () => {
    expect(run(IDLE, sendOf(7))).toEqual({ at: idle, said: ['transmit 0700010203040506', 'sent'] });
  });
  it('more begin with a first frame and wait; the longest is taken', () => {
    expect(run(IDLE, sendOf(20)).said).toEqual([`transmit ${FIRST_20}`, 'start flow']);
    expect(run(IDLE, sendOf(MAX_MESSAGE_BYTES)).said).toEqual([
      'transmit 1000000100000001',
      'start flow'
    ]);
  });
  it('one message at a time: a second is refused and the first goes on', () => {
    const { at } = run(IDLE, sendOf(20));
    expect(run(at, sendOf(3))).toEqual({ at, said: ['failed send isotp.send.busy'] });
  });
  it('continue: all that is left at once, then it is sent', () => {
    expect(run(IDLE, sendOf(20), frame('300000'))).toEqual({
      at: idle,
      said: ['cancel flow', 'transmit 21060708090A0B0C 220D0E0F10111213', 'sent']
    });
  });
  it('a block size of one: one frame, then the next flow control is waited for', () => {
    const once = run(IDLE, sendOf(20), frame('300100'));
    expect(once.said).toEqual(['cancel flow', 'transmit 21060708090A0B0C', 'start flow']);
    expect(once.at.sending).toMatchObject({ phase: 'wait-flow', allowed: 0, offset: 13 });
    expect(run(once.at, { type: 'gap-over' })).toEqual({ at: once.at, said: [] });
    expect(run(once.at, frame('300100')).said).toEqual([
      'cancel flow',
      'transmit 220D0E0F10111213',
      'sent'
    ]);
  });
  it('a separation time: one frame after each gap, none before', () => {
    const gapped = run(IDLE, sendOf(20), frame('300005'));
    expect(gapped.said).toEqual(['cancel flow', 'transmit 21060708090A0B0C', 'gap 5000']);
    expect(gapped.at.sending?.phase).toBe('gap');
    // in the gap nothing else moves it
    for (const event of [frame('300000'), { type: 'timeout', timer: 'flow' } as const])
      expect(run(gapped.at, event)).toEqual({ at: gapped.at, said: [] });
    expect(run(gapped.at, { type: 'gap-over' })).toEqual({
      at: idle,
      said: ['transmit 220D0E0F10111213', 'sent']
    });
  });
  it('a separation time and a block size together', () => {
    const both = run(IDLE, sendOf(30), frame('300205'), { type: 'gap-over' });
    expect(both.said).toEqual(['transmit 220D0E0F10111213', 'start flow']);
  });
  it('ten waits are borne, the eleventh not; a continue begins the count anew', () => {
    let { at } = run(IDLE, sendOf(40));
    for (let i = 0; i < 10; i++) {
      const waited = run(at, frame('310000'));
      expect(waited.said).toEqual(['start flow']);
      at = waited.at;
    }
    expect(run(at, frame('310000'))).toEqual({
      at: idle,
      said: ['cancel flow', 'failed send isotp.flow.waits']
    });
    const on = run(at, frame('300100'), frame('310000'));
    expect(on.said).toEqual(['start flow']);
    expect(on.at.sending?.waits).toBe(1);
  });
  it('overflow and silence end it', () => {
    expect(run(IDLE, sendOf(20), frame('320000'))).toEqual({
      at: idle,
      said: ['cancel flow', 'failed send isotp.flow.overflow']
    });
    expect(run(IDLE, sendOf(20), { type: 'timeout', timer: 'flow' })).toEqual({
      at: idle,
      said: ['failed send isotp.flow.timeout']
    });
  });
});

describe('receiving', () => {
  const begun = run(IDLE, frame(FIRST_20));
  it('a single frame is a message of its own memory', () => {
    const data = hex('03010203AAAAAAAA');
    const [, [effect]] = transition(IDLE, { type: 'frame', data });
    data.fill(0);
    expect(effect).toEqual({ type: 'received', payload: hex('010203') });
    expect(run(IDLE, frame('03010203')).at).toEqual(idle);
  });
  it('a first frame is answered and the next frames awaited', () => {
    expect(begun.said).toEqual([`transmit ${CONTINUE}`, 'start consecutive']);
    expect(run(begun.at, frame('21060708090A0B0C')).said).toEqual(['start consecutive']);
    expect(run(begun.at, frame('21060708090A0B0C'), frame('220D0E0F10111213'))).toEqual({
      at: idle,
      said: ['cancel consecutive', `received ${formatHex(bytes(20))}`]
    });
  });
  it('sequence numbers go round after fifteen', () => {
    const long = run(IDLE, frame('1080000102030405'));
    let at = long.at;
    for (let i = 1; i <= 17; i++) {
      const head = (0x20 + (i % 16)).toString(16).padStart(2, '0');
      const next = run(at, frame(`${head}00000000000000`));
      expect(next.said).toEqual(i < 18 ? ['start consecutive'] : []);
      at = next.at;
    }
    expect(run(at, frame('2200000000000000')).said).toEqual([
      expect.stringMatching(/^cancel/),
      expect.stringMatching(/^received/)
    ]);
  });
  it('a wrong sequence number ends it', () => {
    expect(run(begun.at, frame('22060708090A0B0C'))).toEqual({
      at: idle,
      said: ['cancel consecutive', 'failed receive isotp.sequence.wrong']
    });
  });
  it('a frame that is too short or too long for what is due is left out', () => {
    for (const odd of ['210607', '2106070809', '21060708090A0B0C0D'])
      expect(run(begun.at, frame(odd))).toEqual({ at: begun.at, said: [] });
  });
  it('silence ends it; a timer of nobody is nothing', () => {
    const timeout = { type: 'timeout', timer: 'consecutive' } as const;
    expect(run(begun.at, timeout)).toEqual({
      at: idle,
      said: ['failed receive isotp.frame.timeout']
    });
    expect(run(IDLE, timeout)).toEqual({ at: idle, said: [] });
    expect(run(begun.at, { type: 'timeout', timer: 'flow' })).toEqual({ at: begun.at, said: [] });
  });
  it('a new message breaks the old one off, and is taken', () => {
    expect(run(begun.at, frame('0142')).said).toEqual([
      'cancel consecutive',
      'failed receive isotp.message.interrupted',
      'received 42'
    ]);
    const again = run(begun.at, frame(FIRST_20));
    expect(again.said).toEqual([
      'failed receive isotp.message.interrupted',
      `transmit ${CONTINUE}`,
      'start consecutive'
    ]);
    expect(again.at.receiving).toMatchObject({ filled: 6, sequence: 1 });
  });
  it('more than is taken is refused by overflow; the most is taken', () => {
    expect(run(IDLE, frame('1000000100010000'))).toEqual({
      at: idle,
      said: ['transmit 320000AAAAAAAAAA', 'failed receive isotp.message.long']
    });
    expect(run(IDLE, frame('1000000100000000')).at.receiving?.buffer).toHaveLength(65_536);
    expect(run(begun.at, frame('1000000100010000')).at).toEqual(idle);
  });
  it('what nobody waits for, and what makes no sense, changes nothing', () => {
    for (const odd of ['', '2100000000000000', '300000', '4000', '00', '0800', '1001', '33'])
      expect(run(IDLE, frame(odd))).toEqual({ at: idle, said: [] });
    expect(run(IDLE, { type: 'gap-over' })).toEqual({ at: idle, said: [] });
    expect(run(begun.at, frame('300000'))).toEqual({ at: begun.at, said: [] });
  });
  it('both directions at once do not touch each other', () => {
    const both = run(begun.at, sendOf(20));
    expect(both.at.receiving).toBe(begun.at.receiving);
    const sent = run(both.at, frame('300000'));
    expect(sent.at).toEqual({ ...idle, receiving: begun.at.receiving });
    const heard = run(both.at, frame('22'), frame('2100000000000000'), frame('2200000000000000'));
    expect(heard.at).toEqual({ sending: both.at.sending, receiving: undefined });
    const wrong = run(both.at, frame('2F00000000000000'));
    expect(wrong.at).toEqual({ sending: both.at.sending, receiving: undefined });
    const silent = run(both.at, { type: 'timeout', timer: 'consecutive' });
    expect(silent.at).toEqual({ sending: both.at.sending, receiving: undefined });
    for (const event of [frame('320000'), { type: 'timeout', timer: 'flow' } as const])
      expect(run(both.at, event).at).toEqual({ sending: undefined, receiving: begun.at.receiving });
    for (const data of ['0142', '1000000100010000'])
      expect(run(both.at, frame(data)).at).toEqual({
        sending: both.at.sending,
        receiving: undefined
      });
  });
});

describe('control information', () => {
  it.each([
    ['', 'empty'],
    ['00AA', 'single-length'],
    ['08AAAAAAAAAAAAAAAA', 'single-length'],
    ['0301', 'single-cut'],
    ['030102', 'single-cut'],
    ['1008', 'first-cut'],
    ['10080102030405', 'first-cut'],
    ['1007010203040506', 'first-length'],
    ['1001000020000000', 'first-length'],
    ['10000000 0FFF0000', 'first-length'],
    ['3000', 'flow'],
    ['330000', 'flow'],
    ['3F0000', 'flow'],
    ['40', 'type'],
    ['F0', 'type']
  ])('%s is no frame: %s', (text, reason) => {
    expect(decodePci(hex(text.replace(' ', '')))).toEqual({ type: 'invalid', reason });
  });
  it.each([
    ['030102031122', { type: 'single', payload: hex('010203') }],
    ['0701020304050607', { type: 'single', payload: hex('01020304050607') }],
    ['1008010203040506', { type: 'first', lengthBytes: 8, payload: hex('010203040506') }],
    ['1FFF010203040506', { type: 'first', lengthBytes: 4095, payload: hex('010203040506') }],
    ['1000000010000102', { type: 'first', lengthBytes: 4096, payload: hex('0102') }],
    ['1000123456780102', { type: 'first', lengthBytes: 0x12345678, payload: hex('0102') }],
    ['2B01', { type: 'consecutive', sequence: 11, payload: hex('01') }],
    ['300800', { type: 'flow', status: 'continue', blockSize: 8, stMinUs: 0 }],
    ['31007F', { type: 'flow', status: 'wait', blockSize: 0, stMinUs: 127_000 }],
    ['32FFF9', { type: 'flow', status: 'overflow', blockSize: 255, stMinUs: 900 }]
  ])('%s', (text, pci) => {
    expect(decodePci(hex(text))).toEqual(pci);
  });
  it('separation times', () => {
    const times = [0, 1, 0x7e, 0x7f, 0x80, 0xf0, 0xf1, 0xf9, 0xfa, 0xff].map(decodeStMin);
    expect(times).toEqual([
      0, 1000, 126_000, 127_000, 127_000, 127_000, 100, 900, 127_000, 127_000
    ]);
  });
  it('first and flow frames as they go out', () => {
    const first = (n: number) => formatHex(encodeFirst(new Uint8Array(n)).data);
    expect(first(8)).toBe('1008000000000000');
    expect(first(4095)).toBe('1FFF000000000000');
    expect(first(4096)).toBe('1000000010000000');
    expect(first(0x1234567)).toBe('1000012345670000');
    expect(formatHex(encodeFlow('wait', 7, 0xf1))).toBe('3107F1AAAAAAAAAA');
  });
});
