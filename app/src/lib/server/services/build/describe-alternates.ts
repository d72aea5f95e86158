import type { UnitRole } from '@badger/core/job/roles';
import { rankAlternates, type KeptContent } from '@badger/core/clone/rank-alternates';
import type { PlanLine } from '@badger/core/clone/plan';
import { trustedContent } from '@badger/core/job/trusted-content';
import { failuresOf } from '@badger/core/clone/in-vehicle';
import type { Range } from '@badger/core/image/range';
import type { AlternatesData } from '../../../in-vehicle-types.ts';
import type { Deps } from '../../deps.ts';
import { listCloneImages, type ReadRow } from '../../repositories/reads.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView, RegionView } from '../job/job-view.ts';
import { compareKept } from '../reads/compare-reads.ts';

/** What could be written instead, region by region and unit by unit; empty unless the last proven write failed in the vehicle. */
export async function describeAlternates(deps: Deps, view: JobView): Promise<AlternatesData[]> {
  const { standingWrite: write, inVehicle } = view;
  if (inVehicle?.outcome !== 'fails' || !write?.cloneImageId) return [];
  const [plan] = await listCloneImages(deps.db, [write.cloneImageId]);
  const lines = plan?.lines ?? [];
  const found: AlternatesData[] = [];
  for (const line of lines)
    for (const role of ['original', 'donor'] as const) {
      const region = view.regions[role].find((r) => r.region.id === line.regionId);
      const used = line.sources.find((s) => s.from === role);
      const taken = line.parts.filter((p) => p.from === role);
      if (!region || !used || taken.length === 0) continue;
      const facts = { role, region, usedSha256: used.sha256, taken, alone: isAlone(lines, line) };
      found.push(await describeRegion(deps, view, facts));
    }
  return found;
}

/** Nothing else was written, and all of it came from one content: what failed is that content. */
const isAlone = (lines: readonly PlanLine[], line: PlanLine) =>
  lines.length === 1 && new Set(line.parts.map((p) => p.from)).size === 1;

interface OfRegion {
  readonly role: UnitRole;
  readonly region: RegionView;
  readonly usedSha256: string;
  readonly taken: readonly Range[];
  readonly alone: boolean;
}

async function describeRegion(
  deps: Deps,
  view: JobView,
  { role, region, usedSha256, taken, alone }: OfRegion
): Promise<AlternatesData> {
  const { profile } = sideOf(deps, view, role);
  const regionId = region.region.id;
  const base = {
    ...{ role, regionId, regionName: region.region.name },
    usedReads: numbersOf(region.reads.filter((r) => r.sha256 === usedSha256))
  };
  if (!profile) return { ...base, alternates: [] };
  const others = [...new Set(region.reads.map((r) => r.sha256))].filter((s) => s !== usedSha256);
  const failed = new Set(
    failuresOf(view.records.inVehicle)
      .flatMap((t) => t.contents.filter((c) => c.regionId === regionId))
      .flatMap((c) => c.sources.filter((s) => s.from === role).map((s) => s.sha256))
  );
  const contents: KeptContent[] = [];
  for (const sha256 of others) {
    const reads = region.reads.filter((r) => r.sha256 === sha256);
    contents.push({
      ...{ sha256, reads: numbersOf(reads), findings: reads[0]?.findings ?? [] },
      failed: failed.has(sha256),
      comparison: await compareKept({ db: deps.db, vault: deps.vault }, usedSha256, sha256)
    });
  }
  const signs = view.inVehicle?.signs ?? [];
  const usedFindings = region.reads.find((r) => r.sha256 === usedSha256)?.findings ?? [];
  const ranked = rankAlternates({ profile, regionId, taken, alone, signs, usedFindings }, contents);
  return {
    ...base,
    alternates: ranked.flatMap((a) => {
      const read = region.reads.find((r) => r.sha256 === a.sha256);
      const taken = trustedContent(region)?.sha256 === a.sha256;
      return read ? [{ ...a, readId: read.id, taken }] : [];
    })
  };
}

const numbersOf = (reads: readonly ReadRow[]) => reads.map((r) => r.number).sort((a, b) => a - b);
