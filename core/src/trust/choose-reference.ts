import { firstSign, type Sign } from './cause.ts';
import type { ReadComparison, ReadGroup } from './compare-reads.ts';
import { explainBoth, explainRead, type Explained } from './explain.ts';
import type { RegionKnowledge } from './read-set.ts';
import { isConfirmed, isContradicted, senseOf, worthOf, type Sense } from './sense.ts';
import { findPlainSign, findSign } from './signs.ts';

/** The reads that the others are held against, and why those differ. */
export interface Chosen {
  readonly reference: ReadGroup;
  readonly sense: Sense;
  /** What is wrong with the reference itself. */
  readonly ownSign: Sign | undefined;
  readonly explained: readonly { readonly numbers: readonly number[]; readonly why: Explained }[];
  /** Groups that nothing known of the region speaks against. */
  readonly plausible: readonly ReadGroup[];
  /** All that was found. */
  readonly signs: readonly Sign[];
}

interface Weighed {
  readonly group: ReadGroup;
  readonly sense: Sense;
  readonly sign: Sign | undefined;
}

/**
 * Chooses the group that is most likely the true content: without a sign of its own before one with, what passes its checks before what does
 * not, the larger before the smaller, the first read before a later one. Then the others are explained by it, or it by them: where it is the
 * reference that is spoilt, that is its own sign. Undefined without a read.
 */
export function findBetter(
  { groups }: ReadComparison,
  knowledge: RegionKnowledge
): Chosen | undefined {
  const weighed = groups.map((group): Weighed => {
    const sense = senseOf(group.bytes, knowledge);
    const reads = group.numbers.join(', ');
    return { group, sense, sign: findPlainSign({ bytes: group.bytes, knowledge, sense, reads }) };
  });
  const [best] = [...weighed].sort(
    (a, b) =>
      Number(a.sign !== undefined) - Number(b.sign !== undefined) ||
      Number(isContradicted(a.sense)) - Number(isContradicted(b.sense)) ||
      worthOf(b.sense) - worthOf(a.sense) ||
      b.group.numbers.length - a.group.numbers.length
  );
  if (!best) return undefined;
  const others = weighed.filter((w) => w !== best);
  const plausible = weighed
    .filter((w) => w.sign === undefined && !isContradicted(w.sense))
    .map((w) => w.group);
  const found = others.map((other) => explainPair(other.group, best.group));
  const explained = found.flatMap((f) => f.explained);
  const { bytes, numbers } = best.group;
  const sign = findSign({ bytes, knowledge, sense: best.sense, reads: numbers.join(', ') });
  const ownSign = firstSign([...(sign ? [sign] : []), ...found.flatMap((f) => f.own)]);
  return {
    ...{ reference: best.group, sense: best.sense, ownSign, explained, plausible },
    signs: [...(ownSign ? [ownSign] : []), ...explained.map((e) => e.why)]
  };
}

interface PairFound {
  readonly explained: Chosen['explained'];
  /** What is wrong with the whole of the reference. */
  readonly own: readonly Sign[];
}

/** Why a group differs from the reference: it is spoilt, the reference is, or both are at other places. */
function explainPair(group: ReadGroup, reference: ReadGroup): PairFound {
  const [one, other] = [group, reference].map(({ bytes, numbers }) => ({
    bytes,
    reads: numbers.join(', ')
  })) as [{ bytes: Uint8Array; reads: string }, { bytes: Uint8Array; reads: string }];
  const why = explainRead({ ...one, reference: reference.bytes });
  if (why) return { explained: [{ numbers: group.numbers, why }], own: [] };
  const turned = explainRead({ ...other, reference: group.bytes });
  if (turned) {
    const whole = turned.spoilt.some((r) => r.start === 0 && r.end >= reference.bytes.length);
    return whole
      ? { explained: [], own: [turned] }
      : { explained: [{ numbers: reference.numbers, why: turned }], own: [] };
  }
  const both = explainBoth(one, other);
  if (!both) return { explained: [], own: [] };
  const [own, its] = both;
  return {
    explained: [
      { numbers: group.numbers, why: own },
      { numbers: reference.numbers, why: its }
    ],
    own: []
  };
}

/** Others that are the same; where the reference passes its checks, only such as could be right too. */
export function findRival(
  { groups }: ReadComparison,
  { reference, sense, plausible, explained }: Chosen
): ReadGroup | undefined {
  const isExplained = (g: ReadGroup) => explained.some((e) => e.numbers === g.numbers);
  return groups.find(
    (g) =>
      g !== reference &&
      g.numbers.length > 1 &&
      !isExplained(g) &&
      (!isConfirmed(sense) || plausible.includes(g))
  );
}
