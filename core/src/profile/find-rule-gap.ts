import type { Problem } from '../base/result.ts';
import {
  checksOf,
  coveredParts,
  MOST_BLOCKS,
  type ChecksumRule,
  type SumCheck
} from '../checksum/rule.ts';
import { contains, overlaps, type Range } from '../image/range.ts';
import { lengthOf } from '../image/range.ts';
import type { Profile } from './profile.ts';

/**
 * The first rule of a checksum that does not hold together; undefined for none. Errors: `profile.region.unknown`, `profile.rule.outside` where
 * something lies outside the region or a value half inside its range, `profile.rule.blocks`, `profile.rule.words`, `profile.rule.free`,
 * `profile.rule.clash` where two stored values share bytes.
 */
export function findRuleGap(profile: Profile): Problem | undefined {
  for (const [i, rule] of profile.checksums.entries()) {
    const found = gapOf(profile, rule);
    if (found) return { code: found, params: { path: `checksums/${i}`, region: rule.region } };
  }
  return findClash(profile.checksums);
}

type RuleCode = Extract<Problem['code'], `profile.r${string}`>;

function gapOf(profile: Profile, rule: ChecksumRule): RuleCode | undefined {
  const region = profile.regions.find((r) => r.id === rule.region);
  if (!region) return 'profile.region.unknown';
  const whole = { start: 0, end: region.lengthBytes };
  if ([...rule.over, ...rule.free].some((r) => r.start >= r.end || !contains(whole, r)))
    return 'profile.rule.outside';
  if (rule.over.some((a, i) => rule.over.some((b, j) => j < i && overlaps(a, b))))
    return 'profile.rule.outside';
  const badFree = rule.free.some((f) => !rule.over.some((o) => contains(o, f)));
  if (badFree || rule.fixed !== rule.free.length > 0) return 'profile.rule.free';
  if (rule.blocks && (rule.over.length > 1 || rule.fixed || tooMany(rule)))
    return 'profile.rule.blocks';
  const found = checksOf(rule).map((check) => gapOfCheck(check, whole));
  return found.find((code) => code !== undefined);
}

const tooMany = ({ over, blocks }: ChecksumRule) =>
  blocks !== undefined && lengthOf(over[0] as Range) / blocks.bytes > MOST_BLOCKS;

function gapOfCheck(check: SumCheck, whole: Range): RuleCode | undefined {
  const { stored, inverse, over, checksum, rule } = check;
  const kept = inverse ? [stored, inverse] : [stored];
  if (kept.some((r) => !contains(whole, r))) return 'profile.rule.outside';
  if (inverse && overlaps(stored, inverse)) return 'profile.rule.outside';
  const half = kept.some((r) => over.some((o) => overlaps(o, r) && !contains(o, r)));
  if (half) return 'profile.rule.outside';
  if (rule.free.some((f) => kept.some((r) => overlaps(f, r)))) return 'profile.rule.free';
  const covered = coveredParts(check).reduce((n, p) => n + lengthOf(p.range), 0);
  if (covered === 0) return 'profile.rule.outside';
  return covered % checksum.wordBytes === 0 ? undefined : 'profile.rule.words';
}

/** Two values at one place cannot both be right. */
function findClash(rules: readonly ChecksumRule[]): Problem | undefined {
  const kept = rules.flatMap((rule, i) =>
    checksOf(rule).flatMap(({ stored, inverse }) =>
      [stored, ...(inverse ? [inverse] : [])].map((range) => ({ range, i, region: rule.region }))
    )
  );
  kept.sort((a, b) =>
    a.region < b.region ? -1 : a.region > b.region ? 1 : a.range.start - b.range.start
  );
  const at = kept.findIndex((k, i) => {
    const last = kept[i - 1];
    return last?.region === k.region && overlaps(last.range, k.range);
  });
  const clash = kept[at];
  return clash && { code: 'profile.rule.clash', params: { path: `checksums/${clash.i}` } };
}
