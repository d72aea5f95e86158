import { reaches } from '@badger/core/access/access';
import { kindOf } from '@badger/core/base/problem-kind';
import { setTimeout as sleep } from 'node:timers/promises';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import {
  isActive,
  transition,
  type OperationEvent,
  type OperationState
} from '@badger/core/operation/life-cycle';
import type { SparseImage } from '@badger/core/image/image';
import type { HandshakeEvidence, TryOutcome } from '@badger/core/diagnosis/evidence';
import type { ToldAfter } from '@badger/core/operation/writes';
import type { ModuleIdentity } from '@badger/core/access/memory-access';
import type { Trace } from '../../station/trace-recorder.ts';
import type { IdentifiedUnit } from '../../bench/station-bench.ts';
import { storeProblem } from '../../db/pg-errors.ts';
import type { Tx } from '../../db/client.ts';
import { appendEvent } from '../../repositories/events.ts';
import { lockJob } from '../../repositories/jobs.ts';
import { countPlugging } from '../../repositories/kit.ts';
import {
  closeOperation,
  findOperation,
  insertSamples,
  insertTrace
} from '../../repositories/operations.ts';
import { insertEvidence } from '../../repositories/evidence.ts';
import { findUnitByChip, setIdentity } from '../../repositories/units.ts';
import { keepRead } from '../reads/keep-read.ts';
import { partOf, type Run } from './run.ts';
import { keepFoundSecrets } from '../safe/keep-found.ts';
import { saveUnsaved } from '../reads/unsaved.ts';

/** How an operation ended, with what it brought. */
export interface Outcome {
  readonly result: Result<true>;
  readonly identity?: ModuleIdentity;
  readonly image?: SparseImage<unknown>;
  /** What the unit told after it was written and reset. */
  readonly after?: ToldAfter;
  /** How each try of the handshake ended. */
  readonly tries?: readonly TryOutcome[];
  /** What was measured around a failure. */
  readonly evidence?: HandshakeEvidence;
}

/** Nobody can tell what went over the wire. */
const LOST = { atMs: 0, direction: 'note', service: '', hex: '' } as const;
const NO_TRACE: Trace = {
  lines: [{ ...LOST, detail: 'what went over the wire is not known: its record was lost' }],
  ...{ candump: '', framesTotal: 0, framesKept: 0 }
};
const MOST_PAUSE_MS = 2000;

/**
 * Writes the end of an operation down: what it read or found, its trace, its event, its state, all in one transaction,
 * tried until it is stored. The end is idempotent: an end whose answer was lost is found stored and not stored twice.
 * Until then a finished read stays in memory and is offered to the pages; when the shop is closed before that, it goes
 * into a file. What is in memory follows only after the commit.
 */
export async function concludeOperation(
  run: Run,
  outcome: Outcome,
  trace: Trace | undefined
): Promise<void> {
  const { deps, live, station } = run;
  const at = deps.clock.now();
  live.image = outcome.image;
  for (let pauseMs = 100; ; pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2)) {
    try {
      const end = await deps.db.transaction((tx) => store(tx, run, { outcome, trace, at }));
      live.state = end.state;
      if (end.identified) {
        station.identified({
          ...end.identified,
          ...whoIs(run)
        });
      }
      break;
    } catch (error) {
      live.unstored = storeProblem(error);
      deps.bench.changed();
      deps.log.warn({ problem: live.unstored.code }, 'end of operation not stored yet');
      if (deps.bench.closed) {
        await saveUnsaved(run);
        break;
      }
      await sleep(pauseMs);
    }
  }
  live.unstored = undefined;
  live.image = undefined;
  if (deps.bench.running.get(station.row.id) === live) deps.bench.running.delete(station.row.id);
  // whoever was there before: after a write the unit has to introduce itself again
  if (live.memoryMayHaveChanged || (live.spec.kind === 'identify' && live.state !== 'done'))
    station.forget();
  deps.bench.changed();
  keepWhatWasFound(run);
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

/** Security data goes into the safe by itself; nobody waits for it. */
function keepWhatWasFound({ deps, live, person }: Run): void {
  const { kind, profile, regionIds, jobNumber } = live.spec;
  const holds = profile.secrets.some((s) => regionIds.includes(s.region));
  if (kind === 'read' && live.state === 'done' && holds)
    void keepFoundSecrets(deps, person, jobNumber);
}

interface End {
  readonly outcome: Outcome;
  readonly trace: Trace | undefined;
  readonly at: Date;
}

interface Stored {
  readonly state: OperationState;
  readonly identified:
    Pick<IdentifiedUnit, 'chipId' | 'family' | 'access' | 'benchFeeds'> | undefined;
}

async function store(tx: Tx, run: Run, { outcome, trace, at }: End): Promise<Stored> {
  const { live, person } = run;
  const identified = identifiedBy(run, outcome);
  await lockJob(tx, live.spec.jobId);
  const before = await findOperation(tx, live.spec.id);
  // recovery closes what seems to have lost its owner as interrupted; every other end is our own, stored already
  if (!before || (!isActive(before.state) && before.state !== 'interrupted')) {
    return storedAs(before?.state ?? 'failed', identified);
  }
  const result = outcome.result.ok ? await storeOutcome(tx, run, { outcome, at }) : outcome.result;
  const problem = result.ok ? undefined : result.problem;
  const state = transition(live.state, eventOf(problem), live.spec.kind) ?? 'failed';
  await insertSamples(tx, live.spec.id, live.samples);
  await insertTrace(tx, { operationId: live.spec.id, ...(trace ?? NO_TRACE) });
  await closeOperation(tx, live.spec.id, {
    state,
    regions: live.regions,
    doneBytes: live.doneBytes,
    totalBytes: live.totalBytes,
    problem: problem ?? null,
    meaning: meaningOf(run, state),
    after: outcome.after ?? null,
    endedAt: at,
    ...(live.memoryMayHaveChanged ? {} : { mayHaveChangedAt: null })
  });
  if (outcome.evidence) await keepEvidence(tx, run, outcome.evidence);
  await appendEvent(tx, {
    ...{ jobId: live.spec.jobId, person },
    kind: `${live.spec.kind}.${state}`,
    data: tellEnd(run, problem, identified)
  });
  return storedAs(state, identified);
}

async function keepEvidence(tx: Tx, run: Run, evidence: HandshakeEvidence): Promise<void> {
  const { live, station, unit, person } = run;
  await insertEvidence(tx, {
    ...{ jobId: live.spec.jobId, unitId: unit.id, role: live.spec.role },
    ...{ stationId: station.row.id, accessKey: live.spec.access.key, operationId: live.spec.id },
    ...{ evidence, personId: person.id }
  });
}

/** Only what was kept as done has identified anybody. */
function storedAs(state: OperationState, identified: Stored['identified']): Stored {
  return { state, identified: state === 'done' ? identified : undefined };
}

function identifiedBy({ live }: Run, { identity }: Outcome): Stored['identified'] {
  const { access, benchFeeds } = live.spec;
  return identity && { chipId: identity.chipId, family: identity.family, access, benchFeeds };
}

function eventOf(problem: Problem | undefined): OperationEvent {
  if (!problem) return 'finished';
  return kindOf(problem) === 'stopped' ? 'stop-requested' : 'problem';
}

/** What the record of the job says of the end. */
function tellEnd(
  { live, person, unit }: Run,
  problem: Problem | undefined,
  identified: Stored['identified']
): Record<string, string> {
  const stopper = live.stoppedBy && live.stoppedBy.id !== person.id ? live.stoppedBy : undefined;
  return {
    ...{ unit: unit.tag, role: live.spec.role, ...partOf(live.spec) },
    // a memory chip answers and says no more: nobody was identified
    ...(identified && identified.chipId === undefined ? { found: 'contact only' } : {}),
    ...(problem ? { problem: problem.code } : {}),
    // the record names who stopped it, when that is not who started it
    ...(stopper ? { stoppedBy: stopper.name } : {})
  };
}

async function storeOutcome(
  tx: Tx,
  run: Run,
  { outcome, at }: { outcome: Outcome; at: Date }
): Promise<Result<true>> {
  if (outcome.identity) return keepIdentity(tx, run, { identity: outcome.identity, at });
  const { live, view, unit, person } = run;
  if (outcome.image) {
    await keepRead(
      { db: tx, vault: run.deps.vault },
      {
        job: view.job,
        unit,
        role: live.spec.role,
        profile: live.spec.profile,
        regionId: live.spec.regionIds[0] as string,
        image: outcome.image,
        source: 'bench',
        sourceName: run.station.row.name,
        person,
        at,
        operationId: live.spec.id,
        supply: live.figures()
      }
    );
  }
  return ok(true);
}

/** The chip is the unit's fingerprint: it is bound to the tag once, and a stranger is not let in. */
async function keepIdentity(
  tx: Tx,
  run: Run,
  { identity, at }: { identity: ModuleIdentity; at: Date }
): Promise<Result<true>> {
  const { unit, live, station } = run;
  const { chipId, family } = identity;
  // a memory chip has no id, and tells no family: that it answers is all there is to keep
  if (chipId === undefined || family === undefined) return ok(true);
  const wanted = live.spec.profile.id;
  if (family !== wanted) {
    return fail('gate.family.other', { family: wanted, found: family });
  }
  const owner = await findUnitByChip(tx, chipId);
  if (owner && owner.id !== unit.id) {
    return fail('identify.chip.elsewhere', { chipId, tag: owner.tag, meant: unit.tag });
  }
  if (unit.chipId && unit.chipId !== chipId) {
    return fail('identify.chip.changed', { chipId, known: unit.chipId, tag: unit.tag });
  }
  // whoever answers after nobody was connected has been plugged: the pins of the leads count it
  const plugged = live.spec.access.carrier === 'can-uds' && !station.connected;
  if (plugged) await countLeads(tx, run, family);
  await setIdentity(tx, unit.id, { chipId, numbers: { ...identity.fields }, at });
  return ok(true);
}

/** Who an identified unit is in the shop's books, and who found it out. */
function whoIs({ live }: Run) {
  const { tag, role, jobNumber, jobId, person } = live.spec;
  return { tag, role, jobNumber, jobId, person };
}

async function countLeads(tx: Tx, { view, unit, station }: Run, family: string): Promise<void> {
  const stationId = station.row.id;
  // while it ran nothing was connected anew
  const made = view.records.connections.find((c) => c.unitId === unit.id);
  const here = made?.stationId === stationId ? made : undefined;
  const chosen = [here?.leadId, here?.adapterId].filter((id) => typeof id === 'string');
  await countPlugging(tx, { stationId, family, chosen });
}

/** What the end means for the unit on the bench, by what was sent to it. */
function meaningOf({ live }: Run, state: OperationState): string {
  if (!live.memoryMayHaveChanged) return 'meaning.unit.untouched';
  if (live.spec.kind !== 'write' || state !== 'done') return 'meaning.write.partial';
  const { access, regionIds, writes } = live.spec;
  const readBack = regionIds.every((id) => reaches(access, id));
  if (writes === 'backup') return readBack ? 'meaning.backup.restored' : 'meaning.stock.restored';
  return readBack ? 'meaning.write.verified' : 'meaning.write.checked';
}
