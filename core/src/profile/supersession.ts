/** One number that took the place of another. */
export interface Step {
  readonly from: string;
  readonly to: string;
  /** both: each may stand for the other. forward: only the later for the earlier. */
  readonly way: 'both' | 'forward';
}

/** The numbers of a loop, the first one again at the end; undefined when there is none. Source: depth-first search. */
export function findSupersessionLoop(steps: readonly Step[]): string[] | undefined {
  const next = nextOf(steps);
  const done = new Set<string>();
  for (const start of next.keys()) {
    const loop = walk(start, next, done);
    if (loop) return loop;
  }
  return undefined;
}

/** Without recursion: a service may answer with a chain of any length. */
function walk(
  start: string,
  next: ReadonlyMap<string, readonly string[]>,
  done: Set<string>
): string[] | undefined {
  const path: string[] = [];
  const stack: { number: string; tried: number }[] = [{ number: start, tried: 0 }];
  const onPath = new Set<string>();
  while (stack.length > 0) {
    const top = stack.at(-1) as { number: string; tried: number };
    if (top.tried === 0) {
      if (done.has(top.number)) {
        stack.pop();
        continue;
      }
      onPath.add(top.number);
      path.push(top.number);
    }
    const following = (next.get(top.number) ?? [])[top.tried++];
    if (following !== undefined) {
      if (onPath.has(following)) return [...path.slice(path.indexOf(following)), following];
      stack.push({ number: following, tried: 0 });
      continue;
    }
    stack.pop();
    path.pop();
    onPath.delete(top.number);
    done.add(top.number);
  }
  return undefined;
}

function nextOf(steps: readonly Step[]): Map<string, string[]> {
  const next = new Map<string, string[]>();
  for (const { from, to } of steps) push(next, from, to);
  return next;
}

function push(map: Map<string, string[]>, key: string, value: string): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** How a candidate's number stands to the original's over the supersessions. */
export type Standing = 'same' | 'later' | 'earlier-usable' | 'earlier' | 'unrelated';

type Mode = 'later' | 'earlier' | 'both';

/** Numbers counted, and what follows each in one array: those of n lie in `next` from `first[n]` to `first[n + 1]`. */
export interface Neighbours {
  readonly first: Int32Array;
  readonly next: Int32Array;
}

/** Every number of the steps, counted in the order in which they come. */
export function countNumbers(steps: readonly Step[]): Map<string, number> {
  const ids = new Map<string, number>();
  for (const { from, to } of steps) {
    if (!ids.has(from)) ids.set(from, ids.size);
    if (!ids.has(to)) ids.set(to, ids.size);
  }
  return ids;
}

/** What lies behind each number when it is left at `out` and reached at `into`. Source: counting sort. */
export function neighboursOf(
  steps: readonly Step[],
  ids: ReadonlyMap<string, number>,
  [out, into]: readonly ['from', 'to'] | readonly ['to', 'from']
): Neighbours {
  const first = new Int32Array(ids.size + 1);
  const ends = new Int32Array(2 * steps.length);
  for (const [i, step] of steps.entries()) {
    const n = ids.get(step[out]) as number;
    ends[2 * i] = n;
    ends[2 * i + 1] = ids.get(step[into]) as number;
    first[n + 1] = (first[n + 1] as number) + 1;
  }
  for (let n = 0; n < ids.size; n++) first[n + 1] = (first[n + 1] as number) + (first[n] as number);
  const next = new Int32Array(steps.length);
  const filled = first.slice();
  for (let i = 0; i < steps.length; i++) {
    const n = ends[2 * i] as number;
    const at = filled[n] as number;
    next[at] = ends[2 * i + 1] as number;
    filled[n] = at + 1;
  }
  return { first, next };
}

/** Supersessions that are asked many questions: every walk is made once. */
export class SupersessionIndex {
  readonly #ids: Map<string, number>;
  readonly #names: readonly string[];
  readonly #after: Neighbours;
  readonly #before: Neighbours;
  readonly #usableBefore: Neighbours;
  readonly #reached = new Map<string, Uint8Array>();

  constructor(steps: readonly Step[]) {
    this.#ids = countNumbers(steps);
    this.#names = [...this.#ids.keys()];
    this.#after = neighboursOf(steps, this.#ids, ['from', 'to']);
    this.#before = neighboursOf(steps, this.#ids, ['to', 'from']);
    const both = steps.filter((s) => s.way === 'both');
    this.#usableBefore = neighboursOf(both, this.#ids, ['to', 'from']);
  }

  /** Is `candidate` reached from `start` this way? */
  reaches(start: string, candidate: string, mode: Mode): boolean {
    return this.#walk(start, mode)?.[this.#ids.get(candidate) ?? -1] === 1;
  }

  /** Every number that is reached, `start` first. */
  reach(start: string, mode: Mode): string[] {
    const marks = this.#walk(start, mode);
    const found = this.#names.filter((name, i) => marks?.[i] === 1 && name !== start);
    return [start, ...found];
  }

  #walk(start: string, mode: Mode): Uint8Array | undefined {
    const from = this.#ids.get(start);
    if (from === undefined) return undefined;
    const key = `${mode} ${start}`;
    const known = this.#reached.get(key);
    if (known) return known;
    const ways =
      mode === 'later'
        ? [this.#after]
        : mode === 'both'
          ? [this.#after, this.#usableBefore]
          : [this.#before];
    const marks = new Uint8Array(this.#ids.size);
    const queue = [from];
    marks[from] = 1;
    for (const at of queue)
      for (const { first, next } of ways)
        for (let i = first[at] as number; i < (first[at + 1] as number); i++) {
          const to = next[i] as number;
          if (marks[to] === 1) continue;
          marks[to] = 1;
          queue.push(to);
        }
    this.#reached.set(key, marks);
    return marks;
  }

  /** Numbers that stand directly before or after, in the order in which they were told. */
  neighbours(number: string, side: 'from' | 'to'): readonly string[] {
    const id = this.#ids.get(number);
    const { first, next } = side === 'from' ? this.#before : this.#after;
    if (id === undefined) return [];
    return [...next.subarray(first[id], first[id + 1])].map((n) => this.#names[n] as string);
  }
}

const indexOf = (steps: readonly Step[] | SupersessionIndex) =>
  steps instanceof SupersessionIndex ? steps : new SupersessionIndex(steps);

/**
 * Does `candidate` stand in the chain of `original`? A later number may always take its place; an earlier one only
 * when every step between them goes both ways. Total: loops end.
 * Example: A→B (forward), B→C (both): for an original B, C is `later` and A is `earlier`.
 */
export function standingOf(
  original: string,
  candidate: string,
  steps: readonly Step[] | SupersessionIndex
): Standing {
  if (original === candidate) return 'same';
  const index = indexOf(steps);
  if (index.reaches(original, candidate, 'later')) return 'later';
  if (index.reaches(original, candidate, 'both')) return 'earlier-usable';
  return index.reaches(original, candidate, 'earlier') ? 'earlier' : 'unrelated';
}

/** Every number that may take the place of `original`, itself first. */
export function usableNumbers(
  original: string,
  steps: readonly Step[] | SupersessionIndex
): string[] {
  return indexOf(steps).reach(original, 'both');
}

/** The chain from the first known number to the latest that leads through `number`; loops are cut. */
export function chainOf(number: string, steps: readonly Step[]): string[] {
  const index = indexOf(steps);
  const seen = new Set([number]);
  const walked = (side: 'from' | 'to') => {
    const found: string[] = [];
    let at: string | undefined = number;
    while (at !== undefined) {
      at = index.neighbours(at, side).find((n) => !seen.has(n));
      if (at === undefined) break;
      seen.add(at);
      found.push(at);
    }
    return found;
  };
  const before = walked('from');
  return [...before.reverse(), number, ...walked('to')];
}
