import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatFault } from '../faults/fault.ts';
import { classifyStanding } from '../faults/status.ts';
import { MAX_ROWS, parseScanRows, type ParsedScan } from './parse-scan-rows.ts';
import { parseScanFile } from './scan-file.ts';

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
    expect(parsed.ignored).toEqual([{ row: 8, text: 'printed on some day', codes: [] }]);
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

describe('what other tools write', () => {
  it.each([
    // line, what is kept: code, type, status byte
    ['P0201, P0202 and P0203: present', 'P0201 2f, P0202 2f, P0203 2f'],
    ['P0201-13 present P0202-11 stored', 'P0201-13 2f, P0202-11 2c'],
    ['P0201 (not active)', 'P0201 2c'],
    ['P0201 - no longer present', 'P0201 2c'],
    ['P0201 inactive', 'P0201 2c'],
    ['P0201; not confirmed', 'P0201 24'],
    ['P0201, confirmed, present', 'P0201 2f'],
    ['P0201: was active', 'P0201 28'],
    ['P0201 status 2F', 'P0201 2f'],
    ['P0201 status: 0x08', 'P0201 08'],
    // words and figures that are neither status nor failure type
    ['P0201 12 times', 'P0201 -'],
    ['P0201 10 km ago', 'P0201 -'],
    ['P0201 12.5 V', 'P0201 -'],
    ['P0201 be careful', 'P0201 -'],
    ['P0201 injector current too high', 'P0201 -'],
    ['P0201 injector current', 'P0201 -'],
    ['P0335 crank sensor signal not present', 'P0335 -'],
    ['P0201 active steering', 'P0201 -'],
    ['P0201 13', 'P0201-13 -'],
    ['P020113', 'P0201-13 -'],
    ['p0201/p0202', 'P0201 -, P0202 -'],
    ['1. P0201 stored', 'P0201 2c'],
    ['Present: P0201 P0202', 'P0201 2f, P0202 2f']
  ])('%s', (line, kept) => {
    const parsed = parse(line);
    expect(
      parsed.units
        .flatMap((u) => u.faults)
        .map((f) => `${formatFault(f)} ${f.status?.toString(16).padStart(2, '0') ?? '-'}`)
        .join(', ')
    ).toBe(kept);
  });
  it('a line of status is the status of the lines below, until the next unit', () => {
    expect(words(parse('Engine:\nStored faults:\nP0201\nP0202\nBody:\nB1000'))).toEqual([
      'engine talks: P0201 stored, P0202 stored',
      'body talks: B1000 stored'
    ]);
    expect(parse('Engine:\nStored faults:\nP0201\nBody:\nB1000').units[1]?.faults[0]?.status).toBe(
      undefined
    );
  });
  it('"no communication with" names the partner, not the unit of the section', () => {
    const parsed = parse(
      'Engine control:\nP0201 present\nGearbox\nU0100\nno communication with the gearbox'
    );
    expect(words(parsed)).toEqual([
      'engine talks: P0201 present',
      'transmission badly: U0100 stored'
    ]);
    expect(
      parse('Engine:\nP0201\nNo response from the door unit, tried twice').units[1]
    ).toMatchObject({
      name: 'door unit',
      state: 'silent',
      faultMemory: 'unread'
    });
  });
  it('"no faults" is a memory that was read; a unit that is only named is not known', () => {
    const parsed = parse(
      'Engine: no faults\nBody:\nno fault codes stored\nBrakes: 0 faults\nClimate: U0100'
    );
    expect(
      parsed.units.map((u) => `${u.kind} ${u.state} ${u.faultMemory} ${u.faults.length}`)
    ).toEqual([
      'engine talks read 0',
      'body talks read 0',
      'brakes talks read 0',
      'climate talks read 1'
    ]);
  });
  it.each([
    ['no faults', 'read'],
    ['No fault codes found.', 'read'],
    ['0 DTCs stored', 'read'],
    ['no faults in memory', 'read'],
    ['no codes were found', 'read'],
    // a memory that could not be read is none that is empty
    ['no faults could be read', 'unread'],
    ['no codes read: timeout', 'unread'],
    ['no error reading possible', 'unread'],
    ['no faults cleared', 'unread'],
    ['no fault code memory available for this unit', 'unread']
  ])('behind a unit, %j means that its memory is %s', (words, memory) => {
    const parsed = parseScanRows([['Body: U0100'], ['Engine:'], [words]]);
    if (!parsed.ok) throw new Error(parsed.problem.code);
    const engine = parsed.value.units.find((u) => u.kind === 'engine');
    expect(engine?.faultMemory ?? 'unread').toBe(memory);
    if (memory === 'unread') expect(parsed.value.ignored).toHaveLength(1);
  });
  it('cells that were merged downwards name the unit of the rows below; heads may repeat', () => {
    const parsed = parse(
      [
        'Unit;Code;Status',
        'Engine;P0201;present',
        ';P0202;stored',
        'Body unit;;',
        'Code;Status',
        'B1000-13;active'
      ].join('\n')
    );
    expect(words(parsed)).toEqual([
      'engine talks: P0201 present, P0202 stored',
      'body talks: B1000-13 present'
    ]);
  });
  it('several codes in one cell share its status, or each has its own; codes elsewhere in the row are told', () => {
    const parsed = parse('Unit;Code;Text;Status\nEngine;P0201 P0202;see P0300;present, stored');
    expect(words(parsed)).toEqual(['engine talks: P0201 present, P0202 stored']);
    expect(parsed.ignored).toEqual([
      { row: 2, text: 'Engine P0201 P0202 see P0300 present, stored', codes: ['P0300'] }
    ]);
  });
  it('a line of more than 2 000 characters is refused with its number', () => {
    expect(parseScanRows([['P0201'], [`P0202 ${'.'.repeat(2_000)}`]])).toMatchObject({
      problem: { code: 'scan.text.wide', params: { row: 2 } }
    });
  });
  it('what a plain search finds is what is kept and what is told, whatever is pasted', () => {
    const code = fc
      .tuple(
        fc.constantFrom('P', 'C', 'B', 'U', 'p', 'u'),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 0xfff })
      )
      .map(([l, d, n]) => `${l}${d}${n.toString(16).padStart(3, '0').toUpperCase()}`);
    const word = fc.oneof(
      code,
      code.map((c) => `${c}-13`),
      fc.constantFrom(
        'Engine:',
        'Body',
        'no faults',
        'no communication with',
        'not active',
        'status 2F'
      ),
      fc.constantFrom(
        'present',
        '(stored)',
        'Code',
        'Status',
        'Unit',
        'and',
        '12 times',
        '-',
        '',
        'P02',
        'XP0201'
      ),
      fc.string({ maxLength: 6 })
    );
    const table = fc.array(fc.array(word, { maxLength: 5 }), { minLength: 1, maxLength: 12 });
    const plain = /(?<![0-9A-Z])[PCBU][0-3][0-9A-F]{3}(?=(?:[-:/]?[0-9A-F]{2})?(?![0-9A-Z]))/gi;
    fc.assert(
      fc.property(table, (cells) => {
        const parsed = parseScanRows(cells);
        const found = cells.flatMap((row) =>
          [...row.join('\t').matchAll(plain)].map((m) => m[0].toUpperCase())
        );
        if (!parsed.ok) {
          expect(found).toEqual([]);
          return;
        }
        const kept = parsed.value.units.flatMap((u) => u.faults.map((f) => f.code));
        const told = parsed.value.ignored.flatMap((i) => i.codes);
        expect([...kept, ...told].sort()).toEqual(found.sort());
      }),
      { numRuns: 3000 }
    );
  });
});
