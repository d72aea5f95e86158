import { kindOf } from '../../base/problem-kind.ts';
import type { ModuleIdentity } from '../memory-access.ts';
import { formatHex } from '../../base/bytes.ts';
import { fail, ok, type Result } from '../../base/result.ts';
import { decodeText } from '../../field/text.ts';
import type { UdsSecurity } from '../../profile/profile.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import { encodeReadDid, encodeRequestSeed, encodeSendKey, encodeSession } from '../../uds/codec.ts';
import { computeTidemarkKey } from '../../uds/security-key.ts';

/** An identity field that a data identifier tells. */
export interface IdentityDid {
  readonly id: string;
  readonly did: number;
}

/** One data identifier, the echo of its number checked. Errors: those of the link, `uds.answer.nonsense`. */
export async function readDid(link: DiagnosticLink, did: number): Promise<Result<Uint8Array>> {
  const answer = await link.exchange(encodeReadDid(did), { repeatable: true });
  if (!answer.ok) return answer;
  const data = answer.value;
  if (data.length < 3 || (data[0] as number) * 256 + (data[1] as number) !== did) {
    return fail('uds.answer.nonsense', { did });
  }
  return ok(data.subarray(2));
}

/** The chip id alone, as upper-case hex: the fingerprint that tells original from donor. */
export async function readChipId(
  link: DiagnosticLink,
  access: UdsSecurity
): Promise<Result<string>> {
  const bytes = await readDid(link, access.chipIdDid);
  return bytes.ok ? ok(formatHex(bytes.value)) : bytes;
}

/** The family code that the unit reports. */
export async function readFamily(
  link: DiagnosticLink,
  access: UdsSecurity
): Promise<Result<string>> {
  const bytes = await readDid(link, access.familyDid);
  return bytes.ok ? ok(decodeText(bytes.value)) : bytes;
}

/**
 * Identifies the unit: chip id, family, then every identity field that has a data identifier.
 * A field that the unit refuses is left out; a lost link or a missing chip id is an error.
 * Errors: those of the link.
 */
export async function identifyModule(
  link: DiagnosticLink,
  { security, identity }: { security: UdsSecurity; identity: readonly IdentityDid[] }
): Promise<Result<ModuleIdentity>> {
  const chipId = await readChipId(link, security);
  if (!chipId.ok) return chipId;
  const family = await readFamily(link, security);
  if (!family.ok) return family;
  const fields: Record<string, string> = {};
  for (const field of identity) {
    const bytes = await readDid(link, field.did);
    if (bytes.ok) fields[field.id] = decodeText(bytes.value);
    else if (kindOf(bytes.problem) !== 'refused') return bytes;
  }
  return ok({ chipId: chipId.value, family: family.value, fields });
}

/**
 * Opens the programming session and unlocks it.
 * Errors: those of the link, `uds.answer.short` for a seed of the wrong length.
 */
export async function unlockModule(
  link: DiagnosticLink,
  access: UdsSecurity
): Promise<Result<true>> {
  const session = await link.exchange(encodeSession(2));
  if (!session.ok) return session;
  const seed = await link.exchange(encodeRequestSeed(access.securityLevel));
  if (!seed.ok) return seed;
  if (seed.value.length !== 5) return fail('uds.answer.short');
  const seedBytes = seed.value.subarray(1);
  // an all-zero seed says that the level is open already
  if (seedBytes.every((b) => b === 0)) return ok(true);
  const key = computeTidemarkKey(seedBytes, access.keyConstant);
  const opened = await link.exchange(encodeSendKey(access.securityLevel, key));
  return opened.ok ? ok(true) : opened;
}
