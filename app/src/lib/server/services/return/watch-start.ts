import { setTimeout as sleep } from 'node:timers/promises';
import { readDid } from '@badger/core/access/uds/module-session';
import { fail, ok, type Result } from '@badger/core/base/result';
import { readEngineRpm } from '@badger/core/access/vehicle/vehicle-reading';
import { judgeStart, type Lamp, type StartSample } from '@badger/core/return/judge-start';
import type { NoteState } from '@badger/core/return/read-return';
import type { StepDoes } from '@badger/core/return/return-plan';
import { isKeyed, isWatched } from '@badger/core/return/step-acts';
import { checkRight } from '@badger/core/rights/rights';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { UnitPlace } from '@badger/core/scan/scan';
import type { WatchStart } from '../../../schema/requests.ts';
import { LiveAct } from '../../bench/live-act.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertReturnNote } from '../../repositories/returns.ts';
import type { VehicleLink } from '../../station/vehicle-line.ts';
import { loadJobView } from '../job/job-view.ts';
import {
  checkReady,
  checkRightVehicle,
  isLineTaken,
  lineOf,
  openLine
} from '../prove/open-vehicle.ts';
import { keepEnd } from './keep-end.ts';
import { viewSteps } from './view-return.ts';

/** Of real life. Units: ms. */
const EVERY_MS = 500;
const LONGEST_MS = 120_000;
/** So long it is looked on after it is clear that it does not run. */
const AFTER_MS = 2_000;
/** Kept samples: a start is told by its shape. */
const MOST_SAMPLES = 60;

/**
 * Watches the engine being started: somebody turns the key, the application looks at the engine speed and the immobiliser lamp until it is clear what came of it. Nothing is changed. It runs on;
 * what was seen is kept at its end. Errors: `job.number.unknown`, `gate.job.closed`, `gate.person.role`, `return.step.unknown`, `return.act.open`, `return.key.unsaid`, `scan.line.busy`, those of
 * the way to the vehicle, `scan.vehicle.other`.
 */
export async function watchStart(
  deps: Deps,
  person: Person,
  { jobNumber, stepId, stationId, key: tried, keys }: WatchStart & { readonly jobNumber: number }
): Promise<Result<true>> {
  const may = checkRight(person.role, 'return.note');
  if (!may.ok) return may;
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const found = viewSteps(deps, view).find((v) => v.step.id === stepId);
  if (!found) return fail('return.step.unknown');
  if (!isWatched(found.step.does)) return fail('return.act.open');
  const ofKey = keyOf(found.step.does, { key: tried, keys });
  if (!ofKey.ok) return ofKey;
  const { layout, key } = lineOf(deps, view.job, stationId);
  const engine = layout.units.find((u) => u.legislated);
  if (!engine) return fail('return.act.unknown', { unit: 'engine' });
  if (isLineTaken(deps, key)) return fail('scan.line.busy');
  const live = new LiveAct({ jobNumber, stepId });
  deps.bench.acts.set(key, live);
  const line = await openLine(deps, view.job, { layout, key });
  const ready = line.ok
    ? await checkWatchable(line.value, { layout, engine, vin: view.job.vin })
    : line;
  if (!line.ok || !ready.ok) {
    if (line.ok) await line.value.close();
    deps.bench.acts.delete(key);
    return ready.ok ? fail('doip.vehicle.none') : ready;
  }
  const how = { person, live, layout, engine, ofKey: ofKey.value, jobId: view.job.id };
  void run(deps, { ...how, line: line.value })
    .catch((error: unknown) => deps.log.error({ error: String(error) }, 'watching a start failed'))
    .finally(() => {
      deps.bench.acts.delete(key);
      deps.bench.changed();
      deps.bench.hub.tell({ type: 'job', jobNumber });
    });
  return ok(true);
}

/** Ends the watch: what was seen by then is kept. Errors: `gate.person.role`, `return.watch.none`. */
export function stopWatch(deps: Deps, person: Person, jobNumber: number): Result<true> {
  const may = checkRight(person.role, 'return.note');
  if (!may.ok) return may;
  const live = [...deps.bench.acts.values()].find(
    (a) => a.jobNumber === jobNumber && a.actId === undefined
  );
  if (!live) return fail('return.watch.none');
  live.stopped = true;
  return ok(true);
}

type OfKey = { readonly key: number; readonly keys: number } | Record<never, never>;

/** Which key it is, where keys are tried one by one. Errors: `return.key.unsaid`. */
function keyOf(
  does: StepDoes,
  { key, keys }: { key: number | undefined; keys: number | undefined }
): Result<OfKey> {
  if (!isKeyed(does)) return ok({});
  return key === undefined || keys === undefined || key > keys
    ? fail('return.key.unsaid')
    : ok({ key, keys });
}

async function checkWatchable(
  line: VehicleLink,
  of: { layout: VehicleLayout; engine: UnitPlace; vin: string }
): Promise<Result<true>> {
  const right = await checkRightVehicle(line, of.layout, { vin: of.vin, except: of.engine });
  return right.ok ? checkReady(line, of.layout) : right;
}

interface Watching {
  readonly person: Person;
  readonly live: LiveAct;
  readonly layout: VehicleLayout;
  readonly engine: UnitPlace;
  readonly line: VehicleLink;
  readonly ofKey: OfKey;
  readonly jobId: string;
}

async function run(deps: Deps, watching: Watching): Promise<void> {
  const { person, live, line, ofKey, jobId } = watching;
  try {
    await look(deps, watching);
  } finally {
    await line.close();
  }
  const judgement = judgeStart(live.samples);
  const samples = live.samples.slice(-MOST_SAMPLES);
  const { verdict, code } = judgement;
  const state: NoteState = verdict === 'go' ? 'done' : verdict === 'stop' ? 'wrong' : 'untouched';
  const { stepId } = live;
  await keepEnd(deps, async (tx) => {
    await insertReturnNote(tx, {
      ...{ jobId, stepId, actId: null, state, note: '', personId: person.id },
      evidence: { judgement, samples, ...ofKey }
    });
    await appendEvent(tx, {
      ...{ jobId, person, kind: 'return.watched' },
      data: { step: stepId, found: code, verdict }
    });
  });
}

/** Until it is clear, somebody stops it, or nobody ever turned the key. */
async function look(deps: Deps, { live, layout, engine, line }: Watching): Promise<void> {
  const lampUnit = layout.units.find((u) => u.teaching?.lampDid !== undefined);
  const factor = Math.max(1, deps.bench.world?.latest?.speed ?? 1);
  const startMs = performance.now();
  const lifeMs = () => (performance.now() - startMs) * factor;
  let clearSinceMs: number | undefined;
  while (!live.stopped && !deps.bench.closed && lifeMs() < LONGEST_MS) {
    const atMs = Math.round(lifeMs());
    const [rpm, lamp] = [await readEngineRpm(line.link(engine)), await readLamp(line, lampUnit)];
    live.samples.push({ atMs, rpm, lamp } satisfies StartSample);
    deps.bench.changed();
    const { verdict } = judgeStart(live.samples);
    if (verdict === 'go') return;
    if (verdict === 'stop') clearSinceMs ??= atMs;
    else clearSinceMs = undefined;
    // a starter that still turns may yet have it run
    if (clearSinceMs !== undefined && rpm === 0 && atMs - clearSinceMs >= AFTER_MS) return;
    await sleep(EVERY_MS / factor);
  }
}

const LAMPS: readonly Lamp[] = ['out', 'on', 'flashing'];

async function readLamp(line: VehicleLink, unit: UnitPlace | undefined): Promise<Lamp | undefined> {
  const did = unit?.teaching?.lampDid;
  if (!unit || did === undefined) return undefined;
  const told = await readDid(line.link(unit), did);
  return told.ok && told.value.length === 1 ? LAMPS[told.value[0] as number] : undefined;
}
