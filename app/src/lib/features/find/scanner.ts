/** A scanner types faster than a hand: at most this between two characters. Units: ms. */
export const SCANNER_GAP_MS = 45;
/** A hand does not type that much in one breath. */
const LEAST_SCANNED = 4;

/**
 * The tag out of what a scanner typed: the address of a unit's page, from whatever host the tag was printed for.
 * Undefined for everything else. Example: `http://bench:8420/units/0417` gives `0417`.
 */
export function tagOfScan(text: string): string | undefined {
  return /\/units\/([0-9A-Za-z-]{1,12})\/?$/.exec(text.trim())?.[1];
}

/** Where a scan leads: to the unit of an address or of a plain tag; undefined when it is neither. */
export function pathOfScan(text: string): string | undefined {
  const tag = tagOfScan(text) ?? /^[0-9A-Za-z-]{3,12}$/.exec(text.trim())?.[0];
  return tag === undefined ? undefined : `/units/${tag}`;
}

export interface ScannerEvents {
  /** A whole scan, ended by Enter. */
  readonly onscan: (text: string) => void;
  /** A key that stood alone: nothing followed it within the gap. */
  readonly onkey: (key: string) => void;
}

/**
 * Tells a scanner from a hand. Characters that follow each other within {@link SCANNER_GAP_MS} and end with Enter are a
 * scan; a character that stays alone is a key of a person, told a moment later.
 * The clock is given with every key; `later` runs a task after a delay and gives a function that calls it off.
 */
export class ScannerWatch {
  #typed = '';
  #lastMs = -Infinity;
  #cancel: (() => void) | undefined;
  readonly #events: ScannerEvents;
  readonly #later: (task: () => void, delayMs: number) => () => void;

  constructor(events: ScannerEvents, later: (task: () => void, delayMs: number) => () => void) {
    this.#events = events;
    this.#later = later;
  }

  /** Takes one key with its time; true when the key was the end of a scan and must do nothing else. */
  press(key: string, atMs: number): boolean {
    const quick = atMs - this.#lastMs <= SCANNER_GAP_MS;
    this.#lastMs = atMs;
    if (key === 'Enter') {
      const text = quick ? this.#typed : '';
      this.#forget();
      if (text.length < LEAST_SCANNED) return false;
      this.#events.onscan(text);
      return true;
    }
    if ([...key].length !== 1) return false;
    this.#cancel?.();
    this.#typed = quick ? this.#typed + key : key;
    const alone = !quick;
    this.#cancel = this.#later(() => {
      this.#forget();
      if (alone) this.#events.onkey(key);
    }, SCANNER_GAP_MS + 15);
    return false;
  }

  #forget(): void {
    this.#cancel?.();
    this.#cancel = undefined;
    this.#typed = '';
  }
}
