/** 9.9E37 stands for infinity, 9.91E37 for "not a number". Source: SCPI-1999 vol. 1, from memory. */
const INFINITE = 9.9e37;
const NO_NUMBER = 9.905e37;
const DECIMAL = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?$/i;

/** A number as an instrument writes it: Infinity for "infinity", undefined for "not a number" and for what is none. */
export function parseScpiReading(text: string): number | undefined {
  const trimmed = text.trim();
  if (!DECIMAL.test(trimmed)) return undefined;
  const value = Number(trimmed);
  const size = Math.abs(value);
  if (size >= NO_NUMBER) return undefined;
  return size >= INFINITE ? Math.sign(value) * Infinity : value;
}
