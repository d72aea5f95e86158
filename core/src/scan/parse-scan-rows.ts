import { fail, ok, type Result } from '../base/result.ts';
import type { Fault } from '../faults/fault.ts';
import type { ScannedUnit } from './scan.ts';
import {
  findNoFaults,
  findSilentUnit,
  findStatus,
  kindOf,
  readStatusCell,
  readStatusPhrase,
  trimName
} from './scan-words.ts';

/** Longest list that is taken. Units: rows. */
export const MAX_ROWS = 5_000;
/** Longest text that is taken: the list of a whole vehicle with its words has a tenth. Units: characters. */
export const MAX_TEXT_CHARACTERS = 250_000;
/** Longest row, all its cells together. Units: characters. */
export const MAX_ROW_CHARACTERS = 2_000;
/** Faults that a vehicle can sensibly hold; more means that the file is something else. */
const MAX_FAULTS = 2_000;
const MAX_UNITS = 200;
const NAME_CHARACTERS = 60;
const TEXT_CHARACTERS = 120;

/** A row of which something was left out. */
export interface IgnoredRow {
  /** Counted from 1. */
  readonly row: number;
  readonly text: string;
  /** Codes in it that were not taken for faults. */
  readonly codes: readonly string[];
}

export interface ParsedScan {
  readonly units: readonly ScannedUnit[];
  readonly faults: number;
  /** Rows that said something that is not kept, every one of them. They are shown, not dropped in silence. */
  readonly ignored: readonly IgnoredRow[];
  /** Head of a file of this application. */
  readonly head?: {
    readonly name: string;
    readonly vin: string | null;
    readonly batteryMv: number | null;
    readonly endedAt: string;
  };
}

/** A code with nothing of a word around it; its failure type may be written on to it. */
const CODES =
  /(?<![0-9A-Z])([PCBU][0-3][0-9A-F]{3})(?:[-:/]?([0-9A-F]{2})(?![0-9A-Z]))?(?![0-9A-Z])/gi;
/** A failure type behind a blank: two figures that neither go on as a number nor count something, "12 times", "10 km". */
const LOOSE_TYPE =
  /^[ ]([0-9][0-9A-F])(?![0-9A-Z]|[.,][0-9]|[ ]?(?:times?|x|km|miles?|h|hours?|days?|min|ms|s|v|mv|volts?|a|ma|rpm|ohms?|kohms?|cycles?|events?|occurrences?|counts?|deg|degrees?|percent|%|°)(?![a-z]))/i;

interface FoundCode {
  readonly code: string;
  readonly failureType: number | undefined;
  readonly start: number;
  readonly end: number;
}

/** Every code in a text, in order. Total, linear. Example: `P0201-13, P0300` is two. */
export function findCodes(text: string): FoundCode[] {
  return [...text.matchAll(CODES)].map((match) => {
    const end = match.index + match[0].length;
    const loose = match[2] === undefined ? LOOSE_TYPE.exec(text.slice(end, end + 24)) : null;
    const type = match[2] ?? loose?.[1];
    return {
      code: (match[1] as string).toUpperCase(),
      failureType: type === undefined ? undefined : Number.parseInt(type, 16),
      start: match.index,
      end: end + (loose ? 3 : 0)
    };
  });
}

/** A head row names its columns; a list without one is read line by line. */
interface Columns {
  readonly unit: number;
  readonly code: number;
  readonly text: number;
  readonly status: number;
}

/**
 * Makes a scan out of rows of cells: tables with a head (unit, code, text, status in any order and wording; a cell that
 * was merged downwards names the unit of the rows below), or free lines where a line without a code is the name of the
 * unit that follows. Every code is kept or its row is told. A unit that is said to be silent is kept so; a fault memory
 * counts as read where codes, or the words that there are none, say so.
 * Shape: one array of cells a row. Errors: `scan.text.long` (over {@link MAX_ROWS}), `scan.text.wide`, `scan.text.many`,
 * `scan.text.empty` (no fault and no unit in it). Example: `Engine:` then `P0201-13 present` is one unit, one fault.
 */
export function parseScanRows(rows: readonly (readonly string[])[]): Result<ParsedScan> {
  if (rows.length > MAX_ROWS) return fail('scan.text.long', { found: rows.length, most: MAX_ROWS });
  const collector = new Collector();
  let columns: Columns | undefined;
  for (const [i, row] of rows.entries()) {
    const length = row.reduce((sum, c) => sum + c.length + 1, 0);
    if (length > MAX_ROW_CHARACTERS)
      return fail('scan.text.wide', { row: i + 1, most: MAX_ROW_CHARACTERS });
    const filled = row.filter((c) => c.trim() !== '');
    if (filled.length === 0) continue;
    const head = findColumns(row);
    columns = head ?? columns;
    if (head) continue;
    if (columns && (filled.length > 1 || (row[columns.code] ?? '').trim() !== ''))
      collector.table(row, columns, i + 1);
    else collector.line(filled.map((c) => c.trim()).join('\t'), i + 1);
    if (collector.faults > MAX_FAULTS || collector.unitCount > MAX_UNITS)
      return fail('scan.text.many', { found: collector.faults, most: MAX_FAULTS });
  }
  const parsed = collector.parsed();
  return parsed.units.length === 0 ? fail('scan.text.empty') : ok(parsed);
}

function findColumns(row: readonly string[]): Columns | undefined {
  if (row.length < 2) return undefined;
  const cells = row.map((c) => c.trim().toLowerCase().replaceAll(' ', ''));
  const find = (...names: string[]) =>
    names.map((n) => cells.indexOf(n)).find((at) => at >= 0) ?? -1;
  const code = find('code', 'dtc', 'faultcode', 'troublecode');
  // a row that holds a code is no head
  if (code < 0 || findCodes(row.join('\t')).length > 0) return undefined;
  return {
    code,
    unit: find('unit', 'module', 'system', 'ecu', 'controlunit', 'controller'),
    text: find('text', 'description', 'meaning', 'fault'),
    status: find('status', 'state')
  };
}

/**
 * Looked at before a text is cut into rows and cells: its length, and its longest line. Errors: `scan.text.huge`,
 * `scan.text.wide`, `scan.text.long`.
 */
export function checkScanText(text: string): Result<true> {
  if (text.length > MAX_TEXT_CHARACTERS)
    return fail('scan.text.huge', { found: text.length, most: MAX_TEXT_CHARACTERS });
  let [row, start] = [1, 0];
  for (;;) {
    const end = text.indexOf('\n', start);
    if ((end < 0 ? text.length : end) - start > MAX_ROW_CHARACTERS)
      return fail('scan.text.wide', { row, most: MAX_ROW_CHARACTERS });
    if (end < 0) break;
    start = end + 1;
    row++;
  }
  return row > MAX_ROWS + 1 ? fail('scan.text.long', { found: row, most: MAX_ROWS }) : ok(true);
}

interface Building {
  readonly name: string;
  readonly faults: Fault[];
  silent: boolean;
  /** The text says that its memory holds nothing. */
  empty: boolean;
}

class Collector {
  readonly #units = new Map<string, Building>();
  readonly #ignored: IgnoredRow[] = [];
  #current = 'Unit not named';
  #standing: number | undefined;
  faults = 0;

  get unitCount(): number {
    return this.#units.size;
  }

  table(row: readonly string[], columns: Columns, number: number): void {
    const cell = (i: number) => (i < 0 ? '' : (row[i] ?? '').trim());
    const named = cell(columns.unit).slice(0, NAME_CHARACTERS);
    if (named !== '') this.#enter(named);
    const codes = findCodes(cell(columns.code));
    const others = row.filter((_, i) => i !== columns.code).join('\t');
    if (codes.length > 0) {
      const inCell = cell(columns.code);
      const statusCell = cell(columns.status);
      const parts = statusCell.split(/[\n;,]/);
      for (const [i, found] of codes.entries()) {
        const own = inCell.slice(found.end, codes[i + 1]?.start);
        const part = parts.length === codes.length ? (parts[i] as string) : statusCell;
        const status =
          (columns.status < 0 ? findStatus(others) : readStatusCell(part)) ?? findStatus(own);
        this.#add(this.#current, found, { text: cell(columns.text), status });
      }
      const more = findCodes(others).map((c) => c.code);
      if (more.length > 0) this.#ignore(number, row.join(' '), more);
    } else if (findCodes(others).length > 0) this.line(row.join('\t').trim(), number);
    else this.#withoutCode(row.join('\t').trim(), number, { inTable: true });
  }

  line(text: string, number: number): void {
    const codes = findCodes(text);
    const [first] = codes;
    if (!first) return this.#withoutCode(text, number, { inTable: false });
    const before = text.slice(0, first.start);
    const name = trimName(before).slice(0, NAME_CHARACTERS);
    const standing = readStatusPhrase(name) ?? findStatus(before);
    const names = standing === undefined && this.#isName(name, before);
    const segments = codes.map((c, i) => text.slice(c.end, codes[i + 1]?.start));
    // codes in a row share what is said behind the last of them
    const statuses: (number | undefined)[] = [];
    let said: number | undefined;
    for (let i = codes.length - 1; i >= 0; i--) {
      const own = segments[i] as string;
      if (/[a-z0-9]/i.test(own.replace(/\b(and|or)\b/gi, ''))) said = findStatus(own);
      statuses[i] = said ?? standing ?? this.#standing;
    }
    for (const [i, found] of codes.entries())
      this.#add(names ? name : this.#current, found, {
        text: segments[i] as string,
        status: statuses[i]
      });
  }

  /** What stands before a code is a unit when its name says so, or when a mark follows it as behind a name. */
  #isName(name: string, before: string): boolean {
    if (name === '' || !/[a-z]/i.test(name)) return false;
    if (/^(fault|trouble|error|code|dtc|no|nr|number|see|also)\b/i.test(name)) return false;
    return kindOf(name) !== 'other' || /[:|\t]\s?$/.test(before);
  }

  #withoutCode(text: string, number: number, { inTable }: { inTable: boolean }): void {
    const silent = findSilentUnit(text);
    if (silent) {
      const name = inTable && kindOf(silent.name) === 'other' ? '' : silent.name;
      this.#unit(this.#resolve(name)).silent = true;
      return;
    }
    const empty = findNoFaults(text);
    if (empty !== undefined) return this.#noFaults(trimName(empty), inTable);
    const name = trimName(text);
    const standing = readStatusPhrase(name);
    if (!inTable && standing !== undefined) this.#standing = standing;
    else if (!inTable && name !== '' && (/:$/.test(text) || kindOf(name) !== 'other'))
      this.#enter(name.slice(0, NAME_CHARACTERS));
    else this.#ignore(number, text, []);
  }

  #noFaults(before: string, inTable: boolean): void {
    const named = !inTable && before !== '' && /[a-z]/i.test(before) ? before : this.#current;
    this.#unit(named.slice(0, NAME_CHARACTERS)).empty = true;
  }

  #enter(name: string): void {
    this.#current = name;
    this.#standing = undefined;
  }

  /** A name in a sentence, "the gearbox", is the one unit of its kind that has been named. */
  #resolve(name: string): string {
    if (name === '') return this.#current;
    const kind = kindOf(name);
    const same = [...this.#units.values()].filter(
      (u) => kind !== 'other' && kindOf(u.name) === kind
    );
    return same.length === 1 && same[0] ? same[0].name : name.slice(0, NAME_CHARACTERS);
  }

  #ignore(row: number, text: string, codes: readonly string[]): void {
    this.#ignored.push({ row, text: text.replaceAll('\t', ' ').slice(0, 80), codes });
  }

  #unit(name: string): Building {
    const key = name.toLowerCase();
    const unit = this.#units.get(key) ?? { name, faults: [], silent: false, empty: false };
    this.#units.set(key, unit);
    return unit;
  }

  #add(
    name: string,
    { code, failureType }: FoundCode,
    said: { text: string; status: number | undefined }
  ): void {
    const text = trimName(said.text.replaceAll('\t', ' ')).slice(0, TEXT_CHARACTERS);
    this.faults++;
    this.#unit(name).faults.push({
      code,
      failureType,
      status: said.status,
      ...(text === '' ? {} : { text })
    });
  }

  parsed(): ParsedScan {
    const units = [...this.#units.values()].map((u, i): ScannedUnit => {
      const told = u.faults.length > 0;
      return {
        id: `typed-${i + 1}`,
        name: u.name,
        kind: kindOf(u.name),
        address: 0,
        optional: false,
        // said to be silent, and yet it has told codes
        state: u.silent ? (told || u.empty ? 'badly' : 'silent') : 'talks',
        identification: {},
        faults: u.faults,
        faultMemory: !u.silent && (told || u.empty) ? 'read' : 'unread',
        problem: undefined,
        tookMs: 0
      };
    });
    return { units, faults: this.faults, ignored: this.#ignored };
  }
}
