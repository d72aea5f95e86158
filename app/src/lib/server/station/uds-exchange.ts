import type { Code } from '@badger/core/base/codes';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { ExchangeOptions } from '@badger/core/port/diagnostic-link';
import { nameOfNrc } from '@badger/core/uds/codec';
import * as uds from '@badger/core/uds/client-machine';
import { SERVICE_NAMES } from '@badger/core/uds/services';
import { afterSilence, type PatientTimer } from './patient-timer.ts';

interface Carrier {
  /** Gives a whole request to the carrier. */
  send(payload: Uint8Array): void;
  /** The carrier is still saying or hearing a message: its own times count, not ours. */
  busy(): boolean;
  /** What one turn has gathered goes out. */
  flush(): void;
}

/** Runs the pure UDS client machine with one request in the air; timers are all it adds. */
export class UdsExchange {
  readonly #carrier: Carrier;
  #state: uds.UdsClientState = uds.UDS_IDLE;
  #settle: ((result: Result<Uint8Array>) => void) | undefined;
  #timer: PatientTimer | undefined;

  constructor(carrier: Carrier) {
    this.#carrier = carrier;
  }

  exchange(request: Uint8Array, options: ExchangeOptions = {}): Promise<Result<Uint8Array>> {
    return new Promise((resolve) => {
      this.#settle = resolve;
      this.#step({ type: 'request', request, repeatable: options.repeatable ?? false });
      this.#carrier.flush();
    });
  }

  /** A whole answer came. */
  take(payload: Uint8Array): void {
    this.#step({ type: 'payload', payload });
  }

  /** The carrier cannot go on with this request. */
  carrierFailed(code: Code): void {
    this.#step({ type: 'carrier-failed', code });
  }

  close(): void {
    this.#timer?.cancel();
  }

  #step(event: uds.UdsClientEvent): void {
    const [state, effects] = uds.transition(this.#state, event);
    this.#state = state;
    for (const effect of effects) this.#effect(effect);
  }

  #effect(effect: uds.UdsClientEffect): void {
    switch (effect.type) {
      case 'send':
        return this.#send(effect.payload, effect.afterMs);
      case 'await':
        return this.#await(effect.ms);
      case 'answer':
        return this.#finish(ok(effect.data));
      case 'refused':
        return this.#finish(
          fail('uds.answer.negative', {
            service: SERVICE_NAMES[effect.sid] ?? String(effect.sid),
            nrc: nameOfNrc(effect.nrc),
            nrcNumber: effect.nrc
          })
        );
      case 'failed':
        return this.#finish(fail(effect.code));
      case 'ignored':
        return;
    }
  }

  #send(payload: Uint8Array, afterMs: number): void {
    if (afterMs === 0) return this.#carrier.send(payload);
    setTimeout(() => {
      this.#carrier.send(payload);
      this.#carrier.flush();
    }, afterMs);
  }

  #await(ms: number): void {
    this.#timer?.cancel();
    this.#timer = afterSilence(ms, () => {
      if (this.#carrier.busy()) return this.#await(ms);
      this.#step({ type: 'timeout' });
    });
  }

  #finish(result: Result<Uint8Array>): void {
    this.#timer?.cancel();
    const settle = this.#settle;
    this.#settle = undefined;
    settle?.(result);
  }
}
