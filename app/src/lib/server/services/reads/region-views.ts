import type { Finding } from '@badger/core/image/finding';
import type { Comparison } from '@badger/core/image/compare';
import type { UnitRole } from '@badger/core/job/roles';
import type { Profile, Region } from '@badger/core/profile/profile';
import { computeAgreement, type Agreement } from '@badger/core/reads/agreement';
import { judgeRegion, type RegionJudgement } from '@badger/core/reads/judge-region';
import type { Tx } from '../../db/client.ts';
import type { ReadRow } from '../../repositories/reads.ts';
import { compareKept } from './compare-reads.ts';

export interface Difference {
  readonly first: number;
  readonly second: number;
  readonly comparison: Comparison;
}

/** One region of one unit: its kept reads, whether they agree, and the verdict. */
export interface RegionView {
  readonly region: Region;
  readonly role: UnitRole;
  readonly reads: readonly ReadRow[];
  readonly agreement: Agreement;
  readonly findings: readonly Finding[];
  readonly differences: readonly Difference[];
  readonly verdict: RegionJudgement;
}

/** Builds the views of all regions of one unit in the family's write order. */
export async function buildRegionViews(
  db: Tx,
  options: { profile: Profile; role: UnitRole; reads: readonly ReadRow[] }
): Promise<RegionView[]> {
  const views: RegionView[] = [];
  for (const id of options.profile.writeOrder) {
    const region = options.profile.regions.find((r) => r.id === id) as Region;
    const reads = options.reads.filter((r) => r.regionId === id);
    views.push(await buildRegionView(db, { region, role: options.role, reads }));
  }
  return views;
}

async function buildRegionView(
  db: Tx,
  { region, role, reads }: { region: Region; role: UnitRole; reads: readonly ReadRow[] }
): Promise<RegionView> {
  const facts = reads.map((r) => ({ ...r, readId: r.id }));
  const agreement = computeAgreement(facts);
  const differences = await findDifferences(db, reads, agreement);
  const judged = reads.find((r) => r.sha256 === agreement.trustedSha256) ?? reads[0];
  const findings = judged?.findings ?? [];
  const verdict = judgeRegion({
    regionName: region.name,
    agreement,
    findings,
    differingBytes: differences[0]?.comparison.differingBytes
  });
  return { region, role, reads, agreement, findings, differences, verdict };
}

/** Compares each read that stands apart with the one it should equal (the trusted one, or the first). */
async function findDifferences(
  db: Tx,
  reads: readonly ReadRow[],
  agreement: Agreement
): Promise<Difference[]> {
  if (agreement.state !== 'disputed' && agreement.dissenting.length === 0) return [];
  const base = reads.find((r) => r.sha256 === agreement.trustedSha256) ?? reads[0];
  if (!base) return [];
  const out: Difference[] = [];
  for (const read of reads) {
    if (read.sha256 === base.sha256) continue;
    const comparison = await compareKept(db, base.sha256, read.sha256);
    if (comparison) out.push({ first: base.number, second: read.number, comparison });
  }
  return out;
}
