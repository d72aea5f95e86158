import type { Answer, BusUnit } from '../interface-box/bus-unit.ts';
import { SILENCE } from './answers.ts';

/** It answers so many requests, then hangs for the rest of a round. */
const ANSWERED = 2;
const ROUND = 14;

/** A unit whose processor comes and goes: it speaks for a moment, hangs, and speaks again. */
export class DyingUnit implements BusUnit {
  readonly #unit: BusUnit;
  #asked = 0;

  constructor(unit: BusUnit) {
    this.#unit = unit;
  }

  get requestId(): number {
    return this.#unit.requestId;
  }

  get responseId(): number {
    return this.#unit.responseId;
  }

  get bitrateBps(): number {
    return this.#unit.bitrateBps;
  }

  get functional(): boolean {
    return this.#unit.functional;
  }

  get awake(): boolean {
    return this.#unit.awake;
  }

  handle(request: Uint8Array): Answer {
    const turn = this.#asked++ % ROUND;
    return turn < ANSWERED ? this.#unit.handle(request) : SILENCE;
  }

  speaks(): void {
    this.#unit.speaks?.();
  }
}
