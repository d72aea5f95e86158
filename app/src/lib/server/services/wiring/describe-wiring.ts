import {
  budgetLines,
  heaviest,
  judgeBudget,
  judgeVoltsAtUnit,
  powerNeedOf,
  proposeLimit,
  proposeVoltage,
  type PowerLoad
} from '@badger/core/electrical/budget';
import { judge } from '@badger/core/base/verdict';
import { leadPath } from '@badger/core/electrical/power-path';
import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import type { AccessSpec } from '@badger/core/profile/profile';
import { stepsFor } from '@badger/core/wiring/dismantling';
import type { BoxSpec } from '@badger/core/wiring/lead-set';
import type { PowerData, WiringData } from '../../../wiring-types.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Deps } from '../../deps.ts';
import { focusStation } from '../job/focus-station.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';
import { planSide, type SidePlan } from './side-plan.ts';

/** How each unit of a job is connected and fed. */
export function describeWiring(deps: Deps, view: JobView): WiringData[] {
  return JOB_ROLES.flatMap((role) => describeSide(deps, view, role) ?? []);
}

function describeSide(deps: Deps, view: JobView, role: UnitRole): WiringData | undefined {
  const side = planSide(deps, view, role);
  const { profile, access } = sideOf(deps, view, role);
  const unit = view.units[role];
  if (!side || !profile || !access?.spec || !unit) return undefined;
  const { plan, leads, adapters, marking, judged, row, kit } = side;
  return {
    ...{ role, tag: unit.tag, family: profile.id, accessName: access.spec.name },
    ...{ plan, leads, adapters, marking, judged, adapter: kit.adapter },
    connection: row && {
      ...{ id: row.id, at: row.at, ticked: row.ticked },
      readings: row.readings.map(({ kind, wireKey, mohm, at }) => ({
        ...{ kind, mohm, at, wireKey: wireKey ?? undefined }
      }))
    },
    dismantling: stepsFor(profile, access.spec),
    power:
      access.carrier === 'can-uds'
        ? describePower(
            side,
            access.spec,
            deps.bench.stations.get(focusStation(deps, view.job) ?? '')
          )
        : undefined
  };
}

function describePower(
  { kit, plan }: SidePlan,
  spec: AccessSpec,
  station: StationBench | undefined
): PowerData {
  const ratedMa = station?.row.ratedMa;
  const { need, draw, assumed } = powerNeedOf({ supply: spec.supply, draw: spec.draw });
  const beside = besideOf(spec, kit.box);
  const lines = budgetLines(draw, beside);
  const reading = station?.reading();
  const sourceMv = reading?.on === true ? reading.setMv : proposeVoltage(need);
  const path = plan.lead
    ? leadPath(plan.lead)
    : [{ id: 'lead' as const, name: '', ohm: undefined }];
  // only what the unit itself draws flows through its lead
  const currentMa = heaviest(budgetLines(draw, []))?.totalMa ?? 0;
  const { judgement, along } = judgeVoltsAtUnit(path, { sourceMv, currentMa, need });
  return {
    ...{ need, assumed, beside, lines, ratedMa, sourceMv, along },
    volts:
      assumed && judgement.verdict === 'go'
        ? judge('look', 'power.volts.unknown', { minMv: need.voltageMinMv })
        : judgement,
    // a box of which nobody knows the draw, a family without figures: what is known may be too much, but is not all
    budget: judgeBudget(ratedMa, lines, !assumed && kit.box?.drawMa !== undefined),
    limitMa: ratedMa === undefined ? undefined : proposeLimit(need, lines, ratedMa)
  };
}

/** What the same supply feeds beside the unit, as far as it is known. */
function besideOf(spec: AccessSpec, box: BoxSpec | undefined): readonly PowerLoad[] {
  return [...spec.beside, ...(box?.drawMa ? [{ name: box.name, maxMa: box.drawMa }] : [])];
}
