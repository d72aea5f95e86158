import type { AfterFit, AccessKind } from '../profile/profile.ts';
import type { JobShape, Reason } from '../job/shape.ts';

/** Parts of the way back. */
export type ReturnPhase =
  'close-up' | 'refit' | 'first-start' | 'after-fit' | 'complaint' | 'proof' | 'hand-over';

/** Steps that every family shares; texts by id in the catalogue. */
export type SharedStep =
  | ('solder' | 'chip-back' | 'pads' | 'legs' | 'case' | 'plug')
  | ('battery-off' | 'fitted' | 'battery-on' | 'support' | 'start' | 'start-again')
  | ('complaint' | 'sent-back' | 'sender-told' | 'post-scan' | 'faults' | 'functions')
  | ('old-parts' | 'sleep');

/**
 * How a step is known to be done. `look`: a person looks and says so. `photo`: the same, and a picture proves something. `start`: the application
 * watches the start. `scan`: a scan after the work that was kept. `faults`: that scan is free of faults, or somebody signed for what is left.
 * `functions`: each one is tried and ticked. `old-parts`: who has them. `complaint`: tried for so long, and whether it showed. `sleep`: the current of the sleeping vehicle. The others are done, or read, by the application at the vehicle.
 */
export type StepDoes =
  | Exclude<NonNullable<AfterFit['does']>, 'drive'>
  | ('photo' | 'start' | 'scan' | 'faults' | 'functions' | 'old-parts')
  | ('complaint' | 'sleep');

/** One step of the way back. */
export interface ReturnStep {
  readonly id: string;
  readonly phase: ReturnPhase;
  /** Of a step that every family shares; undefined: the words of the family. */
  readonly shared: SharedStep | undefined;
  readonly fit: AfterFit | undefined;
  readonly does: StepDoes;
}

/** What the way back rests on. */
export interface ReturnFacts {
  readonly shape: JobShape;
  /** How the unit that goes back was worked on; undefined where nothing was opened or unplugged. */
  readonly opened: AccessKind | undefined;
  /** It was sent by post: the sender puts it in. */
  readonly byPost: boolean;
  readonly afterFit: readonly AfterFit[];
  /** The complaint, and how long it takes to show. Units: min. */
  readonly complaint: string;
  /** The family asks for the current of the sleeping vehicle. */
  readonly sleep: boolean;
}

/** What has to be looked at before a case is closed, by the way in. Source: common practice. */
const CLOSE_UP: Partial<Record<AccessKind, readonly SharedStep[]>> = {
  boot: ['solder', 'case', 'plug'],
  bench: ['plug'],
  clip: ['legs', 'case', 'plug'],
  lifted: ['chip-back', 'case', 'plug'],
  pads: ['pads', 'case', 'plug']
};

/** Of these a picture proves something when the vehicle comes back. */
const PHOTOS: readonly SharedStep[] = ['solder', 'chip-back', 'pads', 'case'];

/** Jobs that take a unit out and put another one in. */
const LEAVES_ONE: readonly Reason[] = ['failed-module', 'new-module'];

/**
 * The steps from the written unit to a vehicle that is right, in their order. A loose unit has no vehicle to go back into; a unit that came by post is put in by
 * its sender. After-fit tasks stand in the order of the family. Total.
 */
export function planReturn({
  shape,
  opened,
  byPost,
  afterFit,
  complaint,
  sleep
}: ReturnFacts): ReturnStep[] {
  const closeUp = (opened && CLOSE_UP[opened]) ?? [];
  const steps = closeUp.map((id) => shared('close-up', id, PHOTOS.includes(id) ? 'photo' : 'look'));
  if (!shape.vehicleKnown || shape.reason === 'security') return steps;
  const oldParts = LEAVES_ONE.includes(shape.reason)
    ? [shared('hand-over', 'old-parts', 'old-parts')]
    : [];
  if (byPost)
    return [
      ...[...steps, shared('refit', 'sent-back', 'look'), shared('proof', 'sender-told', 'look')],
      ...oldParts
    ];
  if (opened)
    for (const id of ['battery-off', 'fitted', 'battery-on', 'support'] as const)
      steps.push(shared('refit', id, 'look'));
  const starts = (['start', 'start-again'] as const).map((id) =>
    shared('first-start', id, 'start')
  );
  const fits = afterFit.map((fit): ReturnStep => {
    const does = fit.does === undefined || fit.does === 'drive' ? 'look' : fit.does;
    return { id: `fit-${fit.id}`, phase: 'after-fit', shared: undefined, fit, does };
  });
  // a new unit knows neither vehicle nor keys: it starts nothing before it was taught
  steps.push(...(shape.reason === 'new-module' ? [...fits, ...starts] : [...starts, ...fits]));
  if (complaint.trim() !== '') steps.push(shared('complaint', 'complaint', 'complaint'));
  if (sleep) steps.push(shared('complaint', 'sleep', 'sleep'));
  steps.push(
    shared('proof', 'post-scan', 'scan'),
    shared('proof', 'faults', 'faults'),
    shared('proof', 'functions', 'functions')
  );
  return [...steps, ...oldParts];
}

const shared = (phase: ReturnPhase, id: SharedStep, does: StepDoes): ReturnStep => ({
  ...{ id, phase, shared: id, fit: undefined, does }
});
