import type { Profile } from '../profile/profile.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { lengthOf } from '../image/range.ts';
import type { ByteOrigin, PlanLine } from './plan.ts';
import { countOrigins } from './trace-parts.ts';

/** What a plan comes to, in figures and names. */
export interface PlanTelling {
  /** Bytes of all written regions by where they come from. */
  readonly counts: Partial<Record<ByteOrigin, number>>;
  /** What is carried from the original, or put in its place: names without copies, security data counted. */
  readonly carried: readonly string[];
  readonly secrets: number;
  /** Parts that stay the donor's, by name. */
  readonly kept: readonly string[];
  /** Regions that stay the donor's as a whole, by name. */
  readonly untouched: readonly string[];
  /** Checksums that were corrected. */
  readonly corrected: number;
  /** Bytes that differ from what the donor holds now; undefined where that is not known of every region. */
  readonly changesBytes: number | undefined;
}

type Line = Omit<PlanLine, 'sha256'>;

/** What is written, in the figures that a person wants to hear. */
export function tellPlan(profile: Profile, lines: readonly Line[]): PlanTelling {
  const rows = lines.flatMap((l) => l.provenance);
  const named = lines.flatMap((l) => namesOf(profile, l));
  const carriedFields = named.filter((n) => n.carried);
  const changes = lines.map((l) => l.changesBytes);
  return {
    counts: countOrigins(rows),
    carried: unique(carriedFields.filter((n) => n.role !== 'secret').map((n) => n.name)),
    secrets: unique(carriedFields.filter((n) => n.role === 'secret').map((n) => n.name)).length,
    kept: unique(
      lines.flatMap((l) => l.parts.filter((p) => p.from === 'donor').map((p) => p.what))
    ).filter((name) => name !== ''),
    untouched: profile.regions
      .filter((r) => !lines.some((l) => l.regionId === r.id))
      .map((r) => r.name),
    corrected: lines.flatMap((l) => l.sums).filter((s) => s.before !== s.after).length,
    changesBytes: changes.every((c) => c !== undefined)
      ? changes.reduce((sum, c) => sum + c, 0)
      : undefined
  };
}

const unique = (names: readonly string[]) => [...new Set(names)];

/** Fields of a region, and whether their bytes are carried. */
function namesOf(profile: Profile, line: Line) {
  return fieldsOfRegion(profile, line.regionId).map(({ name, role, offsets }) => {
    const row = line.provenance.find(
      (p) => lengthOf(p) > 0 && offsets.some((at) => p.start <= at && at < p.end)
    );
    const carried = row?.origin === 'original' || row?.origin === 'patched';
    return { name, role, carried };
  });
}
