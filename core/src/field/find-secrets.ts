import { decodeField } from './decode-field.ts';
import { fieldsOfRegion } from './fields-of-profile.ts';
import { readFields, winnerBytes, type FieldVerdict } from './read-fields.ts';
import type { BytesAt } from '../checksum/rule.ts';
import type { Profile } from '../profile/profile.ts';

/** Security data as it stands in a content. */
export interface FoundSecret {
  readonly id: string;
  readonly name: string;
  readonly verdict: FieldVerdict;
  /** The value itself: for the safe and nobody else. Empty unless every copy says the same (`sound`). */
  readonly value: string;
}

/** Security data of a region, each with its value. Offsets in the plain content; `bytesAt` gives undefined for what nobody read. */
export function findSecrets(
  profile: Profile,
  regionId: string,
  bytesAt: BytesAt
): readonly FoundSecret[] {
  const specs = fieldsOfRegion(profile, regionId).filter((f) => f.role === 'secret');
  return readFields(specs, bytesAt).map((reading) => {
    const { spec, verdict } = reading;
    const bytes = verdict === 'sound' ? winnerBytes(spec, reading, bytesAt) : undefined;
    return {
      ...{ id: spec.id, name: spec.name, verdict },
      value: bytes ? decodeField(spec.form, bytes).text : ''
    };
  });
}
