import type { SumChange } from '../checksum/correct-sums.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import { contains, type Range } from '../image/range.ts';
import type { Profile } from '../profile/profile.ts';
import type { PlanPart, RegionParts } from './parts.ts';
import type { ByteOrigin, Provenance } from './plan.ts';

/** Security data that was put in its place counts as patched, whomever it came from. */
const originOf = ({ from, secretId }: PlanPart): ByteOrigin =>
  secretId !== undefined || from === 'partner' ? 'patched' : from;

/**
 * Where every byte of a finished region comes from: its parts, the fields in them by name, and the checksums that were corrected. Ascending; covers the region
 * exactly; a checksum counts over whatever it lies in.
 */
export function traceParts(
  profile: Profile,
  { regionId, parts }: RegionParts,
  changes: readonly SumChange[]
): Provenance[] {
  const fields = fieldsOfRegion(profile, regionId).flatMap((f) =>
    f.offsets.map((start) => ({ start, end: start + f.lengthBytes, what: f.name }))
  );
  const named = parts.flatMap((part) => {
    const base = { start: part.start, end: part.end, origin: originOf(part), what: part.what };
    return fields
      .filter((f) => contains(part, f))
      .reduce((rows, f) => lay(rows, { ...f, origin: base.origin }), [base]);
  });
  const summed = changes.reduce(
    (rows, { range, check }) => lay(rows, { ...range, origin: 'checksum', what: check.rule.id }),
    named
  );
  return join(summed);
}

function lay(rows: readonly Provenance[], row: Provenance): Provenance[] {
  const kept = rows.flatMap((r) => [
    { ...r, end: Math.min(r.end, row.start) },
    { ...r, start: Math.max(r.start, row.end) }
  ]);
  return [...kept.filter((r) => r.start < r.end), row].sort((a, b) => a.start - b.start);
}

function join(rows: readonly Provenance[]): Provenance[] {
  const joined: Provenance[] = [];
  for (const row of rows) {
    const last = joined.at(-1);
    if (last?.end === row.start && last.origin === row.origin && last.what === row.what)
      joined[joined.length - 1] = { ...last, end: row.end };
    else joined.push(row);
  }
  return joined;
}

/** Bytes by where they come from. */
export function countOrigins(rows: readonly Provenance[]): Partial<Record<ByteOrigin, number>> {
  const counts: Partial<Record<ByteOrigin, number>> = {};
  for (const { start, end, origin } of rows) counts[origin] = (counts[origin] ?? 0) + end - start;
  return counts;
}

/** Where the bytes of a range come from; the gravest of several: what was changed counts over what was taken. */
export const originAt = (rows: readonly Provenance[], at: Range['start']): ByteOrigin | undefined =>
  rows.find((r) => r.start <= at && at < r.end)?.origin;
