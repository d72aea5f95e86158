import { expect, it } from 'vitest';
import type { SecretOfUnit } from './find-secrets.ts';
import { standingOf } from './secrets-of-job.ts';

const kept = { kind: 'found', unitId: 'u', secretId: 's', mark: 'm', jobId: 'now' } as const;
const read = (state: SecretOfUnit['state'], mark = '', id = 's') =>
  [
    { role: 'original', unit: { id: 'u' }, id, name: 'S', state, value: '', mark }
  ] as SecretOfUnit[];

it('what lies in the safe stands by the reads of now; worse reads never make it better', () => {
  expect(standingOf(kept, read('sound', 'm'), 'now')).toBe('kept');
  for (const state of [
    'torn',
    'voted',
    'malformed',
    'blank',
    'outside',
    'unknown',
    'unread'
  ] as const)
    expect(standingOf(kept, read(state), 'now'), state).toBe('doubted');
  expect(standingOf(kept, read('sound', 'other'), 'now')).toBe('doubted');
  expect(standingOf(kept, [], 'now')).toBe('doubted');
  // of another job: nobody has read it here, or somebody has
  const elsewhere = { ...kept, jobId: 'then' };
  expect(standingOf(elsewhere, [], 'now')).toBe('earlier');
  expect(standingOf(elsewhere, read('unread'), 'now')).toBe('earlier');
  expect(standingOf(elsewhere, read('torn'), 'now')).toBe('doubted');
  expect(standingOf(elsewhere, read('sound', 'm'), 'now')).toBe('kept');
  expect(standingOf({ ...kept, kind: 'entered', unitId: null }, [], 'now')).toBe('kept');
});
