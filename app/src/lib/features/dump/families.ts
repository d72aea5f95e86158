import type { ChecksumRule } from '@badger/core/checksum/rule';
import type { KeptField } from '@badger/core/edit/edits';
import type { FieldSpec } from '@badger/core/field/field';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import { imageOf } from '@badger/core/image/image';
import { viewRegion } from '@badger/core/image/region-view';
import type { NumberPattern } from '@badger/core/survey/find-numbers';
import type { Profile, Transform } from '@badger/core/profile/profile';
import type { OpenedFile } from './dump-desk.ts';

/** A region as the desk needs it. */
export interface DeskRegion {
  readonly id: string;
  readonly name: string;
  readonly address: number;
  readonly lengthBytes: number;
  readonly rules: readonly ChecksumRule[];
  readonly fields: readonly FieldSpec[];
  readonly transforms: readonly Transform[];
}

/** What a family knows of its memory. */
export interface DeskFamily {
  readonly id: string;
  readonly title: string;
  readonly regions: readonly DeskRegion[];
  /** What its labels look like. */
  readonly labels: readonly NumberPattern[];
}

/** Where an image comes from. */
export interface DeskPlace {
  readonly family: DeskFamily;
  readonly region: DeskRegion;
}

export const deskFamilyOf = (profile: Profile): DeskFamily => ({
  id: profile.id,
  title: profile.title,
  labels: profile.labels.map(({ name, pattern }) => ({
    name: `${name} of ${profile.id}`,
    pattern
  })),
  regions: profile.regions.map(({ id, name, address, lengthBytes }) => ({
    ...{ id, name, address, lengthBytes },
    rules: profile.checksums.filter((rule) => rule.region === id),
    fields: fieldsOfRegion(profile, id),
    transforms: profile.transforms.filter((t) => t.region === id)
  }))
});

/** The place that a name and a size tell together, as the names of kept reads do; undefined where they do not. */
export function guessPlace(
  name: string,
  pieces: OpenedFile['pieces'],
  families: readonly DeskFamily[]
): DeskPlace | undefined {
  // from the first byte to the last: what was left out of it lies between
  const starts = pieces.map((p) => p.range.start);
  const bytes = Math.max(0, ...pieces.map((p) => p.range.end)) - Math.min(...starts);
  for (const family of families) {
    if (!name.includes(family.id)) continue;
    const fitting = family.regions.filter((r) => r.lengthBytes === bytes && name.includes(r.id));
    // the longest name: that of one region may stand in that of another
    const [region] = fitting.toSorted((a, b) => b.id.length - a.id.length);
    if (region) return { family, region };
  }
  return undefined;
}

/** An image as its region sees it. */
export const viewOfPlace = (pieces: OpenedFile['pieces'], { region }: DeskPlace) =>
  viewRegion(imageOf(pieces.map((p) => ({ ...p, origin: 'file' as const }))), region);

/** Fields that are carried and never edited, at their addresses. */
export function keptFields(
  pieces: OpenedFile['pieces'],
  place: DeskPlace | undefined
): readonly KeptField[] {
  if (!place) return [];
  const { base } = viewOfPlace(pieces, place);
  return place.region.fields
    .filter((f) => f.role === 'mileage')
    .flatMap(({ name, offsets, lengthBytes }) =>
      offsets.map((at) => ({ name, range: { start: base + at, end: base + at + lengthBytes } }))
    );
}
