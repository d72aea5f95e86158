import { judge, type Judgement } from '../base/verdict.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import type { Comparison } from '../image/compare.ts';
import type { Finding } from '../image/finding.ts';
import { contains, overlaps, type Range } from '../image/range.ts';
import type { VehicleSign } from './in-vehicle.ts';
import { getRegion, type Profile } from '../profile/profile.ts';
import { isScrambled } from '../transform/plain-region.ts';
import { knowRegion } from '../trust/read-set.ts';
import { coveredAsRead } from '../trust/sense.ts';

/** A kept content of a region, other than the one that was written from. */
export interface KeptContent {
  readonly sha256: string;
  /** Numbers of the reads that hold it. */
  readonly reads: readonly number[];
  /** Against the content that was written from; undefined where nobody could hold them against each other: another length, say. */
  readonly comparison: Comparison | undefined;
  /** What was found in it by itself. */
  readonly findings: readonly Finding[];
  /** It was written from before, and that failed in the vehicle. */
  readonly failed: boolean;
}

/** What could be written instead, and what speaks for it. */
export interface Alternate {
  readonly sha256: string;
  readonly reads: readonly number[];
  /** Bytes in which it differs, where that is known. */
  readonly differingBytes: number | undefined;
  /** Where it differs; offsets, as they lie in the memory. */
  readonly ranges: readonly Range[];
  /** Do checksums of the family cover those ranges? Where none does, a wrong byte is found by nothing. */
  readonly checked: 'all' | 'some' | 'none' | 'unknown';
  /** Fields that lie in those ranges, by name. */
  readonly fields: readonly string[];
  /** What was seen in the vehicle can come of just these bytes. */
  readonly fits: boolean;
  readonly judgement: Judgement;
}

export interface AlternateFacts {
  readonly profile: Profile;
  readonly regionId: string;
  /** Offsets of the plain content that are taken from this one. */
  readonly taken: readonly Range[];
  /** What was found in the content that was written from: the unit's own, however odd. */
  readonly usedFindings: readonly Finding[];
  /** Nothing but this region was written: what failed is its content. */
  readonly alone: boolean;
  readonly signs: readonly VehicleSign[];
}

/**
 * What could be written instead of what failed in the vehicle: the most promising first. None is ever Go: that it is right shows in the vehicle.
 * Example: of two kept contents the one that differs in the immobiliser secret comes first where the engine starts and dies.
 */
export function rankAlternates(
  facts: AlternateFacts,
  contents: readonly KeptContent[]
): Alternate[] {
  return contents.map((content) => weigh(facts, content)).sort(byPromise);
}

function weigh(facts: AlternateFacts, content: KeptContent): Alternate {
  const { sha256, reads, comparison } = content;
  const { taken, profile, regionId } = facts;
  const scrambled = isScrambled(profile, regionId);
  const all = comparison?.ranges ?? [];
  // what lies where is known of the plain content alone
  const ranges = scrambled ? all : all.filter((r) => touches(taken, r));
  const fields = fieldsOfRegion(profile, regionId).filter(
    (f) =>
      !scrambled &&
      f.offsets.some((start) => touches(ranges, { start, end: start + f.lengthBytes }))
  );
  const checked = comparison ? judgeCover(facts, ranges, comparison.cut) : 'unknown';
  return {
    ...{ sha256, reads, ranges, checked },
    differingBytes: comparison?.differingBytes,
    fields: fields.map((f) => f.name),
    fits: facts.signs.some((s) => EXPLAINS[s]({ fields, checked })),
    judgement: judgeContent(facts, content, ranges)
  };
}

const touches = (ranges: readonly Range[], range: Range) => ranges.some((r) => overlaps(r, range));

function judgeCover(
  { profile, regionId }: AlternateFacts,
  ranges: readonly Range[],
  cut: boolean
): Alternate['checked'] {
  const { lengthBytes } = getRegion(profile, regionId);
  const covered = coveredAsRead(knowRegion(profile, regionId), lengthBytes);
  const within = ranges.filter((r) => covered.some((c) => contains(c, r))).length;
  // where more ranges differ than were kept, the rest may lie anywhere
  if (within === ranges.length) return cut ? 'some' : 'all';
  return ranges.some((r) => touches(covered, r)) || cut ? 'some' : 'none';
}

interface Touched {
  readonly fields: readonly { readonly role: string; readonly id: string }[];
  readonly checked: Alternate['checked'];
}

/** Can what was seen come of bytes that differ there? */
const EXPLAINS: Record<VehicleSign, (touched: Touched) => boolean> = {
  'starts-and-dies': ({ fields }) => fields.some((f) => f.role === 'secret'),
  'vin-fault': ({ fields }) => fields.some((f) => f.role === 'identity' && f.id === 'vin'),
  // its own check found what no checksum of ours covers
  'memory-fault': ({ checked }) => checked === 'none' || checked === 'some',
  'cranks-no-start': ({ checked }) => checked === 'none' || checked === 'some',
  'other-fault': () => false
};

function judgeContent(
  { alone, usedFindings }: AlternateFacts,
  { comparison, findings, failed }: KeptContent,
  ranges: readonly Range[]
): Judgement {
  const own = new Set(usedFindings.map(nameOf));
  const wrong = findings.find(
    (f) => f.severity === 'stop' || (f.severity === 'look' && !own.has(nameOf(f)))
  );
  if (!comparison) return judge('stop', 'alternate.content.incomparable');
  if (wrong) return judge('stop', 'alternate.content.unsound', { found: wrong.code });
  if (ranges.length === 0) return judge('stop', 'alternate.content.untaken');
  if (failed) return judge(alone ? 'stop' : 'look', 'alternate.content.failed');
  return judge('look', 'alternate.content.untried', { bytes: comparison.differingBytes });
}

/** Which rule or field a finding is about; the values differ from content to content. */
const nameOf = ({ code, params }: Finding) => `${code} ${params['rule'] ?? params['field'] ?? ''}`;

const usable = (a: Alternate) => (a.judgement.verdict === 'stop' ? 1 : 0);

function byPromise(a: Alternate, b: Alternate): number {
  return (
    usable(a) - usable(b) ||
    Number(b.fits) - Number(a.fits) ||
    b.reads.length - a.reads.length ||
    (a.differingBytes ?? Infinity) - (b.differingBytes ?? Infinity)
  );
}
