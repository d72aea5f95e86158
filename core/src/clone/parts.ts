import { fail, ok, type Result } from '../base/result.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import type { FieldSpec } from '../field/field.ts';
import { contains, overlaps, type Range } from '../image/range.ts';
import {
  getRegion,
  type CloneMethod,
  type Profile,
  type Region,
  type SecretField
} from '../profile/profile.ts';
import { copiesOf, resetAt } from './resets.ts';

/** Whose content a part of a clone image is. `filler`: nobody’s, a learnt value that is set back to what the family says. */
export type PartSource = 'original' | 'donor' | 'partner' | 'supplied' | 'filler';

/** Offsets of a region's plain content, and where their bytes come from. */
export interface PlanPart extends Range {
  readonly from: PartSource;
  /** Empty for what is left when the named parts are taken out. */
  readonly what: string;
  readonly why: string;
  /** Security data that is put in its place, with all copies of it: by id. */
  readonly secretId?: string;
  /** Why a person chose another source than the family does. */
  readonly changed?: string;
}

/** A region that is written, cut into parts. Parts are ascending, touch, and cover it exactly. */
export interface RegionParts {
  readonly regionId: string;
  readonly parts: readonly PlanPart[];
}

/** A person takes bytes from elsewhere than the family says. `family`: back to what it says. */
export interface SourceChange extends Range {
  readonly regionId: string;
  readonly from: 'original' | 'donor' | 'partner' | 'filler' | 'family';
  readonly reason: string;
}

/** What decides where each byte comes from. */
export interface PartsChoice {
  readonly method: CloneMethod;
  /** The last one counts. */
  readonly changes: readonly SourceChange[];
  /** A unit that holds or expects the same secret belongs to the job. */
  readonly partner: boolean;
  /** Regions for which there is a file. */
  readonly supplied: readonly string[];
}

const REST = { what: '', why: '' } as const;

/**
 * What is written by a method, region by region in the family's order, and where each byte comes from. A region that stays the donor's as a whole is
 * not written. Errors: `clone.method.other` (nothing is cloned), `clone.method.unfit` (the family has nothing for it), `gate.content.none` (no file),
 * `clone.change.outside`, `clone.change.supplied`, `clone.field.torn` (a field of two sources), `clone.reset.other` (not a learnt value that the family lets be set back), `clone.mileage.apart` (not from where the identity is), `clone.together.missing`,
 * `clone.nothing.left`.
 */
export function planParts(profile: Profile, choice: PartsChoice): Result<RegionParts[]> {
  const { method, changes } = choice;
  const base = baseParts(profile, choice);
  if (!base.ok) return base;
  if (method === 'supplied-file')
    return changes.length > 0 ? fail('clone.change.supplied') : ok(base.value);
  const changed = applyChanges(profile, base.value, choice);
  if (!changed.ok) return changed;
  const written = changed.value.filter(({ parts }) => parts.some((p) => p.from !== 'donor'));
  if (written.length === 0) return fail('clone.nothing.left', { method });
  const held =
    findTorn(profile, changed.value) ??
    findMileageApart(profile, changed.value) ??
    findMissing(profile, written);
  return held ?? ok(written);
}

/** Bytes of the donor that are written back as they are: without its backup nobody knows them. */
export const needsDonor = (regions: readonly RegionParts[]): boolean =>
  regions.some(({ parts }) => parts.some((p) => p.from === 'donor'));

/** Secret that the method puts in place, where it does. */
export function patchedSecret(profile: Profile): SecretField | undefined {
  const id = profile.cloneMethods.find((m) => m.id === 'patch-secret')?.secret;
  return profile.secrets.find((s) => s.id === id);
}

/** Regions that lie in a memory chip of their own: a programmer reaches them. A unit of one memory is that chip. */
function chipRegions({ accesses, regions }: Profile): readonly string[] {
  const reached = accesses.flatMap((a) => (a.chip ? a.reads : []));
  return reached.length === 0 && regions.length === 1 ? regions.map((r) => r.id) : reached;
}

function baseParts(profile: Profile, choice: PartsChoice): Result<RegionParts[]> {
  const { method, partner, supplied } = choice;
  const unfit = fail('clone.method.unfit', { family: profile.id, method });
  const ids = profile.writeOrder;
  switch (method) {
    case 'whole-image':
      return ok(ids.map((id) => whole(profile, id, 'original')));
    case 'merge':
      return ok(ids.map((id) => merged(profile, id)));
    case 'memory-chip': {
      const chips = chipRegions(profile);
      const own = ids.filter((id) => chips.includes(id));
      return own.length === 0 ? unfit : ok(own.map((id) => merged(profile, id)));
    }
    case 'patch-secret': {
      const secret = patchedSecret(profile);
      return secret ? ok([patched(profile, secret, partner)]) : unfit;
    }
    case 'supplied-file': {
      const own = ids.filter((id) => supplied.includes(id));
      return own.length === 0
        ? fail('gate.content.none')
        : ok(own.map((id) => whole(profile, id, 'supplied')));
    }
    case 'none':
      return fail('clone.method.other', { family: profile.id, method });
  }
}

function whole(profile: Profile, regionId: string, from: PartSource): RegionParts {
  const { lengthBytes } = getRegion(profile, regionId);
  return { regionId, parts: [{ start: 0, end: lengthBytes, from, ...REST }] };
}

function merged(profile: Profile, regionId: string): RegionParts {
  return profile.cloneRanges
    .filter((r) => r.region === regionId)
    .reduce(
      (region, { over, from, what, why }) => layPart(region, { ...over, from, what, why }),
      whole(profile, regionId, 'original')
    );
}

function patched(profile: Profile, secret: SecretField, partner: boolean): RegionParts {
  const { id: secretId, name: what, region, offsets, lengthBytes } = secret;
  const why = 'What the immobiliser expects.';
  const from = partner ? 'partner' : 'original';
  return offsets.reduce(
    (parts, start) =>
      layPart(parts, { start, end: start + lengthBytes, from, what, why, secretId }),
    whole(profile, region, 'donor')
  );
}

/** The parts with one laid over them; what is beside it stays. */
export function layPart({ regionId, parts }: RegionParts, part: PlanPart): RegionParts {
  const kept = parts.flatMap((p) => [
    { ...p, end: Math.min(p.end, part.start) },
    { ...p, start: Math.max(p.start, part.end) }
  ]);
  const all = [...kept.filter((p) => p.start < p.end), part].sort((a, b) => a.start - b.start);
  return { regionId, parts: all };
}

function applyChanges(
  profile: Profile,
  base: readonly RegionParts[],
  { changes, partner }: PartsChoice
): Result<RegionParts[]> {
  let regions = [...base];
  for (const change of changes) {
    const at = regions.findIndex((r) => r.regionId === change.regionId);
    const region = regions[at];
    const known = region && getRegion(profile, change.regionId);
    if (!region || !known || !isInside(known, change))
      return fail('clone.change.outside', { region: known?.name ?? change.regionId });
    const own = base[at] as RegionParts;
    const reset = resetAt(profile, change.regionId, change);
    if (change.from === 'filler' && !reset)
      return fail('clone.reset.other', { region: known.name });
    // a field that is set back is so in every copy, and comes back in every copy
    const places = reset ? copiesOf(reset.spec) : [change];
    const laid = places.reduce(
      (parts, place) => layChange(profile, { own, parts }, { ...change, ...place }),
      region
    );
    if (change.from === 'partner' && !isSecret(profile, change, partner))
      return fail('clone.change.partner', { region: known.name });
    regions = regions.with(at, laid);
  }
  return ok(regions);
}

function layChange(
  profile: Profile,
  { own, parts }: { readonly own: RegionParts; readonly parts: RegionParts },
  change: SourceChange
): RegionParts {
  return change.from === 'family'
    ? partsWithin(own, change).reduce(layPart, parts)
    : layPart(parts, partOfChange(profile, own, change));
}

const isInside = ({ lengthBytes }: Region, { start, end }: Range): boolean =>
  start < end && contains({ start: 0, end: lengthBytes }, { start, end });

const partsWithin = ({ parts }: RegionParts, { start, end }: Range): PlanPart[] =>
  parts
    .map((p) => ({ ...p, start: Math.max(p.start, start), end: Math.min(p.end, end) }))
    .filter((p) => p.start < p.end);

/** What a change names; a name that the family has for just these bytes stays. */
function partOfChange(profile: Profile, base: RegionParts, change: SourceChange): PlanPart {
  const { start, end, from, reason } = change;
  const same = base.parts.find((p) => p.start === start && p.end === end);
  const secret = secretAt(profile, change.regionId, change);
  return {
    ...{ start, end, why: same?.why ?? '', changed: reason },
    from: from as PartSource,
    what: same?.what ?? secret?.name ?? resetName(profile, change),
    ...(secret && from === 'partner' ? { secretId: secret.id } : {})
  };
}

const resetName = (profile: Profile, change: SourceChange): string =>
  change.from === 'filler' ? (resetAt(profile, change.regionId, change)?.spec.name ?? '') : '';

/** Security data of which one copy lies at just these bytes. */
const secretAt = ({ secrets }: Profile, regionId: string, { start, end }: Range) =>
  secrets.find(
    (s) => s.region === regionId && s.offsets.includes(start) && end - start === s.lengthBytes
  );

const isSecret = (profile: Profile, change: SourceChange, partner: boolean): boolean =>
  partner && secretAt(profile, change.regionId, change) !== undefined;

/** Sources of the bytes of all copies of a field. */
function sourcesOf(
  regions: readonly RegionParts[],
  { region, offsets, lengthBytes }: Pick<FieldSpec, 'region' | 'offsets' | 'lengthBytes'>
): readonly PartSource[] {
  const parts = regions.find((r) => r.regionId === region)?.parts ?? [];
  const copies = offsets.map((start) => ({ start, end: start + lengthBytes }));
  return [
    ...new Set(copies.flatMap((c) => parts.filter((p) => overlaps(p, c)).map((p) => p.from)))
  ];
}

/** A field whose bytes, or whose copies, come from two sources says nothing any more. */
function findTorn(profile: Profile, regions: readonly RegionParts[]): Result<never> | undefined {
  const fields = regions.flatMap((r) => fieldsOfRegion(profile, r.regionId));
  const torn = fields.find((f) => sourcesOf(regions, f).length > 1);
  return (
    torn &&
    fail('clone.field.torn', { field: torn.name, region: getRegion(profile, torn.region).name })
  );
}

/** Mileage goes with the identity of the vehicle, and with nothing else. A region that is not written is the donor's. */
function findMileageApart(
  profile: Profile,
  regions: readonly RegionParts[]
): Result<never> | undefined {
  const all = profile.regions.flatMap((r) => fieldsOfRegion(profile, r.id));
  const from = (f: FieldSpec): string => sourcesOf(regions, f).join() || 'donor';
  const vin = all.find((f) => f.role === 'identity' && f.id === 'vin');
  const apart = all
    .filter((f) => f.role === 'mileage')
    .find((f) => (vin ? from(f) !== from(vin) : isChanged(regions, f)));
  return apart && fail('clone.mileage.apart', { field: apart.name });
}

/** Did a person choose where any byte of the field comes from? */
const isChanged = (
  regions: readonly RegionParts[],
  { region, offsets, lengthBytes }: FieldSpec
): boolean =>
  (regions.find((r) => r.regionId === region)?.parts ?? []).some(
    (p) =>
      p.changed !== undefined &&
      offsets.some((start) => overlaps(p, { start, end: start + lengthBytes }))
  );

/** Processors that work only together. */
function findMissing(profile: Profile, written: readonly RegionParts[]): Result<never> | undefined {
  if (profile.together.length === 0) return undefined;
  const missing = profile.regions.find(
    (r) =>
      r.processor !== undefined &&
      profile.together.includes(r.processor) &&
      !written.some((w) => w.regionId === r.id)
  );
  return missing && fail('clone.together.missing', { region: missing.name });
}
