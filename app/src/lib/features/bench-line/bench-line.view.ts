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
  const { operation } = station;
  return {
    ...viewSupply(station),
    handsOff: operation?.kind === 'write',
    operation: operation && viewOperation(operation, now)
  };
}

function viewSupply({ supply, band }: LiveStation) {
  const limitMa = supply?.limitMa ?? 0;
  const scale = Math.max(limitMa * 1.04, 500);
  const percent = (ma = 0) => Math.min(100, (ma / scale) * 100);
  return {
    volts: supply ? formatVolts(supply.measuredMv) : '–',
    amps: supply ? formatAmps(supply.measuredMa) : '–',
    limit: supply ? formatAmps(limitMa) : '–',
    supplyOn: supply?.on ?? false,
    gauge: {
      now: percent(supply?.measuredMa),
      limit: percent(limitMa),
      from: percent(band?.minMa),
      to: percent(band?.maxMa)
    }
  };
}

/** What is left, and when it is done; nothing where nobody knows. */
function untilEnd(leftSeconds: number | undefined, now: Date) {
  if (leftSeconds === undefined) return { left: '', done: '' };
  const at = new Date(now.getTime() + leftSeconds * 1000);
  return {
    left: `${formatDuration(leftSeconds)} left`,
    done: `done ${at.toTimeString().slice(0, 5)}`
  };
}

/** How it goes: slow work goes on, what stands still says for how long. */
function paceWords({
  pace,
  silentSeconds
}: Pick<NonNullable<LiveStation['operation']>, 'pace' | 'silentSeconds'>): string {
  if (pace === 'stalled') return `stands still for ${formatDuration(silentSeconds)}`;
  return pace === 'erasing' ? `no byte moves meanwhile, ${formatDuration(silentSeconds)}` : pace;
}

function viewOperation(op: NonNullable<LiveStation['operation']>, now: Date): OperationLine {
  const current =
    op.regions.find((r) => !['waiting', 'equal', 'read'].includes(r.phase)) ?? op.regions[0];
  const verb = VERBS[current?.phase ?? 'waiting'] ?? 'Preparing';
  const doing = op.kind === 'identify' ? 'Reading chip id' : verb;
  const unstored = op.unstored && messageOfProblem(op.unstored).title;
  const pace = paceWords(op);
  const bytes = current
    ? `${formatCount(current.doneBytes)} of ${formatCount(current.lengthBytes)} bytes`
    : '';
  return {
    title: current ? `${doing} ${inSentence(current.name)}` : doing,
    ...untilEnd(op.leftSeconds, now),
    percent: op.totalBytes > 0 ? (op.doneBytes / op.totalBytes) * 100 : 0,
    unstored: unstored !== undefined,
    detail:
      unstored ??
      (bytes && op.pace !== 'erasing'
        ? `${bytes} · ${formatRate(op.bytesPerSecond)}, ${pace}`
        : pace)
  };
}
