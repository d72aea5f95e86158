import { fail, ok, type Result } from '../base/result.ts';
import { bytesOf } from '../image/image.ts';
import { lengthOf } from '../image/range.ts';
import { getRegion, rangeOf, type Profile } from '../profile/profile.ts';
import { layBare } from '../transform/plain-region.ts';
import { composeRegion, type Contents, type SourceContent } from './compose.ts';
import { judgeSupplied, type ToldNumbers } from './judge-supplied.ts';
import type { PartSource } from './parts.ts';
import type { PlanLine, RecipeLine } from './plan.ts';
import { tellFields } from './tell-fields.ts';

/** One finished region and everything that a plan keeps of it but its SHA-256. */
export interface BuiltLine {
  readonly line: Omit<PlanLine, 'sha256'>;
  /** What is written. */
  readonly bytes: Uint8Array;
  /** The same laid bare. */
  readonly plain: Uint8Array;
}

/**
 * Builds one region of a recipe out of the contents that it names. `contents` may hold the original and the donor beside, for what is told of them.
 * Errors: those of {@link composeRegion}, `clone.source.missing`, `gate.content.wrong` (a supplied file does not belong to the unit, or changes what it may not).
 */
export function buildLine(
  profile: Profile,
  recipe: RecipeLine & { readonly told?: ToldNumbers | undefined },
  contents: Contents
): Result<BuiltLine> {
  const { regionId, parts, sources } = recipe;
  const region = getRegion(profile, regionId);
  const composed = composeRegion(profile, recipe, contents);
  if (!composed.ok) return composed;
  const { bytes, plain, provenance, sums } = composed.value;
  const main = mainSource(recipe);
  const source = sources.find((s) => s.from === main);
  if (!source) return fail('clone.source.missing', { region: region.name, from: main });
  const original = plainOf(profile, regionId, contents.original);
  const donor = plainOf(profile, regionId, contents.donor);
  const stock = plainOf(profile, regionId, contents.stock);
  const guard =
    main === 'supplied'
      ? judgeSupplied(profile, regionId, {
          ...{ file: plain, own: original ?? stock, told: recipe.told },
          isStock: !original && stock !== undefined
        })
      : undefined;
  const stop = guard?.find((f) => f.severity === 'stop');
  if (stop) return fail('gate.content.wrong', { region: region.name, found: stop.code });
  const changesBytes = donor && countDiffering(donor, plain);
  const fields = tellFields(profile, regionId, {
    contents: { written: plain, original, donor },
    provenance
  });
  const line = {
    ...{ regionId, regionName: region.name, lengthBytes: region.lengthBytes },
    ...{ readId: source.readId, parts, sources, provenance, sums, fields },
    ...(guard ? { guard } : {}),
    ...(changesBytes === undefined ? {} : { changesBytes })
  };
  return ok({ line, bytes, plain });
}

/** The source of most of the bytes. */
function mainSource({ parts }: RecipeLine): PartSource {
  const counts = new Map<PartSource, number>();
  for (const p of parts) counts.set(p.from, (counts.get(p.from) ?? 0) + lengthOf(p));
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'original';
}

function plainOf(profile: Profile, regionId: string, content: SourceContent | undefined) {
  if (content?.regionId !== regionId || content.profile.id !== profile.id) return undefined;
  const bytes = bytesOf(content.image, rangeOf(getRegion(profile, regionId)));
  const plain = bytes && layBare(profile, regionId, bytes);
  return plain?.ok ? plain.value : undefined;
}

function countDiffering(a: Uint8Array, b: Uint8Array): number {
  let n = 0;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) n++;
  return n;
}
