import { setTimeout as sleep } from 'node:timers/promises';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import { transition, type OperationEvent } from '@badger/core/operation/life-cycle';
import type { ModuleIdentity } from '@badger/core/operation/module-session';
import type { TraceRecorder } from '../bench/trace-recorder.ts';
import { sqlStateOf } from '../db/pg-errors.ts';
import type { Tx } from '../db/client.ts';
import { appendEvent } from '../repositories/events.ts';
import { countPlugging } from '../repositories/kit.ts';
import { insertSamples, insertTrace, updateOperation } from '../repositories/operations.ts';
import { findUnitByChip, setIdentity } from '../repositories/units.ts';
import { keepRead } from './keep-read.ts';
import type { Run } from './run.ts';

/** How an operation ended, with what it brought. */
export interface Outcome {
  readonly result: Result<true>;
  readonly identity?: ModuleIdentity;
  readonly image?: Uint8Array;
  /** The memory of the unit may have been changed. */
  readonly touched?: boolean;
}

/** How long the end is tried to be stored when the database is away. Units: ms. */
const STORE_PATIENCE_MS = 300_000;

/**
 * Writes the end of an operation down: what it read or found, its trace, its event, its state, all in one
 * transaction. A database that is away is waited for; a finished read stays in memory until then.
 */
export async function concludeOperation(
  run: Run,
  outcome: Outcome,
  recorder: TraceRecorder
): Promise<void> {
  const { deps, live, station } = run;
  const at = deps.clock.now();
  const deadline = performance.now() + STORE_PATIENCE_MS;
  for (let pauseMs = 100; ; pauseMs = Math.min(2000, pauseMs * 2)) {
    try {
      await deps.db.transaction((tx) => store(tx, run, { outcome, recorder, at }));
      break;
    } catch (error) {
      deps.log.warn(
        { err: String(error), state: sqlStateOf(error) },
        'end of operation not stored yet'
      );
      if (performance.now() > deadline) break;
      await sleep(pauseMs);
    }
  }
  if (deps.bench.running.get(station.row.id) === live) deps.bench.running.delete(station.row.id);
  // whoever was there before: after a write the unit has to introduce itself again
  if (outcome.touched || (live.spec.kind === 'identify' && live.state !== 'done')) station.forget();
  deps.bench.changed();
  const { jobNumber, id: operationId, kind, role, tag } = live.spec;
  deps.bench.hub.tell({
    type: 'finished',
    jobNumber,
    operationId,
    kind,
    role,
    tag,
    state: live.state
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: live.spec.jobNumber });
}

interface End {
  readonly outcome: Outcome;
  readonly recorder: TraceRecorder;
  readonly at: Date;
}

async function store(tx: Tx, run: Run, { outcome, recorder, at }: End): Promise<void> {
  const { live, person, unit } = run;
  const result = outcome.result.ok ? await bring(tx, run, outcome, at) : outcome.result;
  const problem = result.ok ? undefined : result.problem;
  const event: OperationEvent = !problem
    ? 'finished'
    : problem.code === 'operation.run.stopped'
      ? 'stop-requested'
      : 'problem';
  const state = transition(live.state, event, live.spec.kind) ?? 'failed';
  const meaning = meaningOf(run, outcome, problem);
  await insertSamples(tx, live.spec.id, live.samples);
  await insertTrace(tx, {
    operationId: live.spec.id,
    lines: recorder.lines,
    candump: recorder.candump(),
    framesTotal: recorder.framesTotal,
    framesKept: recorder.framesKept
  });
  const stored = await updateOperation(tx, live.spec.id, {
    state,
    regions: live.regions,
    doneBytes: live.doneBytes,
    totalBytes: live.totalBytes,
    problem: problem ?? null,
    meaning,
    endedAt: at
  });
  if (stored) {
    await appendEvent(tx, {
      jobId: live.spec.jobId,
      person,
      kind: `${live.spec.kind}.${state}`,
      data: { unit: unit.tag, role: live.spec.role, ...(problem ? { problem: problem.code } : {}) }
    });
  }
  live.state = state;
}

async function bring(tx: Tx, run: Run, outcome: Outcome, at: Date): Promise<Result<true>> {
  if (outcome.identity) return keepIdentity(tx, run, outcome.identity, at);
  const { live, view, unit, person } = run;
  if (outcome.image) {
    await keepRead(tx, {
      job: view.job,
      unit,
      role: live.spec.role,
      profile: live.spec.profile,
      regionId: live.spec.regionIds[0] as string,
      bytes: outcome.image,
      source: 'bench',
      sourceName: run.station.row.name,
      person,
      at,
      operationId: live.spec.id,
      supply: live.figures()
    });
  }
  return ok(true);
}

/** The chip is the unit's fingerprint: it is bound to the tag once, and a stranger is not let in. */
async function keepIdentity(
  tx: Tx,
  run: Run,
  identity: ModuleIdentity,
  at: Date
): Promise<Result<true>> {
  const { unit, view, live, station } = run;
  const { chipId, family } = identity;
  if (family !== view.job.familyId) {
    return fail('gate.family.other', { family: view.job.familyId, found: family });
  }
  const owner = await findUnitByChip(tx, chipId);
  if (owner && owner.id !== unit.id) {
    return fail('identify.chip.elsewhere', { chipId, tag: owner.tag, meant: unit.tag });
  }
  if (unit.chipId && unit.chipId !== chipId) {
    return fail('identify.chip.changed', { chipId, known: unit.chipId, tag: unit.tag });
  }
  // whoever answers after nobody was connected has been plugged: the pins of the leads count it
  if (!station.connected) await countPlugging(tx, station.row.id, family);
  await setIdentity(tx, unit.id, { chipId, numbers: { ...identity.fields }, at });
  station.identified({
    chipId,
    family,
    tag: unit.tag,
    role: live.spec.role,
    jobNumber: live.spec.jobNumber
  });
  return ok(true);
}

/** What the end means for the unit on the bench. */
function meaningOf(run: Run, outcome: Outcome, problem: Problem | undefined): string {
  if (run.live.spec.kind !== 'write') return 'meaning.unit.untouched';
  if (!problem) return 'meaning.write.verified';
  return outcome.touched ? 'meaning.write.partial' : 'meaning.unit.untouched';
}
