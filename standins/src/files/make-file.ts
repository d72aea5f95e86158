import { createRandom, seedOf } from '@badger/core/base/random';
import { correctSums } from '@badger/core/checksum/correct-sums';
import { checksOf } from '@badger/core/checksum/rule';
import { loadImage } from '@badger/core/format/load-image';
import { writeIntelHex } from '@badger/core/format/intel-hex';
import { fieldsOfRegion } from '@badger/core/field/fields-of-profile';
import { gapsIn, imageOf, sliceImage, type SparseImage } from '@badger/core/image/image';
import { overlaps } from '@badger/core/image/range';
import { getRegion, rangeOf, type Profile } from '@badger/core/profile/profile';
import { makeMemory } from '../modules/make-memory.ts';
import type { UnitSpec } from '../modules/module.ts';

/** What somebody ordered. */
export interface FileOrder {
  readonly family: string;
  readonly region: string;
  readonly wanted: 'stock' | 'calibration' | 'update';
  readonly numbers: Readonly<Record<string, string>>;
  /** The read that came with it, as Intel HEX with holes. */
  readonly read: Uint8Array | undefined;
}

/** What the maker put into a unit when it was built. */
export function stockOf(profile: Profile, spec: UnitSpec, regionId: string): Uint8Array {
  return makeMemory(profile, spec.tag, spec.fields).get(regionId) as Uint8Array;
}

interface Making {
  readonly built: readonly UnitSpec[];
  readonly fault: string | undefined;
}

/** The file that was ordered, as Intel HEX with the holes of the read; undefined where nothing is known of the unit. */
export function makeFile(
  profile: Profile,
  order: FileOrder,
  { built, fault }: Making
): Uint8Array | undefined {
  const range = rangeOf(getRegion(profile, order.region));
  const base = baseOf(profile, order, built);
  if (!base) return undefined;
  // holes are blank while it is worked on, and holes again when it goes out
  const holes = gapsIn(base, range);
  const bytes = new Uint8Array(range.end - range.start).fill(0xff);
  for (const p of base.pieces) bytes.set(p.bytes, p.range.start - range.start);
  if (order.wanted !== 'stock') change(profile, order, bytes);
  // its checksums hold: only a look at the places tells
  if (fault === 'beyond') bytes[0x1234] = (bytes[0x1234] ?? 0) ^ 0x55;
  settle(profile, order, { bytes, holes: holes.map((h) => shift(h, -range.start)) });
  if (fault === 'bad-sum') spoil(profile, order, bytes);
  const image = imageOf([{ range, bytes, origin: 'file' }]);
  const known = base.pieces.flatMap((p) => sliceImage(image, p.range).pieces);
  const hex = writeIntelHex({ pieces: known });
  return hex.ok ? hex.value : undefined;
}

const shift = ({ start, end }: { start: number; end: number }, by: number) => ({
  start: start + by,
  end: end + by
});

function baseOf(
  profile: Profile,
  { region, numbers, read }: FileOrder,
  built: readonly UnitSpec[]
): SparseImage<unknown> | undefined {
  if (read) {
    const loaded = loadImage(read);
    return loaded.ok ? loaded.value.image : undefined;
  }
  const unit = built.find(
    (u) => u.family === profile.id && u.fields['serial'] === numbers['serial']
  );
  if (!unit) return undefined;
  const range = rangeOf(getRegion(profile, region));
  return imageOf([{ range, bytes: stockOf(profile, unit, region), origin: 'stock' }]);
}

/** Another calibration; with an update another program too, and the next software number. */
function change(profile: Profile, { region, wanted }: FileOrder, bytes: Uint8Array): void {
  const random = createRandom(seedOf(`${profile.id}/${wanted}`));
  for (const { over, kind } of profile.suppliedRanges.filter((r) => r.region === region)) {
    if (kind === 'program' && wanted !== 'update') continue;
    const stored = placesKept(profile, region);
    for (let i = 0; i < 96; i++) {
      const at = over.start + (random() % (over.end - over.start));
      const here = { start: at, end: at + 1 };
      if (!stored.some((s) => overlaps(s, here))) bytes[at] = random() & 0xff;
    }
  }
  if (wanted === 'update') raiseSoftware(profile, region, bytes);
}

/** Fields and stored checksums: an update leaves them alone, or settles them itself. */
function placesKept(profile: Profile, region: string) {
  const fields = fieldsOfRegion(profile, region).flatMap((f) =>
    f.offsets.map((start) => ({ start, end: start + f.lengthBytes }))
  );
  const sums = profile.checksums
    .filter((r) => r.region === region)
    .flatMap((rule) =>
      checksOf(rule).flatMap((c) => [c.stored, ...(c.inverse ? [c.inverse] : [])])
    );
  return [...fields, ...sums];
}

function raiseSoftware(profile: Profile, region: string, bytes: Uint8Array): void {
  const field = fieldsOfRegion(profile, region).find((f) => f.id === 'software-number');
  for (const start of field?.offsets ?? []) {
    const text = Buffer.from(bytes.subarray(start, start + (field?.lengthBytes ?? 0))).toString();
    // the last figure of the number goes up by one
    const raised = text.replace(
      /(\d)(\D*)$/,
      (_, d: string, rest: string) => `${(Number(d) + 1) % 10}${rest}`
    );
    bytes.set(Buffer.from(raised), start);
  }
}

/** Checksums that the service can compute: those over nothing that was left out. */
function settle(
  profile: Profile,
  { region }: FileOrder,
  { bytes, holes }: { bytes: Uint8Array; holes: readonly { start: number; end: number }[] }
): void {
  const rules = profile.checksums
    .filter((r) => r.region === region)
    .filter((rule) =>
      checksOf(rule).every((c) => !c.over.some((r) => holes.some((h) => overlaps(r, h))))
    );
  const range = { start: 0, end: bytes.length };
  const corrected = correctSums(imageOf([{ range, bytes, origin: 'file' }]), rules);
  if (!corrected.ok) return;
  for (const { range: at, becomes } of corrected.value.changes) bytes.set(becomes, at.start);
}

function spoil(profile: Profile, { region }: FileOrder, bytes: Uint8Array): void {
  const rule = profile.checksums.find((r) => r.region === region);
  const at = (rule && checksOf(rule)[0]?.stored.start) ?? 0;
  bytes[at] = (bytes[at] ?? 0) ^ 0x01;
}
