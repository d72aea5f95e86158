import { formatDuration } from '@badger/core/base/format';
import type { WaitsFor } from '@badger/core/gates/waiting';
import type { JobLine } from '$lib/job-line-types.ts';
import type { LiveBench, LiveScanData, LiveStation } from '$lib/live-types.ts';

/** Something that runs by itself at this moment. */
export interface RunningTile {
  readonly key: string;
  readonly place: string;
  readonly title: string;
  /** 0 to 1. */
  readonly share: number;
  readonly left: string;
  readonly href: string;
  /** A write: nobody touches the station. */
  readonly handsOff: boolean;
}

/** Jobs that wait for the same party. */
export interface WaitingGroup {
  readonly waitsFor: WaitsFor;
  readonly title: string;
  readonly jobs: readonly JobLine[];
}

export interface TodayView {
  readonly summary: string;
  readonly running: readonly RunningTile[];
  /** Job that wants attention first: the earliest promise among those that somebody here can go on with. */
  readonly first: JobLine | undefined;
  readonly late: boolean;
  readonly groups: readonly WaitingGroup[];
}

const GROUPS: readonly { waitsFor: WaitsFor; title: string }[] = [
  { waitsFor: 'bench', title: 'Wait for the bench' },
  { waitsFor: 'desk', title: 'Wait for the desk' },
  { waitsFor: 'part', title: 'Wait for a part' },
  { waitsFor: 'customer', title: 'Wait for the customer' }
];

/** What is running, what waits for whom, what comes next. */
export function viewToday(
  jobs: readonly JobLine[],
  bench: Pick<LiveBench, 'stations' | 'scans'>,
  now: Date
): TodayView {
  const isLate = (j: JobLine) => j.promisedAt !== null && j.promisedAt.getTime() < now.getTime();
  const running = [...bench.stations.flatMap(tileOfStation), ...bench.scans.map(tileOfScan)].sort(
    (a, b) => Number(b.handsOff) - Number(a.handsOff)
  );
  const busy = new Set(running.map((t) => t.href.split('/')[2]));
  const open = jobs.filter((j) => !j.closedAt);
  const ours = open.filter(
    (j) => (j.waitsFor === 'bench' || j.waitsFor === 'desk') && !busy.has(String(j.number))
  );
  const first = ours[0] ?? open.find((j) => !busy.has(String(j.number)));
  const connected = bench.stations.filter((s) => s.connected).length;
  const late = open.filter(isLate).length;
  const words = (n: number, one: string, many: string) => (n === 1 ? one : `${n} ${many}`);
  const parts = [
    words(open.length, '1 open job', 'open jobs'),
    connected > 0 ? words(connected, '1 unit connected', 'units connected') : 'no unit connected',
    ...(late > 0 ? [words(late, '1 job late', 'jobs late')] : [])
  ];
  return {
    summary: parts.join(', '),
    running,
    first,
    late: first !== undefined && isLate(first),
    groups: GROUPS.map((g) => ({
      ...g,
      jobs: open.filter((j) => j.waitsFor === g.waitsFor)
    })).filter((g) => g.jobs.length > 0)
  };
}

const DOING = { read: 'reading the', write: 'writing the', identify: 'asking the' } as const;

function tileOfStation({ name, operation }: LiveStation): RunningTile[] {
  if (!operation) return [];
  const { kind, jobNumber, role, tag, doneBytes, totalBytes, leftSeconds } = operation;
  return [
    {
      key: operation.id,
      place: name,
      title: `job ${jobNumber}, ${DOING[kind]} ${role.toUpperCase()} ${tag}`,
      share: totalBytes > 0 ? doneBytes / totalBytes : 0,
      left: leftSeconds === undefined ? 'just started' : `${formatDuration(leftSeconds)} left`,
      href: `/jobs/${jobNumber}/${kind === 'identify' ? 'wire' : kind}`,
      handsOff: kind === 'write'
    }
  ];
}

function tileOfScan(scan: LiveScanData): RunningTile {
  const done = scan.units.filter((u) => u.state !== 'waiting' && u.state !== 'asking').length;
  return {
    key: `scan-${scan.jobNumber}`,
    place: 'Vehicle',
    title: `job ${scan.jobNumber}, full scan`,
    share: scan.units.length > 0 ? done / scan.units.length : 0,
    left: `${done} of ${scan.units.length} units`,
    href: `/jobs/${scan.jobNumber}/prove`,
    handsOff: false
  };
}
