import { equalBytes } from '../base/bytes.ts';
import { bytesAtOf, checksOf } from '../checksum/rule.ts';
import { verifySums } from '../checksum/verify-sums.ts';
import { fieldsOfRegion } from '../field/fields-of-profile.ts';
import type { FieldSpec } from '../field/field.ts';
import { readFields } from '../field/read-fields.ts';
import type { Finding } from '../image/finding.ts';
import { joinRanges } from '../image/image.ts';
import type { Range } from '../image/range.ts';
import type { Profile, SuppliedRange } from '../profile/profile.ts';

/** A file for a region, and what the unit itself holds there. Plain contents, as long as the region. */
export interface SuppliedContents {
  readonly file: Uint8Array;
  /** Undefined where the unit cannot be read, or is not trusted. */
  readonly own: Uint8Array | undefined;
  /** `own` is the maker's file of what the unit should hold: nobody can read the unit itself. */
  readonly isStock?: boolean;
  /** What the unit tells of itself, by identity field; undefined where nobody asked it. */
  readonly told?: ToldNumbers | undefined;
}

/** Numbers of a unit by identity field. */
export type ToldNumbers = Readonly<Record<string, string>>;

/**
 * Does a supplied file belong to just this unit, and does it change nothing but what such a file may change? Gravest first. Identity, mileage and security data must
 * be the unit's own; of the rest only the ranges that the family names, those of the program where the software number is another; every checksum
 * holds. What cannot be compared is told and never sound. Total.
 */
export function judgeSupplied(
  profile: Profile,
  regionId: string,
  { file, own, isStock = false, told }: SuppliedContents
): Finding[] {
  const sums = judgeSums(profile, regionId, file);
  const other = judgeTold(profile, regionId, { file, told });
  if (!own)
    return gravestFirst([
      ...[...sums, ...other],
      { code: 'supplied.own.unknown', severity: 'look', params: {} }
    ]);
  const fields = judgeFields(profile, regionId, { file, own });
  const software = fields.some((f) => f.software);
  const found = [
    ...fields.flatMap((f) => f.finding),
    ...judgeChanges(profile, regionId, { file, own, software })
  ];
  const beside: Finding[] = isStock
    ? [{ code: 'supplied.own.stock', severity: 'look', params: {} }]
    : [];
  return gravestFirst([...sums, ...other, ...found, ...beside]);
}

interface Told {
  readonly file: Uint8Array;
  readonly told: ToldNumbers | undefined;
  /** It is said to be what the unit holds now: not even the software may be another. */
  readonly sameSoftware?: boolean;
}

/**
 * Is a stock file that of just this unit, as it is now? Every number that the unit tells stands in it, and its checksums hold. Total; gravest first. Where the
 * unit told nothing that the file holds too, nothing says whose it is: stop `supplied.own.unknown`.
 */
export function judgeStock(
  profile: Profile,
  regionId: string,
  { file, told }: { readonly file: Uint8Array; readonly told: ToldNumbers }
): Finding[] {
  const known = fieldsOfRegion(profile, regionId).some(
    (f) => f.role === 'identity' && (told[f.id] ?? '').trim() !== ''
  );
  return gravestFirst([
    ...judgeSums(profile, regionId, file),
    ...judgeTold(profile, regionId, { file, told, sameSoftware: true }),
    ...(known ? [] : [{ code: 'supplied.own.unknown', severity: 'stop', params: {} } as const])
  ]);
}

/** Numbers of the file that are not what the unit tells of itself; another software is what an update brings. */
function judgeTold(
  profile: Profile,
  regionId: string,
  { file, told = {}, sameSoftware = false }: Told
): Finding[] {
  const specs = fieldsOfRegion(profile, regionId).filter((f) => f.role === 'identity');
  return readFields(specs, bytesAtOf(file)).flatMap(({ spec, text }): Finding[] => {
    const unit = told[spec.id]?.trim() ?? '';
    if (unit === '' || text.trim() === unit) return [];
    if (spec.id === SOFTWARE && !sameSoftware) return [];
    return [
      {
        ...{ code: 'supplied.field.other', severity: 'stop' },
        params: { field: spec.name, file: text, unit }
      }
    ];
  });
}

function gravestFirst(found: readonly Finding[]): Finding[] {
  const all = [...new Map(found.map((f) => [JSON.stringify([f.code, f.params]), f])).values()];
  return [...all.filter((f) => f.severity === 'stop'), ...all.filter((f) => f.severity !== 'stop')];
}

function judgeSums(profile: Profile, regionId: string, file: Uint8Array): Finding[] {
  const rules = profile.checksums.filter((r) => r.region === regionId);
  if (rules.length === 0) return [{ code: 'supplied.sums.unknown', severity: 'look', params: {} }];
  return verifySums(rules, bytesAtOf(file))
    .filter((s) => s.verdict !== 'holds')
    .map((s) => ({
      ...{ code: 'supplied.sums.differ', severity: 'stop' as const },
      params: { rule: s.check.rule.id }
    }));
}

interface Both {
  readonly file: Uint8Array;
  readonly own: Uint8Array;
}

/** The number that an update raises. */
const SOFTWARE = 'software-number';

/** Fields that are the unit's own. `software`: it is another software, which an update may be. */
function judgeFields(profile: Profile, regionId: string, { file, own }: Both) {
  const specs = fieldsOfRegion(profile, regionId).filter((f) => f.role !== 'other');
  const [inFile, inUnit] = [file, own].map((bytes) => readFields(specs, bytesAtOf(bytes)));
  return specs.flatMap((spec, i): { readonly software: boolean; readonly finding: Finding }[] => {
    if (spec.offsets.every((at) => sameAt(file, own, { start: at, end: at + spec.lengthBytes })))
      return [];
    const secret = spec.role === 'secret';
    const params = {
      field: spec.name,
      file: secret ? '' : (inFile?.[i]?.text ?? ''),
      unit: secret ? '' : (inUnit?.[i]?.text ?? '')
    };
    const software = spec.id === SOFTWARE && inFile?.[i]?.verdict === 'sound';
    const finding: Finding = software
      ? { code: 'supplied.software.other', severity: 'look', params }
      : { code: CODES[spec.role], severity: 'stop', params };
    return [{ software, finding }];
  });
}

const CODES = {
  identity: 'supplied.field.other',
  mileage: 'supplied.mileage.other',
  secret: 'supplied.secret.other',
  other: 'supplied.field.other'
} as const satisfies Record<FieldSpec['role'], string>;

const sameAt = (a: Uint8Array, b: Uint8Array, { start, end }: Range) =>
  equalBytes(a.subarray(start, end), b.subarray(start, end));

function judgeChanges(
  profile: Profile,
  regionId: string,
  { file, own, software }: Both & { readonly software: boolean }
): Finding[] {
  const changed = changedRanges(file, own);
  if (changed.length === 0) return [{ code: 'supplied.change.none', severity: 'look', params: {} }];
  const named = profile.suppliedRanges.filter((r) => r.region === regionId);
  if (named.length === 0)
    return [
      { code: 'supplied.ranges.unknown', severity: 'look', params: { bytes: count(changed) } }
    ];
  const free = joinRanges([
    ...named.filter((r) => software || r.kind === 'calibration').map((r) => r.over),
    ...storedSums(profile, regionId),
    ...(software ? placesOf(profile, regionId, SOFTWARE) : [])
  ]);
  const beyond = splitOutside(changed, free);
  const [first] = beyond;
  if (first)
    return [
      {
        ...{ code: 'supplied.change.outside', severity: 'stop' },
        params: { bytes: count(beyond), first: first.start, software: software ? 1 : 0 }
      }
    ];
  const touched = named.filter((r) =>
    changed.some((c) => c.start < r.over.end && r.over.start < c.end)
  );
  return [
    {
      ...{ code: 'supplied.change.inside', severity: 'note' },
      params: { bytes: count(changed), what: namesOf(touched) }
    }
  ];
}

const namesOf = (ranges: readonly SuppliedRange[]) =>
  [...new Set(ranges.map((r) => r.what))].join(', ');
const count = (ranges: readonly Range[]) => ranges.reduce((n, r) => n + r.end - r.start, 0);

/** Bytes that differ, touching ones joined; what one is longer by differs. */
function changedRanges(a: Uint8Array, b: Uint8Array): Range[] {
  const ranges: Range[] = [];
  const length = Math.max(a.length, b.length);
  for (let at = 0; at < length; at++) {
    if (a[at] === b[at]) continue;
    const start = at;
    while (at < length && a[at] !== b[at]) at++;
    ranges.push({ start, end: at });
  }
  return ranges;
}

/** The parts of `ranges` that lie in none of `free`. Shape: both ascending and joined. */
function splitOutside(ranges: readonly Range[], free: readonly Range[]): Range[] {
  return ranges.flatMap((range) => {
    const parts: Range[] = [];
    let at = range.start;
    for (const f of free) {
      if (f.end <= at || f.start >= range.end) continue;
      if (f.start > at) parts.push({ start: at, end: f.start });
      at = Math.max(at, f.end);
    }
    if (at < range.end) parts.push({ start: at, end: range.end });
    return parts;
  });
}

/** Where the values of checksums are stored: those follow whatever is changed. */
const storedSums = (profile: Profile, regionId: string): Range[] =>
  profile.checksums
    .filter((r) => r.region === regionId)
    .flatMap((rule) =>
      checksOf(rule).flatMap((c) => [c.stored, ...(c.inverse ? [c.inverse] : [])])
    );

const placesOf = (profile: Profile, regionId: string, id: string): Range[] =>
  fieldsOfRegion(profile, regionId)
    .filter((f) => f.id === id)
    .flatMap((f) => f.offsets.map((start) => ({ start, end: start + f.lengthBytes })));
