/** One life cycle for all long work. */
export type OperationState =
  'queued' | 'preparing' | 'running' | 'verifying' | 'done' | 'stopped' | 'failed' | 'interrupted';

export type OperationKind = 'identify' | 'read' | 'write';

export type OperationEvent =
  | 'lease-taken'
  | 'work-begun'
  | 'all-written'
  | 'finished'
  | 'stop-requested'
  | 'problem'
  | 'owner-lost';

const ACTIVE: readonly OperationState[] = ['queued', 'preparing', 'running', 'verifying'];

/** True while the operation holds its station. */
export function isActive(state: OperationState): boolean {
  return ACTIVE.includes(state);
}

/**
 * Next state, or undefined when `event` makes no sense in `state` (a closed operation stays closed).
 * `stop-requested` is not taken while a unit is being written or proven: pulling out then is what ruins units.
 * Example: `transition('running', 'finished', 'read')` is `done`.
 */
export function transition(
  state: OperationState,
  event: OperationEvent,
  kind: OperationKind
): OperationState | undefined {
  if (!isActive(state)) return undefined;
  switch (event) {
    case 'lease-taken':
      return state === 'queued' ? 'preparing' : undefined;
    case 'work-begun':
      return state === 'preparing' ? 'running' : undefined;
    case 'all-written':
      return state === 'running' && kind === 'write' ? 'verifying' : undefined;
    case 'finished':
      // a write is done only after the read-back
      if (kind === 'write') return state === 'verifying' ? 'done' : undefined;
      return state === 'running' ? 'done' : undefined;
    case 'stop-requested':
      if (kind === 'write' && (state === 'running' || state === 'verifying')) return undefined;
      return 'stopped';
    case 'problem':
      return 'failed';
    case 'owner-lost':
      return 'interrupted';
  }
}
