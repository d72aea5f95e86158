import { describe, expect, it, vi } from 'vitest';
import { concatBytes, formatHex, parseHex } from '@badger/core/base/bytes';
import { bytesAtOf } from '@badger/core/checksum/rule';
import { verifySums } from '@badger/core/checksum/verify-sums';
import {
  encodeEraseOptions,
  encodeRequestDownload,
  encodeRequestUpload,
  encodeStartRoutine
} from '@badger/core/uds/codec';
import { computeTidemarkKey } from '@badger/core/uds/security-key';
import { fileURLToPath } from 'node:url';
import { loadProfiles } from '../world/load-profiles.ts';
import { UNITS } from '../world/saltmarsh.ts';
import { makeMemory } from './make-memory.ts';
import { Module } from './module.ts';

const profiles = loadProfiles(fileURLToPath(new URL('../../../profiles', import.meta.url)));
const spec = UNITS.find((u) => u.tag === '0417') as (typeof UNITS)[number];
const profile = profiles.find((p) => p.id === 'HV-EC4') as (typeof profiles)[number];
const make = (other = spec) =>
  new Module({ spec: other, profile, memory: makeMemory(profile, other.tag, other.fields) });

const ask = (module: Module, hex: string | Uint8Array) => {
  const { payload } = module.handle(typeof hex === 'string' ? (parseHex(hex) as Uint8Array) : hex);
  return payload ? formatHex(payload) : 'silence';
};
const unlock = (module: Module) => {
  ask(module, '1002');
  const seed = (parseHex(ask(module, '2701')) as Uint8Array).subarray(2);
  return ask(module, concatBytes([Uint8Array.of(0x27, 2), computeTidemarkKey(seed, 0x5a17c3e9)]));
};
const DATA = { start: 0x10000000, end: 0x10001000 };

describe('a simulated module', () => {
  it('is silent without power', () => {
    expect(ask(make(), '22F1A0')).toBe('silence');
  });
  it('tells its identity in either mode and opens programming only with the pad held', () => {
    const module = make();
    module.powerOn(false);
    expect(module.mode).toBe('application');
    expect(ask(module, '22F1A0')).toBe('62F1A05C1A09E2');
    expect(ask(module, '22F19100').slice(0, 6)).toBe('7F2213');
    expect(ask(module, '22DEAD')).toBe('7F2231');
    expect(ask(module, '1002')).toBe('7F1022');
    module.powerOff();
    module.powerOn(true);
    expect(ask(module, '1002')).toBe('5002003201F4');
  });
  it('needs the key, counts wrong ones and then makes one wait', () => {
    const module = make();
    module.powerOn(true);
    expect(ask(module, '2701')).toBe('7F277F');
    ask(module, '1002');
    expect(ask(module, encodeRequestUpload(DATA))).toBe('7F3533');
    expect(ask(module, '270200000000')).toBe('7F2724');
    for (const nrc of ['35', '35', '36']) {
      ask(module, '2701');
      expect(ask(module, '270200000000')).toBe(`7F27${nrc}`);
    }
    expect(ask(module, '2701')).toBe('7F2737');
    const fresh = make();
    fresh.powerOn(true);
    expect(unlock(fresh)).toBe('6702');
    expect(ask(fresh, '2701')).toBe('670100000000');
  });
  it('leaves a session that nobody uses for five seconds; a sign of life keeps it', () => {
    vi.useFakeTimers();
    const module = make();
    module.powerOn(true);
    unlock(module);
    for (let i = 0; i < 3; i++) {
      vi.advanceTimersByTime(4900);
      expect(ask(module, '3E00')).toBe('7E00');
    }
    expect(ask(module, '22F186')).toBe('62F18602');
    vi.advanceTimersByTime(5001);
    expect(ask(module, encodeRequestUpload(DATA))).toBe('7F357F');
    vi.useRealTimers();
  });
  it('behaves like flash: a write clears bits only, an erase sets them', () => {
    const module = make();
    module.powerOn(true);
    unlock(module);
    const memory = module.memory.get('data-flash') as Uint8Array;
    memory[0] = 0x0f;
    const one = { start: DATA.start, end: DATA.start + 1 };
    expect(ask(module, encodeRequestDownload(one))).toBe('74200FFF');
    expect(ask(module, '3601F3')).toBe('7601');
    expect(memory[0]).toBe(0x03);
    expect(ask(module, '3602FF')).toBe('7F3631');
    expect(ask(module, '37')).toBe('77');
    expect(ask(module, encodeStartRoutine(0xff00, encodeEraseOptions(DATA)))).toBe('7101FF00');
    expect(memory[0]).toBe(0xff);
    expect(ask(module, encodeStartRoutine(0xff00, encodeEraseOptions(one)))).toBe('7F3131');
  });
  it('keeps to the order of blocks and to its memory', () => {
    const module = make();
    module.powerOn(true);
    unlock(module);
    expect(ask(module, '3601')).toBe('7F3624');
    expect(ask(module, '37')).toBe('7F3724');
    expect(ask(module, encodeRequestUpload({ start: 0x1000fff0, end: 0x10010010 }))).toBe('7F3531');
    ask(module, encodeRequestUpload(DATA));
    expect(ask(module, '3602')).toBe('7F3673');
    expect(ask(module, '3601').slice(0, 4)).toBe('7601');
    module.powerOff();
    module.powerOn(true);
    expect(ask(module, '3602')).toBe('7F3624');
  });
  it('has the same memory each time, with identity copied and checksums that hold', () => {
    const a = make().memory;
    const b = make().memory;
    for (const [id, bytes] of a) expect(Buffer.compare(bytes, b.get(id) as Uint8Array)).toBe(0);
    for (const rule of profile.checksums)
      expect(
        verifySums([rule], bytesAtOf(a.get(rule.region) as Uint8Array)).map((s) => s.verdict)
      ).toEqual(['holds']);
    const other = UNITS.find((u) => u.tag === '0388') as (typeof UNITS)[number];
    expect(
      Buffer.compare(
        a.get('data-flash') as Uint8Array,
        make(other).memory.get('data-flash') as Uint8Array
      )
    ).not.toBe(0);
  });
  it('a failing one reads wrong now and then: bits lost in one place, never in its memory', () => {
    const flaky = make(UNITS.find((u) => u.tag === '0419'));
    flaky.powerOn(true);
    unlock(flaky);
    const before = (flaky.memory.get('data-flash') as Uint8Array).slice();
    const whole = () => {
      ask(flaky, encodeRequestUpload({ start: 0x10000000, end: 0x10010000 }));
      let hex = '';
      for (let counter = 1; counter <= 17; counter++)
        hex += ask(flaky, Uint8Array.of(0x36, counter)).slice(4);
      ask(flaky, '37');
      return parseHex(hex) as Uint8Array;
    };
    const reads = [whole(), whole(), whole()];
    const wrong = reads.map((r) => r.filter((b, i) => b !== before[i]).length);
    expect(wrong).toEqual([0, 14, 0]);
    expect((reads[1] as Uint8Array).every((b, i) => (b & ~(before[i] as number)) === 0)).toBe(true);
    expect(Buffer.compare(flaky.memory.get('data-flash') as Uint8Array, before)).toBe(0);
  });
});
