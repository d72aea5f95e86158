import { storedRange, type ChecksumRule } from '../checksum/rule.ts';
import { fail, ok, type Problem, type Result } from '../base/result.ts';
import { contains, overlaps } from '../image/range.ts';
import type { IdentityField, Profile, Region, Way } from './profile.ts';
import { rangeOf } from './profile.ts';
import type { ProfileDocument } from './schema.ts';

/**
 * Turns a document that already passed the schema into a {@link Profile} and checks what a schema cannot.
 * Errors: `profile.region.overlap`, `profile.region.unknown`, `profile.field.outside`, `profile.rule.outside`,
 * `profile.order.incomplete`, `profile.erase.uneven`, `profile.label.pattern` (it is no regular expression, or an example or
 * a known number does not fit it), each with the `path` of the offender.
 */
export function parseProfile(doc: ProfileDocument): Result<Profile> {
  const regions = doc.regions.map((r): Region => ({
    ...r,
    address: Number(r.address),
    eraseBlockBytes: r.eraseBlockBytes ?? undefined
  }));
  const identity = (doc.identity ?? []).map((f): IdentityField => ({
    id: f.id,
    name: f.name,
    lengthBytes: f.lengthBytes,
    did: f.did === undefined ? undefined : Number.parseInt(f.did, 16),
    stored: f.stored && { region: f.stored.region, offsets: f.stored.offsets.map(Number) },
    match: f.match ?? 'ignore'
  }));
  const checksums = (doc.checksums ?? []).map((c): ChecksumRule => ({
    id: c.id,
    region: c.region,
    kind: c.kind,
    over: { start: Number(c.start), end: Number(c.end) },
    storedAt: Number(c.storedAt),
    littleEndian: c.littleEndian
  }));
  const problem =
    checkRegions(regions) ??
    checkOrder(doc.writeOrder, regions) ??
    checkFields(identity, regions) ??
    checkRules(checksums, regions) ??
    checkLabels(doc.labels ?? []);
  if (problem) return { ok: false, problem };
  return ok({
    id: doc.id,
    version: doc.version,
    make: doc.make,
    kind: doc.kind,
    title: doc.title,
    notes: doc.notes ?? [],
    chipMarkings: doc.chipMarkings ?? [],
    labels: (doc.labels ?? []).map(({ id, name, pattern, examples, known }) => ({
      id,
      name,
      pattern,
      example: examples[0] ?? '',
      known: known ?? []
    })),
    regions,
    writeOrder: doc.writeOrder,
    school: doc.school,
    identity,
    checksums,
    ways: doc.ways.map(parseWay),
    securityData: doc.securityData ?? false,
    expectedBenchFaults: (doc.expectedBenchFaults ?? []).map((e) => ({
      code: e.code,
      failureTypes: (e.failureTypes ?? []).map((t) => Number.parseInt(t, 16))
    }))
  });
}

function checkLabels(labels: NonNullable<ProfileDocument['labels']>): Problem | undefined {
  for (const [i, label] of labels.entries()) {
    let pattern: RegExp;
    try {
      pattern = new RegExp(label.pattern);
    } catch {
      return { code: 'profile.label.pattern', params: { path: `labels/${i}/pattern` } };
    }
    const stranger = [...label.examples, ...(label.known ?? [])].find((n) => !pattern.test(n));
    if (stranger !== undefined) {
      return {
        code: 'profile.label.pattern',
        params: { path: `labels/${i}`, number: stranger }
      };
    }
  }
  return undefined;
}

function parseWay(w: ProfileDocument['ways'][number]): Way {
  return {
    kind: w.kind,
    name: w.name,
    steps: w.steps,
    holdPad: w.holdPad,
    supply: w.supply,
    draw: w.draw ?? [],
    can: w.can && {
      bitrateBps: w.can.bitrateBps,
      requestId: Number(w.can.requestId),
      responseId: Number(w.can.responseId),
      securityLevel: w.can.securityLevel,
      keyConstant: Number.parseInt(w.can.keyConstant, 16),
      chipIdDid: Number.parseInt(w.can.chipIdDid ?? 'F1A0', 16),
      familyDid: Number.parseInt(w.can.familyDid ?? 'F197', 16)
    }
  };
}

function problemOf(code: string, path: string): Problem | undefined {
  const result = fail(code, { path });
  return result.ok ? undefined : result.problem;
}

function checkRegions(regions: readonly Region[]): Problem | undefined {
  for (const [i, a] of regions.entries()) {
    if (a.eraseBlockBytes !== undefined && a.lengthBytes % a.eraseBlockBytes !== 0) {
      return problemOf('profile.erase.uneven', `regions/${i}`);
    }
    for (const [j, b] of regions.entries()) {
      if (j > i && (a.id === b.id || overlaps(rangeOf(a), rangeOf(b)))) {
        return problemOf('profile.region.overlap', `regions/${j}`);
      }
    }
  }
  return undefined;
}

function checkOrder(order: readonly string[], regions: readonly Region[]): Problem | undefined {
  const known = new Set(regions.map((r) => r.id));
  const stranger = order.findIndex((id) => !known.has(id));
  if (stranger >= 0) return problemOf('profile.region.unknown', `writeOrder/${stranger}`);
  if (new Set(order).size !== known.size || order.length !== known.size) {
    return problemOf('profile.order.incomplete', 'writeOrder');
  }
  return undefined;
}

function checkFields(
  fields: readonly IdentityField[],
  regions: readonly Region[]
): Problem | undefined {
  for (const [i, field] of fields.entries()) {
    if (!field.stored) continue;
    const region = regions.find((r) => r.id === field.stored?.region);
    if (!region) return problemOf('profile.region.unknown', `identity/${i}/stored`);
    const whole = { start: 0, end: region.lengthBytes };
    for (const start of field.stored.offsets) {
      if (!contains(whole, { start, end: start + field.lengthBytes })) {
        return problemOf('profile.field.outside', `identity/${i}/stored`);
      }
    }
  }
  return undefined;
}

function checkRules(
  rules: readonly ChecksumRule[],
  regions: readonly Region[]
): Problem | undefined {
  for (const [i, rule] of rules.entries()) {
    const region = regions.find((r) => r.id === rule.region);
    if (!region) return problemOf('profile.region.unknown', `checksums/${i}`);
    const whole = { start: 0, end: region.lengthBytes };
    const stored = storedRange(rule);
    if (!contains(whole, rule.over) || !contains(whole, stored) || overlaps(rule.over, stored)) {
      return problemOf('profile.rule.outside', `checksums/${i}`);
    }
  }
  return undefined;
}
