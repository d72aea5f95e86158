import { parseHex } from '../base/bytes.ts';
import type { FieldSpec } from '../field/field.ts';
import type { Range } from '../image/range.ts';
import type { Profile, ResetField } from '../profile/profile.ts';

/** A field that may be set back. */
export interface Reset extends ResetField {
  readonly spec: FieldSpec;
}

/** All that the family lets be set back, in its order. */
export function listResets({ resets, fields }: Profile): Reset[] {
  return resets.flatMap((reset) => {
    const spec = fields.find((f) => f.id === reset.field);
    return spec ? [{ ...reset, spec }] : [];
  });
}

/** Where a field stands, every copy. Offsets. */
export const copiesOf = ({ offsets, lengthBytes }: FieldSpec): Range[] =>
  offsets.map((start) => ({ start, end: start + lengthBytes }));

/** What may be set back and has a copy at just these bytes. */
export function resetAt(
  profile: Profile,
  regionId: string,
  { start, end }: Range
): Reset | undefined {
  return listResets(profile).find(
    ({ spec }) =>
      spec.region === regionId && copiesOf(spec).some((c) => c.start === start && c.end === end)
  );
}

/** The bytes of a field that was set back. */
export function fillOf({ fill, spec }: Reset): Uint8Array {
  const pattern = parseHex(fill) ?? new Uint8Array(0);
  return Uint8Array.from(
    { length: spec.lengthBytes },
    (_, i) => pattern[i % pattern.length] as number
  );
}
