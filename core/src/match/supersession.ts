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
  for (const { from, to } of steps) next.set(from, [...(next.get(from) ?? []), to]);
  return next;
}

/** How a candidate's number stands to the original's over the supersessions. */
export type Standing = 'same' | 'later' | 'earlier-usable' | 'earlier' | 'unrelated';

/**
 * Does `candidate` stand in the chain of `original`? A later number may always take its place; an earlier one only
 * when every step between them goes both ways. Total: loops end.
 * Example: A→B (forward), B→C (both): for an original B, C is `later` and A is `earlier`.
 */
export function standingOf(original: string, candidate: string, steps: readonly Step[]): Standing {
  if (original === candidate) return 'same';
  if (reach(original, steps, 'later').has(candidate)) return 'later';
  if (reach(original, steps, 'both').has(candidate)) return 'earlier-usable';
  return reach(original, steps, 'earlier').has(candidate) ? 'earlier' : 'unrelated';
}

/** Every number that may take the place of `original`, itself first. */
export function usableNumbers(original: string, steps: readonly Step[]): string[] {
  return [...reach(original, steps, 'both')];
}

/** The chain from the first known number to the latest that leads through `number`; loops are cut. */
export function chainOf(number: string, steps: readonly Step[]): string[] {
  const chain = [number];
  const seen = new Set(chain);
  for (const [side, add] of [
    ['from', 'unshift'],
    ['to', 'push']
  ] as const) {
    let at = number;
    for (;;) {
      const step = steps.find(
        (s) => (side === 'from' ? s.to : s.from) === at && !seen.has(s[side])
      );
      if (!step) break;
      at = step[side];
      seen.add(at);
      chain[add](at);
    }
  }
  return chain;
}

function reach(start: string, steps: readonly Step[], mode: 'later' | 'earlier' | 'both') {
  const found = new Set([start]);
  const queue = [start];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    for (const step of steps) {
      const forward = mode !== 'earlier' && step.from === at ? step.to : undefined;
      const back =
        step.to === at && (mode === 'earlier' || (mode === 'both' && step.way === 'both'))
          ? step.from
          : undefined;
      for (const number of [forward, back]) {
        if (number === undefined || found.has(number)) continue;
        found.add(number);
        queue.push(number);
      }
    }
  }
  return found;
}
