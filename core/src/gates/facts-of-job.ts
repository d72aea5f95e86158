import { parseVin } from '../identity/vin.ts';
import { isReached } from '../job/end-facts.ts';
import type { JobState } from '../job/job-state.ts';
import { securityRegions } from '../job/security-regions.ts';
import { areSwapped, mismatches, vinOf } from '../job/unit-facts.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { GateFacts, RegionGateFact } from './facts.ts';
import type { JobFacts } from './line-of-work.ts';

/** What the bench says: of the supply of the unit, and of how the unit is connected. */
type BenchSays = Pick<JobFacts, 'supply' | 'connection'>;

/** What the line of work rests on, out of the state of a job. */
export function factsOfLine(state: JobState, bench: BenchSays): JobFacts {
  const { job, units, match, proof, regions } = state;
  const vin = parseVin(job.vin);
  return {
    ...{ shape: state.shape, method: state.method, ...bench },
    ...{ needsAuthority: state.needsAuthority, authorityGap: state.authorityGap },
    customer: job.customer,
    vehicleKnown: job.vin !== '',
    vehicleVin: vinOf(job),
    vinProblem: vin.ok ? undefined : vin.problem.code,
    vinCheckDigit: vin.ok ? vin.value.checkDigit : undefined,
    authorisedBy: job.authorisedBy ?? undefined,
    ...factsOfUnits(units),
    donorMismatches: mismatches(match),
    donorCheck: match?.verdict,
    unitsSwapped: areSwapped(job, units),
    assessment: proof.assessment.verdict,
    otherProven: proof.assessment.otherProven,
    proof: job.proofOutcome,
    hasProfile: state.profile !== undefined,
    carrier: state.access?.carrier ?? 'file',
    originalRegions: regionsToRead(state).map((r) => r.verdict),
    donorRegions: units.donor ? regions.donor.map((r) => r.verdict) : [],
    backupWaived: state.backupWaived !== undefined,
    supplied: state.supplied.length,
    clone: state.cloneState,
    lastWrite: state.writeState,
    result: job.result ?? undefined,
    closed: job.closedAt !== null,
    reached: isReached(state.ending)
  };
}

/** Regions of the original that a job of this kind has to have read. */
function regionsToRead({ shape, profile, regions, secrets }: JobState) {
  return shape.results.includes('data-handed-over')
    ? securityRegions(profile, regions.original, secrets.original)
    : regions.original;
}

function factsOfUnits({ original, donor }: JobState['units']) {
  return {
    originalTag: original?.tag,
    originalChipId: original?.chipId ?? undefined,
    originalVin: original?.numbers['vin'],
    donorTag: donor?.tag,
    donorChipId: donor?.chipId ?? undefined
  };
}

/** The part of the gates' facts that the state of a job tells, for its own unit and access. */
export function gateFactsOf(state: JobState) {
  const { job } = state;
  const { originalTag, originalChipId, donorTag, donorChipId } = factsOfUnits(state.units);
  return {
    family: job.familyId,
    jobClosed: job.closedAt !== null,
    needsAuthority: state.needsAuthority,
    authorityProven: state.authorityGap === undefined,
    ...{ originalTag, originalChipId, donorTag, donorChipId },
    target: state.shape.target,
    backupWaived: state.backupWaived,
    donorMismatches: mismatches(state.match),
    donorProven: state.match?.verdict.verdict === 'go',
    unitsSwapped: areSwapped(job, state.units),
    regions: gateRegions(state)
  } satisfies Partial<GateFacts>;
}

/** The regions as the gates see them. */
function gateRegions(state: JobState): RegionGateFact[] {
  const { shape, method, clone, regions } = state;
  // an image made by another method than is chosen now is not the one that is meant
  const other = shape.target === 'donor' && clone?.plan.method !== method;
  const lines = other ? [] : (clone?.plan.lines ?? []);
  return regions.original.map((original): RegionGateFact => {
    const { id, name } = original.region;
    const donor = regions.donor.find((d) => d.region.id === id);
    const supplied = state.supplied.find((r) => r.regionId === id);
    const found = (severity: 'look' | 'stop') =>
      supplied?.findings.find((f) => f.severity === severity)?.code;
    return {
      name,
      trustedSha256: isTrusted(original.verdict) ? original.agreement.trustedSha256 : undefined,
      cloneSha256: lines.find((l) => l.regionId === id)?.sha256,
      suppliedSha256: supplied?.sha256,
      suppliedDoubt: found('look'),
      suppliedWrong: found('stop'),
      donorBackedUp: donor !== undefined && isTrusted(donor.verdict),
      donorEqualsOriginal: donor?.verdict.state === 'equal'
    };
  });
}
