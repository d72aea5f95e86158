import { fail, ok, type Result } from '../base/result.ts';
import type { Fault } from '../faults/fault.ts';
import type { ScannedUnit, UnitKind } from './scan.ts';

/** Longest list that is taken. Units: rows. */
export const MAX_ROWS = 20_000;
/** Faults that a vehicle can sensibly hold; more means that the file is something else. */
const MAX_FAULTS = 2_000;

export interface ParsedScan {
  readonly units: readonly ScannedUnit[];
  readonly faults: number;
  /** Rows that said nothing that could be understood, counted from 1. They are shown, not dropped in silence. */
  readonly ignored: readonly { readonly row: number; readonly text: string }[];
}

const CODE =
  /(?:^|[^0-9A-Z])([PCBU][0-3][0-9A-F]{3})(?:[-:/ ]?([0-9A-F]{2})(?![0-9A-Z]))?(?![0-9A-Z])/i;

const KINDS: readonly (readonly [RegExp, UnitKind])[] = [
  [/immobili[sz]er|anti.?theft/i, 'immobiliser'],
  [/engine|motor|powertrain|\becm\b|\bpcm\b/i, 'engine'],
  [/transmission|gearbox|\btcm\b/i, 'transmission'],
  [/gateway/i, 'gateway'],
  [/brake|\babs\b|\besp\b/i, 'brakes'],
  [/airbag|restraint|\bsrs\b/i, 'airbag'],
  [/cluster|instrument/i, 'cluster'],
  [/steering|\beps\b/i, 'steering'],
  [/climate|heating|air.?condition|hvac/i, 'climate'],
  [/door/i, 'doors'],
  [/comfort|locking/i, 'comfort'],
  [/body|\bbcm\b/i, 'body']
];

/** Status bytes that stand for the words that other tools use. */
const WORDS: readonly (readonly [RegExp, number])[] = [
  [/\b(not present|stored|history|historic|passive|confirmed|sporadic)\b/i, 0x2c],
  [/\b(old|previous)\b/i, 0x28],
  [/\b(pending|maturing)\b/i, 0x24],
  [/\b(present|active|current|now|static)\b/i, 0x2f]
];

/** A head row names its columns; a list without one is read line by line. */
interface Columns {
  readonly unit: number;
  readonly code: number;
  readonly text: number;
  readonly status: number;
}

/**
 * Makes a scan out of rows of cells: a table with a head (unit, code, text, status in any order and wording), or free
 * lines where a line without a code is the name of the unit that follows. A unit that is said to be silent is kept so.
 * Shape: one array of cells a row. Errors: `scan.text.long` (over {@link MAX_ROWS}), `scan.text.many`,
 * `scan.text.empty` (no fault and no unit in it). Example: `Engine:` then `P0201-13 present` is one unit, one fault.
 */
export function parseScanRows(rows: readonly (readonly string[])[]): Result<ParsedScan> {
  if (rows.length > MAX_ROWS) return fail('scan.text.long', { found: rows.length, most: MAX_ROWS });
  const head = rows.findIndex((r) => findColumns(r) !== undefined);
  const columns = head >= 0 ? findColumns(rows[head] as readonly string[]) : undefined;
  const collector = new Collector();
  for (const [i, row] of rows.entries()) {
    if (i === head || row.every((c) => c.trim() === '')) continue;
    if (columns) collector.table(row, columns, i + 1);
    else collector.line(row.join(' ').trim(), i + 1);
  }
  if (collector.faults > MAX_FAULTS)
    return fail('scan.text.many', { found: collector.faults, most: MAX_FAULTS });
  const parsed = collector.parsed();
  return parsed.units.length === 0 ? fail('scan.text.empty') : ok(parsed);
}

function findColumns(row: readonly string[]): Columns | undefined {
  const find = (pattern: RegExp) => row.findIndex((c) => pattern.test(c.trim()));
  const code = find(/^(code|dtc|fault ?code|trouble ?code)$/i);
  if (code < 0 || row.length < 2) return undefined;
  return {
    code,
    unit: find(/^(unit|module|system|ecu|control unit|controller)$/i),
    text: find(/^(text|description|meaning|fault)$/i),
    status: find(/^(status|state)$/i)
  };
}

interface Building {
  readonly name: string;
  readonly faults: Fault[];
  silent: boolean;
}

class Collector {
  readonly #units = new Map<string, Building>();
  readonly #ignored: { row: number; text: string }[] = [];
  #current = 'Unit not named';
  faults = 0;

  table(row: readonly string[], columns: Columns, number: number): void {
    const cell = (i: number) => (i < 0 ? '' : (row[i] ?? '').trim());
    const name = cell(columns.unit) || this.#current;
    const match = CODE.exec(cell(columns.code));
    if (match) this.#add(name, match, { text: cell(columns.text), words: cell(columns.status) });
    else if (this.#saysSilent(row.join(' '))) this.#unit(name).silent = true;
    else this.#ignored.push({ row: number, text: row.join(' ').slice(0, 80) });
  }

  line(text: string, number: number): void {
    const match = CODE.exec(text);
    if (!match) return this.#heading(text, number);
    const at = (match.index ?? 0) + match[0].length;
    const before = text
      .slice(0, match.index)
      .replace(/[:;,\s-]+$/, '')
      .trim();
    const known = before !== '' && kindOf(before) !== 'other';
    const rest = text.slice(at).replace(/^[\s:;,.-]+/, '');
    this.#add(known ? before : this.#current, match, { text: rest, words: text });
  }

  #heading(text: string, number: number): void {
    const name = text.replace(/[:.]+$/, '').trim();
    if (this.#saysSilent(text)) {
      const bare = name.replace(
        /[-:,(]*\s*(silent|no (response|answer|communication)|does not answer).*$/i,
        ''
      );
      this.#unit(bare.trim() || this.#current).silent = true;
    } else if (/:$/.test(text) || kindOf(name) !== 'other') this.#current = name.slice(0, 60);
    else this.#ignored.push({ row: number, text: text.slice(0, 80) });
  }

  #saysSilent(text: string): boolean {
    return /\b(silent|no response|no answer|no communication|does not answer)\b/i.test(text);
  }

  #unit(name: string): Building {
    const key = name.toLowerCase();
    const unit = this.#units.get(key) ?? { name: name.slice(0, 60), faults: [], silent: false };
    this.#units.set(key, unit);
    return unit;
  }

  #add(name: string, match: RegExpExecArray, said: { text: string; words: string }): void {
    const type = match[2];
    const status = WORDS.find(([pattern]) => pattern.test(said.words))?.[1];
    this.faults++;
    this.#unit(name).faults.push({
      code: (match[1] as string).toUpperCase(),
      failureType: type === undefined ? undefined : Number.parseInt(type, 16),
      status,
      ...(said.text === '' ? {} : { text: said.text.slice(0, 120) })
    });
  }

  parsed(): ParsedScan {
    const units = [...this.#units.values()].map((u, i): ScannedUnit => ({
      id: `typed-${i + 1}`,
      name: u.name,
      kind: kindOf(u.name),
      address: 0,
      optional: false,
      state: u.silent ? 'silent' : 'talks',
      identification: {},
      faults: u.faults,
      problem: undefined,
      tookMs: 0
    }));
    return { units, faults: this.faults, ignored: this.#ignored.slice(0, 50) };
  }
}

/** What a unit does, out of its name; `other` when nothing in it says so. */
export function kindOf(name: string): UnitKind {
  return KINDS.find(([pattern]) => pattern.test(name))?.[1] ?? 'other';
}
