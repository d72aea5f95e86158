import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapeOf } from '../job/shape.ts';
import type { StepState } from '../return/read-return.ts';
import { planReturn } from '../return/return-plan.ts';
import { certify, type CertificateFacts } from './certify.ts';

const steps = (state: StepState) =>
  planReturn({
    ...{ shape: shapeOf('failed-module'), opened: 'boot', byPost: false, complaint: 'stalls' },
    sleep: true,
    afterFit: [{ id: 'vin', name: 'VIN', how: 'seen', minutes: 5, does: 'write-vin' }]
  }).map((step) => ({ step, state }));
const PROVEN: CertificateFacts = {
  ...{ closed: true, result: 'donor-written', steps: steps('done') },
  reads: [{ region: 'Data flash', agreeing: 2, total: 3, trusted: true, accepted: false }],
  written: { tag: '0388', proven: true, inVehicle: 'runs' },
  scan: { units: 12, silent: 0, faults: 0, signed: 0, gone: 4 }
};
const verdictOf = (change: Partial<CertificateFacts>) =>
  certify({ ...PROVEN, ...change }).judgement.verdict;
const codes = (change: Partial<CertificateFacts>) =>
  certify({ ...PROVEN, ...change }).statements.map((s) => `${s.verdict} ${s.code}`);

describe('a certificate', () => {
  it('states what was seen, in the order of the work', () => {
    expect(verdictOf({})).toBe('go');
    expect(codes({})).toEqual([
      ...['go paper.reads.agree', 'go paper.unit.proven', 'go paper.unit.runs'],
      ...[
        'go paper.refit.done',
        'go paper.start.done',
        'go paper.fit.done',
        'go paper.complaint.done'
      ],
      ...['go paper.faults.gone', 'go paper.functions.done']
    ]);
  });
  it('certifies nothing before the job is closed, and says it where it ended without a repair', () => {
    expect(verdictOf({ closed: false })).toBe('none');
    const ended = [
      'ended',
      'unit-dead',
      'wrong-diagnosis',
      'unit-judged',
      'data-handed-over'
    ] as const;
    for (const result of ended) expect(verdictOf({ result, written: undefined })).toBe('look');
    const nothing = { reads: [], written: undefined, steps: [], scan: undefined };
    expect(verdictOf(nothing)).toBe('look');
    // of the vehicle there is nothing to say where another unit is the cause
    expect(codes({ result: 'wrong-diagnosis', written: undefined })).toEqual([
      'go paper.reads.agree'
    ]);
  });
  it('what the vehicle says counts for more than what was proven', () => {
    expect(verdictOf({ written: { tag: '1', proven: true, inVehicle: 'fails' } })).toBe('stop');
    expect(verdictOf({ written: { tag: '1', proven: false, inVehicle: 'runs' } })).toBe('stop');
  });
  it('names faults that are left, signed for or not, and units that nobody heard', () => {
    const scan = { units: 12, silent: 1, faults: 3, signed: 2, gone: 0 };
    expect(codes({ scan })).toEqual(
      expect.arrayContaining([
        ...['look paper.faults.silent', 'stop paper.faults.left', 'look paper.faults.signed']
      ])
    );
    expect(codes({ scan: undefined })).toContain('look paper.faults.unscanned');
  });
  it('of work by post is Go only where whoever fitted it told that it runs', () => {
    const byPost = (state: StepState) =>
      planReturn({
        ...{ shape: shapeOf('failed-module'), opened: 'boot', byPost: true, complaint: 'stalls' },
        ...{ sleep: false, afterFit: [] }
      }).map((step) => ({ step, state: step.shared === 'sender-told' ? state : 'done' }));
    const post = (state: StepState) => ({ steps: byPost(state), scan: undefined });
    expect(verdictOf(post('done'))).toBe('go');
    expect(codes(post('done'))).toContain('go paper.sender.runs');
    // no word came
    expect(verdictOf(post('waived'))).toBe('look');
    expect(codes(post('waived'))).toContain('look paper.sender.silent');
    expect(codes(post('open'))).toContain('look paper.sender.silent');
    expect(verdictOf(post('wrong'))).toBe('stop');
  });
  it('is never Go with anything open, left out, signed for or wrong', () => {
    const states: StepState[] = [
      ...(['open', 'waiting', 'running', 'waived', 'excepted', 'refused', 'wrong', 'half'] as const)
    ];
    fc.assert(
      fc.property(fc.nat(steps('done').length - 1), fc.constantFrom(...states), (at, state) => {
        const worse = steps('done').map((s, i) => (i === at ? { ...s, state } : s));
        const { step } = worse[at] as (typeof worse)[number];
        // of the scan and its faults what was scanned counts
        if (step.does === 'scan' || step.does === 'faults') return;
        expect(verdictOf({ steps: worse })).not.toBe('go');
      })
    );
    const worseReads = {
      region: 'Data flash',
      agreeing: 2,
      total: 3,
      trusted: true,
      accepted: true
    };
    expect(verdictOf({ reads: [worseReads] })).toBe('look');
    expect(verdictOf({ reads: [{ ...worseReads, accepted: false, trusted: false }] })).toBe('look');
  });
});
