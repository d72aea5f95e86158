import { describe, expect, it } from 'vitest';
import { TESTS, type TestId } from '@badger/core/proof/tests';
import type { ScannedUnit } from '@badger/core/scan/scan';
import { formatCsv } from '$lib/csv.ts';
import { readRows } from '$lib/rows.ts';
import { scanRows, textOfFault } from '$lib/scan-rows.ts';
import {
  labelOf,
  TEST_WORDS,
  toValues,
  wordsOfChoice,
  wordsOfResult
} from '../shared/cause.view.ts';
import { sortForReading, wordsOfSource, wordsOfState, wordsOfStatus } from './scan-sheet.view.ts';

const unit = (change: Partial<ScannedUnit>): ScannedUnit => ({
  id: 'u',
  name: 'U',
  kind: 'other',
  address: 0x1010,
  optional: false,
  state: 'talks',
  identification: {},
  faults: [],
  faultMemory: 'read',
  problem: undefined,
  tookMs: 0,
  ...change
});

describe('what was measured', () => {
  it('volts are typed as volts, with a point or a comma, and kept as millivolts', () => {
    expect(toValues('supply', { batteryMv: ' 12,6 ', atUnitMv: '12.45' })).toEqual({
      batteryMv: 12_600,
      atUnitMv: 12_450
    });
    expect(toValues('wiring', { throughOhm: '0.4', toGroundKohm: '' })).toEqual({
      throughOhm: 0.4
    });
    expect(toValues('ground', { dropMv: 'x' })).toEqual({ dropMv: Number.NaN });
    expect(
      wordsOfResult('supply', { batteryMv: 12_600, atUnitMv: 12_450, load: 'under-load' })
    ).toBe('12.60 V, 12.45 V, under load: yes, consumers on');
    expect(wordsOfResult('swap', { outcome: 'fault-gone-no-start' })).toBe('fault gone, no start');
  });
  it('every test says what to measure and what is sound; every field and choice has words', () => {
    for (const [id, test] of Object.entries(TESTS)) {
      expect(TEST_WORDS[id as TestId].measure.length).toBeGreaterThan(10);
      expect(TEST_WORDS[id as TestId].expect.length).toBeGreaterThan(5);
      for (const field of test.fields) {
        expect(labelOf(field)).not.toBe(field.id);
        for (const choice of field.choices) expect(wordsOfChoice(choice)).not.toBe(choice);
      }
    }
  });
});

describe('a scan on paper', () => {
  it('puts what wants a look first and what is not fitted last', () => {
    const sorted = sortForReading([
      unit({ id: 'sound' }),
      unit({ id: 'absent', state: 'absent' }),
      unit({ id: 'camera', state: 'silent', optional: true }),
      unit({ id: 'faulty', faults: [{ code: 'P0201', failureType: 0x13, status: 0x2f }] }),
      unit({ id: 'dead', state: 'silent' })
    ]);
    expect(sorted.map((u) => u.id)).toEqual(['dead', 'faulty', 'sound', 'absent', 'camera']);
  });
  it('says states, bits and sources in words', () => {
    expect(wordsOfState({ state: 'silent', optional: true })).toBe('silent, perhaps not fitted');
    expect(wordsOfState({ state: 'badly', optional: false })).toBe('talks badly');
    expect(wordsOfStatus({ status: 0x09 })).toBe('fails now, confirmed');
    expect(wordsOfStatus({ status: undefined, list: 'pending' })).toBe('on the pending list');
    expect(wordsOfStatus({ status: undefined })).toBe('not told');
    expect(wordsOfSource({ kind: 'pre', source: 'doip' })).toBe('over the network socket');
    expect(wordsOfSource({ kind: 'typed', source: 'x.csv' })).toBe('from x.csv');
    expect(wordsOfSource({ kind: 'pre', source: 'Window' })).toBe('with the box of Window');
  });
  it('has a text where one is known and the structure where not', () => {
    const text = (code: string, failureType?: number) =>
      textOfFault({ code, failureType, status: undefined });
    expect(text('P0201', 0x13)).toBe('injector circuit, cylinder 1: circuit open');
    expect(text('P1999', 0x13)).toBe('powertrain code, maker’s own: circuit open');
    expect(text('B2FFF')).toMatch(/^body code, /);
    expect(
      textOfFault({ code: 'P1999', failureType: 1, status: 0, text: 'said by the other tool' })
    ).toBe('said by the other tool');
  });
  it('as CSV holds every unit, the silent ones too, and comes back through the reader', () => {
    const rows = scanRows([
      unit({ name: 'Engine, front', faults: [{ code: 'P0201', failureType: 0x13, status: 0x2f }] }),
      unit({ name: 'Gateway', state: 'silent' })
    ]);
    // the line end of the last row leaves an empty one
    const back = readRows(formatCsv(rows)).filter((r) => r.join('') !== '');
    expect(back).toEqual(rows);
    expect(back[2]?.slice(0, 3)).toEqual(['Gateway', '0x1010', 'silent']);
  });
});
