import { describe, expect, it } from 'vitest';
import {
  isActive,
  transition,
  type OperationEvent,
  type OperationKind,
  type OperationState
} from './life-cycle.ts';

const STATES: OperationState[] = [
  'queued',
  'preparing',
  'running',
  'verifying',
  'done',
  'stopped',
  'failed',
  'interrupted'
];
const EVENTS: OperationEvent[] = [
  'lease-taken',
  'work-begun',
  'all-written',
  'finished',
  'stop-requested',
  'problem',
  'owner-lost'
];
const KINDS: OperationKind[] = ['identify', 'read', 'write'];

/** Every way from one state to another; whatever is not here leads nowhere. Source: docs/architecture.md, common practice. */
const ACCESSES: readonly [OperationState, OperationEvent, string, OperationState][] = [
  ['queued', 'lease-taken', 'identify read write', 'preparing'],
  ['preparing', 'work-begun', 'identify read write', 'running'],
  ['running', 'all-written', 'write', 'verifying'],
  ['verifying', 'finished', 'write', 'done'],
  ['running', 'finished', 'identify read', 'done'],
  ['queued', 'stop-requested', 'identify read write', 'stopped'],
  ['preparing', 'stop-requested', 'identify read write', 'stopped'],
  ['running', 'stop-requested', 'identify read', 'stopped'],
  ['verifying', 'stop-requested', 'identify read', 'stopped'],
  ...(['queued', 'preparing', 'running', 'verifying'] as const).flatMap(
    (state): [OperationState, OperationEvent, string, OperationState][] => [
      [state, 'problem', 'identify read write', 'failed'],
      [state, 'owner-lost', 'identify read write', 'interrupted']
    ]
  )
];

describe('the life cycle', () => {
  it('is this table and nothing else', () => {
    for (const state of STATES)
      for (const event of EVENTS)
        for (const kind of KINDS) {
          const access = ACCESSES.find(
            ([s, e, k]) => s === state && e === event && k.includes(kind)
          );
          expect(transition(state, event, kind), `${state} ${event} ${kind}`).toBe(access?.[3]);
        }
  });
  it('never leaves a closed state, whatever happens', () => {
    for (const state of STATES.filter((s) => !isActive(s))) {
      for (const event of EVENTS)
        for (const kind of KINDS) expect(transition(state, event, kind)).toBeUndefined();
    }
  });
});
