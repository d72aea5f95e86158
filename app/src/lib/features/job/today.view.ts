import type { JobLine } from '$lib/job-line-types.ts';
import type { LiveStation } from '$lib/live-types.ts';

export interface TodayView {
  readonly summary: string;
  /** Station with an operation, a write before a read. */
  readonly running: LiveStation | undefined;
  /** Job that wants attention first: the earliest promise. */
  readonly first: JobLine | undefined;
  readonly late: boolean;
}

/** What is running, what waits, what comes first. */
export function viewToday(
  jobs: readonly JobLine[],
  stations: readonly LiveStation[],
  now: Date
): TodayView {
  const busy = stations.filter((s) => s.operation);
  const running = busy.find((s) => s.operation?.kind === 'write') ?? busy[0];
  const first = jobs.find((j) => !j.closedAt);
  const lateJobs = jobs.filter((j) => j.promisedAt && j.promisedAt.getTime() < now.getTime());
  const connected = stations.filter((s) => s.connected).length;
  const words = (n: number, one: string, many: string) => (n === 1 ? one : `${n} ${many}`);
  const parts = [
    words(jobs.length, '1 open job', 'open jobs'),
    connected > 0 ? words(connected, '1 unit connected', 'units connected') : 'no unit connected',
    ...(lateJobs.length > 0 ? [words(lateJobs.length, '1 job late', 'jobs late')] : [])
  ];
  return {
    summary: parts.join(', '),
    running,
    first,
    late: first?.promisedAt ? first.promisedAt.getTime() < now.getTime() : false
  };
}
