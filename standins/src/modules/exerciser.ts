import { concatBytes, encodeUintBe, readUintBe } from '@badger/core/base/bytes';
import { toldAt } from '@badger/core/exercise/live-value';
import { encodeSelfTest } from '@badger/core/exercise/self-test';
import type { ExerciseInput, ExerciseSpec } from '@badger/core/profile/profile';
import { NRC } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';
import { refuse, reply } from './answers.ts';

/**
 * What is wrong inside a stage. `dead`: it does nothing. `drift`: a sensor input reads a quarter too much of its span.
 * `shorted`: a driver lets current through without an order. `weak`: it lets half of it through. `broken`: only the unit
 * itself can tell.
 */
export type StageFault = 'dead' | 'drift' | 'shorted' | 'weak' | 'broken';

/** What the outside puts on a stage; undefined: nothing is on it. Units: those of the input, Ω. */
export interface Outside {
  stimulus(index: number): number | undefined;
  loadOhm(index: number): number | undefined;
  /** Units: mV. */
  feedMv(): number;
  speed(): number;
}

const NOTHING: Outside = {
  stimulus: () => undefined,
  loadOhm: () => undefined,
  feedMv: () => 0,
  speed: () => 1
};

/** Sensor inputs, driver stages and self-test of a simulated unit. It knows what lies on its pins, not who put it there. */
export class Exerciser {
  readonly #spec: ExerciseSpec;
  readonly #faults: Readonly<Record<string, StageFault>>;
  #outside: Outside = NOTHING;
  #driven = new Set<number>();
  #testEndsMs: number | undefined;

  constructor(spec: ExerciseSpec, faults: Readonly<Record<string, StageFault>>) {
    this.#spec = spec;
    this.#faults = faults;
  }

  set outside(outside: Outside | undefined) {
    this.#outside = outside ?? NOTHING;
  }

  /** The session ended, or the unit fell out: outputs go off, a test is forgotten. */
  reset(): void {
    this.#driven = new Set();
    this.#testEndsMs = undefined;
  }

  /** Live value of an input; undefined where the identifier is none. */
  valueOf(did: number): Uint8Array | undefined {
    const index = this.#spec.inputs.findIndex((i) => i.did === did);
    const input = this.#spec.inputs[index];
    return input && this.#encode(input, index);
  }

  #encode(input: ExerciseInput, index: number): Uint8Array {
    const { curve, scale, offset, bytes } = input;
    const fault = this.#faults[input.id];
    const applied = fault === 'dead' ? undefined : this.#outside.stimulus(index);
    const told = curve.map(([, value]) => value);
    const last = told.at(-1) as number;
    // an open input runs into the end of its range
    const sound = applied === undefined ? last : (toldAt(input, applied) ?? last);
    const span = Math.max(...told) - Math.min(...told);
    const value = fault === 'drift' ? sound + span / 4 : sound;
    const count = Math.round((value - offset) / scale);
    return encodeUintBe(Math.min(256 ** bytes - 1, Math.max(0, count)), bytes);
  }

  /** 2F DDDD 03 01 drives an output, 2F DDDD 00 gives it back. */
  control(request: Uint8Array): Answer {
    if (request.length < 4) return refuse(0x2f, NRC.incorrectLength);
    const index = this.#spec.outputs.findIndex((o) => o.did === readUintBe(request, 1, 2));
    if (index < 0) return refuse(0x2f, NRC.requestOutOfRange);
    const option = request[3];
    if (option === 0x00 && request.length === 4) this.#driven.delete(index);
    else if (option === 0x03 && request.length === 5) {
      if (request[4] === 0x01) this.#driven.add(index);
      else this.#driven.delete(index);
    } else return refuse(0x2f, NRC.requestOutOfRange);
    return reply(0x6f, request.subarray(1));
  }

  /** 31 01 and 31 03 of the self-test; undefined for another routine. */
  routine(request: Uint8Array): Answer | undefined {
    const { selfTest } = this.#spec;
    if (request.length !== 4 || readUintBe(request, 2, 2) !== selfTest?.routine) return undefined;
    if (request[1] === 0x01) {
      this.#testEndsMs =
        performance.now() + (selfTest.seconds * 1000) / Math.max(1, this.#outside.speed());
      return reply(0x71, request.subarray(1));
    }
    if (request[1] !== 0x03) return refuse(0x31, NRC.subFunctionNotSupported);
    if (this.#testEndsMs === undefined) return refuse(0x31, NRC.requestSequenceError);
    const running = performance.now() < this.#testEndsMs;
    const record = running ? encodeSelfTest({ state: 'running' }) : this.#record();
    return reply(0x71, concatBytes([request.subarray(1), record]));
  }

  #record(): Uint8Array {
    const stages = this.#spec.selfTest?.stages ?? [];
    const outputs = this.#spec.outputs;
    return encodeSelfTest({
      state: 'done',
      // without a load on it a driver cannot be told from one whose actuator is gone
      tested: stages.map(({ id }) => {
        const index = outputs.findIndex((o) => o.id === id);
        return index < 0 || this.#outside.loadOhm(index) !== undefined;
      }),
      // a value that has drifted is as good as any other to the unit itself
      failed: stages.map(({ id }) => {
        const fault = this.#faults[id];
        return fault !== undefined && fault !== 'drift';
      })
    });
  }

  /** Current that its driver stages take. Units: mA. */
  get drawMa(): number {
    const feedMv = this.#outside.feedMv();
    const taken = this.#spec.outputs.map(({ id }, i) => {
      const ohm = this.#outside.loadOhm(i);
      if (ohm === undefined) return 0;
      const fault = this.#faults[id];
      const on = fault === 'shorted' || (this.#driven.has(i) && fault !== 'dead');
      return on ? (feedMv / ohm) * (fault === 'weak' ? 0.5 : 1) : 0;
    });
    return Math.round(taken.reduce((sum, ma) => sum + ma, 0));
  }
}
