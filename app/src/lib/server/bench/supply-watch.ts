import { budgetLines, heaviest } from '@badger/core/electrical/budget';
import { WATCH_START, watchSupply, type WatchState } from '@badger/core/electrical/watch-supply';
import type { DrivenAccess } from '@badger/core/access/access';
import type { Judgement } from '@badger/core/base/verdict';
import type { SupplyPort, SupplySample } from '@badger/core/port/supply';

/** What switched an output off, and when. On the clock of `performance.now()`. Units: ms. */
export interface SupplyTrip {
  readonly judgement: Judgement;
  readonly atMs: number;
}

/** The most that a unit draws over an access in any state, and what is fed beside it. Units: mA. */
export function mostOf(access: DrivenAccess | undefined): number | undefined {
  if (access?.carrier !== 'can-uds') return undefined;
  return heaviest(budgetLines(access.spec.draw, access.spec.beside))?.totalMa;
}

/** Looks at every reading of one supply and switches its output off at once when it must. */
export class SupplyWatch {
  readonly #supply: SupplyPort;
  readonly #onTrip: (trip: SupplyTrip) => void;
  #state: WatchState = WATCH_START;
  /** An order to switch off is under way. */
  #ordered = false;
  #last: SupplyTrip | undefined;

  constructor(supply: SupplyPort, onTrip: (trip: SupplyTrip) => void) {
    this.#supply = supply;
    this.#onTrip = onTrip;
  }

  /** What switched the output off last; undefined again once the output came on. */
  get last(): SupplyTrip | undefined {
    return this.#last;
  }

  /** `mostMa`: the most that what hangs on it draws; undefined where nobody knows what it is. */
  see(sample: SupplySample | undefined, mostMa: number | undefined): void {
    if (!sample) return;
    const atMs = performance.now();
    const wasOff = this.#state.onSinceMs === undefined;
    const { state, trip } = watchSupply(this.#state, { ...sample, atMs }, mostMa);
    this.#state = state;
    if (sample.on && wasOff && !trip) this.#last = undefined;
    if (!trip || this.#ordered) return;
    this.#ordered = true;
    const first = this.#last === undefined;
    this.#last = { judgement: trip, atMs };
    // what could not be switched off is tried again with the next reading
    void this.#supply
      .apply({ on: false })
      .catch(() => undefined)
      .finally(() => (this.#ordered = false));
    if (first) this.#onTrip(this.#last);
  }
}
