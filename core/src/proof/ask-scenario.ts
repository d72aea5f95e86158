// A scenario in the short writing of scenarios.ts, asked. Only tests use it.
import type { Fault } from '../faults/fault.ts';
import { readScan } from '../scan/read-scan.ts';
import type { Scan, ScannedUnit, UnitKind } from '../scan/scan.ts';
import { assessCause, type CauseAssessment } from './assess-cause.ts';
import { SCENARIOS } from './scenarios.ts';
import type { TestResult } from './tests.ts';

const KINDS: Record<string, UnitKind> = {
  E: 'engine',
  T: 'transmission',
  B: 'body',
  R: 'brakes',
  C: 'cluster',
  G: 'gateway',
  A: 'airbag',
  I: 'immobiliser'
};
const STATUS: Record<string, number | undefined> = { p: 0x24, s: 0x2c, o: 0x28, '?': undefined };
const LOADED = { load: 'under-load' };
/** Results of tests by the word that stands for them. */
export const TESTS: Record<string, TestResult> = {
  'S+': { test: 'supply', values: { batteryMv: 12_500, atUnitMv: 12_350, ...LOADED } },
  'S-': { test: 'supply', values: { batteryMv: 12_500, atUnitMv: 11_800, ...LOADED } },
  'S?': { test: 'supply', values: { batteryMv: 12_500, atUnitMv: 12_350, load: 'no-load' } },
  'S!': { test: 'supply', values: { batteryMv: 12_000, atUnitMv: 12_900, ...LOADED } },
  Slow: { test: 'supply', values: { batteryMv: 11_500, atUnitMv: 11_400, ...LOADED } },
  Shigh: { test: 'supply', values: { batteryMv: 15_800, atUnitMv: 15_700, ...LOADED } },
  'G+': { test: 'ground', values: { dropMv: 40, ...LOADED } },
  'G-': { test: 'ground', values: { dropMv: 900, ...LOADED } },
  'G?': { test: 'ground', values: { dropMv: 40, load: 'no-load' } },
  'G!': { test: 'ground', values: { dropMv: 30_000, ...LOADED } },
  'N+': { test: 'network', values: { pairOhm: 60.1 } },
  N1: { test: 'network', values: { pairOhm: 120 } },
  N0: { test: 'network', values: { pairOhm: 2 } },
  'W+': { test: 'wiring', values: { throughOhm: 0.4, toGroundKohm: 5_000 } },
  'W-': { test: 'wiring', values: { throughOhm: 900, toGroundKohm: 5_000 } },
  Wshort: { test: 'wiring', values: { throughOhm: 0.4, toGroundKohm: 2 } },
  'A+': { test: 'actuator', values: { outcome: 'works' } },
  'A-': { test: 'actuator', values: { outcome: 'faulty' } },
  'X+': { test: 'swap', values: { outcome: 'fault-gone-no-start' } },
  Xgone: { test: 'swap', values: { outcome: 'fault-gone' } },
  'X-': { test: 'swap', values: { outcome: 'fault-stays' } },
  'C+': { test: 'clear', values: { outcome: 'back-at-once' } },
  Cused: { test: 'clear', values: { outcome: 'back-when-used' } },
  Caway: { test: 'clear', values: { outcome: 'stays-away' } },
  'B+': { test: 'bench', values: { outcome: 'internal' } },
  'B-': { test: 'bench', values: { outcome: 'expected-only' } },
  'Z+': { test: 'exercise', values: { outcome: 'stage-failed', stages: 'Memory' } },
  Zs: { test: 'exercise', values: { outcome: 'stage-suspect', stages: 'Valve A driver' } },
  Zp: { test: 'exercise', values: { outcome: 'part-sound', sound: 3, of: 9 } },
  'Z-': { test: 'exercise', values: { outcome: 'all-sound', sound: 9, of: 9 } }
};

function toUnit(text: string): ScannedUnit {
  const [letter = '', said = ''] = text.split(':');
  const kind = KINDS[letter] ?? 'other';
  const words = said.split(',').filter((w) => w !== '');
  const state = (['silent', 'badly', 'unasked'] as const).find((w) => words.includes(w)) ?? 'talks';
  return {
    id: kind,
    name: kind,
    kind,
    address: 0,
    optional: false,
    state,
    identification: {},
    faults: words.filter((w) => /^[PCBU][0-9]/.test(w)).map(toFault),
    faultMemory:
      words.includes('unread') || state === 'silent' || state === 'unasked' ? 'unread' : 'read',
    problem: undefined,
    tookMs: 0
  };
}
function toFault(word: string): Fault {
  const end = word.at(-1) as string;
  const marked = end in STATUS;
  const [code = '', type] = (marked ? word.slice(0, -1) : word).split('-');
  return {
    code,
    failureType: type === undefined ? undefined : Number.parseInt(type, 16),
    status: marked ? STATUS[end] : 0x2f
  };
}
const toScan = (text: string, volts: string): Scan => ({
  vehicleVin: undefined,
  batteryMv: volts === '-' ? undefined : Math.round(Number(volts) * 1000),
  units: text.split(';').map(toUnit)
});
const toTests = (text: string): TestResult[] =>
  text
    .split(' ')
    .filter((t) => t !== '')
    .map((t) => {
      const result = TESTS[t];
      if (!result) throw new Error(`no such test: ${t}`);
      return result;
    });
/** Asks with a scan, the battery in volts and the tests that were made, as a row of the scenarios writes them. */
export function ask(scan: string, volts: string, tests: string): CauseAssessment {
  const none = scan === '-' || scan === 'loose';
  return assessCause({
    reading: none ? undefined : readScan(toScan(scan, volts), 'engine'),
    suspect: 'engine',
    results: toTests(tests),
    loose: scan === 'loose'
  });
}

/** Every scenario: its cells. */
export const rows = SCENARIOS.split('\n')
  .filter((l) => l.includes('|'))
  .map((l) => l.split('|').map((c) => c.trim()));
