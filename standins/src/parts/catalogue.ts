import type { Part } from '@badger/core/match/parts-answer';
import { chainOf, usableNumbers } from '@badger/core/profile/supersession';
import type { Profile } from '@badger/core/profile/profile';
import type { VehicleSpec } from '../vehicle/vehicle.ts';

/** Numbers that the parts service knows and the shop's profiles do not: the reason to ask it. Invented. */
const LATE: readonly { family: string; from: string; to: string; way: 'both' | 'forward' }[] = [
  { family: 'HV-EC4', from: '0731204416', to: '0731204418', way: 'both' },
  { family: 'QN-TC2', from: '0460811205', to: '0460811209', way: 'both' },
  { family: 'CV-GX7', from: '0557009106', to: '0557009112', way: 'forward' },
  { family: 'PW-BD1', from: '0882150047', to: '0882150052', way: 'forward' },
  { family: 'HV-EC6', from: '0731306011', to: '0731306014', way: 'forward' }
];

/** Families that a vehicle of this make carries, by the letters of the VIN's maker. */
const FITTED: Readonly<Record<string, readonly string[]>> = {
  U8H: ['HV-EC4', 'HV-EC6'],
  U8N: ['QN-TC2', 'QN-EC1'],
  U8P: ['PW-BD1', 'PW-DX2', 'PW-EC9'],
  U8M: ['MD-IM3', 'MD-CM5'],
  U8S: ['SR-KU1'],
  U8C: ['CV-GX7', 'QN-TC2']
};

/** What the parts service of the simulated world has on its shelves. */
export class Catalogue {
  readonly #profiles: readonly Profile[];
  readonly #vehicles: readonly VehicleSpec[];

  constructor(profiles: readonly Profile[], vehicles: readonly VehicleSpec[]) {
    this.#profiles = profiles;
    this.#vehicles = vehicles;
  }

  /** Parts behind a hardware number; empty when nobody knows it. */
  byNumber(number: string): Part[] {
    return this.#profiles
      .filter((p) => this.#numbersOf(p).includes(number))
      .map((p) => this.#part(p, number));
  }

  /** Parts that the maker fitted to a vehicle; undefined for a VIN of a maker that the service does not serve. */
  byVin(vin: string): Part[] | undefined {
    const families = FITTED[vin.slice(0, 3)];
    if (!families) return undefined;
    // a vehicle that stands in the yard has what its layout says, others get what is usual
    const known = this.#vehicles.some((v) => v.vin === vin);
    return this.#profiles
      .filter((p) => families.includes(p.id))
      .flatMap((p) => {
        const fitted = this.#numbersOf(p)[known ? 0 : vin.charCodeAt(16) % 2] ?? '';
        return fitted === '' ? [] : [this.#part(p, fitted)];
      });
  }

  #stepsOf(profile: Profile) {
    const own = profile.supersessions.filter((s) => s.field === 'hardware-number');
    const late = LATE.filter((s) => s.family === profile.id);
    return [...own, ...late].map(({ from, to, way }) => ({ from, to, way }));
  }

  #numbersOf(profile: Profile): string[] {
    const label = profile.labels.find((l) => l.id === 'hardware-number');
    return [
      ...new Set([
        ...(label?.known ?? []),
        ...this.#stepsOf(profile).flatMap((s) => [s.from, s.to]),
        ...profile.otherMakes.flatMap((o) => o.numbers)
      ])
    ];
  }

  #part(profile: Profile, number: string): Part {
    const steps = this.#stepsOf(profile);
    const chain = new Set(chainOf(number, steps));
    return {
      hardwareNumber: number,
      family: profile.id,
      make: profile.otherMakes.find((o) => o.numbers.includes(number))?.make ?? profile.make,
      title: profile.title,
      compatible: usableNumbers(number, steps).filter((n) => n !== number),
      supersessions: steps.filter((s) => chain.has(s.from) && chain.has(s.to))
    };
  }
}
