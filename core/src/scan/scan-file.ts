import { fail, ok, type Result } from '../base/result.ts';
import type { Fault } from '../faults/fault.ts';
import { validateScanFile } from '../generated/validators.js';
import type { ParsedScan } from './parse-scan-rows.ts';
import { SCAN_FORMAT, type ScanFileDocument } from './scan-file-schema.ts';
import type { ScannedUnit } from './scan.ts';

/** Longest file that is taken: 2000 faults with their words. Units: characters. */
const MAX_FILE_CHARACTERS = 900_000;
/** Objects and lists in it: what is written here has a quarter. */
const MAX_OPENINGS = 10_000;
/** Faults that a vehicle can sensibly hold. */
const MAX_FAULTS = 2_000;

export interface ScanFileHead {
  readonly name: string;
  readonly vin: string | null;
  readonly batteryMv: number | null;
  readonly endedAt: string;
}

/** A scan as JSON text, with everything that was found: {@link parseScanFile} gives it back in every field. */
export function formatScanFile(head: ScanFileHead, units: readonly ScannedUnit[]): string {
  const document: ScanFileDocument = {
    format: SCAN_FORMAT,
    ...head,
    units: units.map(({ faults, faultMemory, problem, ...unit }) => ({
      ...unit,
      faultMemory: faultMemory ?? null,
      problem: problem ?? null,
      faults: faults.map((f) => ({
        code: f.code,
        failureType: f.failureType ?? null,
        status: f.status ?? null,
        list: f.list ?? null,
        text: f.text ?? null
      }))
    }))
  };
  return `${JSON.stringify(document, undefined, 2)}\n`;
}

/**
 * Reads such a text back. Errors: `scan.text.huge`, `scan.file.text` (no JSON), `scan.file.malformed` with the path and
 * what was expected there, `scan.text.many`. Never throws.
 */
export function parseScanFile(text: string): Result<ParsedScan> {
  if (text.length > MAX_FILE_CHARACTERS)
    return fail('scan.text.huge', { found: text.length, most: MAX_FILE_CHARACTERS });
  // counted before anything is built of it
  if (countOpenings(text) > MAX_OPENINGS) return fail('scan.file.text');
  let doc: unknown;
  try {
    doc = JSON.parse(text);
  } catch {
    return fail('scan.file.text');
  }
  if (!validateScanFile(doc)) {
    const [first] = validateScanFile.errors ?? [];
    return fail('scan.file.malformed', {
      path: first?.instancePath || '/',
      reason: first?.message ?? ''
    });
  }
  if (Number.isNaN(Date.parse(doc.endedAt)))
    return fail('scan.file.malformed', { path: '/endedAt', reason: 'must be a time' });
  const faults = doc.units.reduce((n, u) => n + u.faults.length, 0);
  if (faults > MAX_FAULTS) return fail('scan.text.many', { found: faults, most: MAX_FAULTS });
  const { name, vin, batteryMv, endedAt } = doc;
  return ok({
    units: doc.units.map(toUnit),
    faults,
    ignored: [],
    head: { name, vin, batteryMv, endedAt }
  });
}

function countOpenings(text: string): number {
  let count = 0;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === 0x7b || c === 0x5b) count++;
  }
  return count;
}

function toUnit(unit: ScanFileDocument['units'][number]): ScannedUnit {
  const { faultMemory, problem, faults, identification, ...rest } = unit;
  return {
    ...rest,
    // a name such as __proto__ never gets through the schema
    identification: { ...identification },
    ...(faultMemory === null ? {} : { faultMemory }),
    problem: problem ?? undefined,
    faults: faults.map((f): Fault => ({
      code: f.code,
      failureType: f.failureType ?? undefined,
      status: f.status ?? undefined,
      ...(f.list === null ? {} : { list: f.list }),
      ...(f.text === null ? {} : { text: f.text })
    }))
  };
}
