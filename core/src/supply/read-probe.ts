import { parseScpiReading } from '../scpi/numbers.ts';
import { parseScpiError } from './scpi-client.ts';

/** What a supply at an address said when it was asked who it is and what it can. */
export interface SupplyProbe {
  /** Maker, model, serial, firmware, as it says it. */
  readonly idn: string;
  readonly driver: 'scpi-joined' | 'scpi-single';
  /** Most that it can be set to; undefined where it does not say. Units: mV, mA. */
  readonly mostMv: number | undefined;
  readonly mostMa: number | undefined;
  readonly on: boolean;
}

/** Questions for the most that it can be set to, each with the question for errors behind it. Source: SCPI-1999 vol. 1, from memory. */
export const RANGE_QUESTIONS = { volts: 'VOLT? MAX', amps: 'CURR? MAX' } as const;

/** Nothing on a bench gives more. Units: V, A. */
const MOST = { volts: 1500, amps: 500 } as const;

/**
 * The end of a range, in thousandths, out of the answer and that to `SYST:ERR?`; undefined where it was refused, is no number,
 * not above 0 or more than any bench has.
 * Example: `32.000` and no error is 32 000.
 */
export function readRangeEnd(
  answer: string | undefined,
  error: string | undefined,
  of: keyof typeof MOST
): number | undefined {
  if (answer === undefined || error === undefined || parseScpiError(error)?.number !== 0)
    return undefined;
  const value = parseScpiReading(answer);
  return value !== undefined && value > 0 && value <= MOST[of]
    ? Math.round(value * 1000)
    : undefined;
}
