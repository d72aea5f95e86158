import type { ReadRole } from '@badger/core/job/roles';
import { getRegion, rangeOf, type Profile } from '@badger/core/profile/profile';
import { secretsWithin } from '@badger/core/access/secret-ranges';
import { bytesOf, joinBytes, knownRanges, type SparseImage } from '@badger/core/image/image';
import { inspectImage } from '@badger/core/reads/inspect-image';
import { inspectSecrets } from '@badger/core/reads/inspect-secrets';
import { proposeName } from '@badger/core/reads/propose-name';
import type { Tx } from '../../db/client.ts';
import { compareWithEarlier } from './compare-reads.ts';
import { dayOnWall } from '../../shop-clock.ts';
import type { SupplyFigures } from '../../db/schema/reads.ts';
import { appendEvent } from '../../repositories/events.ts';
import { saveImage, type ImageStore } from '../../repositories/images.ts';
import type { JobRow } from '../../repositories/jobs.ts';
import type { UnitRow } from '../../repositories/job-units.ts';
import type { Person } from '../../repositories/people.ts';
import { lockUnit } from '../../repositories/units.ts';
import { insertRead, nextReadNumber } from '../../repositories/reads.ts';
import { plateForName } from '../shop/shop-settings.ts';

export interface ReadToKeep {
  readonly job: Pick<JobRow, 'id' | 'vin' | 'plate'>;
  readonly unit: Pick<UnitRow, 'id' | 'tag'>;
  readonly role: ReadRole;
  readonly profile: Profile;
  readonly regionId: string;
  /** What was read, at the addresses of the unit: the whole region, or security data alone. */
  readonly image: SparseImage<unknown>;
  readonly source: 'bench' | 'file';
  readonly sourceName: string;
  readonly person: Person;
  readonly at: Date;
  readonly operationId?: string;
  readonly fileModifiedAt?: Date | null;
  readonly supply?: SupplyFigures | null;
}

/** Keeps a whole read: content, the read itself and its event, in the caller's transaction. */
export async function keepRead(
  store: ImageStore,
  read: ReadToKeep
): Promise<{ id: string; number: number; name: string; sha256: string }> {
  const tx = store.db;
  // numbers are given one after the other, whatever jobs a unit serves in
  await lockUnit(tx, read.unit.id);
  const whole = bytesOf(read.image, rangeOf(getRegion(read.profile, read.regionId)));
  const bytes = whole ?? joinBytes(read.image);
  const { id: imageId, sha256 } = await saveImage(store, { bytes, keyed: whole === undefined });
  const number = await nextReadNumber(tx, read.unit.id, read.regionId);
  const name = proposeName({
    vin: read.job.vin,
    plate: await plateForName(tx, read.job),
    role: read.role,
    family: read.profile.id,
    region: whole ? read.regionId : `${read.regionId}-security-data`,
    number,
    date: dayOnWall(read.at)
  });
  const { regionId } = read;
  if (whole)
    await compareWithEarlier(store, { unitId: read.unit.id, regionId, sha256, bytes: whole });
  const findings = whole
    ? inspectImage(read.profile, regionId, whole).findings
    : inspectSecrets(read.profile, secretsIn(read), read.image);
  const id = await insertRead(tx, {
    jobId: read.job.id,
    unitId: read.unit.id,
    role: read.role,
    regionId: read.regionId,
    number,
    imageId,
    name,
    source: read.source,
    sourceName: read.sourceName,
    ranges: whole ? null : knownRanges(read.image),
    operationId: read.operationId ?? null,
    fileModifiedAt: read.fileModifiedAt ?? null,
    supply: read.supply ?? null,
    findings: [...findings],
    takenAt: read.at,
    personId: read.person.id
  });
  await tellKept(tx, read, { number, sha256, ...(whole ? {} : { part: 'security data' }) });
  return { id, number, name, sha256 };
}

function tellKept(
  tx: Tx,
  read: ReadToKeep,
  kept: { number: number; sha256: string; part?: string }
) {
  return appendEvent(tx, {
    jobId: read.job.id,
    person: read.person,
    kind: 'read.kept',
    data: {
      unit: read.unit.tag,
      role: read.role,
      region: read.regionId,
      ...kept,
      source: read.source
    }
  });
}

function secretsIn({ profile, regionId, image }: ReadToKeep) {
  return secretsWithin(profile, regionId, knownRanges(image));
}
