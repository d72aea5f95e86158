import type { UnitRole } from './roles.ts';
import { STAGES, type Stage } from './stages.ts';

/** Why a job came in. */
export const REASONS = [
  'failed-module',
  'new-module',
  'software',
  'security',
  'recovery',
  'repair',
  'unknown-unit'
] as const;

export type Reason = (typeof REASONS)[number];

/** What closes a job. `ended`: none of its kind, and a lead says why. */
export type JobResult =
  | 'donor-written'
  | 'unit-rewritten'
  | 'new-unit-taught'
  | 'data-handed-over'
  | 'unit-recovered'
  | 'unit-dead'
  | 'unit-repaired'
  | 'unit-judged'
  | 'wrong-diagnosis'
  | 'ended';

/** What a job of one kind consists of. */
export interface JobShape {
  readonly reason: Reason;
  readonly stages: readonly Stage[];
  /** The unit whose memory is written; undefined where this application writes none. */
  readonly target: UnitRole | undefined;
  /** Results of this kind, the one that is hoped for first. */
  readonly results: readonly JobResult[];
  /** False: a loose unit, whose vehicle nobody knows. */
  readonly vehicleKnown: boolean;
}

const without = (...left: readonly Stage[]) => STAGES.filter((s) => !left.includes(s));

/** Nothing is written: no donor, no image. */
const READ_ONLY = without('match', 'build', 'write');

const SHAPES: Record<Reason, Omit<JobShape, 'reason'>> = {
  'failed-module': {
    stages: STAGES,
    target: 'donor',
    results: ['donor-written', 'wrong-diagnosis'],
    vehicleKnown: true
  },
  'new-module': {
    stages: READ_ONLY,
    target: undefined,
    results: ['new-unit-taught', 'wrong-diagnosis'],
    vehicleKnown: true
  },
  // the same unit gets new content: its own trusted reads are the way back; the vehicle is scanned before
  software: {
    stages: without('match'),
    target: 'original',
    results: ['unit-rewritten'],
    vehicleKnown: true
  },
  security: {
    stages: without('prove', 'match', 'build', 'write'),
    target: undefined,
    results: ['data-handed-over'],
    vehicleKnown: true
  },
  recovery: {
    stages: without('prove', 'match'),
    target: 'original',
    results: ['unit-recovered', 'unit-dead'],
    vehicleKnown: true
  },
  repair: {
    stages: READ_ONLY,
    target: undefined,
    results: ['unit-repaired', 'unit-dead', 'wrong-diagnosis'],
    vehicleKnown: true
  },
  'unknown-unit': {
    stages: without('prove', 'match', 'build', 'write'),
    target: undefined,
    results: ['unit-judged', 'unit-dead'],
    vehicleKnown: false
  }
};

/** Example: `shapeOf('software').target` is `original`. */
export function shapeOf(reason: Reason): JobShape {
  return { reason, ...SHAPES[reason] };
}
