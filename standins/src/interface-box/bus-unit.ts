/** What a unit says to one request. */
export interface Answer {
  /** Undefined: the unit says nothing. */
  readonly payload: Uint8Array | undefined;
  /** Time that the unit works on it, in milliseconds of real life. */
  readonly workMs: number;
}

/** A unit as the bus sees it, whatever it is. */
export interface BusUnit {
  readonly requestId: number;
  readonly responseId: number;
  readonly bitrateBps: number;
  /** Answers requests to everybody (legislated diagnosis). */
  readonly functional: boolean;
  /** Powered and able to speak at this moment. */
  readonly awake: boolean;
  handle(request: Uint8Array): Answer;
  /** Told whenever it says something: its session lives on. */
  speaks?(): void;
}

/** A unit says "pending" when it needs longer than this. Units: ms. Below P2 of 50 ms. */
const PENDING_AFTER_MS = 30;
const PENDING_EVERY_MS = 2000;

/**
 * Times at which an answer and the "pending" before it go out. `speed` 0 answers at once.
 * Shape: waits from now in milliseconds, in order. Source: ISO 14229-1 response pending.
 */
export function scheduleAnswer(
  request: Uint8Array,
  answer: Answer,
  speed: number
): { readonly afterMs: number; readonly payload: Uint8Array }[] {
  if (!answer.payload) return [];
  const waitMs = speed === 0 ? 0 : answer.workMs / speed;
  if (waitMs < 1) return [{ afterMs: 0, payload: answer.payload }];
  const list: { afterMs: number; payload: Uint8Array }[] = [];
  const pending = Uint8Array.of(0x7f, request[0] as number, 0x78);
  if (waitMs > PENDING_AFTER_MS) {
    list.push({ afterMs: 0, payload: pending });
    for (let at = PENDING_EVERY_MS; at < waitMs; at += PENDING_EVERY_MS)
      list.push({ afterMs: at, payload: pending });
  }
  return [...list, { afterMs: waitMs, payload: answer.payload }];
}
