import { rangeOf, type Profile, type Region } from '@badger/core/profile/profile';
import { imageOf } from '@badger/core/image/image';
import type { UnitRow } from '../../repositories/job-units.ts';
import type { JobView } from '../job/job-view.ts';
import { fail, ok, type Result } from '@badger/core/base/result';
import { touchesSecurity } from '@badger/core/job/authority';
import type { ReadRole } from '@badger/core/job/roles';
import { checkImageSize } from '@badger/core/reads/check-image-size';
import { findSameRead } from '@badger/core/reads/same-file';
import type { Deps } from '../../deps.ts';
import { computeSha256 } from '../../vault/vault.ts';
import type { Person } from '../../repositories/people.ts';
import { listReadsOfUnit } from '../../repositories/reads.ts';
import { actOnView } from '../job/act-on-job.ts';
import { sideOf } from '../job/job-sides.ts';
import { keepFoundSecrets } from '../safe/keep-found.ts';
import { openFile } from '../../vault/sealed-file.ts';
import { keepRead } from './keep-read.ts';

export interface Upload {
  readonly jobNumber: number;
  /** `supplied`: a file that is to be written into the original itself. */
  readonly role: ReadRole;
  readonly regionId: string;
  readonly fileName: string;
  /** When the file was last changed; undefined when the browser does not tell. Units: ms since 1970. */
  readonly modifiedMs?: number;
  readonly bytes: Uint8Array;
}

/** What became of a dropped file. */
export interface Uploaded {
  readonly id: string;
  readonly sha256: string;
  readonly name: string;
  readonly number: number;
  /** It is a read that is kept already: nothing was added. */
  readonly known: boolean;
}

/** May this file be taken, and as what? Errors: those of {@link uploadRead} before anything is kept. */
function checkUpload(
  deps: Deps,
  view: JobView,
  upload: Upload
): Result<{ unit: UnitRow; profile: Profile; region: Region }> {
  const role = isFile(upload.role) ? 'original' : upload.role;
  const { profile } = sideOf(deps, view, role);
  const security = profile?.securityData ?? false;
  const needed = view.needsAuthority || touchesSecurity(view.job.reason, security);
  if (needed && view.authorityGap) return fail('gate.authority.missing');
  if (isFile(upload.role) && view.shape.target !== 'original')
    return fail('upload.supplied.needless');
  if (!profile) return fail('identify.family.unknown', { family: view.job.familyId });
  const unit = view.units[role];
  if (!unit) return fail('upload.unit.none', { role });
  const region = profile.regions.find((r) => r.id === upload.regionId);
  if (!region) return fail('upload.region.unknown', { region: upload.regionId });
  const size = checkImageSize(region, upload.bytes.length);
  return size.ok ? ok({ unit, profile, region }) : size;
}

/**
 * Takes a file that another device has read as a kept read of this job. A file that is a kept read already, dropped again
 * or taken out whole, is that read and adds nothing.
 * Errors: `job.number.unknown`, `gate.job.closed`, `gate.person.role`, `gate.authority.missing`, `identify.family.unknown`,
 * `upload.unit.none`, `upload.region.unknown`, `image.size.*`, `vault.content.shut` (sealed by another shop).
 */
export async function uploadRead(
  deps: Deps,
  person: Person,
  sent: Upload
): Promise<Result<Uploaded>> {
  const opened = openFile(deps.vault, sent.bytes);
  if (!opened.ok) return opened;
  const kept = await keepUpload(deps, person, { ...sent, bytes: opened.value });
  if (!kept.ok) return kept;
  const { holdsSecrets, ...uploaded } = kept.value;
  if (holdsSecrets && !uploaded.known) await keepFoundSecrets(deps, person, sent.jobNumber);
  return ok(uploaded);
}

type KeptUpload = Uploaded & { readonly holdsSecrets: boolean };

async function keepUpload(deps: Deps, person: Person, upload: Upload): Promise<Result<KeptUpload>> {
  const { bytes, modifiedMs, jobNumber } = upload;
  const act = { person, jobNumber, right: 'memory.import' } as const;
  return actOnView<KeptUpload>(deps, act, async (tx, view) => {
    const { job } = view;
    const taken = checkUpload(deps, view, upload);
    if (!taken.ok) return taken;
    const { unit, profile, region } = taken.value;
    const holdsSecrets =
      !isFile(upload.role) && profile.secrets.some((s) => s.region === region.id);
    const sha256 = computeSha256(bytes);
    const equal = (await listReadsOfUnit(tx, unit.id))
      .filter(
        (r) => sameKind(r.role, upload.role) && r.regionId === region.id && r.sha256 === sha256
      )
      .map((r) => ({ ...r, modifiedMs: r.fileModifiedAt?.getTime() }));
    // of supplied files the newest is meant: one that comes again after another is meant again
    const files = upload.role === 'stock' ? view.stock : view.supplied;
    const newest = files.find((r) => r.regionId === region.id)?.sha256;
    const known = !isFile(upload.role) || newest === sha256;
    const same = !known ? undefined : findSameRead({ name: upload.fileName, modifiedMs }, equal);
    if (same) {
      const { id, name, number } = same;
      return ok({ id, sha256, name, number, known: true, holdsSecrets });
    }
    const made = await keepRead(
      { db: tx, vault: deps.vault },
      {
        ...{ job, unit, profile, person },
        image: imageOf([{ range: rangeOf(region), bytes, origin: upload.fileName }]),
        role: upload.role,
        regionId: region.id,
        source: 'file',
        sourceName: upload.fileName,
        at: deps.clock.now(),
        fileModifiedAt: modifiedMs === undefined ? null : new Date(modifiedMs)
      }
    );
    return ok({ ...made, known: false, holdsSecrets });
  });
}

/** A file for the unit is no read, though the bytes be the same. */
const isFile = (role: ReadRole): role is 'supplied' | 'stock' =>
  role === 'supplied' || role === 'stock';

/** A file of one kind is no file of the other, and no read. */
function sameKind(a: ReadRole, b: ReadRole): boolean {
  return isFile(a) || isFile(b) ? a === b : true;
}
