import type { UnitKind } from '@badger/core/scan/scan';
import type { ScanRow } from '../../repositories/scans.ts';
import { kindOf } from '@badger/core/base/problem-kind';
import { judgeCloneable, type Responsiveness } from '@badger/core/proof/cloneable';
import { assessCause, type CauseAssessment } from '@badger/core/proof/assess-cause';
import type { TestResult } from '@badger/core/proof/tests';
import type { Profile } from '@badger/core/profile/profile';
import { isTrusted } from '@badger/core/reads/judge-region';
import { classifyBenchFaults, type BenchFault } from '@badger/core/scan/bench-faults';
import { readScan, type ScanReading } from '@badger/core/scan/read-scan';
import { suspectKindOf } from '@badger/core/scan/suspect';
import type { JobRow } from '../../repositories/jobs.ts';
import type { JobRecords } from '../job/job-records.ts';
import type { RegionView } from '../reads/region-views.ts';

/** Is it this unit, and can it be cloned: computed anew from the kept scans and tests. */
export interface ProofView {
  readonly reading: ScanReading | undefined;
  readonly assessment: CauseAssessment;
  readonly benchFaults: readonly BenchFault[];
  readonly cloneable: ReturnType<typeof judgeCloneable>;
}

interface ProofFacts {
  readonly job: JobRow;
  readonly profile: Profile | undefined;
  readonly records: JobRecords;
  readonly originalRegions: readonly RegionView[];
}

export function buildProof({ job, profile, records, originalRegions }: ProofFacts): ProofView {
  const { vehicleScan, arrival, units } = records;
  const suspect = suspectKindOf(profile?.kind);
  const reading = vehicleScan && readVehicle(vehicleScan, suspect);
  const benchFaults = classifyBenchFaults(
    scanOfOriginal(records)?.faults ?? [],
    profile?.expectedBenchFaults ?? []
  );
  const assessment = assessCause({
    reading,
    suspect,
    results: newestResults(records),
    loose: arrival !== undefined && arrival.how !== 'vehicle' && !vehicleScan
  });
  const cloneable = judgeCloneable({
    responsiveness: responsivenessOf(records, reading),
    chipIdRead: Boolean(units.original?.chipId),
    readsTrusted: originalRegions.length > 0 && originalRegions.every((r) => isTrusted(r.verdict)),
    ...clonedBy(profile, job)
  });
  return { reading, assessment, benchFaults, cloneable };
}

/** How the family can be cloned; a new unit takes no clone. */
function clonedBy(profile: Profile | undefined, { reason }: JobRow) {
  const method = profile?.cloneMethod ?? 'merge';
  return {
    accesses: profile?.accesses.map((w) => w.kind) ?? [],
    method: reason === 'new-module' ? 'none' : method
  };
}

function readVehicle(scan: ScanRow, suspect: UnitKind | undefined): ScanReading {
  const { units } = scan;
  const vehicleVin = scan.vehicleVin ?? undefined;
  return readScan({ vehicleVin, batteryMv: scan.batteryMv ?? undefined, units }, suspect);
}

/** What the original told on the bench; undefined where another unit was asked, or none. */
function scanOfOriginal({ benchScan, units }: JobRecords) {
  return benchScan && benchScan.unitId === units.original?.id ? benchScan.units[0] : undefined;
}

/** The newest result of each test, in the order in which they were made. */
function newestResults({ tests }: JobRecords): TestResult[] {
  return tests
    .filter((t, i) => tests.findLastIndex((later) => later.test === t.test) === i)
    .map((t) => ({ test: t.test, values: t.values }));
}

/** How the original speaks: on the bench if it has been there, else in the vehicle. */
function responsivenessOf(records: JobRecords, reading: ScanReading | undefined): Responsiveness {
  const { units, operations } = records;
  const asked = operations.findLast(
    (o) => o.unitId === units.original?.id && o.kind === 'identify' && o.endedAt !== null
  );
  if (asked?.state === 'failed' && asked.problem && kindOf(asked.problem) === 'silent')
    return 'silent';
  const state = scanOfOriginal(records)?.state ?? reading?.suspectState;
  if (state === 'badly') return 'badly';
  if (asked?.state === 'done' || state === 'talks') return 'well';
  return state === 'silent' ? 'silent' : 'unknown';
}
