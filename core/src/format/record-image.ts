import { fail, ok, type Result } from '../base/result.ts';
import { imageOf, type Piece, type SparseImage } from '../image/image.ts';
import type { FindingLog } from './finding-log.ts';

/** What counts where two records of a file hold other values for one address. */
export type OverlapPolicy = 'refuse' | 'first' | 'last';

/** A run of bytes in the order of the file: addresses from `start`, bytes [from, to) of the arena. */
interface Run {
  readonly start: number;
  readonly from: number;
  to: number;
}

/**
 * Takes the data of records in the order of the file and makes a sparse image of it. Memory: at most as many bytes as were announced,
 * and twice those that overlap.
 */
export class RecordImage {
  readonly #arena: Uint8Array;
  readonly #runs: Run[] = [];
  #used = 0;

  /** `mostBytes`: no file of this length holds more. */
  constructor(mostBytes: number) {
    this.#arena = new Uint8Array(mostBytes);
  }

  get bytes(): number {
    return this.#used;
  }

  /** Takes bytes [from, to) of a record, whose first address is `address`. */
  add(address: number, record: Uint8Array, from: number, to: number): void {
    if (to <= from) return;
    const length = to - from;
    for (let i = 0; i < length; i++) this.#arena[this.#used + i] = record[from + i] as number;
    const last = this.#runs.at(-1);
    const follows = last && last.start + (last.to - last.from) === address;
    if (follows) last.to += length;
    else this.#runs.push({ start: address, from: this.#used, to: this.#used + length });
    this.#used += length;
  }

  /** Errors: `format.data.none`, `format.overlap.other` unless a policy says which counts. Notes overlaps of the same value. */
  build(policy: OverlapPolicy, log: FindingLog): Result<SparseImage<'file'>> {
    if (this.#runs.length === 0) return fail('format.data.none');
    // the earlier record first where two begin at one address
    const sorted = this.#runs.toSorted((a, b) => a.start - b.start || a.from - b.from);
    const pieces: Piece<'file'>[] = [];
    for (const group of groupsOf(sorted)) {
      const piece = this.#merge(group, policy, log);
      if (!piece.ok) return piece;
      pieces.push(piece.value);
    }
    return ok(imageOf(pieces));
  }

  #merge(group: readonly Run[], policy: OverlapPolicy, log: FindingLog): Result<Piece<'file'>> {
    const [first] = group as [Run, ...Run[]];
    const start = first.start;
    const end = group.reduce((most, r) => Math.max(most, endOf(r)), 0);
    const only = group.length === 1 ? this.#arena.subarray(first.from, first.to) : undefined;
    if (only) return ok({ range: { start, end }, bytes: only, origin: 'file' });
    const bytes = new Uint8Array(end - start);
    const known = new Uint8Array(end - start);
    // in the order of the file, so that "last" means the later record
    for (const run of group.toSorted((a, b) => a.from - b.from)) {
      const laid = this.#lay(run, { start, bytes, known }, policy);
      if (!laid.ok) return laid;
      if (laid.value > 0)
        log.add('note', 'format.overlap.same', { address: run.start, bytes: laid.value });
    }
    return ok({ range: { start, end }, bytes, origin: 'file' });
  }

  /** Lays a run over what is there; gives how many bytes were there already with the same value. */
  #lay(
    run: Run,
    { start, bytes, known }: { start: number; bytes: Uint8Array; known: Uint8Array },
    policy: OverlapPolicy
  ): Result<number> {
    let same = 0;
    for (let i = run.from; i < run.to; i++) {
      const at = run.start - start + (i - run.from);
      const value = this.#arena[i] as number;
      if (known[at] === 1) {
        if (bytes[at] === value) same++;
        else if (policy === 'refuse') return fail('format.overlap.other', { address: start + at });
        else if (policy === 'first') continue;
      }
      bytes[at] = value;
      known[at] = 1;
    }
    return ok(same);
  }
}

const endOf = (run: Run) => run.start + (run.to - run.from);

/** Runs that touch or overlap lie in one piece. */
function groupsOf(sorted: readonly Run[]): Run[][] {
  const groups: Run[][] = [];
  let end = -1;
  for (const run of sorted) {
    if (run.start > end || groups.length === 0) groups.push([run]);
    else (groups.at(-1) as Run[]).push(run);
    end = Math.max(end, endOf(run));
  }
  return groups;
}
