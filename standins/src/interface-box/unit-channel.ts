import {
  IDLE,
  TIMEOUT_MS,
  transition,
  type IsoTpEvent,
  type IsoTpState
} from '@badger/core/isotp/machine';
import { scheduleAnswer, type BusUnit } from './bus-unit.ts';

interface ChannelHost {
  /** The frame goes out on the bus. */
  transmit(unit: BusUnit, data: Uint8Array): void;
  /** What has been said in one turn goes out. */
  flush(): void;
  speed(): number;
  /** Is this unit still on the bus? */
  present(unit: BusUnit): boolean;
}

/** One unit's side of ISO-TP on the simulated bus: takes frames, asks the unit, times its answers. */
export class UnitChannel {
  readonly unit: BusUnit;
  readonly #host: ChannelHost;
  #isoTp: IsoTpState = IDLE;
  #flowTimer: NodeJS.Timeout | undefined;
  readonly #timers = new Set<NodeJS.Timeout>();

  constructor(unit: BusUnit, host: ChannelHost) {
    this.unit = unit;
    this.#host = host;
  }

  frame(data: Uint8Array): void {
    if (this.unit.awake) this.#step({ type: 'frame', data });
    else this.#isoTp = IDLE;
  }

  close(): void {
    for (const timer of this.#timers) clearTimeout(timer);
    clearTimeout(this.#flowTimer);
  }

  #step(event: IsoTpEvent): void {
    const [state, effects] = transition(this.#isoTp, event);
    this.#isoTp = state;
    for (const effect of effects) {
      if (effect.type === 'transmit') {
        this.unit.speaks?.();
        for (const data of effect.frames) this.#host.transmit(this.unit, data);
      } else if (effect.type === 'received') this.#request(effect.payload);
      else if (effect.type === 'gap') {
        this.#after(effect.us / 1000, () => this.#step({ type: 'gap-over' }));
      } else if (effect.type === 'start' && effect.timer === 'flow') {
        clearTimeout(this.#flowTimer);
        this.#flowTimer = setTimeout(
          () => this.#step({ type: 'timeout', timer: 'flow' }),
          TIMEOUT_MS
        );
      } else if (effect.type === 'cancel' && effect.timer === 'flow') clearTimeout(this.#flowTimer);
    }
  }

  #request(request: Uint8Array): void {
    const answer = this.unit.handle(request);
    for (const { afterMs, payload } of scheduleAnswer(request, answer, this.#host.speed())) {
      if (afterMs === 0) this.#step({ type: 'send', payload });
      else this.#after(afterMs, () => this.#sendIfOn(payload));
    }
  }

  #sendIfOn(payload: Uint8Array): void {
    if (this.unit.awake && this.#host.present(this.unit)) this.#step({ type: 'send', payload });
  }

  #after(ms: number, act: () => void): void {
    const timer = setTimeout(() => {
      this.#timers.delete(timer);
      act();
      this.#host.flush();
    }, ms);
    this.#timers.add(timer);
  }
}
