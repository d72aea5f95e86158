import { fail, ok, type Result } from '@badger/core/base/result';
import type { CanFrame } from '@badger/core/can/frame';
import { encodeSerialLine } from '@badger/core/can/serial-line';
import * as isoTp from '@badger/core/isotp/machine';
import type { DiagnosticLink, ExchangeOptions } from '@badger/core/port/diagnostic-link';
import type { CanAccess } from '@badger/core/profile/profile';
import { nameOfNrc } from '@badger/core/uds/codec';
import * as uds from '@badger/core/uds/client-machine';
import { SERVICE_NAMES } from '@badger/core/uds/services';
import type { TraceRecorder } from './trace-recorder.ts';

interface CanLinkOptions {
  readonly access: CanAccess;
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
  #uds: uds.UdsClientState = uds.UDS_IDLE;
  #isoTp: isoTp.IsoTpState = isoTp.IDLE;
  #settle: ((result: Result<Uint8Array>) => void) | undefined;
  #answerTimer: NodeJS.Timeout | undefined;
  #flowTimer: NodeJS.Timeout | undefined;
  #lastConsecutiveMs = 0;
  #consecutiveTimer: NodeJS.Timeout | undefined;
  #out = '';
  #lost = false;

  constructor(options: CanLinkOptions) {
    this.#options = options;
  }

  exchange(request: Uint8Array, options: ExchangeOptions = {}): Promise<Result<Uint8Array>> {
    if (this.#lost) return Promise.resolve(fail('link.socket.lost'));
    return new Promise((resolve) => {
      this.#settle = resolve;
      this.#stepUds({ type: 'request', request, repeatable: options.repeatable ?? false });
      this.flush();
    });
  }

  /** A frame arrived. Frames of other ids are not ours. */
  frame(frame: CanFrame): void {
    if (frame.id !== this.#options.access.responseId) return;
    this.#options.recorder.frame(frame);
    this.#stepIsoTp({ type: 'frame', data: frame.data });
  }

  /** The box did not take a frame: the bus is silent or the channel closed. */
  refused(): void {
    this.#stepUds({ type: 'carrier-failed', code: 'link.box.refused' });
  }

  garbage(text: string): void {
    this.#options.recorder.note(`garbage from the box: ${JSON.stringify(text.slice(0, 40))}`);
  }

  lost(): void {
    this.#lost = true;
    this.#stepUds({ type: 'carrier-failed', code: 'link.socket.lost' });
  }

  async close(): Promise<void> {
    clearTimeout(this.#answerTimer);
    clearTimeout(this.#flowTimer);
    clearTimeout(this.#consecutiveTimer);
    await this.#options.onClose();
  }

  /** Sends what one turn has gathered in a single write. */
  flush(): void {
    if (this.#out === '') return;
    this.#options.write(this.#out);
    this.#out = '';
  }

  #stepUds(event: uds.UdsClientEvent): void {
    const [state, effects] = uds.transition(this.#uds, event);
    this.#uds = state;
    for (const effect of effects) this.#udsEffect(effect);
  }

  #udsEffect(effect: uds.UdsClientEffect): void {
    switch (effect.type) {
      case 'send':
        return this.#send(effect.payload, effect.afterMs);
      case 'await':
        return this.#awaitAnswer(effect.ms);
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
    if (afterMs > 0) {
      setTimeout(() => {
        this.#send(payload, 0);
        this.flush();
      }, afterMs);
      return;
    }
    this.#options.recorder.request(payload);
    this.#stepIsoTp({ type: 'send', payload });
  }

  #awaitAnswer(ms: number): void {
    clearTimeout(this.#answerTimer);
    this.#answerTimer = setTimeout(() => {
      // the answer is being told, or the question still asked: ISO-TP keeps its own times
      if (this.#isoTp.receiving || this.#isoTp.sending) return this.#awaitAnswer(ms);
      this.#stepUds({ type: 'timeout' });
    }, ms);
  }

  #finish(result: Result<Uint8Array>): void {
    clearTimeout(this.#answerTimer);
    const settle = this.#settle;
    this.#settle = undefined;
    settle?.(result);
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
        return this.#stepUds({ type: 'payload', payload: effect.payload });
      case 'failed':
        return this.#stepUds({ type: 'carrier-failed', code: effect.code });
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
        if (effect.timer === 'flow') clearTimeout(this.#flowTimer);
        return;
      case 'sent':
        return;
    }
  }

  #startFlow(): void {
    clearTimeout(this.#flowTimer);
    this.#flowTimer = setTimeout(() => {
      this.#stepIsoTp({ type: 'timeout', timer: 'flow' });
    }, isoTp.TIMEOUT_MS);
  }

  /** Restarted with every frame, so only the moment is noted; one timer looks now and then. */
  #startConsecutive(): void {
    this.#lastConsecutiveMs = performance.now();
    this.#consecutiveTimer ??= setTimeout(() => {
      this.#consecutiveTimer = undefined;
      if (!this.#isoTp.receiving) return;
      const silentMs = performance.now() - this.#lastConsecutiveMs;
      if (silentMs >= isoTp.TIMEOUT_MS) this.#stepIsoTp({ type: 'timeout', timer: 'consecutive' });
      else this.#rearmConsecutive();
    }, isoTp.TIMEOUT_MS);
  }

  #rearmConsecutive(): void {
    const last = this.#lastConsecutiveMs;
    this.#startConsecutive();
    this.#lastConsecutiveMs = last;
  }
}
