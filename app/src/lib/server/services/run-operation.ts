import { fail, ok, type Result } from '@badger/core/base/result';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import { watchChanges } from '@badger/core/operation/memory-changes';
import { identifyModule, readChipId, unlockModule } from '@badger/core/operation/module-session';
import { readMemory } from '@badger/core/operation/read-memory';
import { findDrivenWay, getRegion, rangeOf } from '@badger/core/profile/profile';
import { storeProblem } from '../db/pg-errors.ts';
import { TraceRecorder } from '../bench/trace-recorder.ts';
import { insertSamples, updateOperation } from '../repositories/operations.ts';
import { concludeOperation, type Outcome } from './conclude-operation.ts';
import { advance, type Run } from './run.ts';
import { runWrite } from './run-write.ts';

/** Runs one operation from its lease to its end. Never throws: every way out is written down. */
export async function runOperation(run: Run): Promise<void> {
  const { deps, live, station } = run;
  const recorder = new TraceRecorder();
  const stopSampling = station.onSample((sample) => {
    if (sample) live.addSample(sample);
    // an output that went off by itself will not come back by itself
    if (!sample?.on) recorder.note(sample ? 'supply output off' : 'supply link lost');
  });
  const pulse = setInterval(() => void flush(run), deps.heartbeatMs);
  let outcome: Outcome;
  try {
    await advance(run, 'lease-taken');
    outcome = await work(run, recorder);
  } catch (error) {
    deps.log.error({ err: String(error), operation: live.spec.id }, 'operation failed inside');
    outcome = { result: fail('operation.fault.internal') };
  }
  clearInterval(pulse);
  stopSampling();
  await concludeOperation(run, outcome, recorder);
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

async function work(run: Run, recorder: TraceRecorder): Promise<Outcome> {
  const { live, station, view } = run;
  const way = view.profile && findDrivenWay(view.profile);
  if (!way) return { result: fail('gate.way.none', { family: view.job.familyId }) };
  const opened = await station.box.openLink(way.can, recorder);
  if (!opened.ok) return { result: opened };
  const link = watchChanges(opened.value, () => (live.memoryMayHaveChanged = true));
  try {
    if (live.spec.kind === 'identify') return await identify(run, link);
    const right = await provesToBe(run, link);
    if (!right.ok) return { result: right };
    if (live.signal.stopped) return { result: fail('operation.run.stopped', { doneBytes: 0 }) };
    return live.spec.kind === 'write' ? await runWrite(run, link) : await read(run, link);
  } finally {
    await opened.value.close();
  }
}

async function identify(run: Run, link: DiagnosticLink): Promise<Outcome> {
  const profile = run.live.spec.profile;
  const way = findDrivenWay(profile);
  if (!way) return { result: fail('gate.way.none', { family: profile.id }) };
  await advance(run, 'work-begun');
  const identity = await identifyModule(link, profile, way.can);
  if (!identity.ok) return { result: identity };
  return { result: ok(true), identity: identity.value };
}

/** Reads the chip id once more and holds it against the unit that this operation is meant for. */
async function provesToBe(run: Run, link: DiagnosticLink): Promise<Result<true>> {
  const { live, unit, view } = run;
  const way = findDrivenWay(live.spec.profile);
  if (!way) return fail('gate.way.none', { family: view.job.familyId });
  const chipId = await readChipId(link, way.can);
  if (!chipId.ok) return chipId;
  const original = view.units.original?.chipId;
  if (live.spec.kind === 'write' && (!original || chipId.value === original)) {
    return fail('gate.original.connected', { chipId: chipId.value });
  }
  if (chipId.value !== unit.chipId) {
    const code = live.spec.role === 'donor' ? 'gate.donor.other' : 'gate.original.other';
    return fail(code, { chipId: chipId.value, donorChipId: unit.chipId ?? '', tag: unit.tag });
  }
  return ok(true);
}

async function read(run: Run, link: DiagnosticLink): Promise<Outcome> {
  const { live } = run;
  const way = findDrivenWay(live.spec.profile);
  if (!way) return { result: fail('gate.way.none') };
  const unlocked = await unlockModule(link, way.can);
  if (!unlocked.ok) return { result: unlocked };
  await advance(run, 'work-begun');
  const regionId = live.spec.regionIds[0] as string;
  live.phase(regionId, 'reading');
  const image = await readMemory(link, rangeOf(getRegion(live.spec.profile, regionId)), {
    signal: live.signal,
    onBytes: (_block, done) => {
      live.progress(regionId, done, 'read');
      run.deps.bench.changed();
    }
  });
  if (!image.ok) return { result: image };
  live.phase(regionId, 'read');
  return { result: ok(true), image: image.value };
}
