import type { SourceChange } from '@badger/core/clone/parts';
import type { AcceptedFact, ConsentFact } from '@badger/core/job/job-rows';
import { listReturnNotes, type ReturnNoteRow } from '../../repositories/returns.ts';
import { listToldInVehicle, type InVehicleRow } from '../../repositories/in-vehicle.ts';
import { countHandovers } from '../../repositories/safe.ts';
import { listLatestConnections, type ConnectionRow } from '../../repositories/connections.ts';
import { gather, type Tx } from '../../db/client.ts';
import {
  listArrivals,
  listLatestAuthorities,
  type AuthorityRow
} from '../../repositories/arrive.ts';
import { listAccepted } from '../../repositories/accepted-reads.ts';
import { listChanges, listConsents } from '../../repositories/clone-changes.ts';
import { listDeskValues, type DeskValueRow } from '../../repositories/desk-values.ts';
import { listLatestChoices } from '../../repositories/choices.ts';
import { listJobUnits, type JobUnits } from '../../repositories/job-units.ts';
import { listKit, type KitRow } from '../../repositories/kit.ts';
import {
  listOperationsOfJobs,
  listWrittenElsewhere,
  type OperationRow
} from '../../repositories/operations.ts';
import { listLatestCloneImages, listReadsOfJobs, type ReadRow } from '../../repositories/reads.ts';
import { listLatestScans, listProofTests, type ScanRow } from '../../repositories/scans.ts';

export type CloneImage = Awaited<ReturnType<typeof listLatestCloneImages>>[number];
export type ProofTestRow = Awaited<ReturnType<typeof listProofTests>>[number];
export type ArrivalRow = Awaited<ReturnType<typeof listArrivals>>[number];

/** What the database holds about one job, apart from the job's own row. */
export interface JobRecords {
  readonly units: JobUnits;
  readonly reads: readonly ReadRow[];
  /** What leads took although the reads are not trusted. */
  readonly accepted: readonly AcceptedFact[];
  /** The way and the method that were last chosen for the job. */
  readonly choice: { readonly accessKey: string; readonly method: string } | undefined;
  readonly clone: CloneImage | undefined;
  /** Where people take bytes of the image from, other than the family says. */
  readonly changes: readonly (SourceChange & { readonly method: string })[];
  readonly consents: readonly ConsentFact[];
  readonly operations: readonly OperationRow[];
  /** What was told of proven writes after they were tried in the vehicle. */
  readonly inVehicle: readonly InVehicleRow[];
  /** What was kept of the way back, oldest first. */
  readonly returnNotes: readonly ReturnNoteRow[];
  /** Units of the job that another job has verifiedly written. */
  readonly writtenElsewhere: ReadonlySet<string>;
  readonly authority: AuthorityRow | undefined;
  /** How often security data was handed over. */
  readonly handovers: number;
  readonly arrival: ArrivalRow | undefined;
  /** Newest scan of the vehicle, and of the loose unit on the bench. */
  readonly vehicleScan: ScanRow | undefined;
  readonly benchScan: ScanRow | undefined;
  /** Oldest first. */
  readonly tests: readonly ProofTestRow[];
  /** The last connection of each unit. */
  readonly connections: readonly ConnectionRow[];
  /** The last figures of each calculator that were sent to the job. */
  readonly deskValues: readonly DeskValueRow[];
  /** The shop's kit, the same for every job. */
  readonly kit: readonly KitRow[];
}

/** Loads the records of many jobs in one query a table. Shape: by job id. */
export async function loadJobRecords(
  db: Tx,
  jobIds: readonly string[]
): Promise<(jobId: string) => JobRecords> {
  const [units, kit, choices, reads, clones, operations, written, ...rest] = await gather(db, [
    () => listJobUnits(db, jobIds),
    () => listKit(db),
    () => listLatestChoices(db, jobIds),
    () => listReadsOfJobs(db, jobIds),
    () => listLatestCloneImages(db, jobIds),
    () => listOperationsOfJobs(db, jobIds),
    () => listWrittenElsewhere(db, jobIds),
    () => listLatestAuthorities(db, jobIds),
    () => listArrivals(db, jobIds),
    () => listLatestScans(db, jobIds),
    () => listProofTests(db, jobIds),
    () => listLatestConnections(db, jobIds),
    () => listDeskValues(db, jobIds),
    () => listAccepted(db, jobIds),
    () => listChanges(db, jobIds),
    () => listConsents(db, jobIds),
    () => countHandovers(db, jobIds),
    () => listToldInVehicle(db, jobIds),
    () => listReturnNotes(db, jobIds)
  ]);
  const [authorities, arrivals, scans, tests, connections, deskValues, ...said] = rest;
  const [accepted, changes, consents, handovers, inVehicle, returnNotes] = said;
  return (jobId) => {
    const own = <T extends { jobId: string }>(rows: readonly T[]) =>
      rows.filter((r) => r.jobId === jobId);
    return {
      units: units.get(jobId) ?? {},
      choice: own(choices)[0],
      reads: own(reads),
      ...{ accepted: own(accepted), changes: own(changes), consents: own(consents) },
      clone: own(clones)[0],
      operations: own(operations),
      inVehicle: own(inVehicle),
      returnNotes: own(returnNotes),
      writtenElsewhere: new Set(own(written).map((w) => w.unitId)),
      authority: own(authorities)[0],
      handovers: own(handovers)[0]?.times ?? 0,
      arrival: own(arrivals)[0],
      ...{ ...newestScans(own(scans)), tests: own(tests) },
      connections: own(connections),
      deskValues: own(deskValues),
      kit
    };
  };
}

function newestScans(scans: readonly ScanRow[]): Pick<JobRecords, 'vehicleScan' | 'benchScan'> {
  return {
    vehicleScan: scans.find((s) => s.kind !== 'bench'),
    benchScan: scans.find((s) => s.kind === 'bench')
  };
}
