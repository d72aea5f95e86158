import { judge, undone, type Judgement } from '../base/verdict.ts';
import { problemAs } from '../base/examples.ts';
import { describe, expect, it } from 'vitest';
import { checkClose, listEndings, TRIES_BEFORE_DEAD, type CloseFacts } from './close.ts';
import { REASONS, shapeOf, type JobResult } from './shape.ts';
import { STAGES } from './stages.ts';
import { verifyConnected } from './verify-connected.ts';
import {
  countFailedTries,
  isLeftBroken,
  readsBeforeChange,
  stateOfWrite,
  writesTo,
  type OperationFact
} from './work-state.ts';

const NOTHING: CloseFacts = {
  shape: shapeOf('failed-module'),
  ...{ personRole: 'bench', workRunning: false, writeVerified: false, leftBroken: false },
  ...{ readsTrusted: false, authorityProven: false, originalKnown: false, failedTries: 0 },
  ...{ notTheCause: false, scannedAfter: false, handedOver: false, writeRefuted: false },
  returnSteps: judge('go', 'return.steps.done', { steps: 9 })
};
const SAID = 'said in words';
const codeOf = (result: { ok: boolean; problem?: { code: string } }) =>
  result.ok ? 'closed' : result.problem?.code;

describe('the shape of a job', () => {
  it('every kind begins with Arrive, ends with Return, and its write stages go with its target', () => {
    for (const reason of REASONS) {
      const { stages, target, results } = shapeOf(reason);
      expect([stages[0], stages.at(-1)]).toEqual(['arrive', 'return']);
      expect(stages).toEqual(STAGES.filter((s) => stages.includes(s)));
      expect(stages.includes('write')).toBe(target !== undefined);
      expect(stages.includes('build')).toBe(target !== undefined);
      expect(stages.includes('match')).toBe(target === 'donor');
      expect(results.length).toBeGreaterThan(0);
    }
  });

  it('only a loose unit may have no vehicle', () => {
    expect(REASONS.filter((r) => !shapeOf(r).vehicleKnown)).toEqual(['unknown-unit']);
  });
});

describe('closing', () => {
  /** Evidence, result by result: with all of it the job closes; without any one piece it does not. */
  const EVIDENCE: Readonly<
    Record<Exclude<JobResult, 'ended'>, readonly [CloseFacts['shape'], Partial<CloseFacts>]>
  > = {
    'donor-written': [shapeOf('failed-module'), { writeVerified: true }],
    'unit-rewritten': [shapeOf('software'), { writeVerified: true }],
    'unit-recovered': [shapeOf('recovery'), { writeVerified: true }],
    'new-unit-taught': [shapeOf('new-module'), { scannedAfter: true }],
    'data-handed-over': [shapeOf('security'), { authorityProven: true, handedOver: true }],
    'unit-judged': [shapeOf('unknown-unit'), { originalKnown: true }],
    'unit-dead': [shapeOf('recovery'), { failedTries: TRIES_BEFORE_DEAD }],
    'unit-repaired': [shapeOf('repair'), { scannedAfter: true }],
    'wrong-diagnosis': [shapeOf('failed-module'), { notTheCause: true }]
  };

  it.each(Object.entries(EVIDENCE))(
    '%s demands its evidence, all of it',
    (name, [shape, whole]) => {
      const result = name as JobResult;
      const facts = { ...NOTHING, ...whole, shape };
      expect(codeOf(checkClose(result, SAID, facts))).toBe('closed');
      for (const piece of Object.keys(whole)) {
        const worse = {
          ...facts,
          [piece]: piece === 'failedTries' ? TRIES_BEFORE_DEAD - 1 : false
        };
        expect(codeOf(checkClose(result, SAID, worse)), piece).not.toBe('closed');
      }
      expect(codeOf(checkClose(result, SAID, { ...facts, workRunning: true }))).toBe(
        'job.work.running'
      );
      const of = REASONS.filter((r) => shapeOf(r).results.includes(result));
      for (const reason of REASONS.filter((r) => !of.includes(r)))
        expect(codeOf(checkClose(result, SAID, { ...facts, shape: shapeOf(reason) }))).toBe(
          'job.close.result'
        );
    }
  );

  it('no vehicle goes out before its way back is done, or left out by name', () => {
    const goesOut = [
      'donor-written',
      'unit-rewritten',
      'new-unit-taught',
      'unit-recovered'
    ] as const;
    for (const result of [...goesOut, 'unit-repaired'] as const) {
      const [shape, whole] = EVIDENCE[result];
      const close = (returnSteps: Judgement) =>
        codeOf(checkClose(result, SAID, { ...NOTHING, ...whole, shape, returnSteps }));
      const open = judge('look', 'return.steps.open', { steps: 1, of: 9 });
      expect(close(undone(open))).toBe('job.close.steps');
      expect(close(judge('stop', 'return.steps.half', { steps: 1 }))).toBe('job.close.wrong');
      expect(close(judge('stop', 'return.steps.wrong', { steps: 1 }))).toBe('job.close.wrong');
      expect(close(judge('look', 'return.steps.waived', { steps: 1 }))).toBe('closed');
    }
    // what ends without a vehicle that goes out asks for none
    const half = judge('stop', 'return.steps.half', { steps: 1 });
    const wrong = { ...NOTHING, notTheCause: true, returnSteps: half };
    expect(codeOf(checkClose('wrong-diagnosis', SAID, wrong))).toBe('closed');
  });

  it('a wrong diagnosis is none while a unit is half written', () => {
    const facts = { ...NOTHING, notTheCause: true, leftBroken: true };
    expect(codeOf(checkClose('wrong-diagnosis', SAID, facts))).toBe('job.close.broken');
  });

  it('ends without a result only by a lead, who says why', () => {
    expect(checkClose('ended', SAID, NOTHING)).toMatchObject({
      problem: { code: 'gate.person.role', params: { role: 'bench', right: 'job.end' } }
    });
    const lead = { ...NOTHING, personRole: 'lead' as const };
    expect(codeOf(checkClose('ended', SAID, lead))).toBe('closed');
    expect(codeOf(checkClose('ended', '  short  ', lead))).toBe('job.close.reason');
    expect(listEndings(lead).map((e) => [e.result, e.missing?.code])).toEqual([
      ['donor-written', 'job.close.unverified'],
      ['wrong-diagnosis', 'job.close.cause'],
      ['ended', undefined]
    ]);
  });

  it('a verified write says for itself what happened', () => {
    expect(codeOf(checkClose('donor-written', '', { ...NOTHING, writeVerified: true }))).toBe(
      'closed'
    );
    expect(codeOf(checkClose('wrong-diagnosis', '', { ...NOTHING, notTheCause: true }))).toBe(
      'job.close.reason'
    );
  });
});

const T = (minute: number) => new Date(Date.UTC(2026, 0, 1, 8, minute));
const op = (change: Partial<OperationFact>): OperationFact => ({
  ...{ id: 'w', kind: 'write', unitId: 'u', state: 'done', mayHaveChangedAt: null },
  cloneImageId: 'i',
  ...{ problem: null, endedAt: null },
  ...change
});
const silent = problemAs('uds.answer.timeout');

describe('what became of the writes', () => {
  it('a write is told by what was sent and what it was meant to hold', () => {
    expect(stateOfWrite(undefined, 'i')).toBe('none');
    expect(stateOfWrite(op({}), 'i')).toBe('verified');
    expect(stateOfWrite(op({}), 'j')).toBe('none');
    expect(stateOfWrite(op({}), undefined)).toBe('none');
    expect(stateOfWrite(op({ state: 'running' }), 'i')).toBe('active');
    expect(stateOfWrite(op({ state: 'failed' }), 'i')).toBe('none');
    expect(stateOfWrite(op({ state: 'failed', mayHaveChangedAt: T(1) }), 'i')).toBe('failed');
    expect(stateOfWrite(op({ state: 'interrupted', mayHaveChangedAt: T(1) }), 'i')).toBe(
      'interrupted'
    );
    expect(writesTo([op({}), op({ unitId: 'v' }), op({ kind: 'read' })], 'u')).toHaveLength(1);
  });

  it('a unit is left broken until a write of that unit is done', () => {
    const broken = op({ state: 'interrupted', mayHaveChangedAt: T(1) });
    expect(isLeftBroken([])).toBe(false);
    expect(isLeftBroken([broken])).toBe(true);
    expect(isLeftBroken([broken, op({ unitId: 'v', mayHaveChangedAt: T(2) })])).toBe(true);
    expect(isLeftBroken([broken, op({ mayHaveChangedAt: T(2) })])).toBe(false);
    // one that was turned away changes nothing of it
    expect(isLeftBroken([broken, op({ state: 'failed' })])).toBe(true);
  });

  it('reads count as a way back only from before the first touch', () => {
    const reads = [{ takenAt: T(0) }, { takenAt: T(5) }, { takenAt: T(9) }];
    expect(readsBeforeChange(reads, [])).toHaveLength(3);
    expect(readsBeforeChange(reads, [op({ state: 'failed' })])).toHaveLength(3);
    const writes = [
      op({ state: 'failed', mayHaveChangedAt: T(5) }),
      op({ mayHaveChangedAt: T(9) })
    ];
    expect(readsBeforeChange(reads, writes)).toEqual([{ takenAt: T(0) }]);
  });

  it('a try counts only where the unit itself was silent, since it last answered', () => {
    const tried = op({ kind: 'identify', state: 'failed', problem: silent });
    const cable = op({ ...tried, problem: problemAs('link.socket.lost') });
    expect(countFailedTries([tried, tried, tried], 'u')).toBe(3);
    expect(countFailedTries([tried, cable, { ...tried, problem: null }], 'u')).toBe(1);
    expect(countFailedTries([tried, op({ kind: 'identify' }), tried], 'u')).toBe(1);
    expect(countFailedTries([tried, op({ kind: 'read' })], 'u')).toBe(0);
    expect(countFailedTries([{ ...tried, state: 'stopped' }, tried], 'v')).toBe(0);
  });
});

describe('the unit on the bench', () => {
  const donor = { chipId: 'D0', tag: '0388', role: 'donor' } as const;
  const original = { chipId: '0F', tag: '0417', role: 'original' } as const;
  const say = (
    chipId: string,
    meant: Parameters<typeof verifyConnected>[0]['meant'],
    more: { originalChipId?: string | null; writes?: boolean; withoutOriginal?: boolean } = {}
  ) =>
    codeOf(verifyConnected({ chipId, meant, originalChipId: '0F', writes: true, ...more })) ?? '';

  it('is written only when it is the one that is meant', () => {
    expect(say('D0', donor)).toBe('closed');
    expect(say('0F', donor)).toBe('gate.original.connected');
    expect(say('D0', donor, { originalChipId: null })).toBe('gate.original.connected');
    // nothing of an original that never answered is written; one that is known is never the target
    const without = { originalChipId: null, withoutOriginal: true };
    expect(say('D0', donor, without)).toBe('closed');
    expect(say('0F', donor, without)).toBe('gate.donor.other');
    expect(say('0F', donor, { withoutOriginal: true })).toBe('gate.original.connected');
    expect(say('XX', donor)).toBe('gate.donor.other');
    expect(say('0F', original)).toBe('closed');
    expect(say('D0', original)).toBe('gate.original.other');
    expect(say('0F', { ...original, chipId: null })).toBe('gate.original.other');
    expect(say('0F', donor, { writes: false })).toBe('gate.donor.other');
  });
});
