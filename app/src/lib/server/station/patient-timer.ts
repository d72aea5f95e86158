/** A wait for an answer that can be called off. */
export interface PatientTimer {
  cancel(): void;
}

/** Later than this, our own process has been held up. Units: ms. Source: common practice. */
const DEAF_MS = 20;
/** A machine that is always late must not wait for ever. */
const MOST_ROUNDS = 5;

/**
 * Calls `act` when nothing has been heard for `ms` of time in which we could listen: a process that was held up hears what
 * has come meanwhile before it calls the other side silent, and waits on for as long as it was deaf.
 * Example: of a wait of 500 ms during which this process stood still for 300, the other side still has its 500.
 */
export function afterSilence(ms: number, act: () => void): PatientTimer {
  let immediate: NodeJS.Immediate | undefined;
  let rounds = 0;
  let timer = arm(ms);
  function arm(waitMs: number): NodeJS.Timeout {
    const dueMs = performance.now() + waitMs;
    return setTimeout(() => {
      const lateMs = performance.now() - dueMs;
      if (lateMs > DEAF_MS && ++rounds < MOST_ROUNDS) timer = arm(Math.min(lateMs, ms));
      // timers come before sockets: one turn for what lies there already
      else immediate = setImmediate(act);
    }, waitMs);
  }
  return {
    cancel: () => {
      clearTimeout(timer);
      clearImmediate(immediate);
    }
  };
}
