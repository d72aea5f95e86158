import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatFault } from '../faults/fault.ts';
import { classifyStanding } from '../faults/status.ts';
import { MAX_ROWS, parseScanRows, type ParsedScan } from './parse-scan-rows.ts';
import { formatScanFile, parseScanFile } from './scan-file.ts';

const rows = (text: string, cut = /\t|;/) => text.split('\n').map((l) => l.split(cut));
const parse = (text: string): ParsedScan => {
  const parsed = parseScanRows(rows(text));
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const words = (p: ParsedScan) =>
  p.units.map(
    (u) =>
      `${u.kind} ${u.state}: ${u.faults.map((f) => `${formatFault(f)} ${classifyStanding(f)}`).join(', ')}`
  );

describe('scans of other tools', () => {
  it('free lines: a heading names the unit, silent ones are kept', () => {
    const parsed = parse(
      [
        'Engine control:',
        'P0201-13 injector 1, present',
        'P0300 misfire stored',
        'Transmission: no response',
        'Body unit',
        'B1000 13 internal (old)',
        '',
        'printed on some day'
      ].join('\n')
    );
    expect(words(parsed)).toEqual([
      'engine talks: P0201-13 present, P0300 stored',
      'transmission silent: ',
      'body talks: B1000-13 old'
    ]);
    expect(parsed.ignored).toEqual([{ row: 8, text: 'printed on some day' }]);
    expect(parsed.faults).toBe(3);
  });
  it('a table in any order of columns and wording', () => {
    const parsed = parse(
      [
        'Status;Module;Description;DTC',
        'Active;ABS;left wheel;C0035-31',
        'pending;ABS;bus;U0100',
        ';SRS;no communication;',
        'Active;;nothing;--'
      ].join('\n')
    );
    expect(words(parsed)).toEqual([
      'brakes talks: C0035-31 present, U0100 pending',
      'airbag silent: '
    ]);
    expect(parsed.units[0]?.faults[0]?.text).toBe('left wheel');
    expect(parsed.ignored.map((i) => i.row)).toEqual([5]);
  });
  it('words that only look like codes are none', () => {
    expect(parseScanRows(rows('Engine:\nBOX P0201X and XP0201 and P02'))).toMatchObject({
      problem: { code: 'scan.text.empty' }
    });
  });
  it('too long, too many, empty', () => {
    const many = Array.from({ length: MAX_ROWS + 1 }, () => ['P0201']);
    expect(parseScanRows(many)).toMatchObject({ problem: { code: 'scan.text.long' } });
    expect(parseScanRows(many.slice(0, 5000))).toMatchObject({
      problem: { code: 'scan.text.many' }
    });
    expect(parseScanRows([])).toMatchObject({ problem: { code: 'scan.text.empty' } });
  });
  it('never throws, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string(), { maxLength: 4 }), { maxLength: 20 }), (table) => {
        parseScanRows(table);
      })
    );
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => void parseScanFile(text)));
  });
});

describe('files of this application', () => {
  const parsed = parse('Engine:\nP0201-13 present\nGateway: silent');
  const head = { name: 'n', vin: null, batteryMv: 12_600, endedAt: '2026-11-25T08:00:00Z' };
  it('come back as they were', () => {
    const back = parseScanFile(formatScanFile(head, parsed.units));
    if (!back.ok) throw new Error(back.problem.code);
    expect(words(back.value)).toEqual(words(parsed));
  });
  it('are refused when they are something else', () => {
    const refused = (text: string) => {
      const p = parseScanFile(text);
      return p.ok ? 'ok' : p.problem.code;
    };
    expect(refused('{')).toBe('scan.file.malformed');
    expect(refused('null')).toBe('scan.file.malformed');
    expect(refused('{"format":"upright-badger-scan/1","units":[]}')).toBe('scan.text.empty');
    expect(refused('{"format":"other","units":[]}')).toBe('scan.file.malformed');
    const one = '{"name":"E","state":"talks","faults":[{"code":"P02"}]}';
    expect(refused(`{"format":"upright-badger-scan/1","units":[${one}]}`)).toBe(
      'scan.file.malformed'
    );
    const many = Array.from({ length: 201 }, () => '{"name":"E","state":"talks","faults":[]}');
    expect(refused(`{"format":"upright-badger-scan/1","units":[${many.join(',')}]}`)).toBe(
      'scan.text.many'
    );
  });
});
