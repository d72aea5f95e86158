import { bytesAtOf, computeCheck, decodeStored, type SumCheck } from '../checksum/rule.ts';
import { lengthOf, type Range } from '../image/range.ts';
import type { Choice, Combination } from './combinations.ts';
import type { Candidate, DisputedPlace } from './error-model.ts';
import { isIn, spanOf } from './sense.ts';

/** More bytes are not summed up to learn what single changes do. */
const MOST_BYTES = 256 * 2 ** 20;
/** Where changes do not simply add up each combination is summed anew: no more than so many. */
const MOST_ANEW = 64;

/**
 * Whether checks hold after some bytes are changed, without summing everything up each time: CRCs and XOR are linear in the changed bits,
 * sums in the changed values, so what each single change does to the distance between computed and stored is learnt once and then added up.
 */
export class ResidualTable {
  readonly #checks: readonly SumCheck[];
  readonly #start: readonly bigint[];
  /** By place and choice, for each check, learnt when it is first asked for; undefined where changes do not add up or would cost too much. */
  readonly #changes: Map<string, readonly bigint[]> | undefined;
  /** What each check covers and stores. */
  readonly #spans: readonly (readonly Range[])[];
  readonly #bytes: Uint8Array;
  readonly #places: readonly DisputedPlace[];
  /** Combinations that can be tried within reason. */
  readonly most: number;

  constructor(
    bytes: Uint8Array,
    checks: readonly SumCheck[],
    { places, choices }: { places: readonly DisputedPlace[]; choices: readonly Choice[] }
  ) {
    this.#bytes = bytes;
    this.#checks = checks;
    this.#places = places;
    this.#start = checks.map((check) => residualOf(check, bytes));
    const spans = checks.map((check) => {
      const ranges = spanOf(check);
      return { ranges, bytes: ranges.reduce((n, r) => n + lengthOf(r), 0) };
    });
    const touching = (at: number) => spans.filter((s) => isIn(s.ranges, at));
    const cost = places.reduce(
      (sum, { at }, p) =>
        sum + (choices[p]?.costs.length ?? 0) * touching(at).reduce((n, s) => n + s.bytes, 0),
      0
    );
    const whole = spans.reduce((n, s) => n + s.bytes, 0);
    const adds = checks.every((c) => kindOf(c) !== 'other');
    this.most =
      adds && cost <= MOST_BYTES
        ? Infinity
        : Math.max(1, Math.min(MOST_ANEW, Math.floor(MOST_BYTES / Math.max(1, whole))));
    this.#spans = spans.map((s) => s.ranges);
    this.#changes = this.most === Infinity ? new Map() : undefined;
  }

  /** What one choice at one place does to the distance of each check. */
  #changeOf(place: number, choice: number): readonly bigint[] {
    const key = `${place} ${choice}`;
    const known = this.#changes?.get(key);
    if (known) return known;
    const { at, candidates } = this.#places[place] as DisputedPlace;
    const learnt = this.#learn(at, (candidates[choice + 1] as Candidate).value);
    this.#changes?.set(key, learnt);
    return learnt;
  }

  #learn(at: number, value: number): bigint[] {
    const was = this.#bytes[at] as number;
    this.#bytes[at] = value;
    const change = this.#checks.map((check, k) =>
      isIn(this.#spans[k] as readonly Range[], at)
        ? subtract(check, residualOf(check, this.#bytes), this.#start[k] as bigint)
        : 0n
    );
    this.#bytes[at] = was;
    return change;
  }

  /** Do all checks hold with these choices? */
  passes(picked: Combination['picked']): boolean {
    if (!this.#changes) return this.#passesAnew(picked);
    const changes = picked.map(([p, c]) => this.#changeOf(p, c));
    return this.#checks.every((check, k) => {
      const start = this.#start[k] as bigint;
      return changes.reduce((r, change) => add(check, r, change[k] as bigint), start) === 0n;
    });
  }

  #passesAnew(picked: Combination['picked']): boolean {
    const was = picked.map(([p, c]) => {
      const { at, candidates } = this.#places[p] as DisputedPlace;
      const before = this.#bytes[at] as number;
      this.#bytes[at] = (candidates[c + 1] as Candidate).value;
      return [at, before] as const;
    });
    const pass = this.#checks.every((check) => residualOf(check, this.#bytes) === 0n);
    for (const [at, before] of was) this.#bytes[at] = before;
    return pass;
  }
}

const kindOf = ({ checksum }: SumCheck): 'xor' | 'sum' | 'other' =>
  /^(CRC|XOR)-/.test(checksum.name) ? 'xor' : checksum.name.startsWith('SUM-') ? 'sum' : 'other';

const maskOf = ({ checksum }: SumCheck) => (1n << BigInt(checksum.bits)) - 1n;

const add = (check: SumCheck, a: bigint, b: bigint) =>
  kindOf(check) === 'xor' ? a ^ b : (a + b) & maskOf(check);

const subtract = (check: SumCheck, a: bigint, b: bigint) =>
  kindOf(check) === 'xor' ? a ^ b : (a - b) & maskOf(check);

/** Distance between what is stored and what is computed; never zero where one of them cannot be told. */
function residualOf(check: SumCheck, bytes: Uint8Array): bigint {
  const bytesAt = bytesAtOf(bytes);
  const stored = bytesAt(check.stored);
  const computed = computeCheck(check, bytesAt);
  if (!stored || computed === undefined) return -1n;
  return subtract(check, decodeStored(stored, check.rule.littleEndian), computed);
}
