import { tellingBits, type RawCandidate, type SumCandidate } from './confirm.ts';

/** More candidates nobody reads. */
const MOST = 200;
/** Where a block begins right behind another one, so many bits of its value are needed to say so. */
const NEXT_BITS = 2;

const kindOfSum = (c: RawCandidate) => `${c.algorithm} ${c.form} ${c.byteOrder}`;

/** The candidates, best first: those that chance gives least. `tried`: ways to compute and store that were looked at. */
export function rankCandidates(found: readonly RawCandidate[], tried: number): SumCandidate[] {
  const groups = groupBy(found, kindOfSum);
  const ranked: SumCandidate[] = [];
  for (const group of groups.values()) {
    const own = withoutNeighbours(group);
    for (const { raw, blocks, bits } of chainBlocks(own))
      ranked.push(toCandidate(raw, { blocks, bits }, tried));
  }
  return ranked
    .sort((x, y) => x.expectedByChance - y.expectedByChance || x.start - y.start)
    .slice(0, MOST);
}

function toCandidate(
  { bits: _bits, value, pairs, ...raw }: RawCandidate,
  { blocks, bits }: { readonly blocks: number; readonly bits: number },
  tried: number
): SumCandidate {
  const inverse = raw.inverseBeside ? tellingBits(value, raw.storedBytes) : 0;
  // in so many ways could as many of the others have held
  const choices = choose(raw.asked - 1, raw.support - 1);
  return { ...raw, blocks, expectedByChance: tried * pairs * choices * 2 ** -(bits + inverse) };
}

/** Ways to choose `k` of `n`. */
function choose(n: number, k: number): number {
  let ways = 1;
  for (let i = 1; i <= k; i++) ways = (ways * (n - k + i)) / i;
  return ways;
}

/**
 * Of hits that end in each other's value only the best: what follows a checksum by a few bytes is often the same one seen once more.
 */
function withoutNeighbours(group: readonly RawCandidate[]): RawCandidate[] {
  const kept: RawCandidate[] = [];
  const taken = new Map<number, RawCandidate[]>();
  for (const raw of group.toSorted(
    (x, y) => x.pairs * 2 ** -x.bits - y.pairs * 2 ** -y.bits || x.end - y.end
  )) {
    const near = taken.get(raw.start) ?? [];
    if (
      near.some(
        (n) =>
          Math.abs(n.end - raw.end) < raw.storedBytes &&
          Math.abs(n.storedAt - raw.storedAt) < raw.storedBytes
      )
    )
      continue;
    near.push(raw);
    taken.set(raw.start, near);
    kept.push(raw);
  }
  return kept;
}

/** What a block takes with its value: from the first of both to behind the last. */
const extentOf = ({ start, end, storedAt, storedBytes }: RawCandidate) => ({
  from: Math.min(start, storedAt),
  to: Math.max(end, storedAt + storedBytes)
});

/** Blocks of one size, each right behind the one before it, say together what each alone could not. */
function chainBlocks(own: readonly RawCandidate[]) {
  const bySize = groupBy(own, (c) => `${c.end - c.start} ${c.storedAt - c.start}`);
  return [...bySize.values()].flatMap((same) => {
    const sorted = same.toSorted((x, y) => x.start - y.start);
    const chains: RawCandidate[][] = [];
    for (const raw of sorted) {
      const last = chains.at(-1);
      const before = last?.at(-1);
      if (last && before && extentOf(before).to === extentOf(raw).from) last.push(raw);
      else chains.push([raw]);
    }
    return chains.flatMap((chain) => {
      // the same block once more proves nothing
      const values = new Set<number>();
      let bits = NEXT_BITS;
      for (const c of chain) {
        if (!values.has(c.value)) bits += c.bits - NEXT_BITS;
        values.add(c.value);
      }
      return chain.map((raw) => ({ raw, blocks: chain.length, bits }));
    });
  });
}

function groupBy<T, K>(list: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of list) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}
