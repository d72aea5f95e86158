import { judge, undone, type Judgement } from '../base/verdict.ts';
import { normalizeNumber } from '../label/tidy-number.ts';
import type { MatchRule, Profile } from '../profile/profile.ts';
import { chainFor, type Chain, type FieldStep } from './chain.ts';
import { compareNumbers } from './compare-number.ts';
import { compareRevision } from './compare-revision.ts';
import type { Contradiction } from './reconcile-steps.ts';
import { usableNumbers } from '../profile/supersession.ts';

/** Numbers of a unit by field id; absent or empty is not known. */
export type UnitNumbers = Readonly<Record<string, string | undefined>>;

export interface DonorLine {
  readonly field: string;
  readonly name: string;
  readonly rule: MatchRule['rule'];
  readonly why: string;
  readonly original: string;
  readonly candidate: string;
  readonly judgement: Judgement;
}

export interface DonorCheck {
  /** The deciding line, in one sentence. */
  readonly verdict: Judgement;
  /** Gravest first, what does not matter last. */
  readonly lines: readonly DonorLine[];
  /** Names of what has to be asked of the seller. */
  readonly ask: readonly string[];
  /** What a parts service told against the profile, and what was therefore left out. */
  readonly contradictions: readonly Contradiction[];
}

export interface Candidate {
  readonly family: string | undefined;
  readonly numbers: UnitNumbers;
  /** It was on the bench and told what it is: nobody needs to be asked, what is missing is read off it. */
  readonly identified?: boolean;
}

/**
 * May `candidate` take the place of `original`? Every rule of the family gives one line; the gravest decides.
 * `steps` are supersessions that a parts service knows beyond those of the profile. Total.
 * Example: 125 kHz against 134 kHz is Stop with the frequency as the deciding line; an unknown approval is Look and asked for.
 */
export function judgeDonor(
  profile: Profile,
  original: UnitNumbers,
  candidate: Candidate,
  steps?: readonly FieldStep[]
): DonorCheck {
  const chain = chainFor(profile, steps);
  const lines = profile.match
    .map((rule) => judgeField(profile, rule, { original, candidate, chain }))
    .sort((a, b) => rank(a) - rank(b));
  const ask = lines.filter((l) => l.judgement.undone).map((l) => l.name);
  return {
    verdict: decide(profile, candidate, lines, ask),
    lines,
    ask,
    contradictions: chain.contradictions
  };
}

function rank({ judgement, rule }: DonorLine): number {
  if (rule === 'ignore') return 5;
  return { stop: 0, look: judgement.undone ? 2 : 1, go: 3, none: 4 }[judgement.verdict];
}

function decide(
  profile: Profile,
  candidate: Candidate,
  lines: readonly DonorLine[],
  ask: readonly string[]
): Judgement {
  const { family, numbers } = candidate;
  const otherMake = findOtherMake(profile, numbers['hardware-number']);
  if (family && family !== profile.id && !otherMake)
    return judge('stop', 'donor.family.other', { found: family, family: profile.id });
  const first = lines[0];
  if (first && first.judgement.verdict !== 'go' && first.judgement.verdict !== 'none') {
    return first.judgement.undone
      ? judge('look', 'donor.unit.ask', { names: ask.join(', ') })
      : first.judgement;
  }
  return judge('go', 'donor.unit.fits', { family: profile.id });
}

function findOtherMake(profile: Profile, hardware: string | undefined) {
  const number = normalizeNumber(hardware ?? '');
  return number === '' ? undefined : profile.otherMakes.find((o) => o.numbers.includes(number));
}

/** What is nearly the same is looked at by a person. */
const NEARLY = {
  zero: 'donor.field.zero',
  grouped: 'donor.field.grouped',
  rounded: 'donor.field.rounded'
} as const;

interface FieldFacts {
  readonly original: UnitNumbers;
  readonly candidate: Candidate;
  readonly chain: Chain;
}

function judgeField(profile: Profile, rule: MatchRule, facts: FieldFacts): DonorLine {
  const original = normalizeNumber(facts.original[rule.field] ?? '');
  const candidate = normalizeNumber(facts.candidate.numbers[rule.field] ?? '');
  const name = fieldName(profile, rule.field);
  const line = { field: rule.field, name, rule: rule.rule, why: rule.why, original, candidate };
  const bad = rule.otherwise ?? 'stop';
  const params = {
    field: name,
    original,
    candidate,
    why: rule.why,
    where: whereToFind(profile, rule.field)
  };
  if (rule.rule === 'ignore')
    return { ...line, judgement: judge('none', 'donor.field.ignored', params) };
  if (original === '' || candidate === '')
    return {
      ...line,
      judgement: judgeUnknown(rule, {
        original,
        candidate,
        params,
        held: facts.candidate.identified ?? false
      })
    };
  const relation = compareNumbers(original, candidate);
  if (rule.rule === 'differ') {
    const same = relation === 'equal';
    // the chip ids have told the two apart: a donor that was written before carries what the original told it
    if (same && facts.candidate.identified)
      return { ...line, judgement: judge('none', 'donor.field.carried', params) };
    if (relation === 'zero' || relation === 'grouped')
      return { ...line, judgement: judge('look', NEARLY[relation], params) };
    return {
      ...line,
      judgement: same
        ? judge(bad, 'donor.field.same', params)
        : judge('go', 'donor.field.apart', params)
    };
  }
  if (relation === 'equal') return { ...line, judgement: judge('go', 'donor.field.equal', params) };
  if (relation !== 'differs')
    return { ...line, judgement: judge('look', NEARLY[relation], params) };
  const other =
    rule.field === 'hardware-number'
      ? (findOtherMake(profile, candidate) ?? findOtherMake(profile, original))
      : undefined;
  if (other)
    return {
      ...line,
      judgement: judge('look', 'donor.field.othermake', {
        ...params,
        make: other.make,
        note: other.note
      })
    };
  return {
    ...line,
    judgement: judgeOrder(rule, facts.chain, { original, candidate, params, bad })
  };
}

function judgeUnknown(
  rule: MatchRule,
  {
    original,
    candidate,
    params,
    held
  }: { original: string; candidate: string; params: Params; held: boolean }
): Judgement {
  // two serials that are not known say nothing: the chip ids tell two units apart
  if (rule.rule === 'differ') return judge('none', 'donor.field.unknown', params);
  // what a seller cannot see, or what lies on the bench, is read and not asked
  if (candidate === '' && !held && rule.ask !== false)
    return undone(judge('look', 'donor.field.unasked', params));
  return judge('look', original === '' ? 'donor.field.unread' : 'donor.field.unheld', params);
}

/** The way that could give a field. */
function whereToFind(profile: Profile, field: string): string {
  if (field === 'chip-marking') return 'on the chip, with the case open';
  const label = profile.labels.find((l) => l.id === field);
  if (label) return label.where === '' ? 'on the label' : label.where;
  return profile.identity.some((f) => f.id === field) ? 'in its memory, once it is read' : '';
}

type Params = Record<string, string>;

function judgeOrder(
  rule: MatchRule,
  chain: FieldFacts['chain'],
  at: { original: string; candidate: string; params: Params; bad: 'stop' | 'look' }
): Judgement {
  const { original, candidate, params, bad } = at;
  if (rule.rule === 'later') {
    const order = compareRevision(original, candidate);
    if (order === 'later') return judge('go', 'donor.field.later', params);
    if (order === 'same') return judge('look', 'donor.field.zero', params);
    return order === 'earlier'
      ? judge(bad, 'donor.field.earlier', params)
      : judge(bad, 'donor.field.differs', params);
  }
  if (rule.rule === 'compatible') {
    const standing = chain.standingOf(rule.field, original, candidate);
    if (standing === 'later') return judge('go', 'donor.field.supersedes', params);
    if (standing === 'earlier-usable') return judge('go', 'donor.field.compatible', params);
    if (standing === 'earlier') return judge(bad, 'donor.field.superseded', params);
  }
  // a deviation that costs something is told as that
  return judge(bad, 'donor.field.differs', bad === 'look' ? { ...params, cost: 'yes' } : params);
}

/** What people call a field of the profile. */
export function fieldName(profile: Pick<Profile, 'labels' | 'identity'>, field: string): string {
  if (field === 'chip-marking') return 'Chip marking';
  if (field === 'make') return 'Make';
  return (
    profile.labels.find((l) => l.id === field)?.name ??
    profile.identity.find((f) => f.id === field)?.name ??
    field
  );
}

/**
 * Hardware numbers that a donor of this original may carry, for a search over the shelf; undefined when the number does
 * not matter or is not known, so that the family alone decides.
 */
export function usableHardware(
  profile: Profile,
  original: UnitNumbers,
  steps?: readonly FieldStep[]
): string[] | undefined {
  const rule = profile.match.find((m) => m.field === 'hardware-number');
  const number = normalizeNumber(original['hardware-number'] ?? '');
  if (!rule || rule.rule === 'ignore' || number === '') return undefined;
  const chain = chainFor(profile, steps).indexOf('hardware-number');
  const own = rule.rule === 'compatible' ? usableNumbers(number, chain) : [number];
  return [...own, ...profile.otherMakes.flatMap((o) => o.numbers)];
}
