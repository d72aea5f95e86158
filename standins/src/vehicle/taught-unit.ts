import { encodeUintBe, equalBytes } from '@badger/core/base/bytes';
import { createRandom, seedOf } from '@badger/core/base/random';
import type { UnitTeaching } from '@badger/core/scan/scan';
import { NRC } from '@badger/core/uds/services';
import type { ScriptedFault } from './control-unit.ts';

/** A key of the vehicle, as it hangs on somebody's ring. */
export interface VehicleKey {
  readonly id: string;
  /** One that was made for this vehicle; any other is turned away. */
  readonly belongs: boolean;
  /** Units: MHz. */
  readonly remoteMhz: number;
}

/** Failure type: not configured. Source: ISO 15031-6 annex, from memory. */
const NOT_CONFIGURED = 0x55;

/** What can go wrong when a unit is taught, for practice: named by what one sees. */
export const TEACHING_FAULTS = [
  ...([
    'coding-refused',
    'key-refused',
    'says-yes-does-nothing',
    'does-it-and-falls-silent'
  ] as const),
  'temperature-not-measured'
] as const;

export type TeachingFault = (typeof TEACHING_FAULTS)[number];

/** What the vehicle tells a unit while it is taught. */
export interface TeachingSenses {
  readonly engineRpm: number;
  /** Units: degC. */
  readonly oilC: number;
  /** In the lock. */
  readonly key: VehicleKey;
  readonly lamp: number;
  readonly faults: ReadonlySet<TeachingFault>;
}

/** How a request that is about teaching ends: a refusal by its code, data to tell, or silence. */
export type Taught =
  { readonly nrc: number } | { readonly data: Uint8Array } | { readonly silent: true };

/** Units: MHz. */
const RECEIVER_MHZ = 433;
const NOTHING = new Uint8Array(0);

/** What one unit of a vehicle was taught: coding, VIN, keys, remote controls, learnt values. It outlives a change of what is wrong with the vehicle. */
export class TaughtUnit {
  readonly #teaching: UnitTeaching;
  #coding: Uint8Array;
  #values: Uint8Array;
  #vin: string | undefined;
  #keys: Set<string>;
  #remotes: number;
  readonly #stored = new Set<string>();

  constructor(
    teaching: UnitTeaching,
    {
      seed,
      vin,
      keys
    }: { readonly seed: string; readonly vin: string; readonly keys: readonly string[] }
  ) {
    const random = createRandom(seedOf(`${seed}/taught`));
    const bytes = (length: number) => Uint8Array.from({ length }, () => random() >>> 24);
    this.#teaching = teaching;
    this.#coding = bytes(teaching.coding?.lengthBytes ?? 0);
    this.#values = bytes(teaching.adaptations?.lengthBytes ?? 0);
    this.#vin = vin;
    this.#keys = new Set(keys);
    this.#remotes = teaching.remotes ? 2 : 0;
  }

  /** A new unit in its place: it knows nothing of its vehicle yet. */
  forget(): void {
    this.#coding = this.#coding.map(() => 0xff);
    this.#vin = undefined;
    this.#keys = new Set();
    this.#remotes = 0;
  }

  get vin(): string | undefined {
    return this.#vin;
  }

  get coding(): Uint8Array {
    return this.#coding.slice();
  }

  /** Does a unit that checks keys know this one? True for a unit that checks none. */
  knows(key: string): boolean {
    return this.#teaching.keys === undefined || this.#keys.has(key);
  }

  /** Is a data identifier, or a routine, about what it is taught? */
  owns(id: number): boolean {
    const { coding, keys, remotes, adaptations, lampDid } = this.#teaching;
    return [
      ...[coding?.did, keys?.countDid, keys?.addRoutine, lampDid],
      ...[remotes?.countDid, remotes?.frequencyDid, remotes?.learnRoutine],
      ...[adaptations?.valuesDid, adaptations?.temperatureDid, adaptations?.resetRoutine]
    ].includes(id);
  }

  /** What it tells by data identifier; undefined for an identifier that is not about teaching. */
  read(did: number, senses: TeachingSenses): Taught | undefined {
    return this.#told(senses).find(([known]) => known === did)?.[1]();
  }

  #told({ oilC, lamp, faults }: TeachingSenses): readonly (readonly [number, () => Taught])[] {
    const { coding, keys, remotes, adaptations, lampDid } = this.#teaching;
    const count = (n: number) => () => ({ data: Uint8Array.of(n) });
    const temperature = faults.has('temperature-not-measured') ? 0xff : Math.round(oilC) + 40;
    const warm = adaptations?.temperatureDid;
    return [
      ...(coding ? [[coding.did, () => ({ data: this.#coding })] as const] : []),
      ...(keys ? [[keys.countDid, count(this.#keys.size)] as const] : []),
      ...(remotes
        ? [
            [remotes.countDid, count(this.#remotes)] as const,
            [remotes.frequencyDid, () => ({ data: encodeUintBe(RECEIVER_MHZ, 2) })] as const
          ]
        : []),
      ...(adaptations ? [[adaptations.valuesDid, () => ({ data: this.#values })] as const] : []),
      ...(warm === undefined ? [] : [[warm, count(temperature)] as const]),
      ...(lampDid === undefined ? [] : [[lampDid, count(lamp)] as const])
    ];
  }

  /** Writes the VIN or the coding; undefined for an identifier that is not about teaching. */
  write(did: number, data: Uint8Array, { engineRpm, faults }: TeachingSenses): Taught | undefined {
    const { coding } = this.#teaching;
    const isVin = did === 0xf190;
    if (!isVin && did !== coding?.did) return undefined;
    if (data.length !== (isVin ? 17 : coding?.lengthBytes)) return { nrc: NRC.incorrectLength };
    if (engineRpm > 0) return { nrc: NRC.conditionsNotCorrect };
    if (!isVin && faults.has('coding-refused')) return { nrc: NRC.requestOutOfRange };
    // a VIN once written cannot be changed
    if (isVin && this.#vin !== undefined && this.#vin !== String.fromCharCode(...data))
      return { nrc: NRC.conditionsNotCorrect };
    return this.#do(faults, () => {
      if (isVin) this.#vin = String.fromCharCode(...data);
      else this.#coding = data.slice();
    });
  }

  /** Runs a routine; undefined for one that is not about teaching. */
  run(routine: number, senses: TeachingSenses): Taught | undefined {
    const { keys, remotes, adaptations } = this.#teaching;
    const { key, faults } = senses;
    if (routine === keys?.addRoutine) {
      if (!key.belongs || faults.has('key-refused')) return { nrc: NRC.requestOutOfRange };
      if (this.#keys.has(key.id) || this.#keys.size >= keys.most)
        return { nrc: NRC.conditionsNotCorrect };
      return this.#do(faults, () => this.#keys.add(key.id));
    }
    if (routine === remotes?.learnRoutine)
      return key.remoteMhz === RECEIVER_MHZ
        ? this.#do(faults, () => (this.#remotes += 1))
        : { nrc: NRC.requestOutOfRange };
    if (routine !== adaptations?.resetRoutine) return undefined;
    if (senses.engineRpm > 0) return { nrc: NRC.conditionsNotCorrect };
    const start = this.#values.map(() => adaptations.startByte);
    return equalBytes(start, this.#values)
      ? { data: NOTHING }
      : this.#do(faults, () => (this.#values = start));
  }

  /** What it stores because it was not taught: of what was put right it is there until it is cleared. */
  faults(): readonly ScriptedFault[] {
    const holds: readonly (readonly [string, number, boolean])[] = [
      ['P0630', NOT_CONFIGURED, this.#vin === undefined],
      [
        ...(['U3000', NOT_CONFIGURED] as const),
        this.#coding.length > 0 && this.#coding.every((b) => b === 0xff)
      ]
    ];
    for (const [code, , now] of holds) if (now) this.#stored.add(code);
    return holds
      .filter(([code]) => this.#stored.has(code))
      .map(([code, failureType, now]) => ({
        ...{ code, failureType, returns: now },
        status: now ? 0xaf : 0x28
      }));
  }

  clear(): void {
    this.#stored.clear();
  }

  #do(faults: ReadonlySet<TeachingFault>, change: () => void): Taught {
    if (!faults.has('says-yes-does-nothing')) change();
    return faults.has('does-it-and-falls-silent') ? { silent: true } : { data: NOTHING };
  }
}
