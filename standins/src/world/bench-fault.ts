/** What is wrong with the wiring, the supply, the bus or the unit on the clamp. */
export const BENCH_FAULTS = [
  ...(['short', 'inrush', 'open-feed', 'open-ground', 'no-ignition'] as const),
  ...(['can-swapped', 'can-open', 'few-terminators', 'many-terminators', 'bit-rate'] as const),
  ...(['weak-supply', 'worn-lead', 'pad-open', 'programming-open', 'dead', 'dying'] as const),
  ...(['thin-lead'] as const)
];
export type BenchFault = (typeof BENCH_FAULTS)[number];

/** The faults that a bench has at this moment. */
export type BenchFaults = ReadonlySet<BenchFault>;

/** How bad a fault is, from 0 (mild) to 1 (gross): a value between two ends. */
const between = (mild: number, gross: number, severity: number): number =>
  Math.round(mild + (gross - mild) * severity);

/** What the unit would draw, and when the output came on. Units: mA, ms. */
export interface Drawing {
  /** Of a unit that runs; 0 where it does not. */
  readonly ownMa: number;
  /** Of this unit as soon as it runs. */
  readonly restMa: number;
  readonly sinceOnMs: number;
  readonly severity: number;
}

/** A dead short: whatever the supply gives. Units: mA. */
const SHORT_MA = 60_000;
/** Empty capacitors look like a short for a moment. Units: ms. Source: common practice. */
const INRUSH_MS = 250;
/** Leakage of a unit without ignition, and of one whose processor is gone: mild and gross. Units: mA. */
const ASLEEP_MA = [25, 9] as const;
const DEAD_MA = [70, 12] as const;
/** A unit that falls out as soon as it starts draws in fits. */
const FITS = [0.4, 0.9, 0.6] as const;
const FIT_MS = 130;

/** With any of these the unit does not run. */
const UNPOWERED: readonly BenchFault[] = [
  ...(['short', 'inrush', 'open-feed', 'open-ground', 'no-ignition'] as const),
  ...(['weak-supply', 'worn-lead', 'dead'] as const)
];
/** With any of these it runs and is not heard, or does not hear. */
const UNHEARD: readonly BenchFault[] = [
  ...(['can-swapped', 'can-open', 'few-terminators', 'many-terminators', 'bit-rate'] as const)
];
const has = (faults: BenchFaults, list: readonly BenchFault[]) => list.some((f) => faults.has(f));

/** Does the unit run when the output is on? */
export const powers = (faults: BenchFaults): boolean => !has(faults, UNPOWERED);

/** It comes up so long after the output came on; undefined: with it, or not at all. Units: ms. */
export function upAfterMs(faults: BenchFaults): number | undefined {
  const others = UNPOWERED.filter((f) => f !== 'inrush');
  return faults.has('inrush') && !has(faults, others) ? INRUSH_MS : undefined;
}

/** Is it heard on the pair? */
export const isHeard = (faults: BenchFaults): boolean =>
  !has(faults, UNHEARD) && (powers(faults) || upAfterMs(faults) !== undefined);

/** Current that flows. Units: mA. The gravest fault has the last word. */
export function drawOf(faults: BenchFaults, drawing: Drawing): number {
  const { ownMa, restMa, sinceOnMs, severity } = drawing;
  if (has(faults, ['open-feed', 'open-ground'])) return 0;
  if (faults.has('short')) return SHORT_MA;
  if (faults.has('inrush') && sinceOnMs < INRUSH_MS) return SHORT_MA;
  if (faults.has('no-ignition')) return between(...ASLEEP_MA, severity);
  if (faults.has('dead')) return between(...DEAD_MA, severity);
  if (has(faults, ['weak-supply', 'worn-lead']))
    return Math.round(restMa * (FITS[Math.floor(sinceOnMs / FIT_MS) % FITS.length] as number));
  return ownMa;
}

/** What the supply's own weakness leaves of its voltage under load: mild and gross. Units: mV. */
const WEAK_MV = [8800, 6000] as const;
/** What a lead whose contacts are gone leaves at the unit: mild and gross. Units: mV. */
const WORN_MV = [8600, 4200] as const;

/** Resistance of a lead that is thin or tired, and still feeds an idle unit: mild and gross. Units: mΩ. */
const THIN_MOHM = [500, 1500] as const;

/** Voltage at the terminals: less than set where the supply cannot hold it. Units: mV. */
export const terminalsOf = (faults: BenchFaults, mv: number, severity: number): number =>
  faults.has('weak-supply') && !has(faults, ['open-feed', 'open-ground'])
    ? Math.min(mv, between(...WEAK_MV, severity))
    : mv;

/** What lies on the unit's pins. Units: mV. */
export interface UnitPins {
  readonly feedMv: number;
  readonly groundMv: number;
  readonly ignitionMv: number;
  readonly highMv: number;
  readonly lowMv: number;
}

/** Resistance from the supply's plus to the pin, and from the ground pin to its minus. Units: Ω. */
const LEAD_OHM = 0.06;
const RECESSIVE_MV = 2500;
/** Mean of a line that is driven half of the time. Units: mV. */
const SWING_MV = 450;

interface AtTheBench {
  readonly terminalMv: number;
  readonly drawMa: number;
  /** A box says a frame over and over. */
  readonly driven: boolean;
  readonly severity: number;
}

/** Volts at the unit's pins against the supply's minus. */
export function pinsOf(
  faults: BenchFaults,
  { terminalMv, drawMa, driven, severity }: AtTheBench
): UnitPins {
  if (terminalMv === 0) return { feedMv: 0, groundMv: 0, ignitionMv: 0, highMv: 0, lowMv: 0 };
  const thinOhm = faults.has('thin-lead') ? between(...THIN_MOHM, severity) / 1000 : 0;
  const reached = terminalMv - Math.min(drawMa, 20_000) * (LEAD_OHM + thinOhm);
  const fed = faults.has('open-feed')
    ? 40
    : faults.has('worn-lead')
      ? Math.min(reached, between(...WORN_MV, severity))
      : reached;
  const lifted = faults.has('open-ground');
  const swing = driven ? SWING_MV : 0;
  // with one wire open the other still moves
  const high = faults.has('can-open') ? RECESSIVE_MV : RECESSIVE_MV + swing;
  const low = RECESSIVE_MV - swing;
  const swapped = faults.has('can-swapped');
  const shift = lifted ? fed - 3000 : 0;
  return {
    feedMv: Math.round(fed),
    groundMv: Math.round(lifted ? fed - 900 : drawMa * (LEAD_OHM / 3)),
    ignitionMv: faults.has('no-ignition') ? 25 : Math.round(reached),
    highMv: (swapped ? low : high) + shift,
    lowMv: (swapped ? high : low) + shift
  };
}

const TERMINATOR_OHM = 120;
/** Without a terminator the inputs of the transceivers remain. Units: Ω. Source: ISO 11898-2, from memory. */
const INPUTS_OHM = 32_000;

/** Resistance of the pair with the power off, seen from the box. Units: Ω. */
export function pairOhmOf(
  faults: BenchFaults,
  {
    wanted,
    unitTerminates,
    severity
  }: { wanted: number; unitTerminates: boolean; severity: number }
): number {
  const more = faults.has('many-terminators') ? (severity < 0.5 ? 1 : 2) : 0;
  const fewer = faults.has('few-terminators') ? 1 : 0;
  const cut = faults.has('can-open') && unitTerminates ? 1 : 0;
  const count = wanted + more - fewer - cut;
  return count > 0 ? TERMINATOR_OHM / count : INPUTS_OHM;
}

/** How the bus disturbs a frame that is sent; undefined: it does not. Letters of the serial line's error line. */
export function disturbanceOf(faults: BenchFaults): 'f' | 'b' | undefined {
  if (!powers(faults)) return undefined;
  if (has(faults, ['can-open', 'can-swapped'])) return undefined;
  if (has(faults, ['few-terminators', 'many-terminators'])) return 'b';
  return faults.has('bit-rate') ? 'f' : undefined;
}
