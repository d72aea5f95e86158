/** Time from outside: core has none of its own. Units: milliseconds. */
export interface Clock {
  /** Monotonic milliseconds. */
  nowMs(): number;
  /** Resolves after `ms`. */
  sleep(ms: number): Promise<void>;
}
