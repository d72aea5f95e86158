import type { SumState } from '@badger/core/checksum/verify-sums';
import { verifySums } from '@badger/core/checksum/verify-sums';
import { readFields, type FieldReading } from '@badger/core/field/read-fields';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import type { SparseImage } from '@badger/core/image/image';
import type { Profile, Region } from '@badger/core/profile/profile';
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
  const { bytesAt } = viewOf(image, region);
  const rules = profile.checksums.filter((rule) => rule.region === region.id);
  const checksums = verifySums(rules, bytesAt).map(tellState);
  const fields = readFields(fieldsOfRegion(profile, region.id), bytesAt).map(tellField);
  const lines = [
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
  return { json: { checksums, fields }, lines, sound };
}
