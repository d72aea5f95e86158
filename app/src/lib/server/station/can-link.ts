import { fail, type Result } from '@badger/core/base/result';
import type { CanFrame } from '@badger/core/can/frame';
import { encodeSerialLine, type BusErrorKind } from '@badger/core/can/serial-line';
import * as isoTp from '@badger/core/isotp/machine';
import type { DiagnosticLink, ExchangeOptions } from '@badger/core/port/diagnostic-link';
import { afterSilence, type PatientTimer } from './patient-timer.ts';
import type { TraceRecorder } from './trace-recorder.ts';
import { UdsExchange } from './uds-exchange.ts';

/** The pair of identifiers under which a unit is spoken to. */
export interface CanPair {
  readonly requestId: number;
  readonly responseId: number;
}

interface CanLinkOptions {
  readonly access: CanPair;
  readonly recorder: TraceRecorder;
  readonly write: (text: string) => void;
  readonly onClose: () => Promise<void>;
}

/**
 * Runs the pure UDS and ISO-TP machines over an open CAN channel: timers and bytes are all it adds.
 * Codes: those of both machines, `link.socket.lost`, `link.box.refused`, `uds.answer.negative`.
 */
export class CanLink implements DiagnosticLink {
  readonly #options: CanLinkOptions;
  readonly #uds: UdsExchange;
  #isoTp: isoTp.IsoTpState = isoTp.IDLE;
  #flowTimer: PatientTimer | undefined;
  #lastConsecutiveMs = 0;
  #consecutiveTimer: PatientTimer | undefined;
  #out = '';
  #lost = false;

  constructor(options: CanLinkOptions) {
    this.#options = options;
    this.#uds = new UdsExchange({
      send: (payload) => this.#send(payload),
      // the answer is being told, or the question still asked: ISO-TP keeps its own times
      busy: () => this.#isoTp.receiving !== undefined || this.#isoTp.sending !== undefined,
      flush: () => this.flush()
    });
  }

  exchange(request: Uint8Array, options: ExchangeOptions = {}): Promise<Result<Uint8Array>> {
    if (this.#lost) return Promise.resolve(fail('link.socket.lost'));
    return this.#uds.exchange(request, options);
  }

  #send(payload: Uint8Array): void {
    this.#options.recorder.request(payload);
    this.#stepIsoTp({ type: 'send', payload });
  }

  /** A frame arrived. Frames of other ids are not ours. */
  frame(frame: CanFrame): void {
    if (frame.id !== this.#options.access.responseId) return;
    this.#options.recorder.heard(frame);
    this.#stepIsoTp({ type: 'frame', data: frame.data });
  }

  /** The box did not take a frame: the bus is silent or the channel closed. */
  refused(): void {
    this.#uds.carrierFailed('link.box.refused');
  }

  busError(kinds: readonly BusErrorKind[]): void {
    this.#options.recorder.busError(kinds);
  }

  garbage(text: string): void {
    this.#options.recorder.note(`garbage from the box: ${JSON.stringify(text.slice(0, 40))}`);
  }

  lost(): void {
    this.#lost = true;
    this.#uds.carrierFailed('link.socket.lost');
  }

  async close(): Promise<void> {
    this.#uds.close();
    this.#flowTimer?.cancel();
    this.#consecutiveTimer?.cancel();
    await this.#options.onClose();
  }

  /** Sends what one turn has gathered in a single write. */
  flush(): void {
    if (this.#out === '') return;
    this.#options.write(this.#out);
    this.#out = '';
  }

  #stepIsoTp(event: isoTp.IsoTpEvent): void {
    const [state, effects] = isoTp.transition(this.#isoTp, event);
    this.#isoTp = state;
    for (const effect of effects) this.#isoTpEffect(effect);
  }

  #isoTpEffect(effect: isoTp.IsoTpEffect): void {
    switch (effect.type) {
      case 'transmit':
        for (const data of effect.frames) {
          const frame = { id: this.#options.access.requestId, extended: false, data };
          this.#options.recorder.frame(frame);
          this.#out += encodeSerialLine(frame);
        }
        return;
      case 'received':
        this.#options.recorder.answer(effect.payload);
        return this.#uds.take(effect.payload);
      case 'failed':
        return this.#uds.carrierFailed(effect.code);
      case 'gap':
        setTimeout(
          () => {
            this.#stepIsoTp({ type: 'gap-over' });
            this.flush();
          },
          Math.ceil(effect.us / 1000)
        );
        return;
      case 'start':
        return effect.timer === 'flow' ? this.#startFlow() : this.#startConsecutive();
      case 'cancel':
        if (effect.timer === 'flow') this.#flowTimer?.cancel();
        return;
      case 'sent':
        return;
    }
  }

  #startFlow(): void {
    this.#flowTimer?.cancel();
    this.#flowTimer = afterSilence(isoTp.TIMEOUT_MS, () => {
      this.#stepIsoTp({ type: 'timeout', timer: 'flow' });
    });
  }

  /** Restarted with every frame, so only the moment is noted; one timer looks now and then. */
  #startConsecutive(): void {
    this.#lastConsecutiveMs = performance.now();
    this.#consecutiveTimer ??= afterSilence(isoTp.TIMEOUT_MS, () => {
      this.#consecutiveTimer = undefined;
      if (!this.#isoTp.receiving) return;
      const silentMs = performance.now() - this.#lastConsecutiveMs;
      if (silentMs >= isoTp.TIMEOUT_MS) this.#stepIsoTp({ type: 'timeout', timer: 'consecutive' });
      else this.#rearmConsecutive();
    });
  }

  #rearmConsecutive(): void {
    const last = this.#lastConsecutiveMs;
    this.#startConsecutive();
    this.#lastConsecutiveMs = last;
  }
}
