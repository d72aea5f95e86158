import { fail, ok, type Result } from '../base/result.ts';
import { formatFault, type Fault } from '../faults/fault.ts';
import { parseCode } from '../faults/trouble-code.ts';
import { kindOf, type ParsedScan } from './parse-scan-rows.ts';
import type { ScannedUnit } from './scan.ts';

/** First line of what this application writes, so that it knows its own files again. */
export const SCAN_FORMAT = 'upright-badger-scan/1';
const MAX_UNITS = 200;

export interface ScanFileHead {
  readonly name: string;
  readonly vin: string | null;
  readonly batteryMv: number | null;
  readonly endedAt: string;
}

/** A scan as JSON text, with everything that was found. */
export function formatScanFile(head: ScanFileHead, units: readonly ScannedUnit[]): string {
  const faults = (u: ScannedUnit) =>
    u.faults.map((f) => ({
      code: formatFault(f),
      status: f.status ?? null,
      list: f.list ?? null,
      text: f.text ?? null
    }));
  const plain = units.map((u) => ({
    name: u.name,
    kind: u.kind,
    address: u.address,
    state: u.state,
    identification: u.identification,
    faults: faults(u)
  }));
  return `${JSON.stringify({ format: SCAN_FORMAT, ...head, units: plain }, undefined, 2)}\n`;
}

/** Reads such a text back. Errors: `scan.file.malformed`, `scan.text.many`, `scan.text.empty`. */
export function parseScanFile(text: string): Result<ParsedScan> {
  let doc: unknown;
  try {
    doc = JSON.parse(text);
  } catch {
    return fail('scan.file.malformed');
  }
  const list = (doc as { format?: unknown; units?: unknown } | null)?.units;
  if ((doc as { format?: unknown } | null)?.format !== SCAN_FORMAT || !Array.isArray(list))
    return fail('scan.file.malformed');
  if (list.length > MAX_UNITS)
    return fail('scan.text.many', { found: list.length, most: MAX_UNITS });
  const units: ScannedUnit[] = [];
  for (const [i, entry] of list.entries()) {
    const unit = parseUnit(entry as Record<string, unknown>, i);
    if (!unit) return fail('scan.file.malformed');
    units.push(unit);
  }
  if (units.length === 0) return fail('scan.text.empty');
  return ok({ units, faults: units.reduce((n, u) => n + u.faults.length, 0), ignored: [] });
}

const STATES = ['talks', 'badly', 'silent', 'absent', 'unasked'] as const;

function parseUnit(entry: Record<string, unknown>, index: number): ScannedUnit | undefined {
  const { name, state, faults } = entry;
  const known = STATES.find((s) => s === state);
  if (typeof name !== 'string' || !known || !Array.isArray(faults)) return undefined;
  const parsed = faults.map((f) => parseFault(f as Record<string, unknown>));
  if (parsed.some((f) => f === undefined)) return undefined;
  const said = entry['identification'];
  const identification = Object.fromEntries(
    Object.entries(typeof said === 'object' && said !== null ? said : {}).filter(
      ([, v]) => typeof v === 'string'
    )
  ) as Record<string, string>;
  return {
    id: `file-${index + 1}`,
    name: name.slice(0, 60),
    kind: kindOf(name),
    address: typeof entry['address'] === 'number' ? entry['address'] : 0,
    optional: false,
    state: known,
    identification,
    faults: parsed as Fault[],
    problem: undefined,
    tookMs: 0
  };
}

function parseFault(entry: Record<string, unknown>): Fault | undefined {
  const [code = '', type] = String(entry['code']).split('-');
  if (parseCode(code) === undefined) return undefined;
  const status = entry['status'];
  return {
    code: code.toUpperCase(),
    failureType: type === undefined ? undefined : Number.parseInt(type, 16) & 0xff,
    status: typeof status === 'number' ? status & 0xff : undefined,
    ...(typeof entry['text'] === 'string' ? { text: entry['text'].slice(0, 120) } : {})
  };
}
