import { answers, type ScannedUnit, type UnitPlace } from '@badger/core/scan/scan';

export interface LiveScanUnit {
  readonly id: string;
  readonly name: string;
  readonly state: 'waiting' | 'asking' | ScannedUnit['state'];
  readonly faults: number;
  /** It answered, but its fault memory could not be read. */
  readonly unread: boolean;
}

/** A scan that is under way: what has been found so far, and who wants to stop it. */
export class LiveScan {
  readonly jobNumber: number;
  readonly kind: string;
  readonly startedAt: Date;
  readonly found: ScannedUnit[] = [];
  readonly #places: readonly UnitPlace[];
  readonly #asking = new Set<string>();
  stopped = false;

  constructor(options: {
    jobNumber: number;
    kind: string;
    places: readonly UnitPlace[];
    startedAt: Date;
  }) {
    this.startedAt = options.startedAt;
    this.jobNumber = options.jobNumber;
    this.kind = options.kind;
    this.#places = options.places;
  }

  asking(place: UnitPlace): void {
    this.#asking.add(place.id);
  }

  done(unit: ScannedUnit): void {
    this.#asking.delete(unit.id);
    this.found.push(unit);
  }

  /** Every place in the order of the layout, with where it stands. */
  units(): LiveScanUnit[] {
    return this.#places.map((place) => {
      const unit = this.found.find((u) => u.id === place.id);
      const state = unit?.state ?? (this.#asking.has(place.id) ? 'asking' : 'waiting');
      const unread = unit !== undefined && answers(unit) && unit.faultMemory !== 'read';
      return { id: place.id, name: place.name, state, faults: unit?.faults.length ?? 0, unread };
    });
  }
}
