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

describe('the life cycle', () => {
  it('never leaves a closed state, whatever happens', () => {
    for (const state of STATES.filter((s) => !isActive(s))) {
      for (const event of EVENTS)
        for (const kind of KINDS) expect(transition(state, event, kind)).toBeUndefined();
    }
  });
  it('closes from every open state on a problem and on a lost owner', () => {
    for (const state of STATES.filter(isActive)) {
      for (const kind of KINDS) {
        expect(transition(state, 'problem', kind)).toBe('failed');
        expect(transition(state, 'owner-lost', kind)).toBe('interrupted');
      }
    }
  });
  it('calls a write done only out of verifying', () => {
    for (const state of STATES) {
      const end = transition(state, 'finished', 'write');
      if (state === 'verifying') expect(end).toBe('done');
      else expect(end).toBeUndefined();
    }
    expect(transition('running', 'all-written', 'write')).toBe('verifying');
    expect(transition('running', 'all-written', 'read')).toBeUndefined();
  });
  it('does not stop a write half way, but a read at any time', () => {
    expect(transition('running', 'stop-requested', 'write')).toBeUndefined();
    expect(transition('verifying', 'stop-requested', 'write')).toBeUndefined();
    expect(transition('queued', 'stop-requested', 'write')).toBe('stopped');
    expect(transition('running', 'stop-requested', 'read')).toBe('stopped');
  });
  it('walks a read and a write from end to end', () => {
    const walk = (kind: OperationKind, events: OperationEvent[]) =>
      events.reduce<OperationState | undefined>((s, e) => s && transition(s, e, kind), 'queued');
    expect(walk('read', ['lease-taken', 'work-begun', 'finished'])).toBe('done');
    expect(walk('write', ['lease-taken', 'work-begun', 'all-written', 'finished'])).toBe('done');
    expect(walk('read', ['work-begun'])).toBeUndefined();
  });
});
