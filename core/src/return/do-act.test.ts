import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { concatBytes, encodeAscii, encodeUintBe, formatHex, readUintBe } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import type { ActOutcome } from './act.ts';
import {
  learnRemote,
  readCoding,
  readTemperature,
  readVinBack,
  registerKey,
  resetAdaptations,
  writeCoding,
  writeVin
} from './do-act.ts';

/** What happens to one exchange: all is well; the answer is lost; the request is; the unit says no; it says yes and does nothing. */
type Way = 'well' | 'unanswered' | 'unheard' | 'refused' | 'lies';
const WAYS: readonly Way[] = ['well', 'unanswered', 'unheard', 'refused', 'lies'];
/** The worked example of 49 CFR 565.15 (from memory). */
const VIN = '1M8GDM9AXKP042788';
const negative = fail('uds.answer.negative', {
  ...{ service: 'x', nrc: 'requestOutOfRange', nrcNumber: 0x31 }
});

/** A unit that is taught, with what happens to each exchange in turn; afterwards all is well. */
class Unit implements DiagnosticLink {
  readonly values = new Map<number, Uint8Array>();
  readonly #ways: readonly Way[];
  readonly #run: (routine: number) => void;
  #asked = 0;
  readonly sent: string[] = [];

  constructor(ways: readonly Way[], run: (routine: number) => void = () => undefined) {
    this.#ways = ways;
    this.#run = run;
  }

  exchange(request: Uint8Array): Promise<Result<Uint8Array>> {
    this.sent.push(formatHex(request));
    const way = this.#ways[this.#asked++] ?? 'well';
    if (way === 'unheard') return Promise.resolve(fail('uds.answer.timeout'));
    if (way === 'refused') return Promise.resolve(negative);
    const answer = this.#do(request, way === 'lies');
    return Promise.resolve(way === 'unanswered' ? fail('uds.answer.timeout') : answer);
  }

  #do(request: Uint8Array, lies: boolean): Result<Uint8Array> {
    const sid = request[0];
    if (sid === 0x10) return ok(request.subarray(1));
    if (sid === 0x31) {
      if (!lies) this.#run(readUintBe(request, 2, 2));
      return ok(request.subarray(1));
    }
    const did = readUintBe(request, 1, 2);
    if (sid === 0x2e) {
      if (!lies) this.values.set(did, request.slice(3));
      return ok(request.subarray(1, 3));
    }
    const value = this.values.get(did);
    return value ? ok(concatBytes([encodeUintBe(did, 2), value])) : negative;
  }
}

const KEYS = { countDid: 0x620, addRoutine: 0x310, most: 8 };
const REMOTES = { frequencyDid: 0x630, countDid: 0x631, learnRoutine: 0x312 };
const LEARNT = {
  ...{ valuesDid: 0x610, lengthBytes: 4, startByte: 0x40, resetRoutine: 0x311 },
  temperatureDid: 0x611
};
const codeOf = ({ problem }: ActOutcome) => problem?.code;

describe('what is taught is seen, or not called done', () => {
  /** An act on a unit, what it holds of it, and what it should hold. */
  interface Tried {
    readonly unit: Unit;
    readonly act: () => Promise<ActOutcome>;
    readonly holds: () => string;
    readonly meant: string;
  }
  const TRIES: Readonly<Record<string, (ways: readonly Way[]) => Tried>> = {
    vin: (ways) => {
      const unit = new Unit(ways);
      unit.values.set(0xf190, new Uint8Array(17).fill(0xff));
      const holds = () => formatHex(unit.values.get(0xf190) as Uint8Array);
      return { unit, act: () => writeVin(unit, VIN), holds, meant: formatHex(encodeAscii(VIN)) };
    },
    coding: (ways) => {
      const unit = new Unit(ways);
      unit.values.set(0x600, Uint8Array.of(1, 2, 3));
      const spec = { did: 0x600, lengthBytes: 3, fields: [] };
      const holds = () => formatHex(unit.values.get(0x600) as Uint8Array);
      return {
        ...{ unit, holds, meant: '040506' },
        act: () => writeCoding(unit, spec, Uint8Array.of(4, 5, 6))
      };
    },
    key: (ways) => {
      const unit = new Unit(ways, () => unit.values.set(0x620, Uint8Array.of(2)));
      unit.values.set(0x620, Uint8Array.of(1));
      const holds = () => formatHex(unit.values.get(0x620) as Uint8Array);
      return { unit, act: () => registerKey(unit, KEYS), holds, meant: '02' };
    },
    adaptations: (ways) => {
      const start = new Uint8Array(4).fill(0x40);
      const unit = new Unit(ways, () => unit.values.set(0x610, start));
      unit.values.set(0x610, Uint8Array.of(9, 8, 7, 6));
      unit.values.set(0x611, Uint8Array.of(40 + 70));
      const holds = () => formatHex(unit.values.get(0x610) as Uint8Array);
      return {
        ...{ unit, holds, meant: formatHex(start) },
        act: () => resetAdaptations(unit, LEARNT, [60, 90])
      };
    }
  };
  it.each(Object.keys(TRIES))('%s: whatever happens to any of its messages', async (name) => {
    const make = TRIES[name] as (typeof TRIES)[string];
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom(...WAYS), { minLength: 0, maxLength: 6 }),
        async (ways) => {
          // a unit that lies when it is only asked has no truth to be held against: only what changes may lie
          const { unit, act, holds, meant } = make(ways);
          const before = holds();
          const { state, problem } = await act();
          const changes = unit.sent.filter((s) => /^(2E|31)/.test(s)).length;
          expect(changes).toBeLessThanOrEqual(1);
          if (state === 'done') expect(holds()).toBe(meant);
          if (state === 'refused' || state === 'untouched') expect(holds()).toBe(before);
          expect(problem === undefined).toBe(state === 'done');
          if (changes === 0) expect(['untouched', 'done']).toContain(state);
        }
      ),
      { numRuns: 800 }
    );
    const { act } = make([]);
    expect(await act()).toMatchObject({ state: 'done', problem: undefined });
  });
  it('a unit that says yes and does nothing has not done it; one that cannot be read after is half done', async () => {
    for (const [name, make] of Object.entries(TRIES)) {
      const asks = name === 'adaptations' ? 3 : 2;
      const before: Way[] = Array.from({ length: asks }, () => 'well');
      const lied = await make([...before, 'lies']).act();
      expect([name, lied.state]).toEqual([name, 'untouched']);
      const unseen = await make([...before, 'well', 'unheard']).act();
      expect([name, unseen.state, codeOf(unseen)]).toEqual([name, 'half', 'return.value.unseen']);
      const lost = await make([...before, 'unanswered', 'unheard']).act();
      expect([name, lost.state]).toEqual([name, 'half']);
      // the answer was lost, but it was seen done
      expect((await make([...before, 'unanswered']).act()).state).toBe('done');
      expect((await make([...before, 'refused']).act()).state).toBe('refused');
    }
  });
  it('what holds already is not written once more', async () => {
    const unit = new Unit([]);
    unit.values.set(0xf190, encodeAscii(VIN));
    expect(await writeVin(unit, VIN)).toMatchObject({ state: 'done' });
    expect(unit.sent.some((s) => s.startsWith('2E'))).toBe(false);
    expect(await readVinBack(unit, VIN)).toMatchObject({ state: 'done' });
    const other = await readVinBack(unit, VIN.replace('8', '9'));
    expect([other.state, codeOf(other)]).toEqual(['wrong', 'return.value.other']);
  });
});

describe('what must hold before', () => {
  const warm = (byte: number | undefined) => {
    const unit = new Unit([], () => unit.values.set(0x610, new Uint8Array(4).fill(0x40)));
    unit.values.set(0x610, Uint8Array.of(1, 1, 1, 1));
    if (byte !== undefined) unit.values.set(0x611, Uint8Array.of(byte));
    return unit;
  };
  it('oil too cold, too hot or not measured: nothing is sent that changes', async () => {
    for (const [byte, code] of [
      [40 + 59, 'return.temperature.outside'],
      [40 + 91, 'return.temperature.outside'],
      [0xff, 'return.temperature.unmeasured'],
      [undefined, 'uds.answer.negative']
    ] as const) {
      const unit = warm(byte);
      const ended = await resetAdaptations(unit, LEARNT, [60, 90]);
      expect([byte, ended.state, codeOf(ended)]).toEqual([byte, 'untouched', code]);
      expect(unit.sent.some((s) => s.startsWith('31'))).toBe(false);
    }
    for (const byte of [40 + 60, 40 + 90])
      expect(await resetAdaptations(warm(byte), LEARNT, [60, 90])).toMatchObject({ state: 'done' });
    const { temperatureDid, ...blind } = LEARNT;
    expect(temperatureDid).toBeDefined();
    expect(codeOf(await resetAdaptations(warm(110), blind, [60, 90]))).toBe(
      'return.temperature.unmeasured'
    );
    expect(await resetAdaptations(warm(undefined), LEARNT, undefined)).toMatchObject({
      state: 'done'
    });
    expect(await readTemperature(warm(0), 0x611)).toEqual(ok(-40));
  });
  it('a remote control of another frequency is not learnt, and no more keys than there can be', async () => {
    const unit = new Unit([], () => unit.values.set(0x631, Uint8Array.of(3)));
    unit.values.set(0x630, encodeUintBe(433, 2));
    unit.values.set(0x631, Uint8Array.of(2));
    expect(codeOf(await learnRemote(unit, REMOTES, 315))).toBe('return.frequency.other');
    expect(await learnRemote(unit, REMOTES, 433)).toMatchObject({
      ...{ state: 'done', seen: { before: '2', after: '3' } }
    });
    const full = new Unit([]);
    full.values.set(0x620, Uint8Array.of(8));
    expect(codeOf(await registerKey(full, KEYS))).toBe('return.key.many');
    expect(full.sent.some((s) => s.startsWith('31'))).toBe(false);
  });
  it('a coding of another length is none of this unit', async () => {
    const unit = new Unit([]);
    unit.values.set(0x600, Uint8Array.of(1, 2));
    const read = await readCoding(unit, { did: 0x600, lengthBytes: 3, fields: [] }, 'Body unit');
    expect(read).toMatchObject({ ok: false, problem: { code: 'return.coding.length' } });
    for (const blank of [0x00, 0xff]) {
      unit.values.set(0x600, Uint8Array.of(blank, blank, blank));
      expect(
        await readCoding(unit, { did: 0x600, lengthBytes: 3, fields: [] }, 'Body unit')
      ).toEqual(fail('return.coding.blank', { unit: 'Body unit' }));
    }
  });
});
