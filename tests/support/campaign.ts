// One bench with one unit and a fault or two, taken through its handshake as a person would take it, without pages and database.
import { setTimeout as sleep } from 'node:timers/promises';
import { targetOf, type CanUdsAccess } from '@badger/core/access/access';
import type { BenchCause } from '@badger/core/diagnosis/causes';
import type { ExpectedBench, HandshakeEvidence, TryOutcome } from '@badger/core/diagnosis/evidence';
import { tryOutcomeOf } from '@badger/core/diagnosis/try-outcome';
import { SUPPLY_DIALECTS } from '@badger/core/supply/dialects';
import type { Profile } from '@badger/core/profile/profile';
import { ScpiBreakout } from '../../app/src/lib/server/bench/breakout-driver.ts';
import { LineSupply } from '../../app/src/lib/server/bench/supply-driver.ts';
import {
  mostOf,
  SupplyWatch,
  type SupplyTrip
} from '../../app/src/lib/server/bench/supply-watch.ts';
import { MemorySession } from '../../app/src/lib/server/station/memory-session.ts';
import { SerialLineBox } from '../../app/src/lib/server/station/serial-line-box.ts';
import { lookAround } from '../../app/src/lib/server/services/operation/gather-evidence.ts';
import { tryIdentify } from '../../app/src/lib/server/services/operation/try-handshake.ts';
import type { BenchFault } from '../../standins/src/world/bench-fault.ts';
import type { Station } from '../../standins/src/world/station.ts';
import { until } from './shop.ts';

/** What is done to a bench for each cause. */
export const MADE_BY: Readonly<Record<BenchCause, BenchFault | 'box' | 'locked'>> = {
  'open-feed': 'open-feed',
  'open-ground': 'open-ground',
  'no-ignition': 'no-ignition',
  'can-swapped': 'can-swapped',
  'can-open': 'can-open',
  'few-terminators': 'few-terminators',
  'many-terminators': 'many-terminators',
  'bit-rate': 'bit-rate',
  'weak-supply': 'weak-supply',
  'worn-lead': 'worn-lead',
  'pad-not-held': 'pad-open',
  'programming-line': 'programming-open',
  short: 'short',
  dead: 'dead',
  dying: 'dying',
  locked: 'locked',
  box: 'box'
};

export interface Bench {
  readonly station: Station;
  readonly profile: Profile;
  readonly access: CanUdsAccess;
}

/** What the person at the bench has and does. */
export interface Habit {
  /** The station has sense lines. */
  readonly senses: boolean;
  /** The pair is measured before power. */
  readonly measuresPair: boolean;
}

export interface Tried {
  readonly evidence: HandshakeEvidence;
  /** The unit was identified and let itself be unlocked: nothing was wrong that shows. */
  readonly passed: boolean;
  /** The output was off at the end. */
  readonly off: boolean;
}

export function expectedFor({ access }: Bench): ExpectedBench {
  const { terminatorOhm, terminators } = access.can;
  return {
    ...{ need: access.supply, draw: access.spec.draw, terminators },
    holdsPad: access.spec.holdPad !== undefined,
    hasProgramming: access.spec.wiring.some((w) => w.programming),
    unitTerminates: terminatorOhm === undefined ? undefined : terminatorOhm > 0
  };
}

/** Sets the faults, measures, switches on, asks the unit who it is, and lets itself in. */
export async function tryBench(
  bench: Bench,
  causes: readonly BenchCause[],
  habit: Habit
): Promise<Tried> {
  const { station, access } = bench;
  const made = causes.map((c) => MADE_BY[c]);
  station.benchFaults = made.filter((f): f is BenchFault => f !== 'box' && f !== 'locked');
  station.padHeld = true;
  const host = '127.0.0.1';
  let trip: SupplyTrip | undefined;
  const supply: LineSupply = new LineSupply(SUPPLY_DIALECTS['scpi-joined'], {
    ...{ host, port: station.supplyPort },
    onSample: (sample) => watch?.see(sample, mostOf(access))
  });
  const watch: SupplyWatch | undefined = new SupplyWatch(supply, (t) => (trip = t));
  const box = new SerialLineBox({ host, port: station.boxPort, onState: () => undefined });
  const sense = new ScpiBreakout({ host, port: station.sensePort, onState: () => undefined });
  try {
    await until(() => supply.latest !== undefined && box.connected && sense.present);
    const pairOhm = habit.measuresPair ? await sense.measurePair() : undefined;
    await supply.apply({
      voltageMv: access.supply.voltageMinMv + 500,
      limitMa: access.supply.limitMaxMa
    });
    await supply.apply({ on: true });
    const { tries, passed, session } = await shakeHands(bench, made, box);
    // through an open wire nothing flows, short or not
    const flows = !causes.includes('open-feed') && !causes.includes('open-ground');
    if (causes.includes('short') && flows) await until(() => trip !== undefined);
    const devices = { supply, sense: habit.senses ? sense : undefined };
    const around = await lookAround(devices, trip !== undefined);
    const bus = session.bus();
    await session.end();
    const pair = pairOhm === undefined ? {} : { pairOhm: pairOhm === Infinity ? null : pairOhm };
    return { evidence: { ...around, ...pair, bus, tries }, passed, off: !station.supply.on };
  } finally {
    await supply.apply({ on: false });
    for (const device of [supply, box, sense]) device.close();
    station.benchFaults = [];
    station.fault = undefined;
  }
}

async function shakeHands(
  { station, profile, access }: Bench,
  made: readonly string[],
  box: SerialLineBox
): Promise<{ tries: readonly TryOutcome[]; passed: boolean; session: MemorySession }> {
  const target = targetOf(profile, access, { vin: '', layout: undefined });
  if (!target.ok) throw new Error(target.problem.code);
  if (made.includes('locked') && station.clamped)
    station.clamped.refuseNext = { sid: 0x27, nrc: 0x35, times: 3 };
  const session = new MemorySession(box, undefined);
  const opened = await session.open(target.value);
  if (made.includes('box')) station.fault = { kind: 'drop-socket', afterFrames: 1 };
  if (!opened.result.ok) throw new Error(opened.result.problem.code);
  const identify = async () => (await session.identify()).result;
  const { identity, tries } = await tryIdentify(
    { identify },
    { over: () => !station.supply.on, note: (text) => session.note(text) }
  );
  if (!identity.ok) return { tries, passed: false, session };
  await sleep(20);
  const unlocked = (await session.unlock()).result;
  const told = unlocked.ok ? undefined : tryOutcomeOf(unlocked.problem);
  return { tries: told ? [told] : [], passed: unlocked.ok, session };
}
