import { transition, type OperationEvent } from '@badger/core/operation/life-cycle';
import type { LiveOperation } from '../bench/live-operation.ts';
import type { StationBench } from '../bench/station-bench.ts';
import type { Deps } from '../deps.ts';
import type { UnitRow } from '../repositories/jobs.ts';
import { updateOperation } from '../repositories/operations.ts';
import type { Person } from '../repositories/people.ts';
import type { JobView } from './job-view.ts';

/** A running operation with all it works on. */
export interface Run {
  readonly deps: Deps;
  readonly live: LiveOperation;
  readonly station: StationBench;
  readonly view: JobView;
  readonly unit: UnitRow;
  readonly person: Person;
}

/** Moves the life cycle on, in memory and in the database. */
export async function advance(run: Run, event: OperationEvent): Promise<void> {
  const { live, deps } = run;
  const next = transition(live.state, event, live.spec.kind);
  if (!next) throw new Error(`${event} makes no sense in ${live.state}`);
  live.state = next;
  const startedAt = event === 'work-begun' ? { startedAt: deps.clock.now() } : {};
  deps.bench.changed();
  const stored = updateOperation(deps.db, live.spec.id, {
    state: next,
    regions: live.regions,
    totalBytes: live.totalBytes,
    ...startedAt
  });
  // that a write has begun must be on paper before the unit is touched; a read may run on without the database
  if (live.spec.kind === 'write') await stored;
  else
    await stored.catch((error: unknown) =>
      deps.log.warn({ err: String(error) }, 'state not stored')
    );
}
