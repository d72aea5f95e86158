import type { UnitKind } from '../scan/scan.ts';
import { kindOf } from '../base/problem-kind.ts';
import { judgeCloneable, type Responsiveness } from '../proof/cloneable.ts';
import { assessCause, type CauseAssessment } from '../proof/assess-cause.ts';
import type { TestResult } from '../proof/tests.ts';
import type { Profile } from '../profile/profile.ts';
import { isTrusted } from '../reads/judge-region.ts';
import { classifyBenchFaults, type BenchFault } from '../scan/bench-faults.ts';
import { readScan, type ScanReading } from '../scan/read-scan.ts';
import { suspectKindOf } from '../scan/suspect.ts';
import type { JobFact, JobRows, ScanFact } from './job-rows.ts';
import type { RegionView } from './region-state.ts';

/** Is it this unit, and can it be cloned: computed anew from the kept scans and tests. */
export interface ProofState {
  readonly reading: ScanReading | undefined;
  readonly assessment: CauseAssessment;
  readonly benchFaults: readonly BenchFault[];
  readonly cloneable: ReturnType<typeof judgeCloneable>;
}

interface ProofFacts {
  readonly job: Pick<JobFact, 'reason'>;
  readonly profile: Profile | undefined;
  readonly rows: JobRows;
  readonly originalRegions: readonly RegionView[];
}

export function buildProof({ job, profile, rows, originalRegions }: ProofFacts): ProofState {
  const { vehicleScan, arrival, units } = rows;
  const suspect = suspectKindOf(profile?.kind);
  const reading = vehicleScan && readVehicle(vehicleScan, suspect);
  const benchFaults = classifyBenchFaults(
    scanOfOriginal(rows)?.faults ?? [],
    profile?.expectedBenchFaults ?? []
  );
  const assessment = assessCause({
    reading,
    suspect,
    results: newestResults(rows),
    exercisable: profile?.exercise !== undefined,
    loose: arrival !== undefined && arrival.how !== 'vehicle' && !vehicleScan
  });
  const cloneable = judgeCloneable({
    responsiveness: responsivenessOf(rows, reading),
    chipIdRead: Boolean(units.original?.chipId),
    readsTrusted: originalRegions.length > 0 && originalRegions.every((r) => isTrusted(r.verdict)),
    ...clonedBy(profile, job)
  });
  return { reading, assessment, benchFaults, cloneable };
}

/** How the family can be cloned; a new unit takes no clone. */
function clonedBy(profile: Profile | undefined, { reason }: Pick<JobFact, 'reason'>) {
  const method = profile?.cloneMethod ?? 'merge';
  return {
    accesses: profile?.accesses.map((w) => w.kind) ?? [],
    method: reason === 'new-module' ? 'none' : method
  };
}

function readVehicle(scan: ScanFact, suspect: UnitKind | undefined): ScanReading {
  const { units } = scan;
  const vehicleVin = scan.vehicleVin ?? undefined;
  return readScan({ vehicleVin, batteryMv: scan.batteryMv ?? undefined, units }, suspect);
}

/** What the original told on the bench; undefined where another unit was asked, or none. */
function scanOfOriginal({ benchScan, units }: JobRows) {
  return benchScan && benchScan.unitId === units.original?.id ? benchScan.units[0] : undefined;
}

/** The newest result of each test, in the order in which they were made. */
function newestResults({ tests }: JobRows): TestResult[] {
  return tests
    .filter((t, i) => tests.findLastIndex((later) => later.test === t.test) === i)
    .map((t) => ({ test: t.test, values: t.values }));
}

/** How the original speaks: on the bench if it has been there, else in the vehicle. */
function responsivenessOf(rows: JobRows, reading: ScanReading | undefined): Responsiveness {
  const { units, operations } = rows;
  const asked = operations.findLast(
    (o) => o.unitId === units.original?.id && o.kind === 'identify' && o.endedAt !== null
  );
  if (asked?.state === 'failed' && asked.problem && kindOf(asked.problem) === 'silent')
    return 'silent';
  const state = scanOfOriginal(rows)?.state ?? reading?.suspectState;
  if (state === 'badly') return 'badly';
  if (asked?.state === 'done' || state === 'talks') return 'well';
  return state === 'silent' ? 'silent' : 'unknown';
}
