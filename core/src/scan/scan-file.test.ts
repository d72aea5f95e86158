import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fault } from '../faults/fault.ts';
import { formatScanFile, parseScanFile } from './scan-file.ts';
import type { ScannedUnit } from './scan.ts';

describe('files of this application', () => {
  const head = {
    name: 'n',
    vin: 'DEMO0000000000001',
    batteryMv: 12_600,
    endedAt: '2026-11-25T08:00:00.000Z'
  };
  const text = fc.string({ maxLength: 40 });
  const byte = fc.option(fc.integer({ min: 0, max: 255 }), { nil: undefined });
  const faultOf = fc
    .record({
      code: fc.constantFrom('P0201', 'C0035', 'B1000', 'U3FFF'),
      failureType: byte,
      status: byte,
      list: fc.constantFrom(undefined, 'stored' as const, 'pending' as const, 'permanent' as const),
      text: fc.option(text, { nil: undefined })
    })
    .map(({ list, text: said, ...f }): Fault => ({
      ...f,
      ...(list === undefined ? {} : { list }),
      ...(said === undefined ? {} : { text: said })
    }));
  const unitOf = fc
    .record({
      id: fc.string({ minLength: 1, maxLength: 10 }),
      name: text,
      kind: fc.constantFrom('engine' as const, 'other' as const, 'doors' as const),
      address: fc.integer({ min: 0, max: 0x1fffffff }),
      optional: fc.boolean(),
      state: fc.constantFrom(
        'talks' as const,
        'badly' as const,
        'silent' as const,
        'absent' as const,
        'unasked' as const
      ),
      identification: fc.dictionary(fc.constantFrom('vin', 'part-number', 'serial'), text),
      faultMemory: fc.constantFrom(undefined, 'read' as const, 'unread' as const),
      problem: fc.constantFrom(undefined, 'uds.answer.timeout'),
      tookMs: fc.integer({ min: 0, max: 100_000 }),
      faults: fc.array(faultOf, { maxLength: 4 })
    })
    .map(({ faultMemory, ...u }): ScannedUnit => ({
      ...u,
      ...(faultMemory === undefined ? {} : { faultMemory })
    }));

  const aUnit: ScannedUnit = {
    id: 'typed-1',
    name: 'Engine',
    kind: 'engine',
    address: 0,
    optional: false,
    state: 'talks',
    identification: {},
    faults: [{ code: 'P0201', failureType: 0x13, status: 0x2f }],
    faultMemory: 'read',
    problem: undefined,
    tookMs: 0
  };

  it('come back as they were, in every field', () => {
    fc.assert(
      fc.property(fc.array(unitOf, { minLength: 1, maxLength: 6 }), (units) => {
        const back = parseScanFile(formatScanFile(head, units));
        if (!back.ok) throw new Error(JSON.stringify(back.problem));
        expect(back.value.units).toEqual(units);
        expect(back.value.head).toEqual(head);
        expect(back.value.faults).toBe(units.reduce((n, u) => n + u.faults.length, 0));
      })
    );
  });
  it('are refused with path and reason when anything in them is otherwise', () => {
    const units = [aUnit];
    const good = JSON.parse(formatScanFile(head, units)) as object;
    /** The file with one value changed, `undefined` takes it out: how it is refused. */
    const refused = (path: string, value: unknown) => {
      const doc = structuredClone(good);
      const steps = path.split('/').slice(1);
      let at = doc as Record<string, unknown>;
      for (const step of steps.slice(0, -1)) at = at[step] as Record<string, unknown>;
      at[steps.at(-1) as string] = value;
      const p = parseScanFile(JSON.stringify(doc));
      if (p.ok) return 'ok';
      expect(String(p.problem.params['reason'] ?? 'none')).not.toBe('');
      return `${p.problem.code} ${p.problem.params['path']}`;
    };
    expect(refused('/name', 'other')).toBe('ok');
    for (const [path, value] of [
      ['/format', 'other'],
      ['/units', []],
      ['/units', Array(201).fill(units[0])],
      ['/units/0/state', 'well'],
      ['/units/0/faults', 3],
      ['/units/0/faults/0/code', 'P02'],
      ['/units/0/faults/0/status', 256],
      ['/units/0/address', -1],
      ['/units/0/kind', 'spaceship'],
      ['/endedAt', 'yesterday'],
      ['/endedAt', '2026-99-99T00:00:00Z']
    ] as const)
      expect(refused(path, value)).toBe(`scan.file.malformed ${path}`);
    expect(refused('/units/0/name', undefined)).toBe('scan.file.malformed /units/0');
    expect(refused('/more', 1)).toBe('scan.file.malformed /');
    for (const text of ['{', 'null', '[]', '{"format":"upright-badger-scan/1"}'])
      expect(parseScanFile(text).ok).toBe(false);
  });
});
