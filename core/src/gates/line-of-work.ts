import { tellsIndividual, type Access } from '../access/access.ts';
import { findGravest, judge, type Judgement } from '../base/verdict.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { JobResult, JobShape } from '../job/shape.ts';
import { STAGES, type Stage } from '../job/stages.ts';

/** What the verdicts of the nine stops rest on. */
export interface JobFacts {
  readonly shape: JobShape;
  /** Regions for which a file is supplied that is to be written into the unit itself. */
  readonly supplied: number;
  /** False: a loose unit, whose vehicle nobody knows. */
  readonly vehicleKnown: boolean;
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
  readonly question: Judgement;
  /** Outcome of the proof that this unit is the cause, as recorded by a person. */
  readonly proof: 'cause' | 'not-cause' | 'open';
  readonly school: string;
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
  readonly originalRegions: readonly Judgement[];
  readonly donorRegions: readonly Judgement[];
  readonly clone: 'none' | 'stale' | 'built';
  readonly lastWrite: 'none' | 'active' | 'verified' | 'failed' | 'interrupted';
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

/** What a person decided, held against what scan and tests say. */
function judgeProve(f: JobFacts): Judgement {
  if (f.proof === 'cause') {
    // a decision is a person's; that the tests carry it is said only when they do
    if (f.question.verdict === 'go') return judge('go', 'prove.unit.cause');
    return f.question.verdict === 'stop'
      ? judge('look', 'prove.unit.contradicted')
      : judge('look', 'prove.unit.decided');
  }
  if (f.proof === 'not-cause') return judge('stop', 'prove.unit.innocent');
  if (f.question.verdict === 'go') return judge('look', 'prove.unit.undecided');
  return f.question;
}

function judgeIdentify(f: JobFacts): Judgement {
  const tag = f.originalTag ?? '';
  if (!f.hasProfile) return judge('stop', 'identify.family.unknown');
  if (!f.originalTag) return judge('look', 'identify.unit.none');
  // a memory chip has no id, and what is read elsewhere tells none: the tag has to do
  if (!tellsIndividual(f)) return judge('go', 'identify.unit.tagged', { tag });
  if (!f.originalChipId) return judge('look', 'identify.chip.unread', { tag });
  if (f.vehicleKnown && f.originalVin && f.originalVin !== f.vehicleVin) {
    return judge('look', 'identify.vin.other', { found: f.originalVin, vin: f.vehicleVin });
  }
  return judge('go', 'identify.unit.known', { tag, chipId: f.originalChipId });
}

function judgeMatch(f: JobFacts): Judgement {
  if (f.school === 'none') return judge('go', 'match.donor.needless');
  if (!f.donorTag) return judge('look', 'match.donor.none');
  // what is known to be wrong is wrong, whoever has read it and however
  if (f.unitsSwapped) return judge('stop', 'match.units.swapped');
  const [first] = f.donorMismatches;
  if (first) return judge('stop', 'match.donor.differs', { tag: f.donorTag, field: first });
  const fits = f.donorCheck?.verdict === 'go';
  if (!tellsIndividual(f) && !fits) return judge('look', 'match.donor.byhand', { tag: f.donorTag });
  if (tellsIndividual(f) && (!f.donorChipId || !f.originalChipId))
    return judge('look', 'match.donor.unread', { tag: f.donorTag });
  // what must be equal and is not known on both sides is asked for
  if (!fits) return f.donorCheck ?? judge('look', 'match.donor.byhand', { tag: f.donorTag });
  return judge('go', 'match.donor.fits', { tag: f.donorTag });
}

/** What holds a gate, but on the line of work is only something to do. */
const TO_DO: ReadonlySet<string> = new Set([
  ...['supply.output.off', 'vehicle.look.none', 'vehicle.look.old'],
  ...['gate.feed.unasked', 'gate.feed.unmeasured']
]);

/** A supply that is off, or a vehicle that nobody has measured yet, is no fault. */
export function judgeWireSupply(supply: Judgement): Judgement {
  return TO_DO.has(supply.code) ? { ...supply, verdict: 'look' } : supply;
}

function judgeWire(f: JobFacts): Judgement {
  if (f.carrier === 'file') return judge('look', 'wire.way.elsewhere');
  return f.supply ? judgeWireSupply(f.supply) : judge('none', 'wire.station.none');
}

function judgeRead(f: JobFacts): Judgement {
  // a dispute says more than a region that nobody has read yet
  const byWeight = [...f.originalRegions].sort((a, b) => rankRead(a) - rankRead(b));
  const worst = findGravest(byWeight);
  if (!worst) return judge('none', 'read.region.none');
  if (worst.verdict !== 'go') return worst;
  if (f.shape.target !== 'donor')
    return judge('go', 'read.all.trusted', { count: f.originalRegions.length, donor: '' });
  const donor = findGravest(f.donorRegions);
  if (f.donorTag && donor?.code === 'reads.donor.equal') return donor;
  if (f.donorTag && donor && donor.verdict !== 'go' && !f.backupWaived) {
    return judge('look', 'read.donor.missing', { tag: f.donorTag });
  }
  // that the donor is backed up is said only where it is
  const donorTag = donor?.verdict === 'go' ? (f.donorTag ?? '') : '';
  return judge('go', 'read.all.trusted', { count: f.originalRegions.length, donor: donorTag });
}

function rankRead(judgement: Judgement): number {
  return ['reads.region.disputed', 'reads.region.single'].indexOf(judgement.code) + 1 || 3;
}

/** What is to be written into the unit itself is supplied as a file. */
function judgeBuildOwn(f: JobFacts): Judgement {
  if (f.clone === 'built') return judge('go', 'build.image.ready');
  if (f.clone === 'stale') return judge('stop', 'build.image.stale');
  if (f.supplied === 0) return judge('look', 'build.supplied.none');
  return f.originalRegions.length === 0 || !f.originalRegions.every(isTrusted)
    ? judge('none', 'build.reads.missing')
    : judge('look', 'build.image.none');
}

function judgeBuild(f: JobFacts): Judgement {
  if (f.shape.target === 'original') return judgeBuildOwn(f);
  if (f.hasProfile && f.school !== 'whole-image') {
    return judge('look', 'build.school.other', { school: f.school });
  }
  if (f.clone === 'built') return judge('go', 'build.image.ready');
  if (f.clone === 'stale') return judge('stop', 'build.image.stale');
  if (f.originalRegions.length === 0 || !f.originalRegions.every(isTrusted)) {
    return judge('none', 'build.reads.missing');
  }
  return judge('look', 'build.image.none');
}

function judgeWrite(f: JobFacts): Judgement {
  const itself = f.shape.target === 'original';
  if (f.lastWrite === 'verified')
    return f.clone === 'built'
      ? judge('go', itself ? 'write.unit.verified' : 'write.clone.verified')
      : judge('look', itself ? 'write.unit.doubted' : 'write.clone.doubted');
  if (f.lastWrite === 'active') return judge('look', 'write.clone.active');
  if (f.lastWrite === 'failed') return judge('stop', 'write.clone.failed');
  if (f.lastWrite === 'interrupted') return judge('stop', 'write.clone.interrupted');
  if (f.hasProfile && f.carrier === 'file') return judge('look', 'write.way.elsewhere');
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
  if (f.lastWrite === 'verified') return judge('look', 'return.job.open');
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
