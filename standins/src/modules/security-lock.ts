import { concatBytes, encodeUintBe } from '@badger/core/base/bytes';
import { createRandom, seedOf } from '@badger/core/base/random';
import type { UdsSecurity } from '@badger/core/profile/profile';
import { computeTidemarkKey } from '@badger/core/uds/security-key';
import { NRC } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';
import { refuse, reply } from './answers.ts';

/** Wrong keys after which the unit answers no more until it is off. */
const TRIES = 3;

/** Security access of a unit (ISO 14229-1, service 27): seed, key, and a count of wrong ones. */
export class SecurityLock {
  readonly #tag: string;
  #seed: Uint8Array | undefined;
  #open = false;
  #wrongKeys = 0;
  #seeds = 0;

  constructor(tag: string) {
    this.#tag = tag;
  }

  get open(): boolean {
    return this.#open;
  }

  close(): void {
    this.#open = false;
    this.#seed = undefined;
  }

  answer(request: Uint8Array, { securityLevel, keyConstant }: UdsSecurity): Answer {
    const level = request[1];
    if (level === securityLevel) return this.#giveSeed(level);
    if (level !== securityLevel + 1) return refuse(0x27, NRC.subFunctionNotSupported);
    if (!this.#seed) return refuse(0x27, NRC.requestSequenceError);
    const expected = computeTidemarkKey(this.#seed, keyConstant);
    this.#seed = undefined;
    if (!expected.every((b, i) => request[2 + i] === b) || request.length !== 6) {
      this.#wrongKeys++;
      const spent = this.#wrongKeys >= TRIES;
      return refuse(0x27, spent ? NRC.exceededNumberOfAttempts : NRC.invalidKey);
    }
    this.#open = true;
    this.#wrongKeys = 0;
    return reply(0x67, Uint8Array.of(level));
  }

  #giveSeed(level: number): Answer {
    if (this.#wrongKeys >= TRIES) return refuse(0x27, NRC.requiredTimeDelayNotExpired);
    const random = createRandom(seedOf(`${this.#tag}/${this.#seeds++}`));
    this.#seed = this.#open ? new Uint8Array(4) : encodeUintBe(random(), 4);
    return reply(0x67, concatBytes([Uint8Array.of(level), this.#seed]));
  }
}
