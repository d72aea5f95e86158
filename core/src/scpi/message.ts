/** One program message unit: header in its shortest upper-case form, query or not, parameter texts. */
export interface ScpiUnit {
  readonly header: string;
  readonly query: boolean;
  readonly parameters: readonly string[];
}

/**
 * Splits one line into message units. A header without a leading colon continues the branch of the one before,
 * common commands (`*IDN?`) leave it alone. Source: IEEE 488.2 and SCPI-1999 vol. 1, from memory.
 * Example: `SOUR:VOLT 13.5;CURR 2` is `SOUR:VOLT` and `SOUR:CURR`.
 */
export function parseScpiLine(line: string): ScpiUnit[] {
  const units: ScpiUnit[] = [];
  let branch = '';
  for (const part of line.split(';')) {
    const text = part.trim();
    if (text === '') continue;
    const gap = text.search(/\s/);
    const rawHeader = gap < 0 ? text : text.slice(0, gap);
    const rest = gap < 0 ? '' : text.slice(gap + 1).trim();
    const query = rawHeader.endsWith('?');
    const bare = (query ? rawHeader.slice(0, -1) : rawHeader).toUpperCase();
    let header = bare;
    if (!bare.startsWith('*')) {
      header = bare.startsWith(':') ? bare.slice(1) : branch + bare;
      const colon = header.lastIndexOf(':');
      branch = colon < 0 ? '' : header.slice(0, colon + 1);
    }
    const parameters = rest === '' ? [] : rest.split(',').map((p) => p.trim());
    units.push({ header: shorten(header), query, parameters });
  }
  return units;
}

const LONG_FORMS: ReadonlyMap<string, string> = new Map([
  ['SOURCE', 'SOUR'],
  ['VOLTAGE', 'VOLT'],
  ['CURRENT', 'CURR'],
  ['OUTPUT', 'OUTP'],
  ['STATE', 'STAT'],
  ['MEASURE', 'MEAS'],
  ['SYSTEM', 'SYST'],
  ['ERROR', 'ERR'],
  ['NEXT', 'NEXT'],
  ['LEVEL', 'LEV'],
  ['IMMEDIATE', 'IMM'],
  ['AMPLITUDE', 'AMPL'],
  ['VERSION', 'VERS'],
  ['PROTECTION', 'PROT'],
  ['TRIPPED', 'TRIP'],
  ['CLEAR', 'CLE'],
  ['SCALAR', 'SCAL'],
  ['RESISTANCE', 'RES'],
  ['FREQUENCY', 'FREQ'],
  ['PTPEAK', 'PTP'],
  ['ROUTE', 'ROUT'],
  ['CLOSE', 'CLOS']
]);

/** Nodes that may be left out. */
const OPTIONAL = new Set(['SOUR', 'LEV', 'IMM', 'AMPL', 'SCAL', 'NEXT', 'DC']);

/** Header in its shortest form, optional nodes dropped. Example: `SOURCE:VOLTAGE:LEVEL` is `VOLT`. */
function shorten(header: string): string {
  if (header.startsWith('*')) return header;
  const nodes = header.split(':').map((n) => LONG_FORMS.get(n) ?? n);
  const kept = nodes.filter((n) => !OPTIONAL.has(n));
  return kept.join(':');
}

/** Suffixes by unit with their factors; in front of OHM and HZ an M stands for a million. Source: IEEE 488.2, from memory. */
const SUFFIXES = {
  V: { V: 1, MV: 0.001 },
  A: { A: 1, MA: 0.001 },
  OHM: { OHM: 1, KOHM: 1000, MOHM: 1_000_000 },
  HZ: { HZ: 1, KHZ: 1000, MHZ: 1_000_000 }
} as const;

/**
 * Number of a decimal parameter in the base unit, or the error number it deserves.
 * Suffixes: those of the unit, or none. Example: `13500 MV` is 13.5.
 */
export function parseScpiNumber(
  text: string,
  unit: keyof typeof SUFFIXES
): { value: number } | { error: number } {
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?)\s*([A-Z]*)$/.exec(text.toUpperCase());
  if (!match) return { error: -104 };
  const suffix = match[2] as string;
  const factors: Readonly<Record<string, number>> = SUFFIXES[unit];
  const factor = suffix === '' ? 1 : factors[suffix];
  return factor === undefined ? { error: -131 } : { value: Number(match[1]) * factor };
}

/** Boolean parameter: ON, OFF or a number. */
export function parseScpiBoolean(text: string): boolean | undefined {
  const upper = text.toUpperCase();
  if (upper === 'ON') return true;
  if (upper === 'OFF') return false;
  const value = Number(upper);
  return upper === '' || Number.isNaN(value) ? undefined : Math.round(value) !== 0;
}
