import { secretsWithin } from '../access/secret-ranges.ts';
import { fail, ok, type Result } from '../base/result.ts';
import {
  patchedSecret,
  planParts,
  type PartSource,
  type RegionParts,
  type SourceChange
} from '../clone/parts.ts';
import type { PlanSource, RecipeLine } from '../clone/plan.ts';
import { getRegion, type CloneMethod, type Profile, type SecretField } from '../profile/profile.ts';
import type { KeptReadFact } from './job-rows.ts';
import type { RegionView, SecretView } from './region-state.ts';
import { trustedContent } from './trusted-content.ts';
import { isUnreadable, wayBackOf } from './way-back.ts';
import type { UnitRole } from './roles.ts';
import type { JobShape } from './shape.ts';

/** What a recipe is made of. */
export interface RecipeFacts {
  readonly profile: Profile | undefined;
  readonly shape: JobShape;
  readonly method: CloneMethod;
  readonly changes: readonly SourceChange[];
  readonly partnerProfile: Profile | undefined;
  readonly supplied: readonly KeptReadFact[];
  /** The maker's files of what the unit holds now. */
  readonly stock: readonly KeptReadFact[];
}

/** What is kept of the units that parts can be taken from. */
export interface RecipeReads {
  /** What {@link partsOfJob} says. */
  readonly parts: Result<RegionParts[]> | undefined;
  readonly regions: Readonly<Record<UnitRole, readonly RegionView[]>>;
  readonly secrets: Readonly<Record<UnitRole, readonly SecretView[]>>;
}

/**
 * Where each byte that is written comes from, before any read is there: it says what has to be read. Undefined without a family, or where nothing
 * is written. Errors: those of {@link planParts}.
 */
export function partsOfJob(facts: RecipeFacts): Result<RegionParts[]> | undefined {
  const { profile, shape, method, changes, partnerProfile, supplied } = facts;
  if (!profile || shape.target === undefined) return undefined;
  const itself = shape.target === 'original';
  return planParts(profile, {
    method: itself ? 'supplied-file' : method,
    changes: itself ? [] : changes,
    partner: partnerProfile !== undefined,
    supplied: supplied.map((s) => s.regionId)
  });
}

/** One thing that has to be trusted before the image can be built. */
export interface NeededRead {
  readonly from: Exclude<PartSource, 'supplied' | 'filler'>;
  readonly regionId: string;
  /** Of a partner: the security data that is wanted of that region. */
  readonly secretId?: string;
}

/** What has to be read for these parts; undefined `profile` of a partner: nobody knows where it keeps its secret. */
export function neededReads(
  regions: readonly RegionParts[],
  partnerProfile: Profile | undefined
): NeededRead[] {
  const needed = regions.flatMap(({ regionId, parts }) =>
    parts.flatMap(({ from, secretId }): NeededRead[] => {
      if (from === 'original' || from === 'donor') return [{ from, regionId }];
      const secret = partnerProfile?.secrets.find((s) => s.id === secretId);
      return from === 'partner' && secret && secretId
        ? [{ from, regionId: secret.region, secretId }]
        : [];
    })
  );
  const keys = new Set<string>();
  return needed.filter((n) => {
    const key = `${n.from} ${n.regionId}`;
    const known = keys.has(key);
    keys.add(key);
    return !known;
  });
}

/**
 * What would be built now, and of which kept contents. Errors: those of {@link planParts}, `clone.region.untrusted` (the first content that is not
 * trusted), `clone.secret.none` (the partner's family keeps no such secret), `gate.content.wrong` (a file is not what its region can hold).
 */
export function makeRecipe(
  facts: RecipeFacts,
  reads: RecipeReads
): Result<RecipeLine[]> | undefined {
  const { profile, shape } = facts;
  const { parts } = reads;
  if (!parts?.ok || !profile) return parts?.ok === false ? parts : undefined;
  // what is overwritten in the unit itself must be there to be put back
  const open =
    shape.target === 'original' &&
    reads.regions.original.find((r) => !wayBackOf(profile, r, facts.stock));
  if (open)
    return isUnreadable(profile, open.region.id)
      ? fail('clone.stock.missing', { region: open.region.name })
      : fail('clone.region.untrusted', { region: open.region.name, from: 'original' });
  const lines: RecipeLine[] = [];
  for (const region of parts.value) {
    const sources = sourcesFor(facts, profile, { region, reads });
    if (!sources.ok) return sources;
    lines.push({ ...region, sources: [...sources.value, ...ownSource(facts, region, reads)] });
  }
  return ok(lines);
}

/** A file is held against what the unit itself holds: with another content it is to be looked at anew. */
function ownSource(
  { shape, profile, stock }: RecipeFacts,
  { regionId }: RegionParts,
  reads: RecipeReads
): PlanSource[] {
  if (shape.target !== 'original' || !profile) return [];
  const view = reads.regions.original.find((r) => r.region.id === regionId);
  const own = view && wayBackOf(profile, view, stock);
  return own ? [{ regionId, ...own }] : [];
}

interface Wanted {
  readonly region: RegionParts;
  readonly reads: RecipeReads;
}

function sourcesFor(
  facts: RecipeFacts,
  profile: Profile,
  { region, reads }: Wanted
): Result<PlanSource[]> {
  const { name } = getRegion(profile, region.regionId);
  const sources: PlanSource[] = [];
  for (const from of new Set(region.parts.map((p) => p.from))) {
    // what is set back comes from nobody
    if (from === 'filler') continue;
    const source =
      from === 'supplied'
        ? suppliedSource(facts, region.regionId, name)
        : keptSource(facts, profile, { from, region, reads });
    if (!source.ok) return source;
    sources.push(source.value);
  }
  return ok(sources);
}

function suppliedSource(
  { supplied, ...facts }: RecipeFacts,
  regionId: string,
  region: string
): Result<PlanSource> {
  const file = supplied.find((s) => s.regionId === regionId);
  const wrong = file?.findings.find((f) => f.severity === 'stop')?.code;
  if (!file || !facts.profile) return fail('gate.content.none');
  if (wrong) return fail('gate.content.wrong', { region, found: wrong });
  return ok({ from: 'supplied', regionId, readId: file.id, sha256: file.sha256 });
}

interface Kept extends Wanted {
  readonly from: 'original' | 'donor' | 'partner';
}

function keptSource(
  facts: RecipeFacts,
  profile: Profile,
  { from, region, reads }: Kept
): Result<PlanSource> {
  const own = region.parts.filter((p) => p.from === from);
  const secretId = own.every((p) => p.secretId !== undefined) ? own[0]?.secretId : undefined;
  const family = from === 'partner' ? facts.partnerProfile : profile;
  const secret = family?.secrets.find((s) => s.id === secretId);
  if (from === 'partner' && !secret)
    return fail('clone.secret.none', {
      secret: patchedSecret(profile)?.name ?? own[0]?.what ?? '',
      family: family?.id ?? ''
    });
  const regionId = from === 'partner' ? (secret?.region ?? '') : region.regionId;
  const view = reads.regions[from].find((r) => r.region.id === regionId);
  const whole = view && trustedContent(view);
  if (whole) return ok({ from, regionId, ...whole });
  const alone = family && secret && aloneFrom(reads.secrets[from], family, secret);
  return alone
    ? ok({ from, regionId, ...alone })
    : fail('clone.region.untrusted', {
        region: view?.region.name ?? (family ? getRegion(family, regionId).name : regionId),
        from
      });
}

/** Security data read alone and trusted, with every copy of what is wanted. */
function aloneFrom(
  views: readonly SecretView[],
  profile: Profile,
  { region, id }: Pick<SecretField, 'region' | 'id'>
) {
  for (const view of views) {
    const holds =
      view.region.id === region &&
      secretsWithin(profile, region, view.ranges).some((s) => s.id === id);
    const taken = holds && trustedContent(view);
    if (taken) return { ...taken, ranges: view.ranges };
  }
  return undefined;
}
