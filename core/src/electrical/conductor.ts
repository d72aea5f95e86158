/** Resistivity of annealed copper at 20 °C. Units: Ω·mm²/m. Source: IEC 60028 (1/58). */
export const COPPER_OHM_MM2_PER_M = 1 / 58;

/** Rise of the resistance of copper with temperature, from 20 °C. Units: 1/K. Source: IEC 60028. */
const COPPER_PER_KELVIN = 0.003_93;

/**
 * How much worse than ideal copper a stranded lead may be: 8 to 16 % in the tables of IEC 60228 class 5 and ISO 6722-1 (from
 * memory). The worst is counted with.
 */
export const STRAND_FACTOR = 1.16;

/** Coldest and hottest lead that is reckoned with. Units: °C. */
const TEMPERATURES = { min: -60, max: 200 } as const;

/** A length of copper, one way. */
export interface Conductor {
  readonly lengthMm: number;
  readonly areaMm2: number;
}

/** Cross-section of an American wire gauge, 00 as -1. Units: mm². Source: ASTM B258. Example: gauge 20 is 0.5176. */
export function areaOfAwg(gauge: number): number {
  const diameterMm = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI / 4) * diameterMm ** 2;
}

/** The nearest American wire gauge of a cross-section. Units: mm². Example: 0.5 is gauge 20. */
export function awgOfArea(areaMm2: number): number {
  const diameterMm = Math.sqrt((4 * areaMm2) / Math.PI);
  return Math.round(36 - (39 * Math.log(diameterMm / 0.127)) / Math.log(92));
}

/**
 * Resistance of one conductor, one way; undefined where a figure is no length, no cross-section or no temperature.
 * Units: Ω. Example: 1 m of 0.5 mm² at 20 °C, ideal copper, is 0.0345; stranded, at most 0.0400.
 */
export function resistanceOhm(
  { lengthMm, areaMm2 }: Conductor,
  { temperatureC = 20, stranded = true } = {}
): number | undefined {
  const possible =
    Number.isFinite(lengthMm) && lengthMm >= 0 && Number.isFinite(areaMm2) && areaMm2 > 0;
  if (!possible || !(temperatureC >= TEMPERATURES.min && temperatureC <= TEMPERATURES.max))
    return undefined;
  const cold = (COPPER_OHM_MM2_PER_M * (lengthMm / 1000)) / areaMm2;
  const warm = cold * (1 + COPPER_PER_KELVIN * (temperatureC - 20));
  return stranded ? warm * STRAND_FACTOR : warm;
}
