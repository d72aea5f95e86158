/** What else may stand at one place than what is likeliest there. Units: nats that it costs over the likeliest, ascending. */
export interface Choice {
  readonly costs: readonly number[];
}

/** One choice for each place that is not the likeliest. Shape: place to the number of the cost, from 0. */
export interface Combination {
  readonly cost: number;
  readonly picked: readonly (readonly [place: number, choice: number])[];
}

interface State extends Combination {
  readonly last: number;
}

/**
 * Combinations by falling likelihood, the likeliest of all first. Each costs the logarithm of those before it. Stops after `most`.
 * Method: every combination grows out of a cheaper one (its last choice dearer, the next place besides, the next place instead).
 */
export function* cheapestCombinations(
  choices: readonly Choice[],
  most: number
): Generator<Combination> {
  yield { cost: 0, picked: [] };
  const order = choices
    .map((choice, place) => ({ place, costs: choice.costs }))
    .filter((c) => c.costs.length > 0)
    .sort((a, b) => (a.costs[0] as number) - (b.costs[0] as number));
  const costAt = (n: number, choice: number) => order[n]?.costs[choice];
  const heap = new Heap();
  const push = (base: Combination, n: number, choice: number) => {
    const cost = costAt(n, choice);
    const at = order[n];
    if (cost === undefined || !at) return;
    heap.push({
      cost: base.cost + cost,
      picked: [...base.picked, [at.place, choice] as const],
      last: n
    });
  };
  push({ cost: 0, picked: [] }, 0, 0);
  for (let given = 1; given < most; given++) {
    const state = heap.pop();
    if (!state) return;
    yield state;
    const [, choice = 0] = state.picked.at(-1) ?? [];
    const without: Combination = {
      cost: state.cost - (costAt(state.last, choice) as number),
      picked: state.picked.slice(0, -1)
    };
    push(state, state.last + 1, 0);
    push(without, state.last, choice + 1);
    if (choice === 0) push(without, state.last + 1, 0);
  }
}

/** The cheapest state comes out first. */
class Heap {
  readonly #states: State[] = [];

  push(state: State): void {
    const s = this.#states;
    let i = s.push(state) - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if ((s[parent] as State).cost <= state.cost) break;
      s[i] = s[parent] as State;
      i = parent;
    }
    s[i] = state;
  }

  pop(): State | undefined {
    const s = this.#states;
    const [top] = s;
    const last = s.pop();
    if (!top || !last || s.length === 0) return top;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= s.length) break;
      if (child + 1 < s.length && (s[child + 1] as State).cost < (s[child] as State).cost) child++;
      if ((s[child] as State).cost >= last.cost) break;
      s[i] = s[child] as State;
      i = child;
    }
    s[i] = last;
    return top;
  }
}
