import { describe, expect, it } from 'vitest';
import { formatCsv } from './csv.ts';
import { viewBenchLine } from './features/bench-line/bench-line.view.ts';
import { formatPromise } from './features/job/promise.view.ts';
import { viewToday } from './features/job/today.view.ts';
import type { JobLine } from './job-line-types.ts';
import type { LiveStation } from './live-types.ts';

const now = new Date(2026, 10, 25, 14, 30);
const station: LiveStation = {
  id: 'window',
  name: 'Window',
  ratedMa: 10_000,
  link: 'cable',
  programmer: false,
  senses: false,
  exercise: undefined,
  vehicle: undefined,
  supply: { on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_420, measuredMa: 380 },
  band: { minMa: 250, maxMa: 800 },
  current: undefined,
  trip: undefined,
  connected: undefined,
  simulated: undefined,
  operation: undefined
};
const operation: NonNullable<LiveStation['operation']> = {
  id: 'x',
  kind: 'write',
  jobNumber: 2027,
  role: 'donor',
  tag: '0391',
  family: 'QN-TC2',
  state: 'running',
  secretsOnly: false,
  regions: [
    { regionId: 'e', name: 'EEPROM', lengthBytes: 8192, phase: 'equal', doneBytes: 8192 },
    { regionId: 'p', name: 'Program', lengthBytes: 1_048_576, phase: 'writing', doneBytes: 462_848 }
  ],
  doneBytes: 479_232,
  totalBytes: 2_113_536,
  bytesPerSecond: 700,
  leftSeconds: 660,
  pace: 'stalled',
  silentSeconds: 12,
  unstored: undefined,
  offersImage: false,
  sample: undefined
};
const plain = (text: string | undefined) => text?.replaceAll('\u00a0', ' ');

describe('the bench line', () => {
  it('shows volts and amps, the limit as a tick, and nothing else when nothing runs', () => {
    const view = viewBenchLine(station, now);
    expect(view).toMatchObject({
      volts: '13.42',
      amps: '0.38',
      limit: '5.00',
      handsOff: false,
      operation: undefined
    });
    expect(view.gauge.limit).toBeLessThan(100);
    expect(view.gauge.from).toBeLessThan(view.gauge.now);
  });
  it('says hands off while memory is written, what is written, how long still, and a stall', () => {
    const view = viewBenchLine({ ...station, operation }, now);
    expect(view.handsOff).toBe(true);
    expect(view.operation).toMatchObject({
      title: 'Writing program',
      left: '11 min left',
      done: 'done 14:41'
    });
    expect(plain(view.operation?.detail)).toBe(
      '462 848 of 1 048 576 bytes · 700 B/s, stands still for 12 s'
    );
    // while blocks are erased no byte is due
    const erasing = viewBenchLine(
      { ...station, operation: { ...operation, pace: 'erasing' } },
      now
    );
    expect(plain(erasing.operation?.detail)).toBe('no byte moves meanwhile, 12 s');
  });
  it('shows dashes when the supply does not answer', () => {
    expect(viewBenchLine({ ...station, supply: undefined }, now)).toMatchObject({
      volts: '–',
      supplyOn: false
    });
  });
});

describe('promises', () => {
  it('in the words of the shop', () => {
    expect(formatPromise(new Date(2026, 10, 25, 17, 0), now)).toEqual({
      text: 'today 17:00',
      late: false
    });
    expect(formatPromise(new Date(2026, 10, 25, 14, 0), now)).toEqual({
      text: 'today 14:00, late',
      late: true
    });
    expect(formatPromise(new Date(2026, 10, 26, 10, 0), now).text).toBe('tomorrow 10:00');
    expect(formatPromise(new Date(2026, 10, 27, 10, 0), now).text).toBe('Fri 27 Nov');
    expect(formatPromise(null, now).text).toBe('');
  });
});

describe('Today', () => {
  const job = (number: number, promisedAt: Date | null): JobLine => ({
    number,
    customer: 'c',
    vehicle: 'v',
    vinEnd: '1084417',
    family: 'HV-EC4',
    promisedAt,
    closedAt: null,
    verdicts: [],
    nextStage: 'read',
    next: { verdict: 'look', code: 'gate.job.open', params: {} },
    waitsFor: 'bench',
    lastScan: undefined
  });
  it('puts a write before a read, says what is late, and what comes next is not what runs', () => {
    const busy = [
      { ...station, operation: { ...operation, kind: 'read' as const } },
      { ...station, id: 'corner', name: 'Corner', operation: { ...operation, id: 'y' } }
    ];
    const scans = [
      {
        jobNumber: 3,
        kind: 'pre',
        units: [
          { id: 'a', name: 'A', state: 'talks' as const, faults: 1, unread: false },
          { id: 'b', name: 'B', state: 'asking' as const, faults: 0, unread: false }
        ]
      }
    ];
    const jobs = [
      job(operation.jobNumber, new Date(2026, 10, 25, 8, 0)),
      { ...job(5, new Date(2026, 10, 25, 9, 0)), waitsFor: 'part' as const },
      job(4, null)
    ];
    const view = viewToday(jobs, { stations: busy, scans }, now);
    expect(view.running.map((t) => [t.place, t.handsOff])).toEqual([
      ['Corner', true],
      ['Window', false],
      ['Vehicle', false]
    ]);
    expect(view.running[2]).toMatchObject({ share: 0.5, left: '1 of 2 units' });
    // the earliest promise runs already, the next one waits for a part: ours is the one after
    expect(view.first?.number).toBe(4);
    expect(view.summary).toBe('3 open jobs, no unit connected, 2 jobs late');
    expect(view.groups.map((g) => [g.waitsFor, g.jobs.length])).toEqual([
      ['bench', 2],
      ['part', 1]
    ]);
  });
  it('is quiet with nothing to do', () => {
    expect(viewToday([], { stations: [], scans: [] }, now)).toEqual({
      summary: '0 open jobs, no unit connected',
      running: [],
      first: undefined,
      late: false,
      groups: []
    });
  });
});

it('CSV doubles quotes, ends lines with CRLF and defuses formulas (RFC 4180)', () => {
  expect(
    formatCsv([
      ['a', 'b,c'],
      ['=1+1', 'say "x"']
    ])
  ).toBe('a,"b,c"\r\n"\'=1+1","say ""x"""\r\n');
});
