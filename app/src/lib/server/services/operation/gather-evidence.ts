import type { HandshakeEvidence, TryOutcome } from '@badger/core/diagnosis/evidence';
import { tryOutcomeOf } from '@badger/core/diagnosis/try-outcome';
import type { Problem } from '@badger/core/base/result';
import type { RemoteMemory } from '../../bench/remote-memory.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import type { Run } from './run.ts';

/**
 * Measures what can be measured around a unit that did not do what was asked, while the channel is still open and the feed still on.
 * Undefined where the problem says nothing about wiring or unit, or the bench does not feed it.
 */
export async function gatherEvidence(
  run: Run,
  memory: RemoteMemory,
  { problem, tries }: { readonly problem: Problem; readonly tries: readonly TryOutcome[] }
): Promise<HandshakeEvidence | undefined> {
  const { live, station } = run;
  if (live.spec.access.carrier !== 'can-uds' || !live.spec.benchFeeds) return undefined;
  const tripped = station.trip !== undefined && station.trip.atMs >= live.startedMs;
  const last = tryOutcomeOf(problem);
  // a unit that answers and says no is wired and alive: that is no question of causes
  if ((!last || last === 'refused') && !tripped) return undefined;
  const [bus, around] = await Promise.all([memory.bus(), lookAround(station, tripped)]);
  return { ...around, bus, tries: tries.length > 0 ? tries : last ? [last] : [] };
}

/** What supply and sense lines show at this moment. */
export async function lookAround(
  station: Pick<StationBench, 'supply' | 'sense'>,
  tripped: boolean
): Promise<Pick<HandshakeEvidence, 'supply' | 'sense'>> {
  const sample = station.supply.latest;
  // an output that is off says nothing of the unit, unless the watch switched it off
  const sense = sample?.on ? await station.sense?.measure() : undefined;
  const supply = sample &&
    (sample.on || tripped) && {
      ...{ measuredMa: sample.measuredMa, measuredMv: sample.measuredMv, setMv: sample.setMv },
      ...{ limitMa: sample.limitMa, tripped }
    };
  return { ...(supply ? { supply } : {}), ...(sense ? { sense } : {}) };
}
