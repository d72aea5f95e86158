import { countNumbers, neighboursOf, type Step } from '../profile/supersession.ts';

/** A step that somebody told against what the family's profile says. */
export interface Contradiction {
  readonly from: string;
  readonly to: string;
  /** `way`: the profile has the step, but another way. `order`: with the profile's steps it would go in a circle. */
  readonly because: 'way' | 'order';
}

/**
 * Steps that were told, beside those of the profile, whose word wins: a step that contradicts it, by itself or as part of
 * a circle of any length, is left out and named. Linear in the steps. Example: the profile has A→B and B→C, told is C→A:
 * it is left out, because `order`.
 */
export function reconcileSteps<T extends Step>(
  profile: readonly Step[],
  told: readonly T[]
): { readonly steps: readonly T[]; readonly contradictions: readonly Contradiction[] } {
  const known = new Set(profile.map((s) => s.from));
  const ways = new Map(profile.map((s) => [`${s.from} ${s.to}`, s.way] as const));
  const ring = findRings([...profile, ...told]);
  const contradictions = new Map<string, Contradiction>();
  const steps = told.filter((s) => {
    const { from, to } = s;
    const way = known.has(from) ? ways.get(`${from} ${to}`) : undefined;
    const order = ring(from) === ring(to);
    const because = way !== undefined && way !== s.way ? 'way' : order ? 'order' : undefined;
    // what both say is no contradiction, even inside a circle that another step has closed
    if (because === undefined || way === s.way) return true;
    // several parts of one answer may tell the same step
    contradictions.set(`${from} ${to}`, { from, to, because });
    return false;
  });
  return { steps, contradictions: [...contradictions.values()] };
}

/** Which strongly connected part every number lies in. Source: Tarjan 1972, without recursion. */
function findRings(steps: readonly Step[]): (number: string) => number | undefined {
  const ids = countNumbers(steps);
  const { first, next } = neighboursOf(steps, ids, ['from', 'to']);
  const count = ids.size;
  const order = new Int32Array(count).fill(-1);
  const low = new Int32Array(count);
  const ring = new Int32Array(count).fill(-1);
  const tried = first.slice(0, count);
  const open: number[] = [];
  let [seen, rings] = [0, 0];
  const enter = (n: number) => {
    order[n] = low[n] = seen++;
    open.push(n);
  };
  const lower = (n: number, value: number) => {
    if (value < (low[n] as number)) low[n] = value;
  };
  const leave = (n: number) => {
    if (low[n] !== order[n]) return;
    let member: number;
    do {
      member = open.pop() as number;
      ring[member] = rings;
    } while (member !== n);
    rings++;
  };
  for (let start = 0; start < count; start++) {
    if (order[start] !== -1) continue;
    enter(start);
    const stack = [start];
    for (let at = stack.at(-1); at !== undefined; at = stack.at(-1)) {
      const edge = tried[at] as number;
      if (edge < (first[at + 1] as number)) {
        tried[at] = edge + 1;
        const to = next[edge] as number;
        if (order[to] === -1) {
          enter(to);
          stack.push(to);
        } else if (ring[to] === -1) lower(at, order[to] as number);
        continue;
      }
      stack.pop();
      leave(at);
      const parent = stack.at(-1);
      if (parent !== undefined) lower(parent, low[at] as number);
    }
  }
  return (number) => ring[ids.get(number) as number];
}
