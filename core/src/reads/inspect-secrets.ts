import { equalBytes } from '../base/bytes.ts';
import type { Finding } from '../image/finding.ts';
import { bytesOf, joinBytes, type SparseImage } from '../image/image.ts';
import { getRegion, type Profile, type SecretField } from '../profile/profile.ts';

/**
 * Looks at security data that was read alone: filled with one value (an empty or dead memory), or copies that differ.
 * Every field must lie in the image; one that does not is told as differing. Addresses are those of the unit.
 * Example: two copies of a secret that are not the same give one finding `image.secret.torn`.
 */
export function inspectSecrets(
  profile: Profile,
  secrets: readonly SecretField[],
  image: SparseImage<unknown>
): Finding[] {
  const bytes = joinBytes(image);
  const first = bytes[0];
  if (first === undefined || bytes.every((b) => b === first)) {
    const value = (first ?? 0).toString(16).toUpperCase().padStart(2, '0');
    return [{ code: 'image.fill.single', severity: 'stop', params: { value } }];
  }
  return secrets.flatMap((secret): Finding[] => {
    const copies = copiesOf(profile, secret, image);
    const [one] = copies;
    return one && copies.every((c) => c && equalBytes(c, one))
      ? []
      : [{ code: 'image.secret.torn', severity: 'look', params: { secret: secret.name } }];
  });
}

function copiesOf(profile: Profile, secret: SecretField, image: SparseImage<unknown>) {
  const { address } = getRegion(profile, secret.region);
  return secret.offsets.map((at) => {
    const start = address + at;
    return bytesOf(image, { start, end: start + secret.lengthBytes });
  });
}
