import { bytesAtOf, type BytesAt } from '@badger/core/checksum/rule';
import { findSecrets, type FoundSecret } from '@badger/core/field/find-secrets';
import { bytesOf, splitBytes } from '@badger/core/image/image';
import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import { trustedContent } from '@badger/core/job/trusted-content';
import { getRegion, type Profile } from '@badger/core/profile/profile';
import { isScrambled, layBare } from '@badger/core/transform/plain-region';
import type { Deps } from '../../deps.ts';
import type { UnitRow } from '../../repositories/job-units.ts';
import { loadImage, type ImageStore } from '../../repositories/images.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';

/** Security data of a unit of a job. */
export interface SecretOfUnit {
  readonly role: UnitRole;
  readonly unit: UnitRow;
  readonly id: string;
  readonly name: string;
  /** What the trusted content says; `unread` where none is trusted. */
  readonly state: FoundSecret['verdict'] | 'unread';
  /** Empty unless `sound`. */
  readonly value: string;
  /** Equal for equal values; empty unless `sound`. */
  readonly mark: string;
}

/** Every field of security data of every unit of a job, as trusted reads tell it. Values included: for the safe, never for a page. */
export async function findSecretsOfJob(
  deps: Deps,
  view: JobView,
  db: ImageStore['db'] = deps.db
): Promise<SecretOfUnit[]> {
  const found: SecretOfUnit[] = [];
  const store = { db, vault: deps.vault };
  for (const role of JOB_ROLES) {
    const unit = view.units[role];
    const { profile } = sideOf(deps, view, role);
    if (!unit || !profile) continue;
    for (const regionId of new Set(profile.secrets.map((s) => s.region))) {
      const bytesAt = await bytesOfRegion(store, view, { role, profile, regionId });
      for (const { id, name, verdict, value } of findSecrets(
        profile,
        regionId,
        bytesAt ?? UNREAD
      )) {
        const mark = value === '' ? '' : markOf(deps, value);
        const state = bytesAt ? verdict : 'unread';
        found.push({ role, unit, id, name, state, value, mark });
      }
    }
  }
  return found;
}

const UNREAD: BytesAt = () => undefined;

/** Equal for the same value, however it is spaced or written. */
export const markOf = ({ vault }: Pick<Deps, 'vault'>, value: string): string =>
  vault.markOf('value', Buffer.from(value.replace(/[\s-]/g, '').toUpperCase(), 'utf8'));

interface Wanted {
  readonly role: UnitRole;
  readonly profile: Profile;
  readonly regionId: string;
}

/** The trusted content of a region, laid bare; else of its security data read alone. Offsets. */
async function bytesOfRegion(
  store: ImageStore,
  view: JobView,
  { role, profile, regionId }: Wanted
): Promise<BytesAt | undefined> {
  const region = view.regions[role].find((r) => r.region.id === regionId);
  const whole = region && trustedContent(region);
  if (whole) {
    const image = await loadImage(store, whole.sha256);
    const plain = image.ok ? layBare(profile, regionId, image.value) : image;
    return plain.ok ? bytesAtOf(plain.value) : undefined;
  }
  // a part of what is scrambled cannot be laid bare
  if (isScrambled(profile, regionId)) return undefined;
  const { address } = getRegion(profile, regionId);
  const parts: BytesAt[] = [];
  for (const alone of view.secrets[role]) {
    const content = alone.region.id === regionId ? trustedContent(alone) : undefined;
    const image = content && (await loadImage(store, content.sha256));
    if (!image?.ok) continue;
    const kept = splitBytes(image.value, alone.ranges, regionId);
    parts.push(({ start, end }) => bytesOf(kept, { start: address + start, end: address + end }));
  }
  return parts.length > 0 ? (range) => firstOf(parts, range) : undefined;
}

function firstOf(parts: readonly BytesAt[], range: Parameters<BytesAt>[0]): Uint8Array | undefined {
  for (const part of parts) {
    const bytes = part(range);
    if (bytes) return bytes;
  }
  return undefined;
}
