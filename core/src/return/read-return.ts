import { judge, undone, type Judgement } from '../base/verdict.ts';
import type { ActState, VehicleAct } from './act.ts';
import type { ReturnStep, StepDoes } from './return-plan.ts';
import { isKeyed, onlyTells } from './step-acts.ts';

/**
 * What was kept of a step. `begun`: something at the vehicle was begun, its end comes as a note of its own with the same `actId`. `seen`: a person looked and says so.
 * `noted`: part of it was seen. `waived`: it is left out, with a reason. `again`: it is open once more.
 */
export type NoteState = 'begun' | ActState | 'seen' | 'noted' | 'waived' | 'again';

export interface ReturnNote {
  readonly stepId: string;
  readonly actId: string | null;
  readonly state: NoteState;
  readonly at: Date;
  /** Of a key that was tried: its number from 1, and how many there are. */
  readonly evidence: {
    readonly act?: VehicleAct;
    readonly key?: number;
    readonly keys?: number;
    /** Faults that somebody signed for, by their keys. */
    readonly exceptions?: readonly string[];
  };
}

/**
 * `half`: something that changes was sent, and nobody saw what became of it. `wrong`: looked at, and not right. `waiting`: what stands before it is not done.
 * `excepted`: not as it should be, and somebody signed that it may stay so.
 */
export type StepState =
  'open' | 'waiting' | 'running' | 'done' | 'waived' | 'excepted' | 'refused' | 'wrong' | 'half';

/** A step with how it stands and what was kept of it last. */
export interface StepView<N extends ReturnNote = ReturnNote> {
  readonly step: ReturnStep;
  readonly state: StepState;
  readonly last: N | undefined;
  /** What was kept since the unit got its content and the step was opened last; oldest first. */
  readonly counting: readonly N[];
}

/** What is known beside the notes. */
export interface ReturnSeen {
  /** Acts that run at this moment: begun and not ended is no fault of theirs. */
  readonly running: ReadonlySet<string>;
  /** When the memory of the unit was changed last: what was seen before was seen of another content. */
  readonly changedAt: Date | undefined;
  /** A whole scan of the vehicle was kept after the last change to it. */
  readonly scannedAfter: boolean;
  /** What that scan left to be explained, by key; undefined where there is no such scan. */
  readonly left: readonly string[] | undefined;
}

const OF_NOTE: Readonly<Record<Exclude<NoteState, 'begun'>, StepState>> = {
  ...{ done: 'done', seen: 'done', waived: 'waived', refused: 'refused', wrong: 'wrong' },
  ...{ half: 'half', untouched: 'open', again: 'open', noted: 'open' }
};

/**
 * How every step stands. The last note on it counts; an act that was begun and whose end nobody kept is `half`, whatever was said of the step before. A step waits for
 * those before it of its own phase and of the phases before, unless something was kept of it already. What was seen before the unit got another content is no word
 * on this one. Shape: notes oldest first. Total.
 */
export function readReturn<N extends ReturnNote>(
  plan: readonly ReturnStep[],
  notes: readonly N[],
  { running, changedAt, scannedAfter, left }: ReturnSeen
): StepView<N>[] {
  const views: StepView<N>[] = [];
  let held = false;
  for (const step of plan) {
    const all = notes.filter((n) => n.stepId === step.id);
    const telling = all.filter((n) => !onlyTells(n.evidence.act));
    const own = sinceChange(whatCounts(telling, isKeyed(step.does)), changedAt);
    const said: StepState = isKeyed(step.does)
      ? stateOfKeys(own, running)
      : stateOf(step, own, { running, scannedAfter, left });
    const state: StepState = said === 'open' && own.length === 0 && held ? 'waiting' : said;
    held ||= !isSettled(state);
    views.push({ step, state, last: all.at(-1), counting: sinceOpened(own) });
  }
  return views;
}

const STOPS: readonly NoteState[] = ['begun', 'half', 'wrong', 'refused'];

/**
 * A begin says nothing beside its end. What left everything as it was takes nothing bad away: half done stays half done; what was done is open again, for it was tried once more and not seen.
 * Of a key it says nothing at all.
 */
function whatCounts<N extends ReturnNote>(notes: readonly N[], keyed: boolean): N[] {
  const ended = new Set(notes.flatMap((n) => (n.state === 'begun' ? [] : (n.actId ?? []))));
  const counting: N[] = [];
  for (const n of notes) {
    const before = counting.at(-1);
    const empty = n.state === 'untouched' && (keyed || (before && STOPS.includes(before.state)));
    const hasEnd = n.state === 'begun' && n.actId !== null && ended.has(n.actId);
    if (!empty && !hasEnd) counting.push(n);
  }
  return counting;
}

/** Of what was kept before the unit got another content only that is left of which nobody knows what became. */
function sinceChange<N extends ReturnNote>(notes: readonly N[], changedAt: Date | undefined): N[] {
  const after = notes.filter((n) => changedAt === undefined || n.at > changedAt);
  const last = notes.at(-1);
  return after.length === 0 && (last?.state === 'begun' || last?.state === 'half') ? [last] : after;
}

/**
 * Every key of as many as there are was seen to start the engine, since the step was opened last. One that did not is `wrong` until it does; an act of which nobody knows the end is `half`, and
 * one that the unit refused counts as long as no key was tried after it. What a person said last of the whole step counts.
 */
function stateOfKeys(all: readonly ReturnNote[], running: ReadonlySet<string>): StepState {
  const notes = sinceOpened(all);
  const last = notes.at(-1);
  if (last && last.actId === null && last.evidence.key === undefined && last.state !== 'begun')
    return OF_NOTE[last.state];
  const act = notes.findLast((n) => n.actId !== null);
  if (act?.state === 'begun') return running.has(act.actId ?? '') ? 'running' : 'half';
  if (act?.state === 'half' || (act === last && act?.state === 'refused'))
    return OF_NOTE[act.state];
  const keys = notes.findLast((n) => n.evidence.keys !== undefined)?.evidence.keys ?? 0;
  const tried = Array.from({ length: keys }, (_, i) =>
    notes.findLast((n) => n.actId === null && n.evidence.key === i + 1)
  );
  if (tried.some((n) => n?.state === 'wrong')) return 'wrong';
  return keys > 0 && tried.every((n) => n?.state === 'done') ? 'done' : 'open';
}

function stateOf(
  step: ReturnStep,
  notes: readonly ReturnNote[],
  { running, scannedAfter, left }: Pick<ReturnSeen, 'running' | 'scannedAfter' | 'left'>
): StepState {
  const last = notes.at(-1);
  if (step.does === 'faults') return left ? stateOfFaults(notes, left) : unscanned(last);
  if (step.does === 'scan' && last?.state !== 'waived') return scannedAfter ? 'done' : 'open';
  if (!last) return 'open';
  if (last.state !== 'begun') return OF_NOTE[last.state];
  return last.actId !== null && running.has(last.actId) ? 'running' : 'half';
}

/** What a scan left is settled by what it shows and by who signed for it, by nothing that anybody says beside. */
function stateOfFaults(all: readonly ReturnNote[], left: readonly string[]): StepState {
  if (left.length === 0) return 'done';
  const signed = signedFor(sinceOpened(all));
  if (left.every((key) => signed.has(key))) return 'excepted';
  return all.at(-1)?.state === 'wrong' ? 'wrong' : 'open';
}

/** Without a scan nobody can say that there are none; it can only be left out. */
const unscanned = (last: ReturnNote | undefined): StepState =>
  last?.state === 'waived' ? 'waived' : 'open';

const sinceOpened = <N extends ReturnNote>(notes: readonly N[]): N[] =>
  notes.slice(notes.findLastIndex((n) => n.state === 'again') + 1);

/** Faults that somebody signed for, by key. */
export const signedFor = (notes: readonly ReturnNote[]): Set<string> =>
  new Set(notes.flatMap((n) => n.evidence.exceptions ?? []));

/** Nothing is left to be done of it. */
export const isSettled = (state: StepState): boolean =>
  state === 'done' || state === 'waived' || state === 'excepted';

/** What may be left out with one word: what is wrong, half done or running may not, nor what a scan has found. */
export function listLeftOut<S extends { readonly does: StepDoes; readonly state: StepState }>(
  steps: readonly S[]
): S[] {
  const scanned = steps.some((s) => s.does === 'scan' && s.state === 'done');
  return steps.filter(
    ({ does, state }) =>
      (state === 'open' || state === 'waiting') && !(does === 'faults' && scanned)
  );
}

/** The gravest of the steps: what was not seen done is never Go. */
export function judgeReturnSteps(views: readonly StepView[]): Judgement {
  const count = (...states: StepState[]) => views.filter((v) => states.includes(v.state)).length;
  const half = count('half');
  if (half > 0) return judge('stop', 'return.steps.half', { steps: half });
  const wrong = count('wrong', 'refused');
  if (wrong > 0) return judge('stop', 'return.steps.wrong', { steps: wrong });
  const open = count('open', 'waiting', 'running');
  const waived = count('waived', 'excepted');
  if (open > 0)
    return undone(judge('look', 'return.steps.open', { steps: open, of: views.length }));
  if (waived > 0) return judge('look', 'return.steps.waived', { steps: waived });
  return judge('go', 'return.steps.done', { steps: views.length });
}
