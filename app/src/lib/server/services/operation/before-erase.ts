import { setTimeout as sleep } from 'node:timers/promises';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { Judgement } from '@badger/core/base/verdict';
import { budgetLines, heaviest } from '@badger/core/electrical/budget';
import { judgeVoltsThen } from '@badger/core/electrical/erase-volts';
import { leadPath, voltageAlong } from '@badger/core/electrical/power-path';
import { planSide } from '../wiring/side-plan.ts';
import type { Run } from './run.ts';

/** So often, and so far apart, a voltage that is too low is looked at again before the work is given up. */
const LOOKS = 6;
const BETWEEN_LOOKS_MS = 1000;

/**
 * Before a region is erased or written: will the unit keep its voltage at the most that it draws? Measured at the unit where there are
 * sense lines, else computed over the lead that is known. Waits a little for a voltage that is too low, and then stops before the
 * region is touched. Where nobody knows it holds nothing: Wire says so. Error: `power.erase.low`.
 */
export async function waitForVolts(run: Run): Promise<Result<true>> {
  for (let look = 1; ; look++) {
    const judged = await judgeNow(run);
    if (judged?.verdict !== 'stop') return ok(true);
    const { unitMv, predictedMv, thenMa, minMv } = judged.params;
    if (look === LOOKS) {
      return fail('power.erase.low', {
        ...{ unitMv: Number(unitMv), predictedMv: Number(predictedMv) },
        ...{ thenMa: Number(thenMa), minMv: Number(minMv) }
      });
    }
    await sleep(BETWEEN_LOOKS_MS);
  }
}

async function judgeNow({ deps, live, station, view }: Run): Promise<Judgement | undefined> {
  const { access, benchFeeds, role } = live.spec;
  const sample = station.supply.latest;
  if (access.carrier !== 'can-uds' || !benchFeeds || !sample?.on) return undefined;
  const thenMa = heaviest(budgetLines(access.spec.draw, []))?.totalMa;
  if (thenMa === undefined) return undefined;
  const then = { thenMa, need: access.supply };
  const unitMv = await measuredAtUnit(station);
  const { measuredMv: terminalMv, measuredMa: currentMa } = sample;
  const measured =
    unitMv === undefined ? unitMv : judgeVoltsThen({ terminalMv, unitMv, currentMa }, then);
  if (measured) return measured;
  const lead = planSide(deps, view, role)?.plan.lead;
  const along = lead && voltageAlong(terminalMv, thenMa, leadPath(lead));
  if (!along || along.unknown.length > 0) return undefined;
  return judgeVoltsThen({ terminalMv, unitMv: along.atUnitMv, currentMa: thenMa }, then);
}

/** Between feed and ground at the unit; undefined without sense lines. Units: mV. */
async function measuredAtUnit({ sense }: Run['station']): Promise<number | undefined> {
  const pins = await sense?.measure();
  if (!pins || pins.feedMv === null || pins.groundMv === null) return undefined;
  return pins.feedMv - pins.groundMv;
}
