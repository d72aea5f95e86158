import {
  formatAmps,
  formatCount,
  formatDuration,
  formatRate,
  formatVolts,
  inSentence
} from '@badger/core/base/format';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import type { LiveStation } from '$lib/live-types.ts';

/** What the bench line says about one station, ready to be put on the page. */
export interface BenchLineView {
  readonly volts: string;
  readonly amps: string;
  readonly limit: string;
  readonly supplyOn: boolean;
  /** Percentages of the gauge's length. */
  readonly gauge: {
    readonly now: number;
    readonly limit: number;
    readonly from: number;
    readonly to: number;
  };
  readonly handsOff: boolean;
  readonly operation: OperationLine | undefined;
}

export interface OperationLine {
  readonly title: string;
  readonly left: string;
  readonly done: string;
  readonly percent: number;
  readonly detail: string;
  /** Its end cannot be stored at this moment. */
  readonly unstored: boolean;
}

const VERBS: Record<string, string> = {
  erasing: 'Erasing',
  writing: 'Writing',
  'reading-back': 'Reading back',
  reading: 'Reading',
  waiting: 'Preparing'
};

/** Builds the view. `now` is the wall clock, for "done 14:32". */
export function viewBenchLine(station: LiveStation, now: Date): BenchLineView {
  const { supply, operation } = station;
  const limitMa = supply?.limitMa ?? 0;
  const scale = Math.max(limitMa * 1.04, 500);
  const percent = (ma: number) => Math.min(100, (ma / scale) * 100);
  return {
    volts: supply ? formatVolts(supply.measuredMv) : '–',
    amps: supply ? formatAmps(supply.measuredMa) : '–',
    limit: supply ? formatAmps(limitMa) : '–',
    supplyOn: supply?.on ?? false,
    gauge: {
      now: percent(supply?.measuredMa ?? 0),
      limit: percent(limitMa),
      from: percent(station.band?.minMa ?? 0),
      to: percent(station.band?.maxMa ?? 0)
    },
    handsOff: operation?.kind === 'write',
    operation: operation && viewOperation(operation, now)
  };
}

function viewOperation(op: NonNullable<LiveStation['operation']>, now: Date): OperationLine {
  const current =
    op.regions.find((r) => !['waiting', 'equal', 'read'].includes(r.phase)) ?? op.regions[0];
  const verb =
    op.kind === 'identify'
      ? 'Reading chip id'
      : (VERBS[current?.phase ?? 'waiting'] ?? 'Preparing');
  const unstored = op.unstored && messageOfProblem(op.unstored).title;
  const title = current ? `${verb} ${inSentence(current.name)}` : verb;
  const until =
    op.leftSeconds === undefined ? undefined : new Date(now.getTime() + op.leftSeconds * 1000);
  const pace = op.pace === 'stalled' ? 'stands still' : op.pace;
  const bytes = current
    ? `${formatCount(current.doneBytes)} of ${formatCount(current.lengthBytes)} bytes`
    : '';
  return {
    title,
    left: op.leftSeconds === undefined ? '' : `${formatDuration(op.leftSeconds)} left`,
    done: until ? `done ${until.toTimeString().slice(0, 5)}` : '',
    percent: op.totalBytes > 0 ? (op.doneBytes / op.totalBytes) * 100 : 0,
    unstored: unstored !== undefined,
    detail: unstored ?? (bytes ? `${bytes} · ${formatRate(op.bytesPerSecond)}, ${pace}` : pace)
  };
}
