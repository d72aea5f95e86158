/** One reading of service 01. */
export interface Parameter {
  readonly pid: number;
  readonly name: string;
  readonly unit: string;
  readonly value: number;
}

interface Rule {
  readonly name: string;
  readonly unit: string;
  readonly lengthBytes: 1 | 2;
  /** Raw big-endian number to the reading. */
  readonly scale: (raw: number) => number;
}

const percent = (raw: number) => (raw * 100) / 255;

/** Readings that the proof of a cause uses. Source: SAE J1979 / ISO 15031-5. */
const RULES: Readonly<Record<number, Rule>> = {
  0x04: { name: 'Calculated load', unit: '%', lengthBytes: 1, scale: percent },
  0x05: { name: 'Coolant temperature', unit: '°C', lengthBytes: 1, scale: (n) => n - 40 },
  0x0b: { name: 'Manifold pressure', unit: 'kPa', lengthBytes: 1, scale: (n) => n },
  0x0c: { name: 'Engine speed', unit: 'rpm', lengthBytes: 2, scale: (n) => n / 4 },
  0x0d: { name: 'Vehicle speed', unit: 'km/h', lengthBytes: 1, scale: (n) => n },
  0x0f: { name: 'Intake air temperature', unit: '°C', lengthBytes: 1, scale: (n) => n - 40 },
  0x10: { name: 'Air mass flow', unit: 'g/s', lengthBytes: 2, scale: (n) => n / 100 },
  0x11: { name: 'Throttle position', unit: '%', lengthBytes: 1, scale: percent },
  0x1f: { name: 'Run time since start', unit: 's', lengthBytes: 2, scale: (n) => n },
  0x21: { name: 'Distance with warning lamp', unit: 'km', lengthBytes: 2, scale: (n) => n },
  0x2f: { name: 'Fuel level', unit: '%', lengthBytes: 1, scale: percent },
  0x31: { name: 'Distance since clear', unit: 'km', lengthBytes: 2, scale: (n) => n },
  0x33: { name: 'Barometric pressure', unit: 'kPa', lengthBytes: 1, scale: (n) => n },
  0x42: { name: 'Unit supply voltage', unit: 'V', lengthBytes: 2, scale: (n) => n / 1000 }
};

/**
 * A reading out of the data of a 41 answer (service id taken off). Undefined for an unknown parameter or data that
 * is shorter than it needs. Source: SAE J1979 / ISO 15031-5. Example: `0C 1A F8` is 1726 rpm.
 */
export function decodeParameter(data: Uint8Array): Parameter | undefined {
  const pid = data[0];
  const rule = pid === undefined ? undefined : RULES[pid];
  if (pid === undefined || !rule || data.length < 1 + rule.lengthBytes) return undefined;
  const raw =
    rule.lengthBytes === 1 ? (data[1] as number) : (data[1] as number) * 256 + (data[2] as number);
  return { pid, name: rule.name, unit: rule.unit, value: rule.scale(raw) };
}

/**
 * Parameters that a unit supports, out of the four bytes behind parameter 00, 20, 40 …
 * Source: SAE J1979. Example: `00 BE3EB811` holds 01, 03 to 07, 0B to 0F, 11, 13 to 15, 1C, 20.
 */
export function decodeSupported(data: Uint8Array): number[] {
  const base = data[0] ?? 0;
  const found: number[] = [];
  for (let i = 0; i < 32; i++) {
    const byte = data[1 + (i >> 3)] ?? 0;
    if (byte & (0x80 >> (i & 7))) found.push(base + 1 + i);
  }
  return found;
}

/** The four bytes that announce these parameters; the reverse of {@link decodeSupported}. */
export function encodeSupported(base: number, pids: readonly number[]): Uint8Array {
  const out = new Uint8Array(5);
  out[0] = base;
  for (const pid of pids) {
    const i = pid - base - 1;
    if (i >= 0 && i < 32) out[1 + (i >> 3)] = (out[1 + (i >> 3)] as number) | (0x80 >> (i & 7));
  }
  return out;
}
