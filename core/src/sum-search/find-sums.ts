import { equalBytes } from '../base/bytes.ts';
import { CRC_CATALOGUE, type NamedCrc } from '../checksum/catalogue.ts';
import { crcImageOf, crcSource } from './crc-source.ts';
import { confirm, type RawCandidate, type SumCandidate, type Way } from './confirm.ts';
import { Family } from './family.ts';
import { joinAll, StartTable, type Hit } from './join-keys.ts';
import type { KeySource, StoredOrder } from './key-source.ts';
import { countPairs, Positions } from './positions.ts';
import { rankCandidates } from './rank-candidates.ts';
import { edgesOf, findApart, type Edges } from './search-apart.ts';
import { SUM_KINDS, sumSource, type SumKind } from './sum-source.ts';

/** What was found, and how much was looked at. */
export interface SumSearch {
  readonly candidates: readonly SumCandidate[];
  /** Ways to compute and store that were tried. */
  readonly tried: number;
}

/** What a search is told. */
export interface SearchOptions {
  /** Names of the algorithms to look for; without, all that are known up to 32 bits. */
  readonly algorithms?: readonly string[];
  /** Images of the same family and length: what holds in them too is no chance. */
  readonly others?: readonly Uint8Array[];
  /** Asked between two algorithms; false breaks off with what is found so far. */
  readonly onProgress?: (share: number) => boolean;
}

/** Of narrow values only so many positions are looked at, the most noteworthy; the others could not be told from chance. */
const MOST_NARROW_BITS = 18;
/** A value of so many bits or more is looked for at all positions. */
const WIDE_BITS = 30;
/** Hits that cost so many bits more than the value has are still listed, as what chance gives. */
const SLACK_BITS = 3;

const ORDERS: readonly StoredOrder[] = ['big', 'little'];

/**
 * Finds checksums in an image without being told where: "the value stored at p is that of [a, p)" is an equality of one number for a and one for
 * p, so all starts and ends are joined by tables, in time that grows with the image and not with its square. Then values that stand before what
 * they cover, or elsewhere, over noteworthy ranges. What holds in other images too counts for more. Every candidate is held against the bytes.
 * Chance is told by how noteworthy the positions are; a value whose bytes are 00 or FF says less than its bits.
 * Errors: none; an image too short has no candidates. Memory: about six bytes for each of the image, and as much for each other one.
 */
export function findSums(
  image: Uint8Array,
  { algorithms, others = [], onProgress }: SearchOptions = {}
): SumSearch {
  const search = new Search(image, telling(image, others));
  const isMeant = (name: string) =>
    algorithms === undefined || algorithms.some((a) => a.toUpperCase() === name.toUpperCase());
  const crcs = CRC_CATALOGUE.filter(
    (c) => c.model.width <= 32 && (isMeant(c.name) || c.aliases.some(isMeant))
  );
  const works = [
    ...groupByPolynomial(crcs).map((group) => () => search.searchCrcs(group)),
    ...SUM_KINDS.filter((k) => isMeant(k.algorithm)).map((kind) => () => search.searchSum(kind))
  ];
  for (const [i, work] of works.entries()) {
    if (onProgress && !onProgress(i / works.length)) break;
    work();
  }
  return { candidates: rankCandidates(search.found, search.tried), tried: search.tried };
}

/** Of other images those that can tell something: of the same length, and none twice. */
function telling(image: Uint8Array, others: readonly Uint8Array[]): Uint8Array[] {
  const seen = [image];
  for (const other of others)
    if (other.length === image.length && !seen.some((s) => equalBytes(s, other))) seen.push(other);
  return seen.slice(1);
}

/** CRCs that share their prefixes. */
export function groupByPolynomial(crcs: readonly NamedCrc[]): NamedCrc[][] {
  const groups = new Map<string, NamedCrc[]>();
  for (const crc of crcs) {
    const { width, poly, refin } = crc.model;
    const key = `${width} ${poly} ${refin}`;
    const group = groups.get(key);
    if (group) group.push(crc);
    else groups.set(key, [crc]);
  }
  return [...groups.values()];
}

class Search {
  readonly found: RawCandidate[] = [];
  tried = 0;
  readonly #family: Family;
  readonly #positions: Positions;
  readonly #edges: Edges;
  readonly #pairs: Float64Array;
  readonly #lists = new Map<string, Int32Array>();

  constructor(image: Uint8Array, others: readonly Uint8Array[]) {
    this.#family = new Family([image, ...others]);
    this.#positions = new Positions(image);
    this.#edges = edgesOf(this.#positions);
    this.#pairs = countPairs(this.#positions);
  }

  searchCrcs(group: readonly NamedCrc[]): void {
    const [first] = group as readonly [NamedCrc, ...NamedCrc[]];
    const images = this.#family.images.map((bytes) => crcImageOf(bytes, first));
    for (const crc of group) {
      const orders = crc.model.width > 8 ? ORDERS : ORDERS.slice(0, 1);
      this.#search(orders.map((order) => images.map((image) => crcSource(image, crc, order))));
    }
  }

  searchSum(kind: SumKind): void {
    const images = this.#family.images.map((bytes) => ({
      kind,
      bytes,
      prefixes: kind.prefixes(bytes)
    }));
    const orders = kind.bits > 8 ? ORDERS : ORDERS.slice(0, 1);
    this.#search(
      kind.forms.flatMap((form) =>
        orders.map((order) => images.map((image) => sumSource(image, form, order)))
      )
    );
  }

  /** Every way to store, as sources of the first image and of the others. All ways share their starts. */
  #search(all: readonly (readonly KeySource[])[]): void {
    const ways = all.map((sources): Way => ({ sources, family: this.#family }));
    this.tried += ways.length;
    const firsts = all.map((sources) => sources[0] as KeySource);
    if ((firsts[0] as KeySource).variant.bits >= WIDE_BITS) {
      // two at once: more would crowd the sets of bits
      for (let i = 0; i < firsts.length; i += 2)
        for (const [k, hits] of joinAll(firsts.slice(i, i + 2), this.#positions).entries())
          this.#take(ways[i + k] as Way, hits);
    } else this.#searchNarrow(ways);
    for (const raw of findApart(ways, this.#edges)) this.found.push(raw);
  }

  #searchNarrow(ways: readonly Way[]): void {
    const alone = this.#joinNarrow(ways, 1);
    const images = (ways[0] as Way).sources.length;
    // what holds in the first image alone is kept, whatever the others say: one of them may be of another family
    const together = images > 1 ? this.#joinNarrow(ways, images) : [];
    for (const [i, way] of ways.entries()) {
      const hits = new Map<string, Hit>();
      for (const hit of [...(alone[i] as Hit[]), ...(together[i] ?? [])])
        hits.set(`${hit.start} ${hit.end}`, hit);
      this.#take(way, [...hits.values()]);
    }
  }

  /** The hits of each way that hold in the first `images` at once. */
  #joinNarrow(ways: readonly Way[], images: number): Hit[][] {
    const sources = (ways[0] as Way).sources.slice(0, images);
    const { bits, storedBytes } = (sources[0] as KeySource).variant;
    const keyBits = bits * images;
    const most = Math.min(MOST_NARROW_BITS, keyBits + 2);
    const starts = this.#list(`starts ${most}`, () => this.#positions.list(most));
    const ends = this.#list(`ends ${storedBytes} ${most}`, () =>
      this.#positions.listEnds(storedBytes, most)
    );
    const startKeys = sources.map((s) => s.startsAt(starts)).reduce(mixKeys);
    const table = new StartTable(starts, startKeys, this.#positions);
    // images that are the same there count once
    const isTelling = ({ start, end, cost }: Hit) =>
      cost <= bits + SLACK_BITS ||
      cost <= bits * this.#family.tellingApart([{ start, end }]).length + SLACK_BITS;
    const budget = keyBits + SLACK_BITS;
    return ways.map((way) => {
      const keys = way.sources
        .slice(0, images)
        .map((s) => s.endsAt(ends))
        .reduce(mixKeys);
      return table.join({ ends, keys, storedBytes, budget, isTelling });
    });
  }

  #list(name: string, make: () => Int32Array): Int32Array {
    let list = this.#lists.get(name);
    if (!list) this.#lists.set(name, (list = make()));
    return list;
  }

  #take(way: Way, hits: readonly Hit[]): void {
    const { storedBytes, wordBytes } = (way.sources[0] as KeySource).variant;
    for (const { start, end: q, cost } of hits) {
      const end = q - storedBytes;
      if ((end - start) % wordBytes !== 0) continue;
      const raw = confirm(way, { start, end }, end);
      if (raw) this.found.push({ ...raw, pairs: this.#pairs[cost] as number });
    }
  }
}

/** One key of those of two images. */
function mixKeys(a: Int32Array, b: Int32Array): Int32Array {
  return a.map((key, i) => (Math.imul(key, 0x85ebca6b) + (b[i] as number)) | 0);
}
