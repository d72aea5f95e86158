import { budgetWrite } from '../electrical/write-budget.ts';
import { parseVin } from '../identity/vin.ts';
import { isReached } from '../job/close.ts';
import type { JobState } from '../job/job-state.ts';
import type { RegionView } from '../job/region-state.ts';
import { isUnreadable, wayBackOf } from '../job/way-back.ts';
import { securityRegions } from '../job/security-regions.ts';
import { touchedRegions } from '../job/work-state.ts';
import { areSwapped, mismatches, vinOf } from '../job/unit-facts.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { GateFacts, RegionGateFact } from './facts.ts';
import type { JobFacts } from './line-of-work.ts';

/** What the bench says: of the supply of the unit, and of how the unit is connected. */
type BenchSays = Pick<JobFacts, 'supply' | 'connection'>;

/** What the line of work rests on, out of the state of a job. */
export function factsOfLine(state: JobState, bench: BenchSays): JobFacts {
  const { job, units, match, proof } = state;
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
    donorRegions: regionsToBackUp(state).map((r) => r.verdict),
    partsGap: state.parts?.ok === false ? state.parts.problem : undefined,
    backupWaived: state.backupWaived !== undefined,
    ownKept: isOwnKept(state),
    checkedByUnit: (state.clone?.plan.lines ?? []).some(
      (l) => state.profile !== undefined && isUnreadable(state.profile, l.regionId)
    ),
    supplied: state.supplied.length,
    clone: state.cloneState,
    lastWrite: state.writeState,
    result: job.result ?? undefined,
    closed: job.closedAt !== null,
    reached: isReached(state.ending)
  };
}

/** What is overwritten in the unit itself is kept: its own trusted reads, or the maker's file where nobody can read it. */
function isOwnKept({ profile, regions, stock }: JobState): boolean {
  const { original } = regions;
  return (
    profile !== undefined &&
    original.length > 0 &&
    original.every((r) => wayBackOf(profile, r, stock) !== undefined)
  );
}

/** What a job of this kind has to have read: what the image is made of, or what is handed over. */
function regionsToRead(state: JobState): readonly RegionView[] {
  const { shape, profile, regions, secrets, parts, needed } = state;
  if (shape.results.includes('data-handed-over'))
    return securityRegions(profile, regions.original, secrets.original);
  const readable = regions.original.filter((r) => !profile || !isUnreadable(profile, r.region.id));
  if (shape.target === 'original') return readable;
  if (shape.target !== 'donor' || !parts?.ok) return regions.original;
  return needed
    .filter((n) => n.from !== 'donor')
    .flatMap(({ from, regionId }) => {
      const whole = regions[from].find((r) => r.region.id === regionId);
      const alone = secrets[from].find((r) => r.region.id === regionId && isTrusted(r.verdict));
      return alone && !(whole && isTrusted(whole.verdict)) ? [alone] : (whole ?? []);
    });
}

/** Regions of the donor that are written: those are backed up. */
function regionsToBackUp({ units, regions, parts }: JobState): readonly RegionView[] {
  if (!units.donor) return [];
  const written = parts?.ok ? parts.value.map((p) => p.regionId) : undefined;
  return regions.donor.filter((r) => written?.includes(r.region.id) ?? true);
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
    regions: gateRegions(state),
    touched: touchedFacts(state),
    budget: budgetOf(state),
    ...imageFacts(state)
  } satisfies Partial<GateFacts>;
}

/** What the gates know of the image that was built. */
function imageFacts({ cloneState, recipe, clone, profile, consent, failedBefore }: JobState) {
  const lines = clone && cloneState === 'built' ? clone.plan.lines : [];
  const isRuled = (id: string) => profile?.checksums.some((r) => r.region === id) ?? false;
  return {
    ...{ image: cloneState, failedBefore },
    recipeGap: recipe?.ok === false ? recipe.problem : undefined,
    unruled: lines.filter((l) => !isRuled(l.regionId)).map((l) => l.regionName),
    sums: profile?.checksums.filter((r) => lines.some((l) => l.regionId === r.region)).length ?? 0,
    consent
  } satisfies Partial<GateFacts>;
}

/** What the write would take: of what is built, else of what a write of this job has touched. */
function budgetOf({ clone, cloneState, profile, access, operations, target }: JobState) {
  const built = cloneState === 'none' ? [] : (clone?.plan.lines ?? []).map((l) => l.regionId);
  const ids = built.length > 0 ? built : touchedRegions(operations, target?.id);
  const regions = profile?.regions.filter((r) => ids.includes(r.id)) ?? [];
  return access?.spec && regions.length > 0 ? budgetWrite(regions, access.spec) : undefined;
}

/** Regions of the written unit that may have been changed. */
function touchedFacts(state: JobState): RegionGateFact[] {
  const ids = touchedRegions(state.operations, state.target?.id);
  return state.regions.original
    .filter((r) => ids.includes(r.region.id))
    .map((r) => regionFact(state, r));
}

/** The maker's file that stands for reads of the unit itself: only where it is written and nobody can read it. */
function stockOf({ shape, profile, stock }: JobState, original: RegionView): string | undefined {
  if (shape.target !== 'original' || !profile) return undefined;
  const back = wayBackOf(profile, original, stock);
  return back?.from === 'stock' ? back.sha256 : undefined;
}

/** The regions as the gates see them. */
function gateRegions(state: JobState): RegionGateFact[] {
  const { shape, regions, parts } = state;
  const written = shape.target === 'donor' && parts?.ok ? parts.value : undefined;
  const wanted = regions.original.filter(
    ({ region }) => !written || written.some((w) => w.regionId === region.id)
  );
  return wanted.map((original) => regionFact(state, original));
}

function regionFact(state: JobState, original: RegionView): RegionGateFact {
  const { shape, method, clone, regions, parts } = state;
  // an image made by another method than is chosen now is not the one that is meant
  const other = shape.target === 'donor' && clone?.plan.method !== method;
  const lines = other ? [] : (clone?.plan.lines ?? []);
  const { id, name } = original.region;
  const line = lines.find((l) => l.regionId === id);
  const own =
    shape.target === 'donor' && parts?.ok ? parts.value.find((w) => w.regionId === id) : undefined;
  const donor = regions.donor.find((d) => d.region.id === id);
  const supplied = state.supplied.find((r) => r.regionId === id);
  const found = (severity: 'look' | 'stop') =>
    supplied?.findings.find((f) => f.severity === severity)?.code;
  return {
    name,
    ...(own ? { fromOriginal: own.parts.some((p) => p.from === 'original') } : {}),
    trustedSha256: isTrusted(original.verdict) ? original.agreement.trustedSha256 : undefined,
    stockSha256: stockOf(state, original),
    cloneSha256: line?.sha256,
    suppliedSha256: supplied?.sha256,
    suppliedDoubt: found('look') ?? line?.guard?.find((f) => f.severity === 'look')?.code,
    suppliedWrong: found('stop'),
    donorBackedUp: donor !== undefined && isTrusted(donor.verdict),
    donorEqualsOriginal: donor?.verdict.state === 'equal'
  };
}
