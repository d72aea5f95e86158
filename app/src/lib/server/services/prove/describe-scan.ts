import type { ProofData, ScanHead } from '../../../job-types.ts';
import type { ScanRow } from '../../repositories/scans.ts';
import type { JobView } from '../job/job-view.ts';

/** A scan for lists: without what every unit said. */
export function describeScanHead(row: ScanRow): ScanHead {
  return {
    number: row.number,
    kind: row.kind,
    name: row.name,
    source: row.source,
    vehicleVin: row.vehicleVin,
    batteryMv: row.batteryMv,
    unitCount: row.unitCount,
    silentCount: row.silentCount,
    faultCount: row.faultCount,
    brokenOff: row.brokenOff,
    endedAt: row.endedAt,
    personName: row.personName
  };
}

/** What the Prove sheet shows. */
export function describeProof({ proof, records }: JobView): ProofData {
  const { assessment, reading, benchFaults, cloneable } = proof;
  const whole = (row: ScanRow | undefined) => row && { ...describeScanHead(row), units: row.units };
  return {
    groups: reading?.groups ?? [],
    suspectState: reading?.suspectState,
    evidence: assessment.evidence,
    standings: assessment.standings,
    tests: assessment.tests,
    next: assessment.next,
    conditions: assessment.conditions,
    verdict: assessment.verdict,
    customer: assessment.customer,
    benchFaults,
    cloneable,
    vehicleScan: whole(records.vehicleScan),
    benchScan: whole(records.benchScan)
  };
}
