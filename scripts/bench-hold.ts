// Rows of the bench for inputs that were made to hold the server: how long one of them keeps everybody else waiting.
import { readFileSync } from 'node:fs';
import { checkPartsAnswer } from '../core/src/match/parts-answer.ts';
import { chainFor } from '../core/src/match/chain.ts';
import { usableHardware } from '../core/src/match/judge-donor.ts';
import { parseProfile } from '../core/src/profile/parse-profile.ts';
import type { ProfileDocument } from '../core/src/profile/schema.ts';
import { validatePartsAnswer } from '../core/src/generated/validators.js';
import { parseTypedScan } from '../app/src/lib/typed-scan.ts';
import { report } from './bench-support.ts';

/** Longest time that one request may hold the event loop. Units: ms. */
const MOST_HOLD_MS = 50;
const MOST_CHAIN_MS = 100;

const lines = (count: number, line: (i: number) => string) =>
  Array.from({ length: count }, (_, i) => line(i)).join('\n');

const steps = Array.from({ length: 500 }, (_, i) => ({
  from: `0${i + 1_000_000}`,
  to: `0${i + 1_000_001}`,
  way: 'both'
}));
const answer = JSON.stringify({
  query: '01000000',
  parts: Array.from({ length: 30 }, () => ({
    hardwareNumber: '01000000',
    family: 'HV-EC4',
    make: 'x',
    compatible: [],
    supersessions: steps
  }))
});

function readAnswer(text: string): boolean {
  const body: unknown = JSON.parse(text);
  return validatePartsAnswer(body) && checkPartsAnswer(body, body.query).ok;
}

const WORST: readonly (readonly [string, () => unknown])[] = [
  ['80 000 dots in one line', () => parseTypedScan('.'.repeat(80_000))],
  ['64 000 blanks', () => parseTypedScan(`${' '.repeat(64_000)}x`)],
  [
    '4 500 lines of words',
    () => parseTypedScan(lines(4_500, (i) => `no communication with (x) ${i}`))
  ],
  ['2 000 faults', () => parseTypedScan(lines(1_990, (i) => `P0201-13 is, odd; (present) - ${i}`))],
  ['lines full of codes', () => parseTypedScan(lines(6, () => 'P0201 '.repeat(330)))],
  ['a table of quotes', () => parseTypedScan(`unit,code\n${lines(120, () => '"'.repeat(1_998))}`)],
  ['a table of commas', () => parseTypedScan(`unit,code\n${lines(120, () => ','.repeat(1_998))}`)],
  ['a scan file of nothing', () => parseTypedScan(`{"units":[${'{},'.repeat(9_900)}{}]}`)],
  ['a scan file of figures', () => parseTypedScan(`{"a":[${'1,'.repeat(449_000)}1]}`)],
  ['a parts answer of 0.9 MB', () => readAnswer(answer)],
  ['a parts answer of wrong parts', () => readAnswer(answer.replaceAll('both', 'sideways'))]
];

/** Best of a few: what the input costs, not what the machine did meanwhile. */
function timeOf(work: () => unknown): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < 5; i++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

export function holdLoop(): void {
  const times = WORST.map(([name, work]) => [timeOf(work), name] as const);
  const [ms, name] = times.toSorted((a, b) => b[0] - a[0])[0] as readonly [number, string];
  report('the worst input holds the loop / 50 ms', ms / MOST_HOLD_MS, {
    aim: '<= 1  ',
    ok: ms <= MOST_HOLD_MS,
    detail: `${ms.toFixed(1)} ms: ${name}`
  });
}

/** A chain of 20 000 steps asked for 10 000 candidates. */
export function walkChains(): void {
  const file = new URL('../profiles/md-cm5.json', import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(file, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  const number = (i: number) => `09${String(10_000_000 + i)}`;
  const original = { 'hardware-number': number(10_000) };
  const ms = timeOf(() => {
    const told = Array.from({ length: 20_000 }, (_, i) => ({
      field: 'hardware-number',
      from: number(i),
      to: number(i + 1),
      way: i % 3 === 0 ? ('forward' as const) : ('both' as const)
    }));
    usableHardware(parsed.value, original, told);
    const chain = chainFor(parsed.value, told);
    for (let i = 0; i < 10_000; i++)
      chain.standingOf('hardware-number', original['hardware-number'], number(i * 2));
  });
  report('20 000 supersessions, 10 000 candidates / 100 ms', ms / MOST_CHAIN_MS, {
    aim: '<= 1  ',
    ok: ms <= MOST_CHAIN_MS,
    detail: `${ms.toFixed(1)} ms`
  });
}
