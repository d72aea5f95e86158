import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapeOf, REASONS } from '../job/shape.ts';
import type { AfterFit } from '../profile/profile.ts';
import { compareCoding } from './compare-coding.ts';
import { judgeStart, type StartSample } from './judge-start.ts';
import {
  judgeReturnSteps,
  readReturn,
  type NoteState,
  type ReturnNote,
  type ReturnSeen
} from './read-return.ts';
import { planReturn, type ReturnFacts } from './return-plan.ts';

const fit = (id: string, does?: AfterFit['does']): AfterFit => ({
  ...{ id, name: id, how: 'seen', minutes: 5 },
  ...(does ? { does } : {})
});
const FACTS: ReturnFacts = {
  ...{ shape: shapeOf('failed-module'), opened: 'boot', byPost: false },
  ...{ afterFit: [fit('vin', 'write-vin'), fit('drive', 'drive')], complaint: 'stalls' },
  sleep: false
};
const ids = (change: Partial<ReturnFacts> = {}) =>
  planReturn({ ...FACTS, ...change }).map((s) => s.id);

describe('the way back is planned', () => {
  it('by the way in, the family and the complaint, in order', () => {
    expect(ids()).toEqual([
      ...['solder', 'case', 'plug', 'battery-off', 'fitted', 'battery-on', 'support'],
      ...['start', 'start-again', 'fit-vin', 'fit-drive', 'complaint', 'post-scan', 'faults'],
      ...['functions', 'old-parts']
    ]);
    expect(ids({ opened: 'lifted' })[0]).toBe('chip-back');
    const asleep = ids({ sleep: true });
    expect(asleep[asleep.indexOf('complaint') + 1]).toBe('sleep');
    expect(ids({ opened: undefined, complaint: ' ' })).toEqual([
      ...['start', 'start-again', 'fit-vin', 'fit-drive', 'post-scan', 'faults'],
      ...['functions', 'old-parts']
    ]);
    expect(ids({ byPost: true })).toEqual([
      ...['solder', 'case', 'plug', 'sent-back', 'sender-told', 'old-parts']
    ]);
    expect(ids({ shape: shapeOf('unknown-unit'), opened: 'bench' })).toEqual(['plug']);
    expect(ids({ shape: shapeOf('security'), opened: undefined })).toEqual([]);
    const fresh = ids({ shape: shapeOf('new-module'), opened: 'bench' });
    expect(fresh.indexOf('fit-vin')).toBeLessThan(fresh.indexOf('start'));
  });
  it('every kind of job has steps of its own id, none twice', () => {
    for (const reason of REASONS) {
      const all = ids({ shape: shapeOf(reason) });
      expect(new Set(all).size).toBe(all.length);
    }
  });
});

const note = (stepId: string, state: NoteState, actId: string | null = null): ReturnNote => ({
  ...{ stepId, state, actId, evidence: {}, at: new Date(1_000) }
});
const NOBODY: ReturnSeen = {
  ...{ running: new Set<string>(), changedAt: undefined, scannedAfter: false },
  left: undefined
};
const plan = planReturn(FACTS);
const stateOf = (id: string, notes: readonly ReturnNote[], seen = NOBODY) =>
  readReturn(plan, notes, seen).find((v) => v.step.id === id)?.state;

describe('how the way back stands', () => {
  it('one step after the other: the last word counts, and what was begun and never ended is half done', () => {
    expect(stateOf('solder', [])).toBe('open');
    expect(stateOf('case', [])).toBe('waiting');
    expect(stateOf('case', [note('solder', 'seen')])).toBe('open');
    expect(stateOf('case', [note('solder', 'waived')])).toBe('open');
    expect(stateOf('solder', [note('solder', 'seen'), note('solder', 'again')])).toBe('open');
    const begun = [note('fit-vin', 'done', 'a'), note('fit-vin', 'begun', 'b')];
    expect(stateOf('fit-vin', begun)).toBe('half');
    expect(stateOf('fit-vin', begun, { ...NOBODY, running: new Set(['b']) })).toBe('running');
    expect(stateOf('fit-vin', [...begun, note('fit-vin', 'refused', 'b')])).toBe('refused');
    expect(stateOf('fit-vin', [note('fit-vin', 'untouched', 'b')])).toBe('open');
    // what changed nothing takes nothing bad away
    for (const state of ['half', 'refused', 'wrong'] as const) {
      const tried = [note('fit-vin', 'begun', 'c'), note('fit-vin', 'untouched', 'c')];
      expect(stateOf('fit-vin', [note('fit-vin', state, 'b'), ...tried])).toBe(state);
    }
    expect(stateOf('start', [note('start', 'wrong'), note('start', 'untouched')])).toBe('wrong');
    const lost = [note('fit-vin', 'begun', 'b'), note('fit-vin', 'untouched', 'c')];
    expect(stateOf('fit-vin', lost)).toBe('half');
    expect(stateOf('start', [note('start', 'done'), note('start', 'untouched')])).toBe('open');
  });
  it('keys are done when each of as many as there are has started the engine', () => {
    const keyed = planReturn({ ...FACTS, afterFit: [fit('keys', 'try-keys')] });
    const of = (...list: ReturnNote[]) =>
      readReturn(keyed, list, NOBODY).find((v) => v.step.id === 'fit-keys')?.state;
    const key = (n: number, state: NoteState, keys = 2): ReturnNote => ({
      ...note('fit-keys', state),
      evidence: { key: n, keys }
    });
    expect(of(key(1, 'done'))).toBe('open');
    expect(of(key(1, 'done'), key(1, 'done'))).toBe('open');
    expect(of(key(1, 'done'), key(2, 'done'))).toBe('done');
    expect(of(key(1, 'done'), key(2, 'wrong'))).toBe('wrong');
    expect(of(key(2, 'wrong'), key(1, 'done'), key(2, 'done'))).toBe('done');
    expect(of(key(1, 'done'), key(2, 'done', 3))).toBe('open');
    expect(of(key(1, 'done'), key(2, 'done'), note('fit-keys', 'again'))).toBe('open');
    expect(of(key(1, 'done'), note('fit-keys', 'seen'))).toBe('done');
    expect(of(key(1, 'done'), key(2, 'done'), note('fit-keys', 'begun', 'a'))).toBe('half');
    expect(of(note('fit-keys', 'refused', 'a'))).toBe('refused');
    // it knew this key already
    expect(of(note('fit-keys', 'refused', 'a'), key(1, 'done', 1))).toBe('done');
    expect(of(note('fit-keys', 'half', 'a'), key(1, 'done', 1))).toBe('half');
    expect(of(note('fit-keys', 'done', 'a'))).toBe('open');
    expect(of(key(1, 'wrong'), key(2, 'done'), key(1, 'untouched'))).toBe('wrong');
    expect(of(key(1, 'done'), key(2, 'done'), key(1, 'untouched'))).toBe('done');
    expect(of(note('fit-keys', 'done', 'a'), key(1, 'done', 1))).toBe('done');
  });
  it('a coding that was saved is not yet put back', () => {
    const coded = planReturn({ ...FACTS, opened: undefined, afterFit: [fit('coding', 'coding')] });
    const saved: ReturnNote = { ...note('fit-coding', 'done'), evidence: { act: 'save-coding' } };
    const of = (...list: ReturnNote[]) =>
      readReturn(coded, list, NOBODY).find((v) => v.step.id === 'fit-coding')?.state;
    expect(of(saved)).toBe('waiting');
    expect(of(note('fit-coding', 'refused', 'a'), saved)).toBe('refused');
  });
  it('a scan is not said but kept', () => {
    expect(stateOf('post-scan', [note('post-scan', 'seen')])).toBe('open');
    expect(stateOf('post-scan', [], { ...NOBODY, scannedAfter: true })).toBe('done');
    expect(stateOf('post-scan', [note('post-scan', 'waived')])).toBe('waived');
  });
  it('what was seen of another content is no word on this one', () => {
    const rewritten = { ...NOBODY, changedAt: new Date(2_000) };
    for (const state of ['seen', 'done', 'waived', 'wrong', 'refused'] as const)
      expect(stateOf('solder', [note('solder', state)], rewritten)).toBe('open');
    for (const state of ['half', 'begun'] as const)
      expect(stateOf('fit-vin', [note('fit-vin', state, 'a')], rewritten)).toBe('half');
    const later = { ...note('solder', 'seen'), at: new Date(3_000) };
    expect(stateOf('solder', [note('solder', 'wrong'), later], rewritten)).toBe('done');
  });
  it('is free of faults by what the scan shows, or by who signed for each of them', () => {
    const sign = (...exceptions: string[]): ReturnNote => ({
      ...note('faults', 'seen'),
      evidence: { exceptions }
    });
    const others = plan.flatMap((s) => (s.does === 'faults' ? [] : [note(s.id, 'waived')]));
    const of = (left: readonly string[] | undefined, ...notes: ReturnNote[]) =>
      stateOf('faults', [...others, ...notes], {
        ...NOBODY,
        ...{ scannedAfter: left !== undefined, left }
      });
    expect(of(undefined, note('faults', 'seen'))).toBe('open');
    expect(of(undefined, sign('a B1'))).toBe('open');
    expect(of(undefined, note('faults', 'waived'))).toBe('waived');
    expect(of([], note('faults', 'wrong'))).toBe('done');
    for (const state of ['seen', 'done', 'waived'] as const)
      expect(of(['a B1'], note('faults', state))).toBe('open');
    expect(of(['a B1'], sign('a B1'))).toBe('excepted');
    expect(of(['a B1', 'a B2'], sign('a B1'))).toBe('open');
    expect(of(['a B1', 'a B2'], sign('a B1'), sign('a B2'))).toBe('excepted');
    // one that came later was not signed for
    expect(of(['a B1', 'b silent'], sign('a B1'))).toBe('open');
    expect(of(['a B1'], sign('a B1'), note('faults', 'again'))).toBe('open');
    expect(of(['a B1'], note('faults', 'wrong'))).toBe('wrong');
    const rewritten = { ...NOBODY, scannedAfter: true, changedAt: new Date(2_000), left: ['a B1'] };
    const later = others.map((n) => ({ ...n, at: new Date(3_000) }));
    expect(stateOf('faults', [...later, sign('a B1')], rewritten)).toBe('open');
  });
  it('is Go only where every step was seen done', () => {
    const seen: ReturnSeen = { ...NOBODY, scannedAfter: true, left: [] };
    const all = plan.map((s) => note(s.id, 'seen'));
    expect(judgeReturnSteps(readReturn(plan, all, seen))).toMatchObject({ verdict: 'go' });
    const states = ['begun', 'half', 'refused', 'untouched', 'wrong', 'waived', 'again'] as const;
    fc.assert(
      fc.property(fc.nat(plan.length - 1), fc.constantFrom(...states), (at, state) => {
        const step = plan[at] as (typeof plan)[number];
        // of a scan only what was kept counts, or that it is left out
        if (step.does === 'faults' || (step.does === 'scan' && state !== 'waived')) return;
        const { verdict } = judgeReturnSteps(
          readReturn(plan, [...all, note(step.id, state)], seen)
        );
        expect(verdict).not.toBe('go');
        if (state === 'begun' || state === 'half') expect(verdict).toBe('stop');
      })
    );
  });
});

const samples = (
  list: readonly (readonly [number, number | undefined, StartSample['lamp']?])[]
): StartSample[] => list.map(([s, rpm, lamp]) => ({ atMs: s * 1000, rpm, lamp }));
const every = (from: number, to: number, rpm: number | undefined, lamp: StartSample['lamp']) =>
  Array.from({ length: Math.round((to - from) * 2) }, (_, i): StartSample => ({
    ...{ atMs: 1000 * (from + i / 2), rpm, lamp }
  }));
const told = (list: readonly StartSample[]) => {
  const { verdict, code } = judgeStart(list);
  return `${verdict} ${code}`;
};

describe('a start that was watched', () => {
  it('runs, dies, cranks, or nothing was seen', () => {
    const crank = every(0, 1.5, 220, 'on');
    expect(told([...crank, ...every(1.5, 13, 800, 'out')])).toBe('go return.start.runs');
    expect(told([...crank, ...every(1.5, 4, 800, 'flashing'), ...every(4, 7, 0, 'flashing')])).toBe(
      'stop return.start.dies'
    );
    expect(told([...every(0, 4, 220, 'on'), ...every(4, 9, 0, 'on')])).toBe(
      'stop return.start.cranks'
    );
    expect(told([])).toBe('none return.start.nothing');
    expect(told(every(0, 30, 0, 'out'))).toBe('none return.start.nothing');
    expect(told(every(0, 30, undefined, 'out'))).toBe('none return.start.nothing');
  });
  it('what was not seen is never taken for running', () => {
    const off = every(0, 1, 0, undefined);
    expect(told(every(0, 9.5, 800, 'out'))).toBe('look return.start.short');
    expect(told([...off, ...every(1, 13, 800, undefined)])).toBe('look return.start.unseen');
    // out before it ran says nothing of now
    expect(told([...every(0, 1, 0, 'out'), ...every(1, 13, 800, undefined)])).toBe(
      'look return.start.unseen'
    );
    expect(told([...off, ...every(1, 13, 800, 'on')])).toBe('stop return.start.lamp');
    // it ran already when the watch began
    expect(told(every(0, 20, 800, 'out'))).toBe('look return.start.running');
    expect(told(every(0, 2, 220, 'on'))).toBe('look return.start.turning');
    // two words with nothing between
    expect(
      told(
        samples([
          [0, 800, 'out'],
          [60, 800, 'out']
        ])
      )
    ).toBe('look return.start.short');
    // the key was turned off: a unit that is off does not answer
    expect(told([...every(0, 5, 800, 'out'), ...every(5, 9, undefined, 'out')])).toBe(
      'look return.start.short'
    );
    expect(told([...every(0, 5, 800, 'out'), ...every(5, 6, 0, 'out')])).toBe(
      'look return.start.short'
    );
  });
  it('leaving out what was told never makes it Go', () => {
    const all = [...every(0, 1.5, 220, 'on'), ...every(1.5, 9.9, 800, 'out')];
    fc.assert(
      fc.property(fc.subarray(all), (some) => {
        expect(judgeStart(some).verdict).not.toBe('go');
      })
    );
    const good = [...every(0, 1.5, 220, 'on'), ...every(1.5, 14, 800, 'out')];
    fc.assert(
      fc.property(fc.array(fc.nat(good.length - 1), { maxLength: 12 }), (gone) => {
        const less = good.map((s, i) =>
          gone.includes(i) ? { ...s, lamp: undefined, rpm: undefined } : s
        );
        if (judgeStart(less).verdict === 'go') expect(judgeStart(good).verdict).toBe('go');
      })
    );
  });
});

it('two codings lie side by side, unknown bytes by their place', () => {
  const fields = [{ name: 'Lamps', at: 0, lengthBytes: 2 }];
  const of = (a: number[], b: number[]) =>
    compareCoding(fields, Uint8Array.from(a), Uint8Array.from(b)).map((f) => [
      ...[f.name, f.saved, f.now, f.same]
    ]);
  expect(of([1, 2, 3], [1, 2, 4])).toEqual([
    ['Lamps', '0102', '0102', true],
    ['Byte 3', '03', '04', false]
  ]);
  expect(of([1], [1])).toEqual([['Lamps', '01', '01', false]]);
  expect(of([1, 2], [1, 2, 9])[1]).toEqual(['Byte 3', '', '09', false]);
});
