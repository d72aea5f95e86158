import { fail, ok, type Result } from '@badger/core/base/result';
import type { CanUdsAccess } from '@badger/core/access/access';
import { runExercise, type ExerciseRun } from '@badger/core/exercise/run-exercise';
import { sumUpStages, toTestValues } from '@badger/core/exercise/sum-up';
import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import type { BreakoutPort } from '@badger/core/port/breakout';
import type { ExerciseSpec, Profile } from '@badger/core/profile/profile';
import { checkRight } from '@badger/core/rights/rights';
import type { Exercise } from '../../../schema/requests.ts';
import type { LiveExercise } from '../../bench/live-exercise.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { insertExercise, listExercises } from '../../repositories/exercises.ts';
import type { UnitRow } from '../../repositories/job-units.ts';
import { lockJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import { insertProofTest } from '../../repositories/scans.ts';
import { checkJobGate } from '../job/gate.ts';
import { sideOf } from '../job/job-sides.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { versionsNow } from '../operation/versions.ts';

interface Ready {
  readonly view: JobView;
  readonly role: UnitRole;
  readonly unit: Pick<UnitRow, 'id' | 'tag'>;
  readonly profile: Profile;
  readonly spec: ExerciseSpec;
  readonly access: CanUdsAccess;
  readonly station: StationBench;
  readonly box: BreakoutPort;
  readonly wanted: ReadonlySet<string>;
}

/**
 * Exercises the unit on the clamp and keeps what it showed; of the job's original it goes into the question of the cause.
 * What could not be given back for sure is made safe: the output of the supply goes off.
 * Errors: `shop.work.closing`, `gate.person.role`, `job.number.unknown`, `gate.job.closed`, `station.id.unknown`, `exercise.family.unknown`, `exercise.box.absent`,
 * `exercise.unit.unknown` (nobody knows what lies on the clamp), `exercise.feed.vehicle`, `exercise.run.nothing`, those of
 * the gate, those of the box.
 */
export async function exerciseUnit(
  deps: Deps,
  person: Person,
  { jobNumber, stationId, wanted }: { jobNumber: number } & Exercise
): Promise<Result<{ findings: number; released: boolean }>> {
  if (deps.bench.closing || deps.bench.closed) return fail('shop.work.closing');
  const may = checkRight(person.role, 'scan.run');
  if (!may.ok) return may;
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const ready = makeReady(deps, view, { stationId, wanted });
  if (!ready.ok) return ready;
  const { role, station, access, unit } = ready.value;
  const gate = checkJobGate(deps, view, { kind: 'identify', stationId, person, role, access });
  if (gate.holding) return fail(gate.holding.code, { ...gate.holding.params });
  const of = ready.value.wanted.size;
  const live = { jobNumber, tag: unit.tag, looking: '', done: 0, of, stopped: false };
  // from here to the end nobody else begins anything at this station
  deps.bench.exercises.set(stationId, live);
  try {
    const opened = await station.thread.openChannel(access.can.bitrateBps);
    if (!opened.ok) return opened;
    const channel = opened.value;
    const run = await runOnBench(deps, ready.value, { live, channel }).finally(() =>
      channel.close()
    );
    if (!run.released) await station.supply.apply({ on: false });
    if (run.brokenOff && run.findings.length === 0) return { ok: false, problem: run.brokenOff };
    await keepRun(deps, person, { ...ready.value, run });
    return ok({ findings: run.findings.length, released: run.released });
  } finally {
    deps.bench.exercises.delete(stationId);
    deps.bench.changed();
  }
}

function makeReady(
  deps: Deps,
  view: JobView,
  { stationId, wanted }: Pick<Exercise, 'stationId' | 'wanted'>
): Result<Ready> {
  const station = deps.bench.stations.get(stationId);
  if (!station) return fail('station.id.unknown');
  const { connected } = station;
  const role = roleOf(view, connected?.chipId);
  const unit = role && view.units[role];
  if (!role || !unit || !connected) return fail('exercise.unit.unknown');
  const { profile, access } = sideOf(deps, view, role);
  if (!profile?.exercise || access?.carrier !== 'can-uds') return fail('exercise.family.unknown');
  const box = boxOf(station);
  if (!box.ok) return box;
  const { exercise: spec } = profile;
  const chosen = chosenOf(spec, wanted);
  if (chosen.length === 0) return fail('exercise.run.nothing');
  return ok({
    ...{ view, role, unit, profile, spec, access, station, box: box.value },
    wanted: new Set(chosen)
  });
}

/** The box through which the unit may be driven; nothing is driven in a unit that sits in a vehicle. */
function boxOf({ connected, sense }: StationBench): Result<BreakoutPort> {
  if (!connected?.benchFeeds) return fail('exercise.feed.vehicle');
  return sense?.present ? ok(sense) : fail('exercise.box.absent');
}

/** What the unit with this chip is in the job. */
const roleOf = (view: JobView, chipId: string | undefined) =>
  JOB_ROLES.find((r) => chipId !== undefined && view.units[r]?.chipId === chipId);

/** Looks that the family has, of those that were asked for; none asked for means all. */
function chosenOf({ inputs, outputs, selfTest }: ExerciseSpec, wanted: readonly string[]) {
  const known = [...inputs, ...outputs].map((s) => s.id);
  return [...known, ...(selfTest ? ['self-test'] : [])].filter(
    (id) => wanted.length === 0 || wanted.includes(id)
  );
}

type Channel = Extract<Awaited<ReturnType<StationBench['thread']['openChannel']>>, { ok: true }>;

function runOnBench(
  deps: Deps,
  { spec, access, station, box, wanted }: Ready,
  { live, channel }: { live: LiveExercise; channel: Channel['value'] }
): Promise<ExerciseRun> {
  const { requestId, responseId } = access.can;
  return runExercise(spec, wanted, {
    link: {
      exchange: (request, options = {}) =>
        channel.exchange({ requestId, responseId }, request, options)
    },
    box,
    measure: async () => {
      // nothing is changed: the supply takes a reading after it was asked
      const read = await station.supply.apply({});
      return read.ok ? read.value : undefined;
    },
    clock: {
      nowMs: () => performance.now(),
      sleep: (ms) => new Promise((resolve) => setTimeout(resolve, ms))
    },
    stop: live,
    onProgress: (name) => {
      live.looking = name;
      live.done++;
      deps.bench.changed();
    }
  });
}

async function keepRun(
  deps: Deps,
  person: Person,
  { view, role, unit, profile, spec, station, run }: Ready & { run: ExerciseRun }
): Promise<void> {
  const { job } = view;
  await deps.db.transaction(async (tx) => {
    await lockJob(tx, job.id);
    await insertExercise(tx, {
      ...{ jobId: job.id, unitId: unit.id, stationId: station.row.id, personId: person.id },
      ...{ findings: [...run.findings], brokenOff: run.brokenOff?.code ?? null },
      ...{ released: run.released, versions: versionsNow(station, profile) }
    });
    const runs = await listExercises(tx, [job.id]);
    const findings = runs.filter((r) => r.unitId === unit.id).flatMap((r) => r.findings);
    const values = toTestValues(sumUpStages(spec, findings));
    if (values && role === 'original')
      await insertProofTest(tx, {
        ...{ jobId: job.id, test: 'exercise', values, note: '', personId: person.id }
      });
    await appendEvent(tx, {
      ...{ jobId: job.id, person, kind: 'unit.exercised' },
      data: {
        ...{ unit: unit.tag, role, looks: run.findings.length, released: run.released },
        ...(values ?? {})
      }
    });
  });
  deps.bench.hub.tell({ type: 'job', jobNumber: job.number });
}

/** Stops exercising after the look that is under way. Errors: `exercise.run.nothing`. */
export function stopExercise(deps: Deps, jobNumber: number): Result<true> {
  const live = [...deps.bench.exercises.values()].find((e) => e.jobNumber === jobNumber);
  if (!live) return fail('exercise.run.nothing');
  live.stopped = true;
  return ok(true);
}
