import { describe, expect, it } from 'vitest';
import type { Fault } from '../faults/fault.ts';
import { classifyBenchFaults } from './bench-faults.ts';
import { compareScans } from './compare-scans.ts';
import { readScan } from './read-scan.ts';
import { countScan, type Scan, type ScannedUnit, type UnitKind } from './scan.ts';
import { suspectKindOf } from './suspect.ts';

const NOW = 0x2f;
const OLD = 0x28;
/** `P0201-13` or `P0201-13 old`. */
const fault = (text: string): Fault => {
  const [label = '', word] = text.split(' ');
  const [code = '', type] = label.split('-');
  return {
    code,
    failureType: type === undefined ? undefined : Number.parseInt(type, 16),
    status: word === 'old' ? OLD : NOW
  };
};
const unit = (
  kind: UnitKind,
  codes: string[] = [],
  more: Partial<ScannedUnit> = {}
): ScannedUnit => ({
  id: kind,
  name: `${kind} unit`,
  kind,
  address: 0,
  optional: false,
  state: 'talks',
  identification: {},
  faults: codes.map(fault),
  faultMemory: 'read',
  problem: undefined,
  tookMs: 1,
  ...more
});
const scan = (units: ScannedUnit[], batteryMv: number | undefined = 12_600): Scan => ({
  vehicleVin: undefined,
  batteryMv,
  units
});
const groupsOf = (s: Scan, suspect: UnitKind | undefined = 'engine') =>
  readScan(s, suspect).groups.map(
    (g) => `${g.id} ${g.judgement.verdict} ${g.judgement.code} ${g.members.length}`
  );

describe('what a scan says', () => {
  it('a low battery comes before everything else', () => {
    const reading = readScan(
      scan([unit('engine', ['P0562-16', 'P0606-49']), unit('body', ['U3003-16'])], 11_300),
      'engine'
    );
    expect(reading.first.map((g) => g.judgement.code)).toEqual(['scan.supply.low']);
    expect(reading.groups[0]?.members).toHaveLength(2);
  });
  it('one unit with low voltage asks for a look, two for the supply first', () => {
    expect(groupsOf(scan([unit('engine', ['P0562-16'])]))).toContain(
      'supply look scan.supply.one 1'
    );
    expect(groupsOf(scan([unit('engine', ['P0562-16']), unit('body', ['U3003-16'])]))).toContain(
      'supply stop scan.supply.codes 2'
    );
  });
  it('partners that have lost a silent unit are one consequence, not four faults', () => {
    const lost = ['U0100-87'];
    const groups = groupsOf(
      scan([
        unit('engine', [], { state: 'silent' }),
        unit('brakes', lost),
        unit('cluster', lost),
        unit('gateway', lost),
        unit('transmission', lost)
      ])
    );
    expect(groups).toEqual(['silent look scan.silent.suspect 0', 'lost go scan.lost.follows 4']);
  });
  it('partners that have lost a unit which talks want a look: it comes and goes', () => {
    expect(groupsOf(scan([unit('engine'), unit('brakes', ['U0100-87'])]))).toEqual([
      'lost look scan.lost.returned 1'
    ]);
  });
  it('two silent units, or a bus that is off, are the network; one that is not fitted is not', () => {
    const silent = { state: 'silent' } as const;
    expect(groupsOf(scan([unit('brakes', [], silent), unit('airbag', [], silent)]))[0]).toBe(
      'network stop scan.network.faulty 0'
    );
    expect(groupsOf(scan([unit('gateway', ['U0073-88'])]))).toEqual([
      'network stop scan.network.faulty 1'
    ]);
    expect(groupsOf(scan([unit('other', [], { state: 'silent', optional: true })]))).toEqual([]);
  });
  it('tells internal codes of the suspect from circuits, from others, and puts old ones last', () => {
    expect(
      groupsOf(
        scan([
          unit('engine', ['P0606-49', 'P0201-13', 'P0300-00', 'P0113-1C old']),
          unit('body', ['B1000-13']),
          unit('immobiliser', ['U0426-64'])
        ])
      )
    ).toEqual([
      'immobiliser look scan.immobiliser.mismatch 1',
      'suspect-internal look scan.suspect.internal 1',
      'suspect-circuit look scan.suspect.circuit 1',
      'suspect-other look scan.suspect.other 1',
      'elsewhere look scan.codes.elsewhere 1',
      'old go scan.codes.old 1'
    ]);
  });
  it('loses no fault and counts none twice, for every suspect', () => {
    const s = scan([
      unit('engine', ['P0606-49', 'P0201-13', 'U0101-87', 'P0562-16', 'P0113-1C old']),
      unit('transmission', ['U0100-87', 'P0753-13'], { state: 'badly' }),
      unit('body', ['B1000', 'U0073-88'])
    ]);
    for (const suspect of ['engine', 'transmission', 'body', undefined] as const) {
      const members = readScan(s, suspect).groups.flatMap((g) => g.members.map((m) => m.fault));
      expect(members).toHaveLength(9);
      expect(new Set(members).size).toBe(9);
    }
    expect(countScan(s.units)).toEqual({ units: 3, silent: 0, unread: 0, faults: 9 });
  });
  it('the suspect is the kind of the family; an unknown kind suspects nothing in particular', () => {
    expect(suspectKindOf('engine')).toBe('engine');
    expect(suspectKindOf('transmission')).toBe('transmission');
    expect(suspectKindOf(undefined)).toBe('other');
  });
});

describe('two scans', () => {
  it('what is gone, what is new, what stays', () => {
    const before = [unit('engine', ['P0201-13', 'P0606-49']), unit('body', ['B1000-13'])];
    const after = [
      unit('engine', ['P0606-49', 'P0300-00']),
      unit('body', [], { state: 'silent' }),
      unit('doors', ['B1001-11'])
    ];
    expect(compareScans(before, after).map((c) => `${c.unitId} ${c.code} ${c.change}`)).toEqual([
      'engine P0201-13 gone',
      'engine P0606-49 stays',
      'engine P0300-00 new',
      // a unit that was not reached proves nothing about its faults
      'body B1000-13 unreached',
      'doors B1001-11 new'
    ]);
    expect(compareScans(before, before).every((c) => c.change === 'stays')).toBe(true);
  });
});

describe('a loose unit', () => {
  const expected = [
    { code: 'P02', failureTypes: [0x13] },
    { code: 'P0113', failureTypes: [] }
  ];
  const sort = (codes: string[]) =>
    classifyBenchFaults(codes.map(fault), expected).map(
      (f) => `${f.label} ${f.class} ${f.because}`
    );

  it('"eleven codes" becomes "ten expected, one internal"', () => {
    const alone = ['P0201-13', 'P0202-13', 'P0203-13', 'P0204-13', 'P0113-1C'].concat(
      ['P0118-13', 'P0193-31', 'P0335-31', 'P0340-31', 'U0101-87'],
      'P0606-49'
    );
    const sorted = sort(alone);
    expect(sorted[0]).toBe('P0606-49 internal internal');
    expect(sorted.filter((s) => s.includes(' expected '))).toHaveLength(10);
  });
  it('a short where an open circuit is expected is not explained', () => {
    expect(sort(['P0201-12'])).toEqual(['P0201-12 unexplained other-type']);
  });
  it('a code of two bytes on the list is expected; one that nobody knows is not', () => {
    expect(sort(['P0204', 'P1234-62'])).toEqual([
      'P1234-62 unexplained unknown',
      'P0204 expected list'
    ]);
  });
});
