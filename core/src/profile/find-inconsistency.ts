import type { Code } from '../base/codes.ts';
import type { Param, Problem } from '../base/result.ts';
import { contains, overlaps, type Range } from '../image/range.ts';
import { findSupersessionLoop } from './supersession.ts';
import { findExerciseGap } from './find-exercise-gap.ts';
import { findFormGap } from '../field/find-form-gap.ts';
import { checkStep, unitOf } from '../transform/steps.ts';
import { findRuleGap } from './find-rule-gap.ts';
import { findWiringGap } from './find-wiring-gap.ts';
import { rangeOf, type Profile, type AccessSpec } from './profile.ts';
import type { ProfileDocument } from './schema.ts';

type Check = (profile: Profile, doc: ProfileDocument) => Problem | undefined;

/**
 * The first thing in a profile that a schema cannot see; undefined when it holds together.
 * Errors: `profile.id.twice`, `profile.region.overlap`, `profile.region.unknown`, `profile.erase.uneven`,
 * `profile.order.incomplete`, `profile.field.outside`, `profile.range.outside`, `profile.reset.unfit`,
 * `profile.range.overlap`, `profile.secret.outside`, `profile.secret.unknown`, `profile.transform.unknown`, `profile.label.pattern`,
 * `profile.match.unknown`, `profile.supersession.loop`, `profile.access.unwired`, `profile.access.ground`,
 * `profile.access.order`, `profile.chip.size`, `profile.socket.access`, `profile.supply.order`, `profile.risk.unknown`, `profile.wear.order`, `profile.processor.unknown`,
 * and those of {@link findRuleGap}, {@link findWiringGap} and {@link findExerciseGap}.
 */
export function findInconsistency(profile: Profile, doc: ProfileDocument): Problem | undefined {
  for (const check of CHECKS) {
    const problem = check(profile, doc);
    if (problem) return problem;
  }
  return undefined;
}

function problem(code: Code, path: string, params: Readonly<Record<string, Param>> = {}): Problem {
  return { code, params: { path, ...params } };
}

/** First result of `look` over the list, with its place. */
function firstOf<T>(
  list: readonly T[],
  look: (item: T, index: number) => Problem | undefined
): Problem | undefined {
  for (const [i, item] of list.entries()) {
    const found = look(item, i);
    if (found) return found;
  }
  return undefined;
}

const twice: Check = (p) => {
  const lists: readonly (readonly [string, readonly { readonly id: string }[]])[] = [
    ['labels', p.labels],
    ['identity', p.identity],
    ['checksums', p.checksums],
    ['transforms', p.transforms],
    ['clone/methods', p.cloneMethods],
    ['secrets', p.secrets],
    ['fields', fieldIdsOf(p)],
    ['afterFit', p.afterFit],
    ['risks', p.risks],
    ['wear', p.wear]
  ];
  return firstOf(lists, ([path, list]) =>
    firstOf(list, ({ id }, i) =>
      list.findIndex((other) => other.id === id) < i
        ? problem('profile.id.twice', `${path}/${i}`, { id })
        : undefined
    )
  );
};

/** Fields, and what else is a field of a region: they are told apart by their ids. */
const fieldIdsOf = (p: Profile) => [
  ...p.fields,
  ...p.secrets.filter((s) => p.fields.some((f) => f.id === s.id)),
  ...p.identity.filter((f) => p.fields.some((o) => o.id === f.id))
];

const regions: Check = (p) =>
  firstOf(p.regions, (a, i) => {
    if (a.eraseBlockBytes !== undefined && a.lengthBytes % a.eraseBlockBytes !== 0)
      return problem('profile.erase.uneven', `regions/${i}`);
    const j = p.regions.findIndex(
      (b, at) => at > i && (a.id === b.id || overlaps(rangeOf(a), rangeOf(b)))
    );
    return j > i ? problem('profile.region.overlap', `regions/${j}`) : undefined;
  });

const order: Check = (p) => {
  const known = new Set(p.regions.map((r) => r.id));
  const stranger = p.writeOrder.findIndex((id) => !known.has(id));
  if (stranger >= 0) return problem('profile.region.unknown', `writeOrder/${stranger}`);
  return new Set(p.writeOrder).size !== known.size || p.writeOrder.length !== known.size
    ? problem('profile.order.incomplete', 'writeOrder')
    : undefined;
};

/** Is every piece inside the region that it names? */
function outside(
  p: Profile,
  at: { readonly region: string; readonly path: string; readonly code: Code },
  pieces: readonly Range[]
): Problem | undefined {
  const region = p.regions.find((r) => r.id === at.region);
  if (!region) return problem('profile.region.unknown', at.path, { region: at.region });
  const whole = { start: 0, end: region.lengthBytes };
  return pieces.every((piece) => piece.start < piece.end && contains(whole, piece))
    ? undefined
    : problem(at.code, at.path, { region: at.region });
}

const fields: Check = (p) =>
  firstOf(p.identity, (f, i) =>
    f.stored
      ? outside(
          p,
          { region: f.stored.region, path: `identity/${i}/stored`, code: 'profile.field.outside' },
          f.stored.offsets.map((start) => ({ start, end: start + f.lengthBytes }))
        )
      : undefined
  );

const cloneRanges: Check = (p) =>
  firstOf(p.cloneRanges, (range, i) => {
    const path = `clone/ranges/${i}`;
    const out = outside(p, { region: range.region, path, code: 'profile.range.outside' }, [
      range.over
    ]);
    if (out) return out;
    const clash = p.cloneRanges.findIndex(
      (b, at) => at < i && b.region === range.region && overlaps(b.over, range.over)
    );
    return clash >= 0 ? problem('profile.range.overlap', path, { with: clash }) : undefined;
  });

const suppliedRanges: Check = (p) =>
  firstOf(p.suppliedRanges, (range, i) =>
    outside(
      p,
      { region: range.region, path: `clone/supplied/${i}`, code: 'profile.range.outside' },
      [range.over]
    )
  );

/** Only learnt values are set back, and the pattern fills them exactly. */
const resetFields: Check = (p) =>
  firstOf(p.resets, ({ field, fill }, i) => {
    const found = p.fields.find((f) => f.id === field);
    const fits = found?.role === 'other' && found.lengthBytes % (fill.length / 2) === 0;
    return fits ? undefined : problem('profile.reset.unfit', `clone/resets/${i}`);
  });

/** A method that puts a secret in its place names which. */
const patchedSecrets: Check = (p) =>
  firstOf(p.cloneMethods, ({ id, secret }, i) =>
    (id === 'patch-secret') === (secret !== undefined) &&
    (secret === undefined || p.secrets.some((s) => s.id === secret))
      ? undefined
      : problem('profile.secret.unknown', `clone/methods/${i}`)
  );

const secrets: Check = (p) =>
  firstOf(p.secrets, (s, i) => {
    const path = `secrets/${i}`;
    if (s.transform && !p.transforms.some((t) => t.id === s.transform))
      return problem('profile.transform.unknown', path, { transform: s.transform });
    return outside(
      p,
      { region: s.region, path, code: 'profile.secret.outside' },
      s.offsets.map((start) => ({ start, end: start + s.lengthBytes }))
    );
  });

const transforms: Check = (p) =>
  firstOf(p.transforms, (t, i) => {
    const region = p.regions.find((r) => r.id === t.region);
    return region
      ? firstOf(t.steps, (step, j) =>
          checkStep(step) === undefined && region.lengthBytes % unitOf(step) === 0
            ? undefined
            : problem('profile.transform.step', `transforms/${i}/steps/${j}`)
        )
      : problem('profile.region.unknown', `transforms/${i}`, { region: t.region });
  });

/** Fields lie in their region, and their bytes can be read as they say. */
const otherFields: Check = (p) =>
  firstOf(p.fields, (f, i) => {
    const at = { region: f.region, path: `fields/${i}`, code: 'profile.field.outside' } as const;
    const copies = f.offsets.map((start) => ({ start, end: start + f.lengthBytes }));
    return (
      outside(p, at, copies) ??
      (findFormGap(f) ? problem('profile.field.form', at.path) : undefined)
    );
  });

const labels: Check = (p, doc) =>
  firstOf(doc.labels, (label, i) => {
    let pattern: RegExp;
    try {
      pattern = new RegExp(label.pattern);
    } catch {
      return problem('profile.label.pattern', `labels/${i}/pattern`);
    }
    const stranger = [...label.examples, ...(label.known ?? [])].find((n) => !pattern.test(n));
    return stranger === undefined
      ? undefined
      : problem('profile.label.pattern', `labels/${i}`, { number: stranger });
  });

/** Fields of a unit that a rule may be about. */
function fieldIds(p: Profile): Set<string> {
  return new Set([
    ...p.labels.map((l) => l.id),
    ...p.identity.map((f) => f.id),
    'chip-marking',
    'make'
  ]);
}

const match: Check = (p) => {
  const known = fieldIds(p);
  return firstOf(p.match, (rule, i) => {
    if (!known.has(rule.field))
      return problem('profile.match.unknown', `match/${i}`, { field: rule.field });
    return p.match.findIndex((m) => m.field === rule.field) < i
      ? problem('profile.id.twice', `match/${i}`, { id: rule.field })
      : undefined;
  });
};

const supersessions: Check = (p) => {
  const stranger = firstOf(p.supersessions, (s, i) =>
    p.labels.some((l) => l.id === s.field)
      ? undefined
      : problem('profile.match.unknown', `supersessions/${i}`, { field: s.field })
  );
  if (stranger) return stranger;
  const loop = findSupersessionLoop(p.supersessions);
  return loop && problem('profile.supersession.loop', 'supersessions', { loop: loop.join(' → ') });
};

/** Signals that feed a unit: ground has to come before any of them. */
const FEEDS: readonly string[] = ['battery', 'ignition'];
/** Ways in which the bench itself feeds the unit. */
const FED: readonly string[] = ['bench', 'boot', 'pads'];

/** Most that so many address bytes can reach; one carries a ninth bit in its command. Units: bytes. */
const REACH: Readonly<Record<number, number>> = { 1: 512, 2: 65_536, 3: 16_777_216 };

/** A chip is one region, which its address bytes reach and its pages divide. */
function holdsChip(p: Profile, { chip, reads, writes }: AccessSpec): boolean {
  const [first, ...more] = reads;
  const region = p.regions.find((r) => r.id === first);
  if (!chip || !region || more.length > 0 || writes.some((id) => id !== first)) return false;
  const { lengthBytes } = region;
  return lengthBytes <= (REACH[chip.addressBytes] as number) && lengthBytes % chip.pageBytes === 0;
}

const accesses: Check = (p) =>
  firstOf(p.accesses, (access, i) => {
    const path = `accesses/${i}`;
    if (access.wiring.length === 0) return problem('profile.access.unwired', path);
    const ground = access.wiring.findIndex((w) => w.signal === 'ground');
    const feed = access.wiring.findIndex((w) => FEEDS.includes(w.signal));
    if (FED.includes(access.kind) && ground < 0) return problem('profile.access.ground', path);
    if (feed >= 0 && ground > feed) return problem('profile.access.order', path);
    const stranger = [...access.reads, ...access.writes].find(
      (id) => !p.regions.some((r) => r.id === id)
    );
    if (stranger) return problem('profile.region.unknown', path, { region: stranger });
    const risk = access.risks.find((id) => !p.risks.some((r) => r.id === id));
    if (risk) return problem('profile.risk.unknown', path, { risk });
    const secret = access.readsSecrets.find((id) => !p.secrets.some((s) => s.id === id));
    if (secret) return problem('profile.secret.unknown', path, { secret });
    const { supply } = access;
    if (access.chip && !holdsChip(p, access)) return problem('profile.chip.size', `${path}/chip`);
    if (access.socket && access.kind !== 'obd')
      return problem('profile.socket.access', `${path}/socket`);
    if (
      supply &&
      (supply.voltageMinMv > supply.voltageMaxMv || supply.limitMinMa > supply.limitMaxMa)
    )
      return problem('profile.supply.order', `${path}/supply`);
    const draw = access.draw.findIndex((d) => d.minMa > d.maxMa);
    return draw >= 0 ? problem('profile.supply.order', `${path}/draw/${draw}`) : undefined;
  });

const wear: Check = (p) =>
  firstOf(p.wear, (w, i) =>
    w.wornMin <= w.goodMin && w.goodMin < w.goodMax && w.goodMax <= w.wornMax
      ? undefined
      : problem('profile.wear.order', `wear/${i}`)
  );

const processors: Check = (p) => {
  const known = new Set(p.regions.flatMap((r) => (r.processor ? [r.processor] : [])));
  const stranger = p.together.findIndex((id) => !known.has(id));
  if (stranger >= 0) return problem('profile.processor.unknown', `clone/together/${stranger}`);
  return known.size > 1 && p.together.length !== known.size
    ? problem('profile.processor.unknown', 'clone/together')
    : undefined;
};

const CHECKS: readonly Check[] = [
  twice,
  regions,
  order,
  fields,
  findRuleGap,
  cloneRanges,
  suppliedRanges,
  resetFields,
  patchedSecrets,
  transforms,
  otherFields,
  secrets,
  labels,
  match,
  supersessions,
  accesses,
  findWiringGap,
  findExerciseGap,
  wear,
  processors
];
