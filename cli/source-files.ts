import type { TrustJudgement } from '@badger/core/trust/judge-reads';
import { imageOf } from '@badger/core/image/image';
import type { PartSource } from '@badger/core/clone/parts';
import type { SourceContent } from '@badger/core/clone/compose';
import { getRegion, rangeOf, type Profile, type Region } from '@badger/core/profile/profile';
import type { Arguments } from './arguments.ts';
import { loadSound, sha256, type LoadedFile } from './files.ts';
import { viewOf } from './profiles.ts';
import { WrongUse } from './report.ts';
import { judgeFiles } from './tell-trust.ts';

/** Files that are reads of one region of one unit, and what they show together. */
export interface RegionFiles {
  readonly from: PartSource;
  readonly regionId: string;
  readonly files: readonly string[];
  /** That of reads that are judged together; one alone says nothing of itself. */
  readonly verdict: 'trusted' | 'read-again' | 'reconstructed' | 'refuse';
  readonly sha256: string;
  readonly content: SourceContent;
}

/**
 * Sorts the files of one unit by the region that they are of: told by `region=path`, by the addresses of a file that has any, else by its length. Several of one
 * region are reads of it and are judged together. Errors: {@link WrongUse} where a file could be of several regions or is of none, or where
 * no content is to be trusted among several.
 */
export function sortFiles(
  profile: Profile,
  from: PartSource,
  { words, args }: { readonly words: readonly string[]; readonly args: Arguments }
): RegionFiles[] {
  const sorted = new Map<string, LoadedFile[]>();
  for (const word of words) {
    const [, id, path = ''] = /^(?:([a-z][a-z0-9-]*)=)?(.+)$/.exec(word) ?? [];
    const file = loadSound(path, args);
    const regions = id === undefined ? regionsOf(profile, file) : [regionCalled(profile, id)];
    for (const { id: regionId } of regions)
      sorted.set(regionId, [...(sorted.get(regionId) ?? []), file]);
  }
  return [...sorted].map(([regionId, files]) => contentOf(profile, from, { regionId, files }));
}

function regionCalled(profile: Profile, id: string): Region {
  const region = profile.regions.find((r) => r.id === id);
  if (!region)
    throw new WrongUse(`${id}= expected a region: ${profile.regions.map((r) => r.id).join(', ')}`);
  return region;
}

/** Regions that a file is of. A file with addresses may hold several. */
function regionsOf(profile: Profile, file: LoadedFile): Region[] {
  const { format, image, path } = file;
  const found =
    format === 'binary'
      ? profile.regions.filter((r) => r.lengthBytes === image.pieces.at(-1)?.range.end)
      : profile.regions.filter((r) => {
          const { start, end } = rangeOf(r);
          return image.pieces.some((p) => p.range.start < end && start < p.range.end);
        });
  if (found.length === 0 || (format === 'binary' && found.length > 1))
    throw new WrongUse(
      `${path}: which region is it? Say so, as in ${profile.regions[0]?.id ?? ''}=${path}`
    );
  return found;
}

function contentOf(
  profile: Profile,
  from: PartSource,
  { regionId, files }: { readonly regionId: string; readonly files: readonly LoadedFile[] }
): RegionFiles {
  const region = getRegion(profile, regionId);
  const { judgement } = judgeFiles(files, { told: { profile, region }, required: 2 });
  const names = files.map((f) => f.path);
  const { verdict } = judgement;
  const bytes = files.length === 1 && files[0] ? wholeOf(files[0], region) : takenOf(judgement);
  if (!bytes)
    throw new WrongUse(`${names.join(', ')}: these reads of ${regionId} are not to be trusted`);
  if (bytes.length !== region.lengthBytes)
    throw new WrongUse(
      `${names.join(', ')}: ${regionId} has ${region.lengthBytes} bytes, got ${bytes.length}`
    );
  const range = rangeOf(region);
  const content = { profile, regionId, image: imageOf([{ range, bytes, origin: 'file' }]) };
  return { from, regionId, files: names, verdict, sha256: sha256(bytes), content };
}

/** What several reads come to; what was put together of them where that may be written. */
function takenOf({ verdict, reference, reconstruction }: TrustJudgement): Uint8Array | undefined {
  if (verdict === 'trusted') return reference?.bytes;
  return verdict === 'reconstructed' && reconstruction?.writable ? reconstruction.bytes : undefined;
}

/** The whole region out of one file. Error: {@link WrongUse} for holes. */
function wholeOf({ image, path }: LoadedFile, region: Region): Uint8Array {
  const bytes = viewOf(image, region).bytesAt({ start: 0, end: region.lengthBytes });
  if (!bytes) throw new WrongUse(`${path}: does not hold the whole of ${region.id}`);
  return bytes;
}
