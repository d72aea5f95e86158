import { judge } from '../base/verdict.ts';
import { describe, expect, it } from 'vitest';
import { checkClose, type CloseFacts } from './close.ts';
import { shapeOf } from './shape.ts';
import { stateOfWrite, type OperationFact } from './work-state.ts';
import {
  failureOfContent,
  failuresOf,
  lastWordOn,
  type InVehicleFact
} from '../clone/in-vehicle.ts';

const told = (
  operationId: string,
  outcome: 'runs' | 'fails',
  content: Record<string, string> = {}
): InVehicleFact => ({
  ...{ operationId, outcome, signs: outcome === 'fails' ? ['cranks-no-start'] : [], note: '' },
  contents: Object.entries(content).map(([regionId, sha256]) => ({
    ...{ regionId, sha256, sources: [] }
  }))
});

describe('what is told of a write in its vehicle', () => {
  it('the last word counts, of each write for itself', () => {
    const list = [told('a', 'fails'), told('b', 'fails'), told('a', 'runs')];
    expect(lastWordOn(list, 'a')?.outcome).toBe('runs');
    expect(lastWordOn(list, 'b')?.outcome).toBe('fails');
    expect(lastWordOn(list, 'c')).toBeUndefined();
    expect(lastWordOn(list, undefined)).toBeUndefined();
    expect(failuresOf(list).map((t) => t.operationId)).toEqual(['b']);
    // taken back, and told once more
    expect(failuresOf([...list, told('a', 'fails')]).map((t) => t.operationId)).toEqual(['b', 'a']);
  });

  it('a content has failed when all of it has: one region that is another is another content', () => {
    const list = [told('a', 'fails', { flash: 'f1', eeprom: 'e1' })];
    const of = (flash: string, eeprom: string) =>
      failureOfContent(list, [
        { regionId: 'eeprom', sha256: eeprom },
        { regionId: 'flash', sha256: flash }
      ])?.operationId;
    expect(of('f1', 'e1')).toBe('a');
    expect(of('f1', 'e2')).toBeUndefined();
    expect(of('e1', 'f1')).toBeUndefined();
    expect(failureOfContent(list, [])).toBeUndefined();
    expect(failureOfContent([told('a', 'fails')], [])).toBeUndefined();
    expect(
      failureOfContent(
        [...list, told('a', 'runs')],
        [
          { regionId: 'flash', sha256: 'f1' },
          { regionId: 'eeprom', sha256: 'e1' }
        ]
      )
    ).toBeUndefined();
  });

  it('makes a proven write refuted, and nothing else any better', () => {
    const states = ['done', 'failed', 'interrupted', 'running', 'stopped'] as const;
    for (const state of states)
      for (const imageId of ['i', 'other'])
        for (const touched of [null, new Date(0)]) {
          const write = {
            ...{ id: 'w', kind: 'write', unitId: 'u', state, mayHaveChangedAt: touched },
            ...{ cloneImageId: 'i', problem: null, endedAt: null }
          } as OperationFact;
          const before = stateOfWrite(write, imageId);
          expect(stateOfWrite(write, imageId, told('w', 'runs'))).toBe(before);
          const failed = before === 'verified' ? 'refuted' : before;
          expect(stateOfWrite(write, imageId, told('w', 'fails'))).toBe(failed);
        }
    expect(stateOfWrite(undefined, 'i', told('w', 'fails'))).toBe('none');
  });

  it('a job does not end as written with what fails in the vehicle', () => {
    const facts: CloseFacts = {
      shape: shapeOf('failed-module'),
      ...{ personRole: 'lead', workRunning: false, writeVerified: false, leftBroken: false },
      ...{ readsTrusted: true, authorityProven: true, originalKnown: true, failedTries: 0 },
      ...{ notTheCause: false, scannedAfter: true, handedOver: false, writeRefuted: true },
      returnSteps: judge('go', 'return.steps.done', { steps: 9 })
    };
    const codeOf = (change: Partial<CloseFacts>) => {
      const closed = checkClose('donor-written', 'said in words', { ...facts, ...change });
      return closed.ok ? 'closed' : closed.problem.code;
    };
    expect(codeOf({})).toBe('job.close.refuted');
    expect(codeOf({ writeVerified: true })).toBe('job.close.refuted');
    expect(codeOf({ writeRefuted: false })).toBe('job.close.unverified');
    expect(codeOf({ writeRefuted: false, writeVerified: true })).toBe('closed');
  });
});
