import type { Finding } from '../image/finding.ts';
import { bytesAtOf } from '../checksum/rule.ts';
import { verifySums, type SumState } from '../checksum/verify-sums.ts';
import { computeStatistics } from '../image/statistics.ts';
import { layBare } from '../transform/plain-region.ts';
import { readStoredIdentity } from '../profile/identity-values.ts';
import { getRegion, type Profile } from '../profile/profile.ts';

/** What the bytes of one read say about themselves. */
export interface Inspection {
  readonly findings: readonly Finding[];
  readonly entropyBitsPerByte: number;
  readonly identity: Readonly<Record<string, string>>;
}

/**
 * Looks at one whole-region image for what two equal reads cannot show: filled with one value, mirrored,
 * checksum rules that do not hold, identity fields whose copies differ.
 * Errors: throws RangeError if the image has not the region's length (check with `checkImageSize` first).
 * Example: an image of all FF gives one finding `image.fill.single` of severity `stop`.
 */
export function inspectImage(profile: Profile, regionId: string, image: Uint8Array): Inspection {
  const region = getRegion(profile, regionId);
  if (image.length !== region.lengthBytes) {
    throw new RangeError(`"image" expected ${region.lengthBytes} bytes, got ${image.length}`);
  }
  const findings: Finding[] = [];
  const stats = computeStatistics(image);
  if (stats.filledWith !== undefined) {
    const value = stats.filledWith.toString(16).toUpperCase().padStart(2, '0');
    findings.push({ code: 'image.fill.single', severity: 'stop', params: { value } });
    return { findings, entropyBitsPerByte: 0, identity: {} };
  }
  if (stats.repeatsEveryBytes !== undefined) {
    findings.push({
      code: 'image.repeat.mirrored',
      severity: 'stop',
      params: { everyBytes: stats.repeatsEveryBytes }
    });
  }
  const laid = layBare(profile, regionId, image);
  const plain = laid.ok ? laid.value : image;
  const rules = profile.checksums.filter((rule) => rule.region === regionId);
  for (const state of verifySums(rules, bytesAtOf(plain))) {
    const finding = findingOf(state);
    if (finding) findings.push(finding);
  }
  const identity = readStoredIdentity(profile, regionId, plain);
  for (const field of identity.copiesDiffer) {
    findings.push({ code: 'image.identity.torn', severity: 'look', params: { field } });
  }
  return { findings, entropyBitsPerByte: stats.entropyBitsPerByte, identity: identity.values };
}

function findingOf({ check, stored, computed, verdict }: SumState): Finding | undefined {
  if (verdict === 'holds') return undefined;
  const rule = nameOfCheck(check);
  const range = check.over[0] ?? check.stored;
  if (verdict === 'inverse-differs')
    return { code: 'image.checksum.inverse', severity: 'look', params: { rule }, range };
  const params = { rule, stored: hex(stored), computed: hex(computed) };
  return { code: 'image.checksum.differs', severity: 'look', params, range };
}

/** The rule, and which block of it where it has several. */
const nameOfCheck = ({ rule, block }: SumState['check']) =>
  rule.blocks ? `${rule.id}, block ${block + 1}` : rule.id;

const hex = (value: bigint | undefined) => value?.toString(16).toUpperCase() ?? 'unknown';
