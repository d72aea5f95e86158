import { parseScpiReading } from '../scpi/numbers.ts';
import type { SupplySample } from '../port/supply.ts';

/** Questions of one reading. */
export const SUPPLY_POLL: readonly string[] = [
  'MEAS:VOLT?',
  'MEAS:CURR?',
  'OUTP?',
  'VOLT?',
  'CURR?'
];

/** Answers to {@link SUPPLY_POLL}; undefined when they are not five numbers, or one of them stands for "no reading". */
export function parseSupplyPoll(answers: readonly string[]): SupplySample | undefined {
  const parts = answers.map((p) => parseScpiReading(p) ?? Number.NaN);
  if (parts.length !== 5 || !parts.every(Number.isFinite)) return undefined;
  const [volts, amps, on, setVolts, limitAmps] = parts as [number, number, number, number, number];
  return {
    measuredMv: Math.round(volts * 1000),
    measuredMa: Math.round(amps * 1000),
    on: on !== 0,
    setMv: Math.round(setVolts * 1000),
    limitMa: Math.round(limitAmps * 1000)
  };
}

/** Error number and text of a `SYST:ERR?` answer; undefined when malformed. */
export function parseScpiError(line: string): { number: number; text: string } | undefined {
  const match = /^\s*([+-]?\d+)\s*,\s*"([^"]*)"\s*$/.exec(line);
  return match ? { number: Number(match[1]), text: match[2] as string } : undefined;
}

/** Commands that set voltage and limit. Units: mV and mA in, volts and amps on the wire. */
export function encodeSupplySettings(voltageMv: number, limitMa: number): string[] {
  return [`VOLT ${(voltageMv / 1000).toFixed(3)}`, `CURR ${(limitMa / 1000).toFixed(3)}`];
}
