import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ScannedUnit } from '../scan/scan.ts';
import { functionsOf, FUNCTION_RESULTS, stateOfFunctions, type FunctionId } from './functions.ts';
import { listLeft } from './left-faults.ts';

const unit = (id: string, change: Partial<ScannedUnit> = {}): ScannedUnit => ({
  ...{ id, name: id, kind: 'other', address: 1, optional: false, state: 'talks' },
  ...{ identification: {}, faults: [], faultMemory: 'read', problem: undefined, tookMs: 1 },
  ...change
});
const fault = (code: string, failureType?: number) => ({ code, failureType, status: 9 });

describe('what a scan after the work leaves to be explained', () => {
  it('each fault, each silent unit, each memory that nobody could read, and whether it was there before', () => {
    const after = [
      unit('engine', { faults: [fault('P0301', 0)] }),
      unit('doors', { state: 'silent', faultMemory: 'unread' }),
      unit('sunroof', { state: 'silent', optional: true, faultMemory: 'unread' }),
      unit('seat', { state: 'absent', faultMemory: 'unread' }),
      unit('radio', { state: 'unasked', faultMemory: 'unread' }),
      unit('cluster', { faultMemory: 'unread' })
    ];
    const before = [unit('engine', { faults: [fault('P0301', 0)] }), unit('doors')];
    expect(listLeft(after, before, 'engine').map((f) => `${f.key} ${f.before}`)).toEqual([
      ...['engine P0301-00 true', 'doors silent false', 'radio silent false'],
      'cluster unread false'
    ]);
    expect(listLeft([unit('engine')], before, 'engine')).toEqual([]);
  });
  it('what points at the content is told: memory of the unit itself, VIN, partners that do not know it', () => {
    const points = (kind: ScannedUnit['kind'], code: string) =>
      listLeft([unit('x', { kind, faults: [fault(code)] })], [], 'engine')[0]?.pointsAt;
    expect(points('engine', 'P062F')).toBe('memory');
    expect(points('body', 'P062F')).toBeUndefined();
    expect(points('body', 'P0513')).toBe('security');
    expect(points('engine', 'P0630')).toBe('vin');
    expect(points('engine', 'P0301')).toBeUndefined();
    // the VIN of another unit is no word on this one’s content
    expect(points('body', 'P0630')).toBeUndefined();
    // of a family without a place of its own nobody knows which unit it is
    const unknown = listLeft([unit('x', { faults: [fault('P062F')] })], [], undefined);
    expect(unknown[0]?.pointsAt).toBeUndefined();
  });
});

describe('functions of a unit', () => {
  it('are those of its kind; done when all are told and one at least works', () => {
    const asked = functionsOf('engine-transmission');
    expect(asked).toContain('idle');
    expect(asked).toContain('reverse-lamp');
    expect(functionsOf('nothing of the sort')).toEqual(functionsOf(undefined));
    const all = (result: 'works' | 'absent') =>
      Object.fromEntries(asked.map((id) => [id, result] as const));
    expect(stateOfFunctions(asked, all('works'))).toBe('done');
    expect(stateOfFunctions(asked, all('absent'))).toBe('open');
    expect(stateOfFunctions(asked, {})).toBe('open');
  });
  it('are never done while one fails or is not told', () => {
    const asked = functionsOf('body');
    const result = fc.constantFrom(undefined, ...FUNCTION_RESULTS);
    fc.assert(
      fc.property(
        fc.array(result, { minLength: asked.length, maxLength: asked.length }),
        (list) => {
          const told = list.flatMap((r, i) => (r ? [[asked[i] as FunctionId, r] as const] : []));
          const state = stateOfFunctions(asked, Object.fromEntries(told));
          expect(state === 'wrong').toBe(list.includes('fails'));
          if (list.includes(undefined)) expect(state).not.toBe('done');
        }
      )
    );
  });
});
