import { ok, type Result } from '@badger/core/base/result';
import { judge, type Judgement } from '@badger/core/base/verdict';
import { parseVin } from '@badger/core/identity/vin';
import { findModelYears } from '@badger/core/identity/vin-facts';
import {
  judgeDesk,
  VEHICLE_EXAMPLE,
  type DeskValue,
  type VehicleInput
} from '../../../desk-values.ts';
import type { DeskData } from '../../../wiring-types.ts';
import type { Deps } from '../../deps.ts';
import { insertDeskValue, type DeskValueRow } from '../../repositories/desk-values.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnJob } from '../job/act-on-job.ts';
import type { JobView } from '../job/job-view.ts';

/** A battery that was measured longer ago says nothing about now. Units: ms. Source: common practice. */
const FRESH_MS = 4 * 3_600_000;

/** Figures as a value of one calculator; kind and figures were kept together. */
const valueOf = ({ kind, input }: Pick<DeskValueRow, 'kind' | 'input'>) =>
  ({ kind, input }) as DeskValue;

/** Keeps figures of the power desk with a job. Errors: those of {@link actOnJob}. */
export async function keepDeskValue(
  deps: Deps,
  person: Person,
  { jobNumber, ...value }: { jobNumber: number } & DeskValue
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnJob<true>(deps, act, async (tx, job) => {
    const { kind, input } = value;
    await insertDeskValue(tx, { jobId: job.id, kind, input, personId: person.id });
    const { verdict } = judgeDesk(value);
    await appendEvent(tx, {
      ...{ jobId: job.id, person, kind: 'desk.kept' },
      data: { what: kind, verdict }
    });
    return ok(true);
  });
}

/** What the vehicle's battery is reckoned to do; undefined where the vehicle does not feed the work. */
export function vehiclePowerNow(deps: Deps, view: JobView): Judgement | undefined {
  if (view.access?.carrier !== 'vehicle-uds') return undefined;
  const row = view.records.deskValues.find((d) => d.kind === 'vehicle');
  const reckoned = row && judgeDesk(valueOf(row));
  const old = row && deps.clock.now().getTime() - row.at.getTime() > FRESH_MS;
  // a stop does not wear off: it stands until somebody measures anew
  return !reckoned || (old && reckoned.verdict !== 'stop')
    ? judge('look', 'gate.vehicle.unplanned')
    : reckoned;
}

/** Figures of the power desk for the page of a job. */
export function describeDesk(deps: Deps, view: JobView): DeskData {
  const rows = view.records.deskValues;
  const vehicle = rows.find((d) => d.kind === 'vehicle');
  return {
    kept: rows.map((row) => ({
      ...{ value: valueOf(row), judgement: judgeDesk(valueOf(row)) },
      ...{ at: row.at, person: row.personName }
    })),
    vehicle:
      view.access?.carrier === 'vehicle-uds'
        ? {
            start: vehicle ? (vehicle.input as VehicleInput) : startFor(deps, view),
            now: vehiclePowerNow(deps, view) ?? judge('look', 'gate.vehicle.unplanned')
          }
        : undefined
  };
}

/** What the shop knows by itself; what has to be measured stays empty. */
function startFor(deps: Deps, view: JobView): VehicleInput {
  const supply = view.records.kit.find((k) => k.kind === 'vehicle-supply' && k.ratedMa !== null);
  const vin = parseVin(view.job.vin);
  const year = vin.ok
    ? findModelYears(vin.value, deps.clock.now().getFullYear()).find((y) => y.likely)?.year
    : undefined;
  const least = view.access?.carrier === 'vehicle-uds' ? view.access.spec.supply?.voltageMinMv : 0;
  return {
    ...VEHICLE_EXAMPLE,
    ...{ rest: '', capacity: '', celsius: '', load: '', minutes: minutesOf(view) },
    support: supply ? 'supply' : 'none',
    given: supply ? String((supply.ratedMa ?? 0) / 1000) : '',
    year: year === undefined ? '' : String(year),
    ...(least ? { least: String(least / 1000) } : {})
  };
}

/** How long the vehicle has to hold: what the access waits and what the trade needs for a read and a write; empty where nobody knows. */
function minutesOf({ access, profile }: JobView): string {
  const waits = access?.carrier === 'vehicle-uds' ? access.spec.waitMinutes : 0;
  const { read, write } = profile?.typicalMinutes ?? {};
  const minutes = waits + (read?.[1] ?? 0) + (write?.[1] ?? 0);
  return minutes > 0 ? String(minutes) : '';
}
