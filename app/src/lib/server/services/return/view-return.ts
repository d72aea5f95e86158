import { parseHex } from '@badger/core/base/bytes';
import { compareCoding } from '@badger/core/return/compare-coding';
import {
  judgeReturnSteps,
  readReturn,
  signedFor,
  type StepView
} from '@badger/core/return/read-return';
import { planReturn, type ReturnFacts, type ReturnStep } from '@badger/core/return/return-plan';
import { onlyReads, onlyTells } from '@badger/core/return/step-acts';
import { functionsOf } from '@badger/core/return/functions';
import { listLeft, type LeftFault } from '@badger/core/return/left-faults';
import { findLayout } from '@badger/core/scan/layout';
import type { ScannedUnit } from '@badger/core/scan/scan';
import { suspectKindOf } from '@badger/core/scan/suspect';
import type { CodingData, ReturnData, StepData, StepNoteData } from '../../../return-types.ts';
import type { OperationFact } from '@badger/core/job/work-state';
import type { JobState } from '@badger/core/job/job-state';
import type { Deps } from '../../deps.ts';
import type { ReturnNoteRow } from '../../repositories/returns.ts';
import type { PointFacts } from './point-evidence.ts';

/** As much of a job as its way back rests on. */
export interface ReturnOf extends Pick<JobState, 'shape' | 'access' | 'profile' | 'standingWrite'> {
  readonly job: {
    readonly complaint: string;
    readonly vin: string;
    readonly showsMinutes: number | null;
  };
  readonly records: {
    readonly arrival: { readonly how: string } | undefined;
    readonly returnNotes: readonly ReturnNoteRow[];
    readonly operations: readonly OperationFact[];
    readonly vehicleScan:
      { readonly startedAt: Date; readonly units: readonly ScannedUnit[] } | undefined;
  };
  readonly ending: Pick<JobState['ending'], 'scannedAfter'>;
}

/** The step that is done when whoever fitted the unit elsewhere has told how it went. */
export const SENDER_STEP = 'sender-told';

/** The steps of the way back of a job. */
export const planOf = (view: ReturnOf): ReturnStep[] => planReturn(factsOfPlan(view));

/** What the way back is planned from. */
export function factsOfPlan(view: ReturnOf): ReturnFacts {
  const { shape, access, profile, job, records } = view;
  const kind = access?.spec?.kind;
  return {
    shape,
    // a new unit is plugged in too, though nothing of it was opened
    opened: kind === 'obd' ? (shape.reason === 'new-module' ? 'bench' : undefined) : kind,
    byPost: (records.arrival?.how ?? 'vehicle') !== 'vehicle',
    afterFit: profile?.afterFit ?? [],
    complaint: shape.vehicleKnown ? job.complaint : '',
    sleep: profile?.sleep !== undefined
  };
}

/** How every step stands. */
export function viewSteps(deps: Deps, view: ReturnOf): StepView<ReturnNoteRow>[] {
  const running = new Set([...deps.bench.acts.values()].flatMap((a) => a.actId ?? []));
  return readReturn(planOf(view), view.records.returnNotes, {
    running,
    changedAt: view.standingWrite?.endedAt ?? view.standingWrite?.mayHaveChangedAt ?? undefined,
    scannedAfter: isScannedAfter(view),
    left: leftAfter(view, [])?.map((f) => f.key)
  });
}

/** What a step that is told point by point is told by. */
export function pointFactsOf(view: ReturnOf): PointFacts {
  const left = leftAfter(view, []) ?? [];
  return {
    ...{ familyKind: view.profile?.kind, left: left.map((f) => f.key) },
    ...{ takesMinutes: view.job.showsMinutes ?? undefined, sleep: view.profile?.sleep }
  };
}

/** What the scan after the work left to be explained; undefined where there is no such scan. */
function leftAfter(view: ReturnOf, before: readonly ScannedUnit[]): LeftFault[] | undefined {
  const scan = isScannedAfter(view) ? view.records.vehicleScan : undefined;
  return scan && listLeft(scan.units, before, suspectKindOf(view.profile?.kind));
}

/** A whole scan after the work was begun after everything that was written or taught. */
function isScannedAfter({ ending, records }: ReturnOf): boolean {
  const { vehicleScan, operations, returnNotes } = records;
  if (!ending.scannedAfter || !vehicleScan) return false;
  const changes = [
    ...operations.filter((o) => o.kind === 'write').map((o) => o.endedAt),
    ...returnNotes.filter((n) => n.actId !== null && !onlyReads(n.evidence.act)).map((n) => n.at)
  ];
  // one that has not ended may change something still
  return changes.every((at) => at !== null && at <= vehicleScan.startedAt);
}

/** Everything that the way back shows. `before`: what the scan before the work found. */
export function describeReturn(
  deps: Deps,
  view: ReturnOf,
  before: readonly ScannedUnit[] = []
): ReturnData {
  const views = viewSteps(deps, view);
  const { returnNotes } = view.records;
  const faults = views.find((v) => v.step.does === 'faults');
  const signed = signedFor(faults?.counting ?? []);
  const functions = views.find((v) => v.step.does === 'functions');
  return {
    steps: views.map(describeStep),
    judgement: judgeReturnSteps(views),
    codings: describeCodings(deps, view),
    keysRegistered: returnNotes.filter(
      (n) => n.evidence.act === 'register-key' && n.state === 'done'
    ).length,
    sleep: view.profile?.sleep,
    functions: functionsOf(view.profile?.kind),
    functionResults: functions?.counting.at(-1)?.evidence.functions ?? {},
    signings: (faults?.counting ?? []).flatMap(({ evidence, at, note }) => {
      const { exceptions, signedBy = '', signature = [] } = evidence;
      return exceptions ? [{ exceptions, signedBy, signature, note, at }] : [];
    }),
    left: leftAfter(view, before)?.map((f) => ({
      ...f,
      signed: signed.has(f.key)
    }))
  };
}

export function describeStep({ step, state, last }: StepView<ReturnNoteRow>): StepData {
  const { id, phase, shared, does, fit } = step;
  const [fromC, toC] = fit?.temperatureC ?? [];
  return {
    ...{ id, phase, shared, does, state },
    fit: fit && { name: fit.name, how: fit.how, when: fit.when },
    temperatureC: fromC === undefined || toC === undefined ? undefined : [fromC, toC],
    last: last && describeNote(last)
  };
}

const describeNote = ({ state, note, at, personName, evidence }: ReturnNoteRow): StepNoteData => ({
  ...{ state, note, at, personName, evidence }
});

/** Of each unit the coding as it was saved first, beside what was read of it last. */
function describeCodings({ layouts }: Deps, { job, records }: ReturnOf): CodingData[] {
  const units = findLayout(layouts, job.vin)?.units ?? [];
  return units.flatMap((unit): CodingData[] => {
    const first = firstSaved(records.returnNotes, unit.id);
    const was = first && codingIn(first, unit.id);
    if (!first || !was || !unit.teaching?.coding) return [];
    const last = records.returnNotes.findLast((n) => codingIn(n, unit.id) !== undefined);
    const now = last === first ? undefined : last && codingIn(last, unit.id);
    return [
      {
        ...{ unit: unit.id, unitName: unit.name, savedAt: first.at, savedBy: first.personName },
        fields: now && compareCoding(unit.teaching.coding.fields, was, now)
      }
    ];
  });
}

const firstSaved = (notes: readonly ReturnNoteRow[], unit: string) =>
  notes.find((n) => n.evidence.act === 'save-coding' && n.evidence.codings?.[unit] !== undefined);

/** The coding of a unit that a note tells: read, or read back after it was written. */
function codingIn({ evidence }: ReturnNoteRow, unit: string): Uint8Array | undefined {
  const { act, codings, seen } = evidence;
  const written = act === 'write-coding' && evidence.unit === unit ? seen?.after : undefined;
  const hex = onlyTells(act) ? codings?.[unit] : written;
  return hex === undefined ? undefined : parseHex(hex);
}

/** The coding of a unit as it was saved first. */
export function savedCoding({ records }: ReturnOf, unit: string): Uint8Array | undefined {
  const first = firstSaved(records.returnNotes, unit);
  return first && codingIn(first, unit);
}
