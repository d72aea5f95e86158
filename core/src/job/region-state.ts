import { secretsWithin } from '../access/secret-ranges.ts';
import type { Comparison } from '../image/compare.ts';
import type { Finding } from '../image/finding.ts';
import { sameRanges, type Range } from '../image/range.ts';
import { getRegion, type Profile, type Region } from '../profile/profile.ts';
import { computeAgreement, type Agreement } from '../reads/agreement.ts';
import { findEqualBackups } from '../reads/equal-backup.ts';
import {
  isTrusted,
  judgeAccepted,
  judgeEqualBackup,
  judgeRegion,
  type RegionJudgement
} from '../reads/judge-region.ts';
import type { TrustSummary } from '../trust/summary.ts';
import type { AcceptedFact, KeptReadFact } from './job-rows.ts';
import type { UnitRole } from './roles.ts';

export interface Difference {
  /** Numbers of the two reads. */
  readonly first: number;
  readonly second: number;
  readonly comparison: Comparison;
}

/** One region of one unit: its kept reads, whether they agree, and the verdict. */
export interface RegionView<R extends KeptReadFact = KeptReadFact> {
  readonly region: Region;
  readonly role: UnitRole;
  readonly reads: readonly R[];
  readonly agreement: Agreement;
  readonly findings: readonly Finding[];
  readonly differences: readonly Difference[];
  /** What the bytes of the reads themselves show; undefined where that could not be looked at. */
  readonly trust: TrustSummary | undefined;
  /** What a lead took in spite of that, and why. */
  readonly accepted: AcceptedFact | undefined;
  readonly verdict: RegionJudgement;
}

/** How two contents differ, by their SHA-256; undefined where they cannot be compared. */
export type Compared = (a: string, b: string) => Comparison | undefined;

/** What the bytes of some reads of a region show, by what was looked at; undefined where they cannot be looked at. */
export type Judged = (set: ReadSet) => TrustSummary | undefined;

/** Reads of one region of one unit that are judged together, at most {@link MOST_TOGETHER}, by number. */
export interface ReadSet<R extends KeptReadFact = KeptReadFact> {
  readonly profile: Profile;
  readonly regionId: string;
  readonly reads: readonly R[];
}

/** More reads are not held against each other: the newest count. */
export const MOST_TOGETHER = 16;

/** How what is kept looks, found once and looked up here. */
export interface Looks {
  readonly compared: Compared;
  readonly judged: Judged;
}

/** What the regions of one unit are judged from. */
export interface SideReads<R extends KeptReadFact = KeptReadFact> {
  readonly profile: Profile;
  readonly role: UnitRole;
  readonly reads: readonly R[];
  /** Of the same unit. */
  readonly accepted: readonly AcceptedFact[];
}

/** Security data of one region that was read alone. Ranges: addresses. */
export interface SecretView<R extends KeptReadFact = KeptReadFact> extends RegionView<R> {
  readonly ranges: readonly Range[];
}

/** Security data that was read alone, by region and by what of it was read: other ranges are another question. */
export function viewSecrets<R extends KeptReadFact>(side: SideReads<R>): SecretView<R>[] {
  const { profile, role } = side;
  return readsByRegion(side).flatMap(({ region, reads }) => {
    const groups = new Map(reads.map((r) => [JSON.stringify(r.ranges), r.ranges ?? []]));
    return [...groups.values()].map((ranges) => {
      const names = secretsWithin(profile, region.id, ranges).map((s) => s.name);
      const name = names.join(', ') || region.name;
      const own = reads.filter((r) => sameRanges(r.ranges ?? [], ranges));
      const seen = { compared: () => undefined, trust: 'alone', accepted: undefined } as const;
      const view = { role, region, name, ...seen };
      return { ...viewRegion(view, own), ranges };
    });
  });
}

/** The regions of one unit in the family's write order. */
export function viewRegions<R extends KeptReadFact>(
  side: SideReads<R>,
  { compared, judged }: Looks
): RegionView<R>[] {
  return readsByRegion(side).map(({ region, reads }) => {
    const set = setOfRegion(side.profile, region.id, reads);
    const trust = reads.length > 0 ? judged(set) : undefined;
    const accepted = acceptedOf(side.accepted, region.id, reads);
    const view = { role: side.role, region, name: region.name, compared, trust, accepted };
    return viewRegion(view, reads);
  });
}

/** Sets of reads that have to be judged before the regions of a unit can be viewed. */
export function listSets<R extends KeptReadFact>(side: SideReads<R>): ReadSet<R>[] {
  return readsByRegion(side).flatMap(({ region, reads }) =>
    reads.length > 0 ? [setOfRegion(side.profile, region.id, reads)] : []
  );
}

/** The reads of a region that are judged together. */
export function setOfRegion<R extends KeptReadFact>(
  profile: Profile,
  regionId: string,
  reads: readonly R[]
): ReadSet<R> {
  const ordered = [...reads].sort((a, b) => a.number - b.number).slice(-MOST_TOGETHER);
  return { profile, regionId, reads: ordered };
}

/** Pairs of contents that have to be compared before the regions of a unit can be viewed. Shape: SHA-256 by SHA-256. */
export function listPairs(side: SideReads): (readonly [string, string])[] {
  return readsByRegion(side).flatMap(({ reads }) => {
    const { base, others } = standApart(reads, agreementOf(reads));
    return base ? others.map((r) => [base.sha256, r.sha256] as const) : [];
  });
}

function readsByRegion<R extends KeptReadFact>({ profile, reads }: SideReads<R>) {
  return profile.writeOrder.map((id) => ({
    region: getRegion(profile, id),
    reads: reads.filter((r) => r.regionId === id)
  }));
}

const agreementOf = (reads: readonly KeptReadFact[]) =>
  computeAgreement(reads.map((r) => ({ ...r, readId: r.id })));

/** The content that a lead took, and the reads that hold it; what was put together no read holds. */
function takenAs(
  { sha256 }: AcceptedFact,
  agreement: Agreement,
  reads: readonly KeptReadFact[]
): Agreement {
  const numbers = (list: readonly KeptReadFact[]) =>
    list.map((r) => r.number).sort((a, b) => a - b);
  return {
    ...{ state: 'trusted', total: agreement.total, trustedSha256: sha256 },
    agreeing: numbers(reads.filter((r) => r.sha256 === sha256)),
    dissenting: numbers(reads.filter((r) => r.sha256 !== sha256))
  };
}

/** Who agrees, where the bytes have decided it: a pair that its checks refute is no rival. */
function agreeAs(trust: TrustSummary, reads: readonly KeptReadFact[]): Agreement {
  const counted = agreementOf(reads);
  if (trust.verdict !== 'trusted') return counted;
  // older reads than are held against each other count by what they hold
  const own = reads.find((r) => trust.reference.includes(r.number))?.sha256;
  const isAgreeing = (r: KeptReadFact) => r.sha256 === own;
  const numbers = (list: readonly KeptReadFact[]) =>
    list.map((r) => r.number).sort((a, b) => a - b);
  return {
    ...{ state: 'trusted', total: reads.length },
    trustedSha256: own,
    agreeing: numbers(reads.filter(isAgreeing)),
    dissenting: numbers(reads.filter((r) => !isAgreeing(r)))
  };
}

/** The reads that stand apart, and the one that each should equal (the trusted one, or the first). */
function standApart<R extends KeptReadFact>(reads: readonly R[], agreement: Agreement) {
  const apart = agreement.state === 'disputed' || agreement.dissenting.length > 0;
  const base = reads.find((r) => r.sha256 === agreement.trustedSha256) ?? reads[0];
  return apart && base
    ? { base, others: reads.filter((r) => r.sha256 !== base.sha256) }
    : { base: undefined, others: [] };
}

interface Viewed {
  readonly role: UnitRole;
  readonly region: Region;
  /** What the reads are of, in words. */
  readonly name: string;
  readonly compared: Compared;
  /** `alone`: security data read alone, of which only agreement and its own findings speak. */
  readonly trust: TrustSummary | undefined | 'alone';
  readonly accepted: AcceptedFact | undefined;
}

/** The last word of a lead on just these reads. */
function acceptedOf(
  list: readonly AcceptedFact[],
  regionId: string,
  reads: readonly KeptReadFact[]
): AcceptedFact | undefined {
  const numbers = reads.map((r) => r.number).sort((a, b) => a - b);
  return list
    .filter((a) => a.regionId === regionId && a.readNumbers.join() === numbers.join())
    .at(-1);
}

function viewRegion<R extends KeptReadFact>(
  { role, region, name, compared, trust: looked, accepted }: Viewed,
  reads: readonly R[]
): RegionView<R> {
  const trust = looked === 'alone' ? undefined : looked;
  const counted = trust ? agreeAs(trust, reads) : agreementOf(reads);
  const { base, others } = standApart(reads, counted);
  const differences = others.flatMap((read): Difference[] => {
    const comparison = base && compared(base.sha256, read.sha256);
    return base && comparison ? [{ first: base.number, second: read.number, comparison }] : [];
  });
  const judged = reads.find((r) => r.sha256 === counted.trustedSha256) ?? reads[0];
  const findings = judged?.findings ?? [];
  const facts = {
    regionName: name,
    agreement: counted,
    findings,
    trust: looked,
    differingBytes: differences[0]?.comparison.differingBytes
  };
  const own = judgeRegion(facts);
  // what is trusted by itself needs nobody's word; another content than that one does: the alternate, when what is trusted failed in the vehicle
  const needless = isTrusted(own) && accepted?.sha256 === counted.trustedSha256;
  const taken = accepted && !needless && own.state !== 'none' ? accepted : undefined;
  const verdict = taken ? judgeAccepted(facts, taken) : own;
  const agreement = taken ? takenAs(taken, counted, reads) : counted;
  return { region, role, reads, agreement, findings, differences, trust, accepted: taken, verdict };
}

/** A backup that is the original's own content is none, whatever else is true of it. */
export function holdAgainst<R extends KeptReadFact>(
  profile: Profile,
  sides: {
    readonly original: readonly RegionView<R>[];
    readonly donor: readonly RegionView<R>[];
    readonly writtenElsewhere: boolean;
  }
): RegionView<R>[] {
  const contents = (views: readonly RegionView[], id: string) =>
    views.find((v) => v.region.id === id)?.reads.map((r) => r.sha256) ?? [];
  const equal = findEqualBackups(
    profile,
    profile.regions.map((r) => ({
      regionId: r.id,
      original: contents(sides.original, r.id),
      donor: contents(sides.donor, r.id)
    })),
    sides
  );
  return sides.donor.map((view) =>
    equal.includes(view.region.id) ? { ...view, verdict: judgeEqualBackup(view.region.name) } : view
  );
}
