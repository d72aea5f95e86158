import { setTimeout as sleep } from 'node:timers/promises';
import type { ChipPortAccess } from '@badger/core/access/access';
import { kindOf } from '@badger/core/base/problem-kind';
import type { ExpectedChip, HandshakeEvidence, TryOutcome } from '@badger/core/diagnosis/evidence';
import { isSoundProbe } from '@badger/core/diagnosis/observe-chip';
import { PROBE_LOOKS } from '@badger/core/spi/probe-contact';
import { tryOutcomeOf } from '@badger/core/diagnosis/try-outcome';
import type { Problem } from '@badger/core/base/result';
import type { RemoteMemory } from '../../bench/remote-memory.ts';
import type { StationBench } from '../../bench/station-bench.ts';
import { findLastVersions } from '../../repositories/operations.ts';
import type { Run } from './run.ts';
import { versionsNow } from './versions.ts';

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
  if (live.spec.access.carrier === 'chip') return gatherAtChip(run, memory, { problem, tries });
  if (live.spec.access.carrier !== 'can-uds' || !live.spec.benchFeeds) return undefined;
  const tripped = station.trip !== undefined && station.trip.atMs >= live.startedMs;
  const last = tryOutcomeOf(problem);
  // a unit that answers and says no is wired and alive: that is no question of causes
  if ((!last || last === 'refused') && !tripped) return undefined;
  const [bus, around, kitChanged] = await Promise.all([
    memory.bus(),
    lookAround(station, tripped),
    findKitChange(run)
  ]);
  return { ...around, bus, kitChanged, tries: tries.length > 0 ? tries : last ? [last] : [] };
}

/** What the lines of a memory chip show; undefined where nothing is wrong with them. */
async function gatherAtChip(
  run: Run,
  memory: RemoteMemory,
  { problem, tries }: { readonly problem: Problem; readonly tries: readonly TryOutcome[] }
): Promise<HandshakeEvidence | undefined> {
  const { access } = run.live.spec;
  if (access.carrier !== 'chip' || kindOf(problem) === 'stopped') return undefined;
  const [chip, kitChanged] = await Promise.all([memory.probeChip(), findKitChange(run)]);
  // the programmer was not there, or is gone, perhaps in the middle of a look
  if (!chip || chip.fast.length < PROBE_LOOKS) return { chip, kitChanged, tries: ['lost'] };
  if (isSoundProbe(chip, expectedChip(access))) return undefined;
  return { chip, kitChanged, tries };
}

/** What the chip of an access should show. */
export const expectedChip = ({ chip }: ChipPortAccess): ExpectedChip => ({
  chip: { identification: chip.identification }
});

/** Nobody waits longer for what is only a remark. Units: ms. */
const PATIENCE_MS = 500;

/** Is the box's firmware or the application another than when work here succeeded last? Undefined: nobody knows. */
async function findKitChange({ deps, station, live }: Run): Promise<boolean | undefined> {
  // a database that hangs must not keep a unit waiting
  const before = await Promise.race([
    findLastVersions(deps.db, station.row.id).catch(() => undefined),
    sleep(PATIENCE_MS, undefined, { ref: false })
  ]);
  if (!before) return undefined;
  const now = versionsNow(station, live.spec.profile);
  const box = before.box !== '' && now.box !== '' && before.box !== now.box;
  return box || before.application !== now.application;
}

/** What supply and sense lines show at this moment. */
export async function lookAround(
  station: Pick<StationBench, 'supply' | 'sense'>,
  tripped: boolean
): Promise<Pick<HandshakeEvidence, 'supply' | 'sense' | 'feeds'>> {
  const sample = station.supply.latest;
  // an output that is off says nothing of the unit, unless the watch switched it off
  const sense = sample?.on ? await station.sense?.measure() : undefined;
  const feeds = sample?.on ? await station.sense?.readFeeds() : undefined;
  const supply = sample &&
    (sample.on || tripped) && {
      ...{ measuredMa: sample.measuredMa, measuredMv: sample.measuredMv, setMv: sample.setMv },
      ...{ limitMa: sample.limitMa, tripped }
    };
  return {
    ...(supply ? { supply } : {}),
    ...(sense ? { sense } : {}),
    ...(feeds ? { feeds } : {})
  };
}
