import { randomUUID } from 'node:crypto';
import { judgeVehicle, readVehicle } from '@badger/core/access/vehicle/vehicle-reading';
import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight } from '@badger/core/rights/rights';
import type { ActOutcome } from '@badger/core/return/act';
import { findTaught, unitKindOf } from '@badger/core/return/find-taught';
import type { ReturnStep } from '@badger/core/return/return-plan';
import { actsOf, onlyReads } from '@badger/core/return/step-acts';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { DoAtVehicle } from '../../../schema/requests.ts';
import { LiveAct } from '../../bench/live-act.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { insertReturnNote, type NewReturnNote } from '../../repositories/returns.ts';
import type { VehicleLink } from '../../station/vehicle-line.ts';
import { actOnView } from '../job/act-on-job.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { checkRightVehicle, isLineTaken, lineOf, openLine } from '../prove/open-vehicle.ts';
import { keepEnd } from './keep-end.ts';
import { checkTypedVin } from './teach-args.ts';
import { teach, type Taught, type Teach } from './teach.ts';
import { savedCoding, viewSteps } from './view-return.ts';

type Asked = DoAtVehicle & { readonly jobNumber: number };

/**
 * Does one thing with a unit in the vehicle and gives how it ended; what changes something is on record before it is sent. The vehicle must be the job's by its VIN, stand still with
 * the engine off, and be fed well enough for a write. Errors (nothing was sent, nothing is on record): `job.number.unknown`, `gate.job.closed`, `gate.person.role`,
 * `return.step.unknown`, `return.act.open` (it does not belong to the step, or the step waits), `return.act.unknown`, those of the typed VIN, `scan.line.busy`, those of the way to
 * the vehicle, `scan.vehicle.other`, and why the vehicle is not fit for it.
 */
export async function doAtVehicle(
  deps: Deps,
  person: Person,
  asked: Asked
): Promise<Result<ActOutcome>> {
  const may = checkRight(person.role, 'vehicle.teach');
  if (!may.ok) return may;
  const view = await loadJobView(deps, asked.jobNumber);
  if (!view) return fail('job.number.unknown', { number: asked.jobNumber });
  if (view.job.closedAt) return fail('gate.job.closed');
  const { layout, key } = lineOf(deps, view.job, asked.stationId);
  const what = whatToTeach(viewOf(deps, view), layout, asked);
  if (!what.ok) return what;
  if (isLineTaken(deps, key)) return fail('scan.line.busy');
  const live = new LiveAct({ ...asked, actId: randomUUID() });
  deps.bench.acts.set(key, live);
  try {
    const line = await openLine(deps, view.job, { layout, key });
    if (!line.ok) return line;
    try {
      return await carryOut(deps, {
        person,
        asked,
        live,
        line: line.value,
        what: what.value,
        layout
      });
    } finally {
      await line.value.close();
    }
  } finally {
    deps.bench.acts.delete(key);
    deps.bench.changed();
    deps.bench.hub.tell({ type: 'job', jobNumber: asked.jobNumber });
  }
}

/** A job, and how its way back stands. */
interface Standing {
  readonly view: JobView;
  readonly steps: ReturnType<typeof viewSteps>;
}

const viewOf = (deps: Deps, view: JobView): Standing => ({ view, steps: viewSteps(deps, view) });

/** What is meant, out of what was asked and what is known of the job. */
function whatToTeach(
  { view, steps }: Standing,
  layout: VehicleLayout,
  { stepId, act, ...typed }: Asked
): Result<Teach> {
  const found = steps.find((v) => v.step.id === stepId);
  if (!found) return fail('return.step.unknown');
  const { step, state } = found;
  // reading harms nothing, whatever is done yet
  if (!actsOf(step.does).includes(act) || (state === 'waiting' && !onlyReads(act)))
    return fail('return.act.open');
  const unit = findTaught(layout, { does: step.does, kind: kindOf(view, step) });
  if (!unit.ok) return unit;
  const vin = act === 'write-vin' ? checkTypedVin(typed, view.job.vin) : ok(view.job.vin);
  if (!vin.ok) return vin;
  const [fromC, toC] = step.fit?.temperatureC ?? [];
  return ok({
    ...{ act, unit: unit.value, units: layout.units, vin: vin.value },
    coding: savedCoding(view, unit.value.id),
    remoteMhz: typed.remoteMhz,
    temperatureC: fromC === undefined || toC === undefined ? undefined : ([fromC, toC] as const)
  });
}

const kindOf = (view: JobView, { fit }: ReturnStep) =>
  fit?.unit ?? unitKindOf(view.profile?.kind ?? 'engine');

interface Doing {
  readonly person: Person;
  readonly asked: Asked;
  readonly live: LiveAct;
  readonly line: VehicleLink;
  readonly what: Teach;
  readonly layout: VehicleLayout;
}

async function carryOut(deps: Deps, doing: Doing): Promise<Result<ActOutcome>> {
  const { person, asked, live, line, what, layout } = doing;
  const fitToChange = await checkVehicle(line, layout, what);
  if (!fitToChange.ok) return fitToChange;
  const actId = live.actId ?? null;
  const note = (state: NewReturnNote['state'], evidence: NewReturnNote['evidence']) => ({
    ...{ stepId: asked.stepId, actId, state, evidence, note: '', personId: person.id }
  });
  const begun = await actOnView(
    deps,
    { person, jobNumber: asked.jobNumber, right: 'vehicle.teach' },
    async (tx, view) => {
      // somebody may have been quicker: what is known now counts
      const now = whatToTeach(viewOf(deps, view), layout, asked);
      if (!now.ok) return now;
      if (!onlyReads(what.act))
        await insertReturnNote(tx, {
          ...note('begun', { act: what.act, unit: what.unit.id }),
          jobId: view.job.id
        });
      return ok(view.job.id);
    }
  );
  if (!begun.ok) return begun;
  const taught = await teach(line, what);
  await keepEnd(deps, async (tx) => {
    await insertReturnNote(tx, {
      ...note(taught.outcome.state, taught.evidence),
      jobId: begun.value
    });
    await appendEvent(tx, {
      ...{ jobId: begun.value, person, kind: `return.${taught.outcome.state}` },
      data: eventOf(asked.stepId, what, taught)
    });
  });
  return ok(taught.outcome);
}

const eventOf = (step: string, { act, unit }: Teach, { outcome }: Taught) => ({
  ...{ step, act, unit: unit.name, problem: outcome.problem?.code ?? '' }
});

/** The job's vehicle, standing, engine off, fed: for reading it must only be the right one. */
async function checkVehicle(
  line: VehicleLink,
  layout: VehicleLayout,
  { vin, unit, act }: Teach
): Promise<Result<true>> {
  const right = await checkRightVehicle(line, layout, { vin, except: unit });
  if (!right.ok) return right;
  const legislated = layout.units.find((u) => u.legislated);
  const reading = legislated && (await readVehicle(line.link(legislated)));
  if (!reading) return onlyReads(act) ? ok(true) : fail('vehicle.motion.unknown');
  const { verdict, code, params } = judgeVehicle(
    { ...reading, vin: right.value, ageSeconds: 0 },
    onlyReads(act) ? 'read' : 'write'
  );
  return verdict === 'stop' ? { ok: false, problem: { code, params } } : ok(true);
}
