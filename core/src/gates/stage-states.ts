import { tellsIndividual } from '../access/access.ts';
import type { RegionJudgement } from '../reads/judge-region.ts';
import type { JobFacts } from './line-of-work.ts';

/** How the question of the cause stands: what a person decided, held against what scan and tests say. */
export type ProveState =
  | ('cause' | 'contradicted' | 'decided' | 'innocent')
  // nobody has decided: everything points at the unit, something else is proven, or it is open
  | ('undecided' | 'elsewhere' | 'open');

/** How far the original is known. */
export type IdentifyState =
  'no-family' | 'no-unit' | 'tagged' | 'unread' | 'other-vehicle' | 'known';

/** How the donor stands; `doubtful` is what its fields say where they do not all fit. */
export type MatchState =
  ('needless' | 'none' | 'swapped' | 'differs') | ('by-hand' | 'unread' | 'doubtful' | 'fits');

/** How the reads stand; `original` and `donor-equal` are judged by a region. */
export type ReadState = 'no-region' | 'original' | 'donor-equal' | 'donor-missing' | 'trusted';

/** The stages whose state others go by: the next step, and whom a job waits for. */
export interface StageStates {
  readonly prove: ProveState;
  readonly identify: IdentifyState;
  readonly match: MatchState;
  readonly read: ReadState;
}

export function stateOfProve({ proof, assessment, otherProven }: JobFacts): ProveState {
  // a decision is a person's; that the tests carry it is said only when they do
  if (proof === 'cause') {
    if (assessment.verdict === 'go') return 'cause';
    return assessment.verdict === 'stop' ? 'contradicted' : 'decided';
  }
  if (proof === 'not-cause') return 'innocent';
  if (assessment.verdict === 'go') return 'undecided';
  return otherProven ? 'elsewhere' : 'open';
}

export function stateOfIdentify(f: JobFacts): IdentifyState {
  if (!f.hasProfile) return 'no-family';
  if (!f.originalTag) return 'no-unit';
  // a memory chip has no id, and what is read elsewhere tells none: the tag has to do
  if (!tellsIndividual(f)) return 'tagged';
  if (!f.originalChipId) return 'unread';
  return f.vehicleKnown && f.originalVin && f.originalVin !== f.vehicleVin
    ? 'other-vehicle'
    : 'known';
}

export function stateOfMatch(f: JobFacts): MatchState {
  if (f.method === 'none') return 'needless';
  if (!f.donorTag) return 'none';
  // what is known to be wrong is wrong, whoever has read it and however
  if (f.unitsSwapped) return 'swapped';
  if (f.donorMismatches.length > 0) return 'differs';
  const fits = f.donorCheck?.verdict === 'go';
  if (!tellsIndividual(f)) return fits ? 'fits' : 'by-hand';
  if (!f.donorChipId || !f.originalChipId) return 'unread';
  // what must be equal and is not known on both sides is asked for
  return fits ? 'fits' : 'doubtful';
}

/** The region that says most: the gravest, and of equals a dispute before a single read before the rest. */
export function findWorstRegion(regions: readonly RegionJudgement[]): RegionJudgement | undefined {
  return [...regions].sort((a, b) => rank(a) - rank(b))[0];
}

const GRAVITY = { stop: 0, look: 1, go: 2, none: 3 } as const;

function rank({ verdict, state }: RegionJudgement): number {
  const said = state === 'disputed' ? 0 : state === 'single' ? 1 : 2;
  return GRAVITY[verdict] * 10 + said;
}

/** A donor's region whose backup is the original's own content. */
export function findEqualRegion(regions: readonly RegionJudgement[]): RegionJudgement | undefined {
  return regions.find((r) => r.state === 'equal');
}

export function stateOfRead(f: JobFacts): ReadState {
  const worst = findWorstRegion(f.originalRegions);
  if (!worst) return 'no-region';
  if (worst.verdict !== 'go') return 'original';
  if (f.shape.target !== 'donor' || !f.donorTag) return 'trusted';
  if (findEqualRegion(f.donorRegions)) return 'donor-equal';
  const donor = findWorstRegion(f.donorRegions);
  return donor && donor.verdict !== 'go' && !f.backupWaived ? 'donor-missing' : 'trusted';
}

/** The named states of a job. Total. */
export function readStates(facts: JobFacts): StageStates {
  return {
    prove: stateOfProve(facts),
    identify: stateOfIdentify(facts),
    match: stateOfMatch(facts),
    read: stateOfRead(facts)
  };
}
