import { encodeUintBe } from '../base/bytes.ts';

/** Which part of the vehicle a code speaks of. Source: SAE J2012 / ISO 15031-6. */
export type FaultSystem = 'powertrain' | 'chassis' | 'body' | 'network';

const LETTERS = ['P', 'C', 'B', 'U'] as const;
const SYSTEMS: readonly FaultSystem[] = ['powertrain', 'chassis', 'body', 'network'];

/** What the letters and digits of a code say by themselves, whatever its text. */
export interface CodeStructure {
  readonly system: FaultSystem;
  /** `standard`: the number means the same at every maker. `maker`: ask the maker's information. */
  readonly owner: 'standard' | 'maker' | 'reserved';
}

/**
 * Text of a two-byte code. Shape: 0 to 0xFFFF. Throws RangeError outside.
 * Source: SAE J2012 / ISO 15031-6. Example: `formatCode(0xC158)` is `U0158`.
 */
export function formatCode(value: number): string {
  if (!Number.isInteger(value) || value < 0 || value > 0xffff) {
    throw new RangeError(`"value" expected 0 to 65535, got ${value}`);
  }
  const letter = LETTERS[value >> 14] as string;
  const second = (value >> 12) & 3;
  return `${letter}${second}${(value & 0xfff).toString(16).toUpperCase().padStart(3, '0')}`;
}

/** The two-byte value of a text such as `U0158`; undefined for anything else. Case does not matter. */
export function parseCode(text: string): number | undefined {
  const match = /^([PCBU])([0-3])([0-9A-F]{3})$/.exec(text.toUpperCase());
  if (!match) return undefined;
  const letter = LETTERS.indexOf(match[1] as 'P');
  return (letter << 14) | (Number(match[2]) << 12) | Number.parseInt(match[3] as string, 16);
}

/** The two bytes of a code, high byte first. */
export function encodeCode(value: number): Uint8Array {
  return encodeUintBe(value, 2);
}

/**
 * System, and who gives the number its meaning.
 * Source: SAE J2012 / ISO 15031-6, from memory: second digit 0 is standard and 1 the maker's everywhere; P2 is
 * standard, P3 the maker's up to P33FF and standard from P3400; U3 likewise; C2, B2, U2 the maker's; C3 and B3 reserved.
 */
export function describeCode(value: number): CodeStructure {
  const system = SYSTEMS[value >> 14] as FaultSystem;
  return { system, owner: ownerOf(system, (value >> 12) & 3, value & 0xfff) };
}

function ownerOf(system: FaultSystem, second: number, rest: number): CodeStructure['owner'] {
  if (second === 0) return 'standard';
  if (second === 1) return 'maker';
  if (second === 2) return system === 'powertrain' ? 'standard' : 'maker';
  if (system === 'powertrain') return rest < 0x400 ? 'maker' : 'standard';
  return system === 'network' ? (rest < 0x400 ? 'maker' : 'standard') : 'reserved';
}
