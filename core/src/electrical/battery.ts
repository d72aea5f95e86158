import { judge, type Judgement } from '../base/verdict.ts';

/** Kind of a 12 V lead battery. */
export type BatteryKind = 'flooded' | 'agm';

/** Rest voltage by charge, at about 27 °C. Shape: [share, mV], falling. Source: BCI service manual (flooded), common practice (AGM); from memory. */
const REST: Readonly<Record<BatteryKind, readonly (readonly [number, number])[]>> = {
  flooded: [
    [1, 12_650],
    [0.75, 12_450],
    [0.5, 12_240],
    [0.25, 12_060],
    [0, 11_890]
  ],
  agm: [
    [1, 12_850],
    [0.75, 12_600],
    [0.5, 12_300],
    [0.25, 12_000],
    [0, 11_800]
  ]
};

/** A rest voltage above this is one of a battery that was charged a moment ago, or is being charged. Units: mV. */
const SURFACE_MV = 200;

/** Charge of a rested battery, 0 to 1; undefined where the figure is no rest voltage. Units: mV. Example: 12.24 V flooded is 0.5. */
export function chargeOf(restMv: number, kind: BatteryKind = 'flooded'): number | undefined {
  const table = REST[kind];
  const full = table[0]?.[1] ?? 0;
  if (!(restMv > 0) || restMv > full + SURFACE_MV) return undefined;
  if (restMv >= full) return 1;
  for (let i = 1; i < table.length; i++) {
    const above = table[i - 1];
    const here = table[i];
    if (above && here && restMv >= here[1])
      return here[0] + ((restMv - here[1]) / (above[1] - here[1])) * (above[0] - here[0]);
  }
  return 0;
}

/** Rest voltage of a battery at a charge; below empty it falls steeply. Units: mV. */
export function restMvOf(charge: number, kind: BatteryKind = 'flooded'): number {
  const table = REST[kind];
  if (charge >= 1) return table[0]?.[1] ?? 0;
  for (let i = 1; i < table.length; i++) {
    const above = table[i - 1];
    const here = table[i];
    if (above && here && charge >= here[0])
      return here[1] + ((charge - here[0]) / (above[0] - here[0])) * (above[1] - here[1]);
  }
  const empty = table.at(-1)?.[1] ?? 0;
  return empty + charge * EMPTY_FALL_MV;
}

/** Fall of the voltage per whole charge taken below empty. Units: mV. Source: common practice. */
const EMPTY_FALL_MV = 20_000;

/** Share of its capacity that a battery gives at a temperature: 1 % less a kelvin below 25 °C. Source: common practice. */
export function capacityShare(temperatureC: number): number {
  return Math.min(1, Math.max(0.3, 1 - (25 - temperatureC) * 0.01));
}

/** Inner resistance of a sound starter battery. Units: mΩ at 25 °C. Source: common practice. */
const INNER_MOHM = 10;
/** It grows by this share a kelvin below 25 °C. Source: common practice. */
const INNER_PER_KELVIN = 0.012;

export type SupportKind = 'none' | 'supply' | 'charger';

/** A vehicle that is worked on. Units: mV, Ah, °C, mA, minutes. */
export interface VehiclePower {
  readonly restMv: number;
  readonly kind: BatteryKind;
  readonly capacityAh: number;
  readonly temperatureC: number;
  /** What the awake vehicle draws. */
  readonly loadMa: number;
  readonly minutes: number;
  readonly support: SupportKind;
  /** What the support supply gives, and the voltage it holds. */
  readonly supportMa: number;
  readonly supportMv: number;
  /** Model year, for the figure of the trade. */
  readonly modelYear: number | undefined;
  /** Least voltage that the work needs. */
  readonly minMv: number;
}

export interface VehiclePowerPlan {
  readonly judgement: Judgement;
  readonly chargeShare: number | undefined;
  readonly endShare: number | undefined;
  /** Shape: one point a minute and the end. Units: minutes, mV. */
  readonly curve: readonly { readonly minute: number; readonly mv: number }[];
  readonly lowestMv: number | undefined;
  /** What shops reckon with for a vehicle of this age. Units: mA. */
  readonly tradeMa: number;
}

/** A battery below this does not start the engine for certain. Source: common practice. */
const START_SHARE = 0.5;

/** Steady support that shops reckon with. Units: mA. Source: common practice. */
export function tradeSupportMa(modelYear: number | undefined): number {
  if (modelYear === undefined || modelYear >= 2015) return 90_000;
  return modelYear >= 2008 ? 50_000 : 30_000;
}

/**
 * Does the vehicle hold its voltage to the end of the work? Walks through it minute by minute: what the support does not give
 * comes out of the battery. A charger is no supply: its voltage is not steady, and what it gives is not counted.
 * Order: charger, figures not known, voltage too low, battery too empty to start, support under the figure of the trade, held.
 */
export function planVehiclePower(v: VehiclePower): VehiclePowerPlan {
  const chargeShare = chargeOf(v.restMv, v.kind);
  const tradeMa = tradeSupportMa(v.modelYear);
  const nothing = { chargeShare, endShare: undefined, curve: [], lowestMv: undefined, tradeMa };
  // whatever else is not known: it is the wrong device
  const charger = v.support === 'charger' ? judge('stop', 'power.vehicle.charger') : undefined;
  if (chargeShare === undefined || !isPossible(v))
    return { ...nothing, judgement: charger ?? judge('look', 'power.vehicle.unknown') };
  const { curve, endShare } = walk(v, chargeShare);
  const lowestMv = Math.min(...curve.map((p) => p.mv));
  const figures = { ...{ lowestMv, minMv: v.minMv, minutes: v.minutes }, loadMa: v.loadMa };
  const ended = { endPercent: Math.round(endShare * 100) };
  const said =
    lowestMv < v.minMv
      ? judge('stop', 'power.vehicle.low', figures)
      : endShare < START_SHARE
        ? judge('look', 'power.vehicle.empty', { ...figures, ...ended })
        : v.support !== 'supply' || v.supportMa < tradeMa
          ? judge('look', 'power.vehicle.trade', { ...figures, ...ended, tradeMa })
          : judge('go', 'power.vehicle.held', { ...figures, ...ended });
  return { judgement: charger ?? said, chargeShare, endShare, curve, lowestMv, tradeMa };
}

function isPossible(v: VehiclePower): boolean {
  const positive = [v.capacityAh, v.minutes].every((n) => Number.isFinite(n) && n > 0);
  const counted = [v.loadMa, v.supportMa, v.supportMv, v.minMv];
  const inRange = v.temperatureC >= -40 && v.temperatureC <= 60 && v.minutes <= 1440;
  return positive && inRange && counted.every((n) => Number.isFinite(n) && n >= 0);
}

function walk(v: VehiclePower, from: number) {
  const given = v.support === 'supply' ? v.supportMa : 0;
  const missingMa = Math.max(0, v.loadMa - given);
  const fullMah = v.capacityAh * 1000 * capacityShare(v.temperatureC);
  const innerMohm = INNER_MOHM * (1 + Math.max(0, 25 - v.temperatureC) * INNER_PER_KELVIN);
  const at = (minute: number) => {
    const share = from - (missingMa * (minute / 60)) / fullMah;
    const held = missingMa === 0 && given > 0;
    const mv = held ? v.supportMv : restMvOf(share, v.kind) - (missingMa * innerMohm) / 1000;
    return { share, mv: Math.round(mv) };
  };
  const minutes = [...Array(Math.floor(v.minutes) + 1).keys()];
  if (!Number.isInteger(v.minutes)) minutes.push(v.minutes);
  const curve = minutes.map((minute) => ({ minute, mv: at(minute).mv }));
  return { curve, endShare: Math.max(0, at(v.minutes).share) };
}
