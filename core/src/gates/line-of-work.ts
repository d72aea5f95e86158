import type { Access } from '../access/access.ts';
import type { Problem } from '../base/result.ts';
import { judge, type Judgement } from '../base/verdict.ts';
import { isTrusted, type RegionJudgement } from '../reads/judge-region.ts';
import type { JobResult, JobShape } from '../job/shape.ts';
import type { WriteState } from '../job/work-state.ts';
import { STAGES, type Stage } from '../job/stages.ts';
import {
  findEqualRegion,
  findWorstRegion,
  stateOfIdentify,
  stateOfMatch,
  stateOfProve,
  stateOfRead
} from './stage-states.ts';

/** What the verdicts of the nine stops rest on. */
export interface JobFacts {
  readonly shape: JobShape;
  /** Regions for which a file is supplied that is to be written into the unit itself. */
  readonly supplied: number;
  /** False: a loose unit, whose vehicle nobody knows. */
  readonly vehicleKnown: boolean;
  /** What is written cannot be read back: the unit computes its checksums itself. */
  readonly checkedByUnit: boolean;
  /** What the unit itself holds now is kept, so that it can be given back. */
  readonly ownKept: boolean;
  /** A lead goes on without the donor's backup. */
  readonly backupWaived: boolean;
  /** What the job ended with; undefined while it is open. */
  readonly result: JobResult | undefined;
  /** A result of its kind is reached: the job can be closed. */
  readonly reached: boolean;
  readonly closed: boolean;
  readonly customer: string;
  readonly vinProblem: string | undefined;
  readonly vinCheckDigit: 'holds' | 'differs' | 'absent' | undefined;
  readonly authorisedBy: string | undefined;
  readonly needsAuthority: boolean;
  /** What the recorded authority still lacks; undefined when it is whole. */
  readonly authorityGap: 'order' | 'proof' | 'signature' | undefined;
  /** What scan and tests say about the cause, computed anew. */
  readonly assessment: Judgement;
  /** Scan and tests prove something else to be the cause. */
  readonly otherProven: boolean;
  /** Outcome of the proof that this unit is the cause, as recorded by a person. */
  readonly proof: 'cause' | 'not-cause' | 'open';
  readonly method: string;
  readonly hasProfile: boolean;
  readonly originalTag: string | undefined;
  readonly originalChipId: string | undefined;
  /** VIN that the original itself reports. */
  readonly originalVin: string | undefined;
  readonly vehicleVin: string;
  readonly donorTag: string | undefined;
  readonly donorChipId: string | undefined;
  /** Identity fields that must be equal and are not, by name. */
  readonly donorMismatches: readonly string[];
  /** The donor held against the original by the rules of the family; undefined without a donor or a family. */
  readonly donorCheck: Judgement | undefined;
  readonly unitsSwapped: boolean;
  /** What carries the bytes of the job's access. */
  readonly carrier: Access['carrier'];
  readonly supply: Judgement | undefined;
  /** How the unit that was connected last is wired; undefined where nobody began. */
  readonly connection?: Judgement | undefined;
  /** Why nothing could be built, whatever was read. */
  readonly partsGap?: Problem | undefined;
  /** What has to be read for what is written or handed over. */
  readonly originalRegions: readonly RegionJudgement[];
  /** Regions of the donor that are written. */
  readonly donorRegions: readonly RegionJudgement[];
  readonly clone: 'none' | 'stale' | 'built';
  readonly lastWrite: WriteState;
  /** How the steps of the way back stand; undefined where nobody looked. */
  readonly returnSteps?: Judgement | undefined;
}

/** One judgement for each stop of the line of work. */
export function judgeLineOfWork(facts: JobFacts): Record<Stage, Judgement> {
  const judged = STAGES.map((stage): [Stage, Judgement] => [
    stage,
    facts.shape.stages.includes(stage) ? JUDGES[stage](facts) : judge('none', 'stage.job.needless')
  ]);
  return Object.fromEntries(judged) as Record<Stage, Judgement>;
}

function judgeArrive(f: JobFacts): Judgement {
  const loose = !f.vehicleKnown && !f.shape.vehicleKnown;
  if (f.vinProblem && !loose) return judge('stop', 'arrive.vin.wrong', { vin: f.vehicleVin });
  if (!f.authorisedBy) return judge('stop', 'arrive.authority.none', { customer: f.customer });
  if (f.needsAuthority && f.authorityGap)
    return judge('stop', 'arrive.authority.thin', { missing: f.authorityGap });
  if (f.vinCheckDigit === 'differs')
    return judge('look', 'arrive.vin.digit', { vin: f.vehicleVin });
  return judge('go', 'arrive.job.complete', { customer: f.customer, by: f.authorisedBy });
}

function judgeProve(f: JobFacts): Judgement {
  switch (stateOfProve(f)) {
    case 'cause':
      return judge('go', 'prove.unit.cause');
    case 'contradicted':
      return judge('look', 'prove.unit.contradicted');
    case 'decided':
      return judge('look', 'prove.unit.decided');
    case 'innocent':
      return judge('stop', 'prove.unit.innocent');
    case 'undecided':
      return judge('look', 'prove.unit.undecided');
    case 'elsewhere':
    case 'open':
      return f.assessment;
  }
}

function judgeIdentify(f: JobFacts): Judgement {
  const tag = f.originalTag ?? '';
  switch (stateOfIdentify(f)) {
    case 'no-family':
      return judge('stop', 'identify.family.unknown');
    case 'no-unit':
      return judge('look', 'identify.unit.none');
    case 'tagged':
      return judge('go', 'identify.unit.tagged', { tag });
    case 'unread':
      return judge('look', 'identify.chip.unread', { tag });
    case 'other-vehicle':
      return judge('look', 'identify.vin.other', { found: f.originalVin ?? '', vin: f.vehicleVin });
    case 'known':
      return judge('go', 'identify.unit.known', { tag, chipId: f.originalChipId ?? '' });
  }
}

function judgeMatch(f: JobFacts): Judgement {
  const tag = f.donorTag ?? '';
  switch (stateOfMatch(f)) {
    case 'needless':
      return judge('go', 'match.donor.needless');
    case 'none':
      return judge('look', 'match.donor.none');
    case 'swapped':
      return judge('stop', 'match.units.swapped');
    case 'differs':
      return judge('stop', 'match.donor.differs', { tag, field: f.donorMismatches[0] ?? '' });
    case 'by-hand':
      return judge('look', 'match.donor.byhand', { tag });
    case 'unread':
      return judge('look', 'match.donor.unread', { tag });
    case 'doubtful':
      return f.donorCheck ?? judge('look', 'match.donor.byhand', { tag });
    case 'fits':
      return judge('go', 'match.donor.fits', { tag });
  }
}

/**
 * How a unit is connected and fed. `connection`: how the one that was connected last is wired, undefined where nobody began;
 * `feed`: what the bench says of its supply. A measured fault comes first, then a supply that cannot feed it, then what is not
 * connected or not measured: a supply that is only off says less than a wire that is missing.
 */
export function judgeWiring(connection: Judgement | undefined, feed: Judgement): Judgement {
  const unfit = feed.verdict === 'stop' && feed.undone !== true;
  if (connection?.verdict === 'stop' || (connection?.verdict === 'look' && !unfit))
    return connection;
  // what holds a gate only because nobody has done it yet is no fault on the line of work
  return feed.undone ? { ...feed, verdict: 'look' } : feed;
}

function judgeWire({ carrier, connection, supply }: JobFacts): Judgement {
  if (carrier === 'file') return judge('look', 'wire.access.elsewhere');
  return judgeWiring(connection, supply ?? judge('none', 'wire.station.none'));
}

function judgeRead(f: JobFacts): Judgement {
  const none = judge('none', 'read.region.none');
  switch (stateOfRead(f)) {
    case 'no-region':
      return f.shape.target === 'original' && f.hasProfile
        ? judge('look', 'read.unit.unreadable')
        : none;
    case 'original':
      return findWorstRegion(f.originalRegions) ?? none;
    case 'donor-equal':
      return findEqualRegion(f.donorRegions) ?? none;
    case 'donor-missing':
      return judge('look', 'read.donor.missing', { tag: f.donorTag ?? '' });
    case 'trusted':
      // the rest of the memory may be unread: only what is handed over is said to be trusted
      if (f.shape.results.includes('data-handed-over')) return judge('go', 'read.security.trusted');
      return judge('go', 'read.all.trusted', {
        count: f.originalRegions.length,
        donor: backedUpDonor(f)
      });
  }
}

/** That the donor is backed up is said only where it is. */
function backedUpDonor(f: JobFacts): string {
  const backedUp = findWorstRegion(f.donorRegions)?.verdict === 'go';
  return f.shape.target === 'donor' && backedUp ? (f.donorTag ?? '') : '';
}

/** What is to be written into the unit itself is supplied as a file. */
function judgeBuildOwn(f: JobFacts): Judgement {
  if (f.clone === 'built') return judge('go', 'build.image.ready');
  if (f.clone === 'stale') return judge('stop', 'build.image.stale');
  if (f.supplied === 0) return judge('look', 'build.supplied.none');
  if (f.ownKept) return judge('look', 'build.image.none');
  return f.hasProfile && f.originalRegions.every(isTrusted)
    ? judge('look', 'build.stock.missing')
    : judge('none', 'build.reads.missing');
}

function judgeBuild(f: JobFacts): Judgement {
  if (f.shape.target === 'original') return judgeBuildOwn(f);
  if (f.partsGap) return { verdict: 'look', ...f.partsGap };
  if (f.clone === 'built') return judge('go', 'build.image.ready');
  if (f.clone === 'stale') return judge('stop', 'build.image.stale');
  if (f.originalRegions.length === 0 || !f.originalRegions.every(isTrusted)) {
    return judge('none', 'build.reads.missing');
  }
  return judge('look', 'build.image.none');
}

function judgeWrite(f: JobFacts): Judgement {
  const itself = f.shape.target === 'original';
  if (f.lastWrite === 'verified' && f.clone === 'built' && f.checkedByUnit)
    return judge('go', 'write.unit.checked');
  if (f.lastWrite === 'verified')
    return f.clone === 'built'
      ? judge('go', itself ? 'write.unit.verified' : 'write.clone.verified')
      : judge('look', itself ? 'write.unit.doubted' : 'write.clone.doubted');
  // proven is what it holds; what the vehicle says counts for more
  if (f.lastWrite === 'refuted') return judge('stop', 'write.clone.refuted');
  if (f.lastWrite === 'active') return judge('look', 'write.clone.active');
  if (f.lastWrite === 'failed') return judge('stop', 'write.clone.failed');
  if (f.lastWrite === 'interrupted') return judge('stop', 'write.clone.interrupted');
  if (f.hasProfile && f.carrier === 'file') return judge('look', 'write.access.elsewhere');
  // waiting for what comes before is no fault
  if (f.clone !== 'built') return judge('none', 'write.image.none');
  if (itself) return judge('look', 'write.unit.ready');
  if (!f.backupWaived && (f.donorRegions.length === 0 || !f.donorRegions.every(isTrusted))) {
    return judge('none', 'write.backup.none');
  }
  return judge('look', 'write.clone.ready');
}

function judgeReturn(f: JobFacts): Judgement {
  if (f.closed) return judge('go', 'return.job.closed', { result: f.result ?? '' });
  if (f.lastWrite === 'refuted') return judge('stop', 'return.write.refuted');
  // what was left half done, or was seen to be wrong, is never only something to do
  if (f.returnSteps?.verdict === 'stop') return f.returnSteps;
  const toDo = f.returnSteps?.undone ? f.returnSteps : undefined;
  if (f.lastWrite === 'verified') return toDo ?? judge('look', 'return.job.open');
  if (f.reached && toDo) return toDo;
  if (f.reached) return judge('look', 'return.result.ready');
  return judge('none', f.shape.target ? 'return.write.first' : 'return.result.first');
}

const JUDGES: Record<Stage, (facts: JobFacts) => Judgement> = {
  arrive: judgeArrive,
  prove: judgeProve,
  identify: judgeIdentify,
  match: judgeMatch,
  wire: judgeWire,
  read: judgeRead,
  build: judgeBuild,
  write: judgeWrite,
  return: judgeReturn
};
