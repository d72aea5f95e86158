import { fail, ok, type Result } from '@badger/core/base/result';
import { targetOf } from '@badger/core/access/access';
import type { PartSource } from '@badger/core/clone/parts';
import type { JobView } from '../job/job-view.ts';
import { judgeVehicle } from '@badger/core/access/vehicle/vehicle-reading';
import { verifyConnected } from '@badger/core/job/verify-connected';
import type { MemoryAccess } from '@badger/core/access/memory-access';
import { imageOf, type Piece } from '@badger/core/image/image';
import { getRegion, rangeOf } from '@badger/core/profile/profile';
import { storeProblem } from '../../db/pg-errors.ts';
import type { Trace } from '../../station/trace-recorder.ts';
import { insertSamples, updateOperation } from '../../repositories/operations.ts';
import type { RemoteMemory } from '../../bench/remote-memory.ts';
import { concludeOperation, type Outcome } from './conclude-operation.ts';
import { gatherEvidence } from './gather-evidence.ts';
import { knownVehicle } from './vehicle-cable.ts';
import { tryIdentify } from './try-handshake.ts';
import { verifyByContent } from './verify-by-content.ts';
import { advance, type Run } from './run.ts';
import { runWrite } from './run-write.ts';

/** Runs one operation from its lease to its end. Never throws: every way out is written down. */
export async function runOperation(run: Run): Promise<void> {
  const { deps, live, station } = run;
  const pulse = setInterval(() => void flush(run), deps.heartbeatMs);
  // a chip is fed by its programmer, an installed unit perhaps by its vehicle: what the bench supply does is no part of it
  const fed = live.spec.benchFeeds;
  const stopSampling = station.onSample((sample) => fed && sample && live.addSample(sample));
  if (fed) station.expects(live.spec.access);
  let end: WorkEnd;
  try {
    await advance(run, 'lease-taken');
    end = await work(run);
  } catch (error) {
    deps.log.error({ err: String(error), operation: live.spec.id }, 'operation failed inside');
    end = { outcome: { result: fail('operation.fault.internal') }, trace: undefined };
  }
  clearInterval(pulse);
  stopSampling();
  station.expects(undefined);
  await concludeOperation(run, end.outcome, end.trace);
}

interface WorkEnd {
  readonly outcome: Outcome;
  /** What went over the wire; undefined when nobody can tell any more. */
  readonly trace: Trace | undefined;
}

async function flush({ deps, live }: Run): Promise<void> {
  try {
    await updateOperation(deps.db, live.spec.id, {
      doneBytes: live.doneBytes,
      totalBytes: live.totalBytes,
      regions: live.regions
    });
    await insertSamples(deps.db, live.spec.id, live.takeSamples());
  } catch (error) {
    // the work goes on without the database; the end is written when it is back
    deps.log.warn({ problem: storeProblem(error).code }, 'progress not stored');
  }
}

const NOTHING_SENT: Trace = { lines: [], candump: '', framesTotal: 0, framesKept: 0 };

/** Opens the way to the unit, does the work, lets go. What was sent is noted whatever happens. */
async function work(run: Run): Promise<WorkEnd> {
  const { live, station } = run;
  const { profile, access } = live.spec;
  const target = targetOf(profile, access, knownVehicle(run.deps, live.spec));
  if (!target.ok) return { outcome: { result: target }, trace: NOTHING_SENT };
  const at = run.deps.bench.vehicleAddress();
  const { memory, opened } = await station.thread.openMemory(target.value, at);
  // what it told before is no word about a vehicle that cannot be reached now, or is another one
  if (!opened.ok && access.carrier === 'vehicle-uds') station.forgetVehicle();
  // an output that went off by itself will not come back by itself
  const stopNoting = station.onSample((sample) => {
    if (!sample?.on && live.spec.benchFeeds)
      memory.note(sample ? 'supply output off' : 'supply link lost');
  });
  let outcome: Outcome;
  try {
    outcome = opened.ok ? await workOn(run, memory) : { result: opened };
  } catch (error) {
    run.deps.log.error({ err: String(error), operation: live.spec.id }, 'operation failed inside');
    outcome = { result: fail('operation.fault.internal') };
  }
  stopNoting();
  outcome = await withEvidence(run, memory, withTrip(run, outcome));
  live.memoryMayHaveChanged = memory.memoryMayHaveChanged;
  // what was read or proven stands, whatever becomes of the letting go
  const trace = await memory.end().catch((error: unknown) => {
    run.deps.log.warn({ err: String(error), operation: live.spec.id }, 'no trace');
    return undefined;
  });
  return { outcome, trace };
}

/** Work that failed after its output was switched off failed because of that, whatever the silent unit looked like. */
function withTrip({ live, station }: Run, outcome: Outcome): Outcome {
  const { trip } = station;
  if (outcome.result.ok || !live.spec.benchFeeds || !trip || trip.atMs < live.startedMs)
    return outcome;
  const { code, params } = trip.judgement;
  return { ...outcome, result: { ok: false, problem: { code, params } } };
}

/** What can be measured around a failure is measured while the channel is open and the feed on. */
async function withEvidence(run: Run, memory: RemoteMemory, outcome: Outcome): Promise<Outcome> {
  if (outcome.result.ok) return outcome;
  const { problem } = outcome.result;
  const evidence = await gatherEvidence(run, memory, { problem, tries: outcome.tries ?? [] }).catch(
    (error: unknown) => {
      run.deps.log.warn({ err: String(error) }, 'no evidence');
      return undefined;
    }
  );
  return evidence ? { ...outcome, evidence } : outcome;
}

async function workOn(run: Run, memory: RemoteMemory): Promise<Outcome> {
  const { live } = run;
  const fit = await lookAtVehicle(run, memory);
  if (!fit.ok) return { result: fit };
  if (live.spec.kind === 'identify') return identify(run, memory);
  const right = await verifyConnectedUnit(run, memory);
  if (!right.ok) return { result: right };
  if (live.signal.stopped) return { result: fail('operation.run.stopped', { doneBytes: 0 }) };
  return live.spec.kind === 'write' ? runWrite(run, memory) : read(run, memory);
}

/** What the vehicle told when the way to its unit was opened is kept for the gates, and holds the work where it is not fit for it. */
async function lookAtVehicle(run: Run, memory: RemoteMemory): Promise<Result<true>> {
  const { live, station } = run;
  if (live.spec.access.carrier !== 'vehicle-uds') return ok(true);
  const reading = await memory.vehicle();
  if (!reading) return fail('station.thread.lost');
  station.sawVehicle({ wantedVin: live.spec.vin, reading, atMs: performance.now() });
  const { verdict, code, params } = judgeVehicle({ ...reading, ageSeconds: 0 }, live.spec.kind);
  return verdict === 'stop' ? fail(code, params) : ok(true);
}

async function identify(run: Run, memory: RemoteMemory): Promise<Outcome> {
  await advance(run, 'work-begun');
  const { identity, tries } = await tryIdentify(memory, {
    over: () => run.live.signal.stopped || isFeedGone(run),
    note: (text) => memory.note(text)
  });
  return identity.ok ? { result: ok(true), identity: identity.value } : { result: identity, tries };
}

/** Nobody answers who is not fed any more. */
const isFeedGone = ({ live, station }: Run): boolean =>
  live.spec.benchFeeds && station.supply.latest?.on !== true;

/** Reads the chip id once more and holds it against the unit that this operation is meant for. */
async function verifyConnectedUnit(run: Run, memory: MemoryAccess): Promise<Result<true>> {
  const { live, unit, view } = run;
  const chipId = await memory.fingerprint();
  if (!chipId.ok) return chipId;
  if (chipId.value === undefined) return verifyByContent(run, memory);
  return verifyConnected({
    chipId: chipId.value,
    meant: { chipId: unit.chipId, tag: unit.tag, role: live.spec.role },
    originalChipId: view.units.original?.chipId,
    withoutOriginal: live.spec.writes === 'backup' || takesNothingOf(view, 'original'),
    writes: live.spec.kind === 'write'
  });
}

/** Is no byte of that unit in what was built? Of nothing that was built nobody knows. */
function takesNothingOf({ clone }: JobView, from: PartSource): boolean {
  const lines = clone?.plan.lines ?? [];
  return lines.length > 0 && lines.every((l) => l.parts.every((p) => p.from !== from));
}

async function read(run: Run, memory: MemoryAccess): Promise<Outcome> {
  const { live } = run;
  const unlocked = await memory.unlock();
  if (!unlocked.ok) return { result: unlocked };
  await advance(run, 'work-begun');
  const regionId = live.spec.regionIds[0] as string;
  live.phase(regionId, 'reading');
  const pieces: Piece<string>[] = [];
  let before = 0;
  for (const range of live.spec.ranges ?? [rangeOf(getRegion(live.spec.profile, regionId))]) {
    const bytes = await memory.read(range, {
      signal: live.signal,
      onBytes: (done) => {
        live.progress(regionId, before + done, 'read');
        run.deps.bench.changed();
      }
    });
    if (!bytes.ok) return { result: bytes };
    before += bytes.value.length;
    pieces.push({ range, bytes: bytes.value, origin: live.spec.access.key });
  }
  live.phase(regionId, 'read');
  return { result: ok(true), image: imageOf(pieces) };
}
