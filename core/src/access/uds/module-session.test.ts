import { describe, expect, it } from 'vitest';
import { encodeAscii, formatHex, parseHex } from '../../base/bytes.ts';
import { fail, ok, type Result } from '../../base/result.ts';
import type { DiagnosticLink, ExchangeOptions } from '../../port/diagnostic-link.ts';
import { computeTidemarkKey } from '../../uds/security-key.ts';
import { makeUdsMemory } from './uds-memory.ts';

const can = {
  bitrateBps: 500_000,
  requestId: 0x7e0,
  responseId: 0x7e8,
  securityLevel: 3,
  keyConstant: 0x5a17c3e9,
  chipIdDid: 0xf1a0,
  familyDid: 0xf1a1
};
const identity = [
  { id: 'vin', did: 0xf190 },
  { id: 'serial', did: 0xf18c }
];
const hex = (text: string) => parseHex(text) as Uint8Array;
const ascii = (text: string) => formatHex(encodeAscii(text));
const refused = fail('uds.answer.negative', { service: 's', nrc: 'n', nrcNumber: 0x31 });
const lost = fail('link.socket.lost');
const SEED = '01020304';
const KEY = formatHex(computeTidemarkKey(hex(SEED), can.keyConstant));

/** A unit by what it answers to each request: hex of the answer's data, or a failure. */
const GOOD: Readonly<Record<string, string | Result<never>>> = {
  '22F1A0': 'F1A05C1A09E2',
  '22F1A1': `F1A1${ascii('HV-EC4  ')}`,
  '22F190': `F190${ascii('U8HVC3F2401084417')}`,
  '22F18C': `F18C${ascii('SN 0417')}`,
  '1002': '02003201F4',
  '2703': `03${SEED}`,
  [`2704${KEY}`]: '04',
  '31010FF0': '',
  '1101': '01'
};

function unit(change: Readonly<Record<string, string | Result<never>>> = {}) {
  const answers = { ...GOOD, ...change };
  const asked: string[] = [];
  const repeatable: boolean[] = [];
  const link: DiagnosticLink = {
    exchange: (request: Uint8Array, options?: ExchangeOptions) => {
      const key = formatHex(request);
      asked.push(key);
      repeatable.push(options?.repeatable ?? false);
      const answer = answers[key] ?? lost;
      return Promise.resolve(typeof answer === 'string' ? ok(hex(answer)) : answer);
    }
  };
  return { memory: makeUdsMemory(link, { security: can, identity }), asked, repeatable };
}

describe('a unit that is spoken to by diagnostic services', () => {
  it('tells chip id, family and its fields, each asked for once and again when it is busy', async () => {
    const { memory, asked, repeatable } = unit();
    expect(await memory.identify()).toEqual(
      ok({
        chipId: '5C1A09E2',
        family: 'HV-EC4',
        fields: { vin: 'U8HVC3F2401084417', serial: 'SN 0417' }
      })
    );
    expect(asked).toEqual(['22F1A0', '22F1A1', '22F190', '22F18C']);
    expect(repeatable).toEqual([true, true, true, true]);
    expect(memory.memoryMayHaveChanged).toBe(false);
  });
  const identified: readonly [string, string, string | Result<never>, unknown][] = [
    ['a field it refuses is left out', '22F190', refused, { serial: 'SN 0417' }],
    ['a lost link in a field ends it', '22F190', lost, lost],
    ['no chip id is no identity', '22F1A0', refused, refused],
    ['no family is no identity', '22F1A1', refused, refused],
    [
      'an answer to another number is nonsense',
      '22F1A0',
      'F1A15C',
      fail('uds.answer.nonsense', { did: 0xf1a0 })
    ],
    [
      'so is one for a number that differs in its high byte',
      '22F1A0',
      'F0A05C',
      fail('uds.answer.nonsense', { did: 0xf1a0 })
    ],
    ['and one that holds nothing', '22F1A0', 'F1A0', fail('uds.answer.nonsense', { did: 0xf1a0 })],
    [
      'nonsense in a field ends it too',
      '22F18C',
      'F190',
      fail('uds.answer.nonsense', { did: 0xf18c })
    ]
  ];
  for (const [name, request, answer, expected] of identified) {
    it(name, async () => {
      const said = await unit({ [request]: answer }).memory.identify();
      if (said.ok) expect(said.value.fields).toEqual(expected);
      else expect(said).toEqual(expected);
    });
  }
  it('one byte of value is enough', async () => {
    expect(await unit({ '22F1A0': 'F1A001' }).memory.fingerprint()).toEqual(ok('01'));
    expect(await unit({ '22F1A0': refused }).memory.fingerprint()).toEqual(refused);
  });
  it('is unlocked by session, seed and key', async () => {
    const { memory, asked } = unit();
    expect(await memory.unlock()).toEqual(ok(true));
    expect(asked).toEqual(['1002', '2703', `2704${KEY}`]);
    expect(memory.memoryMayHaveChanged).toBe(false);
  });
  it('needs no key when its seed is zero, and one when only a part of it is', async () => {
    const open = unit({ '2703': '0300000000' });
    expect(await open.memory.unlock()).toEqual(ok(true));
    expect(open.asked).toEqual(['1002', '2703']);
    const key = formatHex(computeTidemarkKey(hex('00000001'), can.keyConstant));
    const half = unit({ '2703': '0300000001', [`2704${key}`]: '04' });
    expect(await half.memory.unlock()).toEqual(ok(true));
    expect(half.asked.at(-1)).toBe(`2704${key}`);
  });
  for (const [name, request, answer, expected] of [
    ['session', '1002', refused, refused],
    ['seed', '2703', refused, refused],
    ['key', `2704${KEY}`, refused, refused],
    ['short seed', '2703', '03010203', fail('uds.answer.short')],
    ['long seed', '2703', '030102030405', fail('uds.answer.short')]
  ] as const) {
    it(`stays locked: ${name}`, async () => {
      expect(await unit({ [request]: answer }).memory.unlock()).toEqual(expected);
    });
  }
  it('erasing is one routine; from the moment it is asked the memory may have changed', async () => {
    const range = { start: 0x1000, end: 0x1800 };
    for (const answer of ['', lost] as const) {
      const { memory, asked } = unit();
      const erased = await memory.erase(range);
      expect(erased).toEqual(lost);
      expect(asked).toEqual([asked[0]]);
      expect(asked[0]).toMatch(/^3101FF00/);
      expect(memory.memoryMayHaveChanged).toBe(true);
      const willing = unit({ [asked[0] as string]: answer });
      expect(await willing.memory.erase(range)).toEqual(answer === '' ? ok(true) : lost);
      expect(willing.memory.memoryMayHaveChanged).toBe(true);
    }
  });
  it('a reset that nobody answers is no fault', async () => {
    expect(await unit().memory.reset()).toEqual(ok(true));
    const { memory, asked } = unit({ '1101': lost });
    expect(await memory.reset()).toEqual(ok(true));
    expect(asked).toEqual(['1101']);
    expect(memory.memoryMayHaveChanged).toBe(false);
  });
  it('is read and written through the same port, followed and stopped', async () => {
    const range = { start: 0x1000, end: 0x1006 };
    const image = hex('0102030405FF');
    const { memory, asked } = unit({
      '3500440000100000000006': '1006',
      '3601': '0101020304',
      '3602': '0205FF',
      '37': '',
      '3400440000100000000006': '1006'
    });
    const done: number[] = [];
    const follow = { signal: { stopped: false }, onBytes: (n: number) => void done.push(n) };
    expect(await memory.read(range, follow)).toEqual(ok(image));
    expect(done).toEqual([4, 6]);
    expect(asked[0]).toMatch(/^35/);
    const stopped = await memory.read(range, { ...follow, signal: { stopped: true } });
    expect(stopped).toEqual(fail('operation.run.stopped', { doneBytes: 0 }));
    expect(memory.memoryMayHaveChanged).toBe(false);
    const writer = unit({
      '3400440000100000000006': '1006',
      '360101020304': '01',
      '360205FF': '02',
      '37': ''
    });
    const told: number[] = [];
    const written = await writer.memory.write(range, { image, onBytes: (n) => void told.push(n) });
    expect(written).toEqual(ok(true));
    expect(told).toEqual([4, 6]);
    expect(writer.memory.memoryMayHaveChanged).toBe(true);
  });
});
