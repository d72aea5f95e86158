import { transition, type OperationEvent } from '@badger/core/operation/life-cycle';
import type { LiveOperation } from '../../bench/live-operation.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import { storeProblem } from '../../db/pg-errors.ts';
import type { Deps } from '../../deps.ts';
import type { UnitRow } from '../../repositories/job-units.ts';
import { updateOperation } from '../../repositories/operations.ts';
import type { Person } from '../../repositories/people.ts';
import type { JobView } from '../job/job-view.ts';

/** A running operation with all it works on. */
export interface Run {
  readonly deps: Deps;
  readonly live: LiveOperation;
  readonly station: StationBench;
  readonly view: JobView;
  readonly unit: UnitRow;
  readonly person: Person;
}

/** For the record: what was read where it was not the whole region, and what was written where it was not the built image. */
export function partOf({ ranges, writes }: Pick<LiveOperation['spec'], 'ranges' | 'writes'>): {
  part?: string;
  writes?: string;
} {
  return {
    ...(ranges ? { part: 'security data' } : {}),
    ...(writes === 'image' ? {} : { writes })
  };
}

/**
 * Moves the life cycle on, in the database and then in memory. Throws when a write cannot be put on paper before it
 * begins; in every other step the database may be away.
 */
export async function advance(run: Run, event: OperationEvent): Promise<void> {
  const { live, deps } = run;
  const next = transition(live.state, event, live.spec.kind);
  if (!next) throw new Error(`${event} makes no sense in ${live.state}`);
  const now = deps.clock.now();
  const begun = event === 'work-begun';
  const write = live.spec.kind === 'write';
  const stored = updateOperation(deps.db, live.spec.id, {
    state: next,
    regions: live.regions,
    totalBytes: live.totalBytes,
    ...(begun ? { startedAt: now } : {}),
    ...(begun && write ? { mayHaveChangedAt: now } : {})
  });
  if (write && begun) {
    // that the unit may be touched from now on must be on paper before it is; whoever finds the paper without us knows it
    if (!(await stored)) throw new Error('the operation was closed before it began');
  } else {
    // nothing else waits for the database: a unit that is half written is finished and proven without it
    await stored.catch((error: unknown) =>
      deps.log.warn({ problem: storeProblem(error).code }, 'state not stored')
    );
  }
  live.state = next;
  deps.bench.changed();
}
