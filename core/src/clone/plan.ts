import { fail, ok, type Result } from '../base/result.ts';
import type { Finding } from '../image/finding.ts';
import { imageOf, type SparseImage } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import { getRegion, rangeOf, type CloneMethod, type Profile } from '../profile/profile.ts';
import type { PartSource, PlanPart, RegionParts } from './parts.ts';

/** A kept content that parts of a region are taken from. */
export interface PlanSource {
  /** `stock`: the maker's file of what the unit holds now, only looked at beside. */
  readonly from: PartSource | 'stock';
  /** Region of the unit that it was read from; of a partner that of its own family. */
  readonly regionId: string;
  readonly readId: string;
  readonly sha256: string;
  /** Addresses that it covers, where it is not the whole region. */
  readonly ranges?: readonly Range[];
}

/** What is decided of one region before any byte is looked at. The same decision over the same contents gives the same bytes. */
export interface RecipeLine extends RegionParts {
  readonly sources: readonly PlanSource[];
}

/** Where bytes of the finished image come from. `checksum`: corrected; `patched`: security data put in its place. */
export type ByteOrigin = Exclude<PartSource, 'partner'> | 'patched' | 'checksum';

/** Offsets of the plain content and where they come from. */
export interface Provenance extends Range {
  readonly origin: ByteOrigin;
  /** What it is: a field, a part that the family names, a checksum; empty for what has no name. */
  readonly what: string;
}

/** One check of the finished image. Values as hex. */
export interface SumLine {
  readonly rule: string;
  /** Number of the block from 0, where the rule has several. */
  readonly block: number;
  readonly before: string;
  readonly after: string;
}

/** What a field of the finished image says, beside what it says in the units. Of security data never its value. */
export interface FieldLine {
  readonly id: string;
  readonly name: string;
  readonly role: 'identity' | 'mileage' | 'secret' | 'other';
  readonly origin: ByteOrigin;
  readonly written: string;
  /** Undefined where that content was not there to be looked at. */
  readonly original?: string;
  readonly donor?: string;
}

export interface PlanLine {
  readonly regionId: string;
  readonly regionName: string;
  readonly lengthBytes: number;
  /** The read that most of it is taken from. */
  readonly readId: string;
  /** Of what is written. */
  readonly sha256: string;
  readonly parts: readonly PlanPart[];
  readonly sources: readonly PlanSource[];
  /** Ascending, and covers the region exactly. */
  readonly provenance: readonly Provenance[];
  /** Empty where nobody knows how the region is checked. */
  readonly sums: readonly SumLine[];
  readonly fields: readonly FieldLine[];
  /** What was found in a supplied file; undefined where there is none. */
  readonly guard?: readonly Finding[];
  /** Bytes in which it differs from what the target holds now; undefined where that is not known. */
  readonly changesBytes?: number;
}

/** What will be written, in the order in which it is written. */
export interface ClonePlan {
  readonly method: CloneMethod;
  readonly family: string;
  /** Of the profile; undefined in plans from before it was kept. */
  readonly version?: number;
  readonly lines: readonly PlanLine[];
}

/** Where a piece of what is written came from. */
export interface WriteOrigin {
  readonly readId: string;
  readonly sha256: string;
}

/**
 * What one line of a plan writes, as an image at the addresses of the unit. `content` is looked up by SHA-256.
 * Errors: `clone.content.gap` (it does not fill the region exactly).
 */
export function imageOfLine(
  profile: Profile,
  { regionId, readId, sha256 }: PlanLine,
  content: Uint8Array
): Result<SparseImage<WriteOrigin>> {
  const region = getRegion(profile, regionId);
  if (content.length !== region.lengthBytes)
    return fail('clone.content.gap', { region: region.name });
  return ok(imageOf([{ range: rangeOf(region), bytes: content, origin: { readId, sha256 } }]));
}

/** Was a plan made of the same contents, in the same way? Names, reasons and the order of the regions do not count. */
export const sameRecipe = (
  a: readonly RecipeLine[],
  b: readonly RecipeLine[],
  /** Contents that were only looked at beside were not kept in plans of old. */
  takenOnly = false
): boolean => essence(a, takenOnly) === essence(b, takenOnly);

function essence(lines: readonly RecipeLine[], takenOnly: boolean): string {
  return JSON.stringify(
    lines.toSorted(byRegion).map(({ regionId, parts, sources }) => [
      regionId,
      joinParts(parts).map((p) => [p.start, p.end, p.from, p.secretId]),
      sources
        .filter((s) => !takenOnly || parts.some((p) => p.from === s.from))
        .map((s) => [s.from, s.regionId, s.sha256, (s.ranges ?? []).map((r) => [r.start, r.end])])
        .sort()
    ])
  );
}

const byRegion = (a: RecipeLine, b: RecipeLine) => (a.regionId < b.regionId ? -1 : 1);

/** Parts that touch and have one source are one, whatever they are called. */
function joinParts(parts: readonly PlanPart[]): PlanPart[] {
  const joined: PlanPart[] = [];
  for (const part of parts) {
    const last = joined.at(-1);
    if (last?.from === part.from && last.secretId === part.secretId && last.end === part.start)
      joined[joined.length - 1] = { ...last, end: part.end };
    else joined.push(part);
  }
  return joined;
}

/** A plan from before parts were kept: every region as it was read of one content. */
export function readPlan(plan: ClonePlan): ClonePlan {
  const from: PartSource = plan.method === 'supplied-file' ? 'supplied' : 'original';
  const lines = plan.lines.map((line) => {
    if ((line as Partial<PlanLine>).parts) return line;
    const { regionId, readId, sha256, lengthBytes: end } = line;
    return {
      ...line,
      parts: [{ start: 0, end, from, what: '', why: '' }],
      sources: [{ from, regionId, readId, sha256 }],
      provenance: [{ start: 0, end, origin: from, what: '' }],
      ...{ sums: [], fields: [] }
    };
  });
  return { ...plan, lines };
}

/** A trusted content of a unit's own region. */
export interface BackupRegion {
  readonly regionId: string;
  readonly readId: string;
  readonly sha256: string;
}

/** What has to be written to give a unit its own content back. */
export function planOfBackup(
  profile: Profile,
  from: 'original' | 'donor',
  regions: readonly BackupRegion[]
): PlanLine[] {
  return regions.map(({ regionId, readId, sha256 }) => {
    const { name, lengthBytes: end } = getRegion(profile, regionId);
    return {
      ...{ regionId, regionName: name, lengthBytes: end, readId, sha256 },
      parts: [{ start: 0, end, from, what: '', why: '' }],
      sources: [{ from, regionId, readId, sha256 }],
      provenance: [{ start: 0, end, origin: from, what: '' }],
      ...{ sums: [], fields: [] }
    };
  });
}
