import type { Stage } from '../job/stages.ts';
import type { StageStates } from './stage-states.ts';
import { expect, it } from 'vitest';
import { findAuthorityGap, touchesSecurity, type AuthorityFacts } from '../job/authority.ts';
import { findWaiting } from './waiting.ts';

const whole: AuthorityFacts = {
  orderedBy: 'Fleet office',
  proofKind: 'order',
  proofNumber: '5512',
  signed: true
};

it('security is touched by the reason or because the family holds some', () => {
  expect(touchesSecurity('failed-module', false)).toBe(false);
  expect(touchesSecurity('failed-module', true)).toBe(true);
  expect(touchesSecurity('security', false)).toBe(true);
  expect(touchesSecurity('new-module', false)).toBe(true);
});
it('an authority is whole with order, proof with its number, and signature', () => {
  expect(findAuthorityGap(undefined)).toBe('order');
  expect(findAuthorityGap({ ...whole, orderedBy: ' ' })).toBe('order');
  expect(findAuthorityGap({ ...whole, proofKind: 'none' })).toBe('proof');
  expect(findAuthorityGap({ ...whole, proofNumber: '' })).toBe('proof');
  expect(findAuthorityGap({ ...whole, proofNumber: '  ' })).toBe('proof');
  expect(findAuthorityGap({ ...whole, signed: false })).toBe('signature');
  expect(findAuthorityGap(whole)).toBeUndefined();
});
it('a job waits for the desk, the customer, a part or the bench', () => {
  const of = (stage: Stage, states: Partial<StageStates> = {}, closed = false) =>
    findWaiting({ closed, next: { stage }, states: { prove: 'open', match: 'fits', ...states } });
  expect(of('arrive')).toBe('desk');
  expect(of('prove', { prove: 'elsewhere' })).toBe('customer');
  expect(of('match', { match: 'none' })).toBe('part');
  expect(of('match', { match: 'differs' })).toBe('part');
  expect(of('read')).toBe('bench');
  expect(of('return', {}, true)).toBe('nobody');
});
