import { equalBytes } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { correctSums, type SumChange } from '../checksum/correct-sums.ts';
import { bytesAtOf, checksOf, type ChecksumRule } from '../checksum/rule.ts';
import { verifyCheck, verifySums, type SumState } from '../checksum/verify-sums.ts';
import { bytesOf, imageOf, type SparseImage } from '../image/image.ts';
import { overlaps } from '../image/range.ts';
import { getRegion, rangeOf, type Profile, type SecretField } from '../profile/profile.ts';
import { spanOf } from '../trust/sense.ts';
import { isScrambled, layBare, scramble } from '../transform/plain-region.ts';
import type { PartSource, PlanPart, RegionParts } from './parts.ts';
import { fillOf, resetAt } from './resets.ts';
import type { Provenance, SumLine } from './plan.ts';
import { traceParts } from './trace-parts.ts';

/** Content that parts are taken from, as it was read. Addresses are those of its own unit, and of its own family. */
export interface SourceContent {
  readonly profile: Profile;
  readonly regionId: string;
  readonly image: SparseImage<unknown>;
}

export type Contents = Partial<Readonly<Record<PartSource | 'stock', SourceContent>>>;

/** A finished region. Bytes begin where it begins. */
export interface Composed {
  /** What is written. */
  readonly bytes: Uint8Array;
  /** The same laid bare; the same bytes where nothing is scrambled. */
  readonly plain: Uint8Array;
  readonly provenance: readonly Provenance[];
  readonly sums: readonly SumLine[];
}

/**
 * Puts a region together of its parts, corrects the checksums that the mixing broke, and scrambles it again where the family does. An exact copy of one content
 * is left as it is. Errors: `clone.source.missing`, `clone.source.unsound` (a checksum does not hold in a content that is used for it),
 * `clone.secret.unsound` (copies differ, or nothing is kept), `clone.sums.differ`, those of the transforms and of {@link correctSums}. Memory: a few copies of the region.
 */
export function composeRegion(
  profile: Profile,
  region: RegionParts,
  contents: Contents
): Result<Composed> {
  const plainOf = layEachBare(profile, region, contents);
  if (!plainOf.ok) return plainOf;
  const rules = profile.checksums.filter((r) => r.region === region.regionId);
  const unsound = findUnsound(region, rules, plainOf.value);
  if (unsound) return unsound;
  const { lengthBytes } = getRegion(profile, region.regionId);
  const plain = new Uint8Array(lengthBytes);
  for (const part of region.parts) {
    const bytes = bytesOfPart(profile, part, {
      ...{ plain: plainOf.value, contents },
      regionId: region.regionId
    });
    if (!bytes.ok) return bytes;
    plain.set(bytes.value, part.start);
  }
  const summed = settle(plain, rules, isMixed(region));
  if (!summed.ok) return summed;
  const { changes, sums } = summed.value;
  for (const { range, becomes } of changes) plain.set(becomes, range.start);
  const bytes = scramble(profile, region.regionId, plain);
  if (!bytes.ok) return bytes;
  return ok({ bytes: bytes.value, plain, sums, provenance: traceParts(profile, region, changes) });
}

type Plains = ReadonlyMap<PartSource, Uint8Array>;

/** True where the bytes are not one content as it was read. */
export const isMixed = ({ parts }: RegionParts): boolean =>
  new Set(parts.map((p) => p.from)).size > 1 || parts.some((p) => p.secretId !== undefined);

/** The plain content of each whole region that parts are taken from; a partner's is of another family and is looked at by its fields alone. */
function layEachBare(
  profile: Profile,
  { regionId, parts }: RegionParts,
  contents: Contents
): Result<Plains> {
  const plains = new Map<PartSource, Uint8Array>();
  const region = getRegion(profile, regionId);
  const wanted = new Set(
    parts.map((p) => p.from).filter((from) => from !== 'partner' && from !== 'filler')
  );
  for (const from of wanted) {
    const bytes = contents[from] && bytesOf(contents[from].image, rangeOf(region));
    // security data alone was read of it: that is enough where nothing else is taken
    const alone = parts.every((p) => p.from !== from || p.secretId !== undefined);
    if (!bytes && alone && contents[from]) continue;
    if (!bytes) return fail('clone.source.missing', { region: region.name, from });
    const plain = layBare(profile, regionId, bytes);
    if (!plain.ok) return plain;
    plains.set(from, plain.value);
  }
  return ok(plains);
}

/** A checksum that does not hold in a content would be made to hold by the correction, and what is wrong hidden for good. */
function findUnsound(
  { parts }: RegionParts,
  rules: readonly ChecksumRule[],
  plains: Plains
): Result<never> | undefined {
  for (const [from, plain] of plains) {
    const own = parts.filter((p) => p.from === from);
    for (const check of rules.flatMap((rule) => checksOf(rule))) {
      const used = spanOf(check).some((span) => own.some((p) => overlaps(p, span)));
      if (used && verifyCheck(check, bytesAtOf(plain)).verdict !== 'holds')
        return fail('clone.source.unsound', { rule: check.rule.id, from });
    }
  }
  return undefined;
}

interface Taken {
  readonly regionId: string;
  readonly plain: Plains;
  readonly contents: Contents;
}

function bytesOfPart(
  profile: Profile,
  part: PlanPart,
  { regionId, plain, contents }: Taken
): Result<Uint8Array> {
  if (part.from === 'filler') {
    const reset = resetAt(profile, regionId, part);
    return reset ? ok(fillOf(reset)) : fail('clone.reset.other', { region: part.what });
  }
  if (part.secretId === undefined) {
    const own = plain.get(part.from);
    return own
      ? ok(own.subarray(part.start, part.end))
      : fail('clone.source.missing', { region: part.what, from: part.from });
  }
  const content = contents[part.from];
  if (!content) return fail('clone.source.missing', { region: part.what, from: part.from });
  const secret = secretOf(content.profile, part.secretId);
  const wanted = secretOf(profile, part.secretId);
  if (!secret || !wanted || secret.lengthBytes !== wanted.lengthBytes)
    return fail('clone.secret.none', { secret: part.what, family: content.profile.id });
  return takeSecret(content, secret);
}

const secretOf = ({ secrets }: Profile, id: string) => secrets.find((s) => s.id === id);

/** Security data of which every copy is the same. Errors: `clone.secret.unsound`. */
export function takeSecret(
  { profile, image }: SourceContent,
  secret: SecretField
): Result<Uint8Array> {
  const { address } = getRegion(profile, secret.region);
  const unsound = fail('clone.secret.unsound', { secret: secret.name, family: profile.id });
  const plain = plainAround(profile, secret.region, image);
  // what was read alone of a scrambled region cannot be laid bare
  if (!plain && isScrambled(profile, secret.region)) return unsound;
  const copies = secret.offsets.map((at) => {
    const range = { start: at, end: at + secret.lengthBytes };
    return plain
      ? plain.subarray(range.start, range.end)
      : bytesOf(image, { start: address + range.start, end: address + range.end });
  });
  const [first] = copies;
  if (!first || copies.some((c) => !c || !equalBytes(c, first))) return unsound;
  // erased, or cleared: nothing is kept there
  return first.every((b) => b === first[0]) ? unsound : ok(first.slice());
}

/** The whole region laid bare, where it is all there. */
function plainAround(profile: Profile, regionId: string, image: SparseImage<unknown>) {
  const bytes = bytesOf(image, rangeOf(getRegion(profile, regionId)));
  const plain = bytes && layBare(profile, regionId, bytes);
  return plain?.ok ? plain.value : undefined;
}

/** Checksums corrected where bytes were mixed, only looked at where they were not. Errors: `clone.sums.differ`, those of {@link correctSums}. */
function settle(
  plain: Uint8Array,
  rules: readonly ChecksumRule[],
  mixed: boolean
): Result<{ readonly changes: readonly SumChange[]; readonly sums: readonly SumLine[] }> {
  if (!mixed) {
    const states = verifySums(rules, bytesAtOf(plain));
    const differs = states.find((s) => s.verdict !== 'holds');
    return differs
      ? fail('clone.sums.differ', { rule: differs.check.rule.id })
      : ok({ changes: [], sums: linesOf(states, states) });
  }
  const range = { start: 0, end: plain.length };
  const corrected = correctSums(imageOf([{ range, bytes: plain, origin: 'mixed' }]), rules);
  if (!corrected.ok) return corrected;
  const { before, changes, after } = corrected.value;
  return ok({ changes, sums: linesOf(before, after) });
}

const linesOf = (before: readonly SumState[], after: readonly SumState[]): SumLine[] =>
  after.map(({ check, stored }, i) => ({
    rule: check.rule.id,
    block: check.block,
    before: hex(before[i]?.stored),
    after: hex(stored)
  }));

const hex = (value: bigint | undefined) => value?.toString(16).toUpperCase() ?? '';
