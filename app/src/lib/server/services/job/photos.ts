import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { Deps } from '../../deps.ts';
import { sniffPhoto, type PhotoType } from '../../photo/sniff-photo.ts';
import { insertPhoto, type NewPhoto } from '../../repositories/arrive.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { findUnitByTag } from '../../repositories/units.ts';
import { actOnJob } from './act-on-job.ts';

/** Largest photo that is taken. Units: bytes. */
export const MAX_PHOTO_BYTES = 25 * 1024 * 1024;
/** Most pixels: a picture that unpacks to more is a trap, not a photo. */
const MAX_PIXELS = 120_000_000;
const LARGE_PX = 1600;
const SMALL_PX = 320;

export const PHOTO_KINDS = [
  'label',
  'board',
  'damage',
  'vehicle',
  'parcel',
  'proof',
  'other'
] as const;
export type PhotoKind = (typeof PHOTO_KINDS)[number];

export interface PhotoToKeep {
  readonly jobNumber: number;
  readonly kind: PhotoKind;
  /** Tag of the unit on it, if there is one. */
  readonly unitTag: string | undefined;
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

/**
 * Keeps a photo: the original without position and other data beside the picture, and two scaled ones. What it is, is
 * told by its content, not by its name. Scaling runs outside the event loop's thread.
 * Errors: those of {@link actOnJob}, `photo.size.huge`, `photo.type.unknown`, `photo.file.broken`,
 * `photo.unit.unknown`.
 */
export async function keepPhoto(
  deps: Deps,
  person: Person,
  photo: PhotoToKeep
): Promise<Result<{ id: string }>> {
  const unit = photo.unitTag ? await findUnitByTag(deps.db, photo.unitTag) : undefined;
  if (photo.unitTag && !unit) return fail('photo.unit.unknown', { tag: photo.unitTag });
  const made = await preparePhoto(photo.bytes);
  if (!made.ok) return made;
  const { original, mediaType, widthPx, heightPx, sizes } = made.value;
  const act = { person, jobNumber: photo.jobNumber, right: 'photo.keep' } as const;
  return actOnJob(deps, act, async (tx, job) => {
    const photoId = await insertPhoto(tx, {
      row: {
        jobId: job.id,
        unitId: unit?.id ?? null,
        kind: photo.kind,
        fileName: photo.fileName,
        sha256: createHash('sha256').update(original).digest('hex'),
        mediaType,
        lengthBytes: original.length,
        widthPx,
        heightPx,
        personId: person.id
      },
      sizes
    });
    await appendEvent(tx, {
      jobId: job.id,
      person,
      kind: 'photo.kept',
      data: { photo: photo.kind, file: photo.fileName, ...(unit ? { unit: unit.tag } : {}) }
    });
    return ok({ id: photoId });
  });
}

interface Prepared {
  readonly original: Uint8Array;
  readonly mediaType: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly sizes: NewPhoto['sizes'];
}

/** The original without data beside the picture, and its scaled copies. Errors: the `photo.*` codes. */
export async function preparePhoto(bytes: Uint8Array): Promise<Result<Prepared>> {
  if (bytes.length > MAX_PHOTO_BYTES)
    return fail('photo.size.huge', { found: bytes.length, most: MAX_PHOTO_BYTES });
  const mediaType = sniffPhoto(bytes);
  if (!mediaType) return fail('photo.type.unknown');
  try {
    const original = await redraw(bytes, mediaType);
    const picture = sharp(original);
    const { width, height } = await picture.metadata();
    const scaled = async (most: number, quality: number) =>
      new Uint8Array(
        await picture
          .clone()
          .resize(most, most, { fit: 'inside', withoutEnlargement: true })
          .jpeg({ quality, mozjpeg: false })
          .toBuffer()
      );
    const [large, small] = [await scaled(LARGE_PX, 82), await scaled(SMALL_PX, 75)];
    return ok({
      original,
      mediaType,
      widthPx: width,
      heightPx: height,
      sizes: [
        { size: 'original', mediaType, bytes: original },
        { size: 'large', mediaType: 'image/jpeg', bytes: large },
        { size: 'small', mediaType: 'image/jpeg', bytes: small }
      ]
    });
  } catch {
    // whatever the decoder objects to: the file is no whole picture
    return fail('photo.file.broken');
  }
}

/**
 * The picture drawn anew, upright: position, camera, embedded second pictures and whatever lies behind its end are gone, the
 * colours are sRGB, whatever profile the file had. Throws for what the decoder does not take as a whole picture. Memory: owns its bytes.
 */
async function redraw(bytes: Uint8Array, type: PhotoType): Promise<Uint8Array> {
  const picture = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' }).autoOrient();
  const drawn = {
    'image/jpeg': () => picture.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }),
    'image/png': () => picture.png(),
    'image/webp': () => picture.webp({ quality: 95 })
  }[type]();
  return new Uint8Array(await drawn.toBuffer());
}
