import { CRC_CATALOGUE } from '../checksum/catalogue.ts';
import { groupByPolynomial, type SumSearch } from './find-sums.ts';
import { SUM_KINDS } from './sum-source.ts';

/** A CRC that is looked for at every position takes about so many times as long as one at noteworthy ones. Measured. */
const WIDE_WEIGHT = 6;
const WIDE_BITS = 30;

/**
 * All algorithms in so many lists that take about as long: a search may be shared among workers. CRCs that share their prefixes stay together.
 * Shape: `parts` lists; every name in one of them.
 */
export function splitSearch(parts: number): readonly (readonly string[])[] {
  const crcs = groupByPolynomial(CRC_CATALOGUE.filter((c) => c.model.width <= 32)).map((group) => ({
    names: group.map((c) => c.name),
    weight: group.reduce((n, c) => n + (c.model.width >= WIDE_BITS ? WIDE_WEIGHT : 1), 0)
  }));
  const sums = SUM_KINDS.map((kind) => ({
    names: [kind.algorithm],
    weight: kind.bits >= WIDE_BITS ? WIDE_WEIGHT : 1
  }));
  const lists = Array.from({ length: parts }, () => ({ names: [] as string[], weight: 0 }));
  // the longest first, each to whoever has least
  for (const work of [...crcs, ...sums].toSorted((a, b) => b.weight - a.weight)) {
    const least = lists.reduce((a, b) => (b.weight < a.weight ? b : a));
    least.names.push(...work.names);
    least.weight += work.weight;
  }
  return lists.map((l) => l.names);
}

/** More candidates nobody reads. */
const MOST = 200;

/** One search of several that shared the algorithms: chance is that of all ways that were tried. */
export function mergeSearches(searches: readonly SumSearch[]): SumSearch {
  const tried = searches.reduce((n, s) => n + s.tried, 0);
  const candidates = searches.flatMap((s) =>
    s.candidates.map((c) => ({
      ...c,
      expectedByChance: s.tried === 0 ? c.expectedByChance : (c.expectedByChance * tried) / s.tried
    }))
  );
  candidates.sort((x, y) => x.expectedByChance - y.expectedByChance || x.start - y.start);
  return { candidates: candidates.slice(0, MOST), tried };
}
