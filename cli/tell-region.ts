import { bytesAtOf, type BytesAt } from '@badger/core/checksum/rule';
import type { SumState } from '@badger/core/checksum/verify-sums';
import { verifySums } from '@badger/core/checksum/verify-sums';
import { readFields, type FieldReading } from '@badger/core/field/read-fields';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import type { SparseImage } from '@badger/core/image/image';
import type { Profile, Region } from '@badger/core/profile/profile';
import { isScrambled, layBare } from '@badger/core/transform/plain-region';
import { viewOf } from './profiles.ts';

const hexOf = (value: bigint | undefined) =>
  value === undefined ? null : `0x${value.toString(16).toUpperCase()}`;

/** A checksum of a rule as data. */
export const tellState = ({ check, stored, computed, verdict }: SumState) => ({
  ...{ rule: check.rule.id, block: check.block, algorithm: check.checksum.name, verdict },
  ...{ storedAt: check.stored.start, stored: hexOf(stored), computed: hexOf(computed) }
});

const tellField = ({ spec, verdict, text, agreeing, known }: FieldReading) => ({
  ...{ id: spec.id, name: spec.name, verdict, value: text, copies: spec.offsets.length },
  ...{ known, agreeing, at: spec.offsets }
});

/** What the profile of a family finds in an image of one of its regions. */
export function tellRegion(
  image: SparseImage<'file'>,
  { profile, region }: { readonly profile: Profile; readonly region: Region }
) {
  const rules = profile.checksums.filter((rule) => rule.region === region.id);
  const { bytesAt, laidBare } = plainView(image, { profile, region });
  const checksums = verifySums(rules, bytesAt).map(tellState);
  const fields = readFields(fieldsOfRegion(profile, region.id), bytesAt).map(tellField);
  const lines = [
    ...(laidBare ? ['laid bare as the family is scrambled'] : []),
    ...checksums.map(
      (c) =>
        `checksum ${c.rule}${c.block > 0 ? `, block ${c.block + 1}` : ''}: ${c.verdict}, stored ${c.stored ?? 'unknown'}, computed ${c.computed ?? 'unknown'}`
    ),
    ...fields.map(
      (f) =>
        `${f.name}: ${f.value || 'nothing'}, ${f.verdict}${f.copies > 1 ? `, ${f.agreeing} of ${f.copies} copies` : ''}`
    )
  ];
  const sound = checksums.every((c) => c.verdict === 'holds');
  return { json: { checksums, fields, ...(laidBare ? { laidBare } : {}) }, lines, sound };
}

/** Of a scrambled family a dump is laid bare first; a file that holds its checksums as it stands is bare already. */
function plainView(
  image: SparseImage<'file'>,
  { profile, region }: { readonly profile: Profile; readonly region: Region }
): { readonly bytesAt: BytesAt; readonly laidBare: boolean } {
  const { bytesAt } = viewOf(image, region);
  const rules = profile.checksums.filter((rule) => rule.region === region.id);
  const bytes = bytesAt({ start: 0, end: region.lengthBytes });
  const holds = (at: BytesAt) => verifySums(rules, at).filter((s) => s.verdict === 'holds').length;
  if (!isScrambled(profile, region.id) || !bytes || holds(bytesAt) > 0)
    return { bytesAt, laidBare: false };
  const plain = layBare(profile, region.id, bytes);
  return plain.ok
    ? { bytesAt: bytesAtOf(plain.value), laidBare: true }
    : { bytesAt, laidBare: false };
}
