import type { Task } from './problem.ts';

/** Rank of each task: the smaller, the sooner it may choose its time. */
export type Order = ReadonlyMap<string, number>;

/** Tasks that are not running, predecessors first, by rank; what hangs on nothing that exists is left out of waiting. */
export function* sequence(tasks: readonly Task[], order: Order): Generator<Task> {
  const waiting = tasks.filter((t) => !t.running);
  const keys = new Set(waiting.map((t) => t.key));
  const open = new Map(waiting.map((t) => [t.key, t.after.filter((k) => keys.has(k)).length]));
  const next = new Map<string, Task[]>();
  for (const task of waiting) {
    for (const key of task.after) {
      if (!keys.has(key)) continue;
      const list = next.get(key);
      if (list) list.push(task);
      else next.set(key, [task]);
    }
  }
  const rank = (t: Task) => (t.pinned ? -1 : (order.get(t.key) ?? Number.MAX_SAFE_INTEGER));
  const ready = waiting.filter((t) => open.get(t.key) === 0).sort((a, b) => rank(b) - rank(a));
  for (let task = ready.pop(); task; task = ready.pop()) {
    yield task;
    for (const follower of next.get(task.key) ?? []) {
      const left = (open.get(follower.key) ?? 1) - 1;
      open.set(follower.key, left);
      if (left === 0) insertSorted(ready, follower, rank);
    }
  }
}

/** Keeps the list in falling rank, so that the first is at its end. */
export function insertSorted<T>(list: T[], item: T, rank: (item: T) => number): void {
  let low = 0;
  let high = list.length;
  const own = rank(item);
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rank(list[middle] as T) >= own) low = middle + 1;
    else high = middle;
  }
  list.splice(low, 0, item);
}

/**
 * Keys of tasks that wait for each other in a ring, one list for each ring that is found; none in a plan that can be
 * worked. What only hangs on a ring is not in it. Example: a after b and b after a is `[['a', 'b']]`.
 */
export function findCycles(tasks: readonly Task[]): string[][] {
  const byKey = new Map(tasks.map((t) => [t.key, t]));
  const state = new Map<string, 'open' | 'done'>();
  const cycles: string[][] = [];
  for (const root of tasks) {
    // depth first without recursion: a chain may be as long as the list
    const path: { readonly key: string; at: number }[] = [];
    const enter = (key: string) => {
      state.set(key, 'open');
      path.push({ key, at: 0 });
    };
    if (!state.has(root.key)) enter(root.key);
    for (let top = path.at(-1); top; top = path.at(-1)) {
      const before = byKey.get(top.key)?.after[top.at++];
      if (before === undefined) {
        state.set(top.key, 'done');
        path.pop();
      } else if (byKey.has(before)) {
        const known = state.get(before);
        if (known === undefined) enter(before);
        else if (known === 'open') {
          const ring = path.map((p) => p.key);
          cycles.push(ring.slice(ring.indexOf(before)).sort());
        }
      }
    }
  }
  return cycles;
}
