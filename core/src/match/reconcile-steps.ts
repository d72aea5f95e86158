import { nextOf, type Step } from './supersession.ts';

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
  const ways = new Map(profile.map((s) => [`${s.from} ${s.to}`, s.way] as const));
  const ring = findRings([...profile, ...told]);
  const contradictions: Contradiction[] = [];
  const steps = told.filter((s) => {
    const { from, to } = s;
    const way = ways.get(`${from} ${to}`);
    const order = from === to || (ring.get(from) !== undefined && ring.get(from) === ring.get(to));
    const because = way !== undefined && way !== s.way ? 'way' : order ? 'order' : undefined;
    // what both say is no contradiction, even inside a circle that another step has closed
    if (because === undefined || (because === 'order' && way === s.way)) return true;
    contradictions.push({ from, to, because });
    return false;
  });
  return { steps, contradictions };
}

/** Number of the strongly connected part of every number. Source: Tarjan 1972, without recursion. */
function findRings(steps: readonly Step[]): Map<string, number> {
  const next = nextOf(steps);
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const open: string[] = [];
  const isOpen = new Set<string>();
  const ring = new Map<string, number>();
  let rings = 0;
  for (const start of next.keys()) {
    if (order.has(start)) continue;
    const stack: { at: string; tried: number }[] = [{ at: start, tried: 0 }];
    while (stack.length > 0) {
      const top = stack.at(-1) as { at: string; tried: number };
      if (top.tried === 0 && !order.has(top.at)) {
        order.set(top.at, order.size);
        low.set(top.at, order.get(top.at) as number);
        open.push(top.at);
        isOpen.add(top.at);
      }
      const following = next.get(top.at)?.[top.tried++];
      const lower = (n: number) => low.set(top.at, Math.min(low.get(top.at) as number, n));
      if (following !== undefined) {
        if (!order.has(following)) stack.push({ at: following, tried: 0 });
        else if (isOpen.has(following)) lower(order.get(following) as number);
        continue;
      }
      stack.pop();
      const parent = stack.at(-1)?.at;
      const own = low.get(top.at) as number;
      if (parent !== undefined) low.set(parent, Math.min(low.get(parent) as number, own));
      if (own !== order.get(top.at)) continue;
      let member: string | undefined;
      do {
        member = open.pop() as string;
        isOpen.delete(member);
        ring.set(member, rings);
      } while (member !== top.at);
      rings++;
    }
  }
  return ring;
}
