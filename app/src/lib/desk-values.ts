import {
  budgetLines,
  heaviest,
  judgeBudget,
  judgeVoltsAtUnit,
  MARGIN
} from '@badger/core/electrical/budget';
import {
  planVehiclePower,
  type BatteryKind,
  type SupportKind,
  type VehiclePowerPlan
} from '@badger/core/electrical/battery';
import type { Judgement } from '@badger/core/base/verdict';
import { areaOfAwg } from '@badger/core/electrical/conductor';
import { leadPath, voltageAlong, type PathVoltage } from '@badger/core/electrical/power-path';
import { judgePair } from '@badger/core/electrical/termination';

/** A figure as people type it, with comma or dot; NaN for what is none. */
export function parseFigure(text: string): number {
  const plain = text.trim().replace(',', '.');
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : Number.NaN;
}

/** What is typed about a lead. Units in the names; as text, the way it is typed. */
export interface LeadInput {
  readonly volts: string;
  readonly amps: string;
  readonly metres: string;
  readonly gauge: 'mm2' | 'awg';
  readonly size: string;
  readonly contactMohm: string;
  readonly celsius: string;
  readonly leastVolts: string;
}

export const LEAD_EXAMPLE: LeadInput = {
  ...{ volts: '13.5', amps: '3.6', metres: '2', gauge: 'mm2', size: '0.75' },
  ...{ contactMohm: '10', celsius: '20', leastVolts: '12' }
};

export interface LeadResult {
  readonly judgement: Judgement;
  readonly along: PathVoltage;
  readonly loopOhm: number | undefined;
  /** Shape: from nothing to twice the current. Units: A, V. */
  readonly curve: readonly { readonly amps: number; readonly volts: number }[];
}

/** A figure, or undefined for what is none or below nothing. */
const known = (text: string, factor: number): number | undefined => {
  const value = parseFigure(text) * factor;
  return value >= 0 ? value : undefined;
};

export function computeLead(input: LeadInput): LeadResult {
  const size = parseFigure(input.size);
  const areaUm2 = (input.gauge === 'awg' ? areaOfAwg(size) : size) * 1e6;
  const lead = {
    name: '',
    lengthMm: known(input.metres, 1000),
    areaUm2: areaUm2 > 0 ? areaUm2 : undefined,
    contactMohm: known(input.contactMohm, 1)
  };
  const path = leadPath(lead, parseFigure(input.celsius));
  const sourceMv = parseFigure(input.volts) * 1000;
  const currentMa = parseFigure(input.amps) * 1000;
  const need = {
    ...{ voltageMinMv: parseFigure(input.leastVolts) * 1000, voltageMaxMv: 32_000 },
    ...{ limitMinMa: 0, limitMaxMa: 0 }
  };
  const whole = [sourceMv, need.voltageMinMv].every((n) => n > 0) && currentMa >= 0;
  const { judgement, along } = judgeVoltsAtUnit(path, {
    ...{ need, currentMa },
    sourceMv: whole ? sourceMv : Number.NaN
  });
  const ohms = path.map((p) => p.ohm);
  const loopOhm = ohms.reduce<number | undefined>(
    (sum, ohm) => (sum === undefined || ohm === undefined ? undefined : sum + ohm),
    0
  );
  const steps = whole ? [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2] : [];
  const curve = steps.map((share) => ({
    amps: (currentMa * share) / 1000,
    volts: voltageAlong(sourceMv, currentMa * share, path).atUnitMv / 1000
  }));
  return { judgement, along, loopOhm, curve };
}

/** What is typed about a budget. */
export interface BudgetInput {
  readonly unitAmps: string;
  readonly besideAmps: readonly string[];
  readonly ratedAmps: string;
}

export const BUDGET_EXAMPLE: BudgetInput = {
  unitAmps: '3.6',
  besideAmps: ['0.35', '0.25', ''],
  ratedAmps: '3'
};

export interface BudgetResult {
  readonly judgement: Judgement;
  readonly totalMa: number;
  readonly needMa: number;
}

export function computeBudget({ unitAmps, besideAmps, ratedAmps }: BudgetInput): BudgetResult {
  const typed = besideAmps.filter((text) => text.trim() !== '').map((text) => known(text, 1000));
  const beside = typed.flatMap((maxMa) => (maxMa === undefined ? [] : [{ name: '', maxMa }]));
  const unitMa = known(unitAmps, 1000) ?? Number.NaN;
  const lines = budgetLines([{ state: 'writing', minMa: 0, maxMa: unitMa }], beside);
  const totalMa = heaviest(lines)?.totalMa ?? Number.NaN;
  return {
    judgement: judgeBudget(known(ratedAmps, 1000), lines, beside.length === typed.length),
    totalMa,
    needMa: totalMa * MARGIN
  };
}

/** What is typed about a pair that is measured at the bench. */
export interface PairInput {
  readonly pair: string;
  readonly high: string;
  readonly low: string;
  readonly wanted: 1 | 2;
}

export function computePair(input: PairInput): Judgement {
  const ohm = (text: string) => (text.trim() === '' ? undefined : known(text, 1));
  return judgePair(
    {
      pairOhm: ohm(input.pair),
      highToGroundOhm: ohm(input.high),
      lowToGroundOhm: ohm(input.low)
    },
    input.wanted
  );
}

/** What is typed about a vehicle that is worked on. */
export interface VehicleInput {
  readonly rest: string;
  readonly kind: BatteryKind;
  readonly capacity: string;
  readonly celsius: string;
  readonly load: string;
  readonly minutes: string;
  readonly support: SupportKind;
  readonly given: string;
  readonly held: string;
  readonly year: string;
  readonly least: string;
}

export const VEHICLE_EXAMPLE: VehicleInput = {
  ...{ rest: '12.5', kind: 'flooded', capacity: '70', celsius: '20', load: '25', minutes: '40' },
  ...{ support: 'supply', given: '60', held: '13.5', year: '2014', least: '12' }
};

export function computeVehicle(input: VehicleInput): VehiclePowerPlan {
  const { kind, support } = input;
  const year = parseFigure(input.year);
  return planVehiclePower({
    ...{ kind, support, restMv: parseFigure(input.rest) * 1000 },
    ...{ capacityAh: parseFigure(input.capacity), temperatureC: parseFigure(input.celsius) },
    ...{ loadMa: parseFigure(input.load) * 1000, minutes: parseFigure(input.minutes) },
    minMv: parseFigure(input.least) * 1000,
    supportMa: support === 'none' ? 0 : parseFigure(input.given) * 1000,
    supportMv: support === 'none' ? 0 : parseFigure(input.held) * 1000,
    modelYear: Number.isFinite(year) ? year : undefined
  });
}

/** Figures of one calculator, as they were typed. */
export type DeskValue =
  | { readonly kind: 'lead'; readonly input: LeadInput }
  | { readonly kind: 'budget'; readonly input: BudgetInput }
  | { readonly kind: 'pair'; readonly input: PairInput }
  | { readonly kind: 'vehicle'; readonly input: VehicleInput };

/** What a calculator says of its figures; the same on the desk and with a job. Total. */
export function judgeDesk(value: DeskValue): Judgement {
  if (value.kind === 'lead') return computeLead(value.input).judgement;
  if (value.kind === 'budget') return computeBudget(value.input).judgement;
  if (value.kind === 'pair') return computePair(value.input);
  return computeVehicle(value.input).judgement;
}

/** The figures in one line. */
export function wordsOfDesk(value: DeskValue): string {
  if (value.kind === 'lead') {
    const { volts, amps, metres, size, gauge } = value.input;
    return `Lead: ${volts} V, ${amps} A over ${metres} m of ${size} ${gauge === 'awg' ? 'AWG' : 'mm²'}`;
  }
  if (value.kind === 'budget') {
    const beside = value.input.besideAmps.filter((a) => a.trim() !== '');
    return `Budget: ${[value.input.unitAmps, ...beside].join(' + ')} A of ${value.input.ratedAmps} A`;
  }
  if (value.kind === 'pair') return `CAN pair: ${value.input.pair} Ω`;
  const { rest, minutes, load, support, given } = value.input;
  const help = support === 'none' ? 'no support' : `${support} of ${given} A`;
  return `Vehicle: ${rest} V at rest, ${load} A for ${minutes} min, ${help}`;
}
