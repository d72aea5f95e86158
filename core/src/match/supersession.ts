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
      if (onPath.has(top.number)) return [...path.slice(path.indexOf(top.number)), top.number];
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

/** Supersessions that are asked many questions: every walk is made once. */
export class SupersessionIndex {
  readonly #after = new Map<string, string[]>();
  readonly #before = new Map<string, string[]>();
  readonly #usableBefore = new Map<string, string[]>();
  readonly #reached = new Map<string, ReadonlySet<string>>();

  constructor(steps: readonly Step[]) {
    for (const { from, to, way } of steps) {
      push(this.#after, from, to);
      push(this.#before, to, from);
      if (way === 'both') push(this.#usableBefore, to, from);
    }
  }

  reach(start: string, mode: Mode): ReadonlySet<string> {
    const key = `${mode} ${start}`;
    const known = this.#reached.get(key);
    if (known) return known;
    const found = new Set([start]);
    // a set gives what is added while it is walked: no queue that would be shifted
    for (const at of found) {
      const forward = mode === 'earlier' ? [] : (this.#after.get(at) ?? []);
      const back =
        mode === 'later'
          ? []
          : ((mode === 'both' ? this.#usableBefore : this.#before).get(at) ?? []);
      for (const number of forward) found.add(number);
      for (const number of back) found.add(number);
    }
    this.#reached.set(key, found);
    return found;
  }

  /** The one that stands before or after, the first that was told. */
  neighbours(number: string, side: 'from' | 'to'): readonly string[] {
    return (side === 'from' ? this.#before : this.#after).get(number) ?? [];
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
  if (index.reach(original, 'later').has(candidate)) return 'later';
  if (index.reach(original, 'both').has(candidate)) return 'earlier-usable';
  return index.reach(original, 'earlier').has(candidate) ? 'earlier' : 'unrelated';
}

/** Every number that may take the place of `original`, itself first. */
export function usableNumbers(
  original: string,
  steps: readonly Step[] | SupersessionIndex
): string[] {
  return [...indexOf(steps).reach(original, 'both')];
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
