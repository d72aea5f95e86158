import { problemOf } from '../base/result.ts';
import { regionAs } from '../reads/examples.ts';
import { shapeOf } from '../job/shape.ts';
import { describe, expect, it } from 'vitest';
import { judgedAs as judge } from '../base/examples.ts';
import { judgeLineOfWork, type JobFacts } from './line-of-work.ts';
import { findNextStep } from './next-step.ts';
import { readStates } from './stage-states.ts';

const trusted = regionAs('trusted');
const unread = regionAs('none');
const fresh: JobFacts = {
  ...{
    shape: shapeOf('failed-module'),
    supplied: 0,
    ownKept: true,
    checkedByUnit: false,
    vehicleKnown: true
  },
  ...{ result: undefined, reached: false, backupWaived: false },
  closed: false,
  customer: 'C',
  vinProblem: undefined,
  vinCheckDigit: 'holds',
  authorisedBy: 'somebody',
  needsAuthority: true,
  authorityGap: undefined,
  assessment: judge('look', 'proof.verdict.nothing'),
  otherProven: false,
  proof: 'cause',
  method: 'whole-image',
  hasProfile: true,
  originalTag: '0417',
  originalChipId: undefined,
  originalVin: undefined,
  vehicleVin: 'V',
  donorTag: '0388',
  donorChipId: undefined,
  donorMismatches: [],
  unitsSwapped: false,
  carrier: 'can-uds',
  donorCheck: judge('go', 'donor.unit.fits'),
  supply: undefined,
  originalRegions: [unread, unread],
  donorRegions: [unread, unread],
  clone: 'none',
  lastWrite: 'none'
};
const known = { originalChipId: 'A', originalVin: 'V' };
const read = { ...known, originalRegions: [trusted, trusted] };
const backed = { ...read, donorChipId: 'B', donorRegions: [trusted, trusted] };

const step = (change: Partial<JobFacts>) => {
  const facts = { ...fresh, ...change };
  const { stage, judgement } = findNextStep(judgeLineOfWork(facts), readStates(facts));
  return `${stage}: ${judgement.code}`;
};

describe('the next step follows the work', () => {
  const walk: readonly [string, Partial<JobFacts>, string][] = [
    ['nobody ordered it', { authorisedBy: undefined }, 'arrive: arrive.authority.none'],
    ['a VIN that cannot be', { vinProblem: 'x' }, 'arrive: arrive.vin.wrong'],
    ['no proof seen', { authorityGap: 'proof' }, 'arrive: arrive.authority.thin'],
    [
      'no proof needed',
      { authorityGap: 'proof', needsAuthority: false },
      'wire: identify.chip.unread'
    ],
    ['not proven', { proof: 'open' }, 'prove: proof.verdict.nothing'],
    [
      'proven and not decided',
      { proof: 'open', assessment: judge('go', 'proof.verdict.unit') },
      'prove: prove.unit.undecided'
    ],
    [
      'decided against what was measured',
      { assessment: judge('stop', 'proof.verdict.other') },
      'prove: prove.unit.contradicted'
    ],
    ['not the cause', { proof: 'not-cause' }, 'prove: prove.unit.innocent'],
    ['no unit yet', { originalTag: undefined }, 'identify: identify.unit.none'],
    ['chip id unread', {}, 'wire: identify.chip.unread'],
    ['another VIN inside', { ...known, originalVin: 'W' }, 'identify: identify.vin.other'],
    ['unread', known, 'read: reads.region.none'],
    [
      'a dispute weighs more than an unread region',
      { ...known, originalRegions: [regionAs('disputed'), unread] },
      'read: reads.region.disputed'
    ],
    ['donor to be identified', read, 'wire: match.donor.unread'],
    ['donor unread', { ...read, donorRegions: [] }, 'wire: match.donor.unread'],
    [
      'donor that does not fit',
      { ...read, donorChipId: 'B', donorMismatches: ['Hardware number'] },
      'match: match.donor.differs'
    ],
    ['donor to be backed up', { ...read, donorChipId: 'B' }, 'read: read.donor.missing'],
    ['to be built', backed, 'build: build.image.none'],
    ['stale image', { ...backed, clone: 'stale' }, 'build: build.image.stale'],
    ['to be written', { ...backed, clone: 'built' }, 'write: write.clone.ready'],
    [
      'interrupted write',
      { ...backed, clone: 'built', lastWrite: 'interrupted' },
      'write: write.clone.interrupted'
    ],
    [
      'failed write',
      { ...backed, clone: 'built', lastWrite: 'failed' },
      'write: write.clone.failed'
    ],
    ['proven', { ...backed, clone: 'built', lastWrite: 'verified' }, 'return: return.job.open'],
    [
      'closed',
      { ...backed, clone: 'built', lastWrite: 'verified', closed: true },
      'return: return.job.closed'
    ]
  ];
  for (const [why, change, expected] of walk) {
    it(why, () => expect(step(change)).toBe(expected));
  }
});

const gap = problemOf('clone.method.other', { family: 'F', method: 'none' });

describe('other families', () => {
  const line = judgeLineOfWork({ ...fresh, carrier: 'file', partsGap: gap });
  it('are told apart by tag, read elsewhere, and not built or written here', () => {
    expect(line.identify.code).toBe('identify.unit.tagged');
    expect(line.wire.code).toBe('wire.access.elsewhere');
    expect(line.build.code).toBe('clone.method.other');
    expect(line.write.code).toBe('write.access.elsewhere');
  });
  it('without a profile stop at Identify', () => {
    expect(judgeLineOfWork({ ...fresh, hasProfile: false }).identify.code).toBe(
      'identify.family.unknown'
    );
  });
});
it('a write without a backup is stopped', () => {
  expect(judgeLineOfWork({ ...fresh, ...read, clone: 'built' }).write.code).toBe(
    'write.backup.none'
  );
});

describe('not yet is not Stop', () => {
  it('stages that only wait for earlier ones say so; a stale image, and a broken write, are stops', () => {
    const say = (change: Partial<JobFacts>, stage: 'build' | 'write' | 'identify') => {
      const { verdict, code } = judgeLineOfWork({ ...fresh, ...change })[stage];
      return `${verdict} ${code}`;
    };
    expect(say({}, 'build')).toBe('none build.reads.missing');
    expect(say({}, 'write')).toBe('none write.image.none');
    expect(say({ ...read, clone: 'built', donorRegions: [unread] }, 'write')).toBe(
      'none write.backup.none'
    );
    // what this bench cannot do is done elsewhere: neither wrong nor forbidden
    expect(say({ partsGap: gap }, 'build')).toBe('look clone.method.other');
    expect(say({ carrier: 'file' }, 'write')).toBe('look write.access.elsewhere');
    expect(say({ originalTag: undefined }, 'identify')).toBe('look identify.unit.none');
    expect(say({ clone: 'stale' }, 'build')).toBe('stop build.image.stale');
    expect(say({ lastWrite: 'failed' }, 'write')).toBe('stop write.clone.failed');
    expect(say({ lastWrite: 'interrupted' }, 'write')).toBe('stop write.clone.interrupted');
  });
});

describe('a decision of a person', () => {
  const prove = (assessment: JobFacts['assessment'], proof: JobFacts['proof']) => {
    const facts = { ...fresh, assessment, proof };
    const line = judgeLineOfWork(facts);
    const next = findNextStep(line, readStates(facts)).stage;
    return `${line.prove.verdict} ${line.prove.code}, next ${next === 'prove' ? 'prove' : 'on'}`;
  };
  it.each([
    [judge('go', 'proof.verdict.unit'), 'cause', 'go prove.unit.cause, next on'],
    // nobody says Go for a decision that the tests do not carry, and nobody is held by it either
    [judge('look', 'proof.verdict.unproven'), 'cause', 'look prove.unit.decided, next on'],
    [judge('look', 'proof.verdict.nothing'), 'cause', 'look prove.unit.decided, next on'],
    [judge('stop', 'proof.verdict.other'), 'cause', 'look prove.unit.contradicted, next prove'],
    [judge('go', 'proof.verdict.unit'), 'open', 'look prove.unit.undecided, next prove'],
    [judge('look', 'proof.verdict.open'), 'open', 'look proof.verdict.open, next prove'],
    [judge('go', 'proof.verdict.unit'), 'not-cause', 'stop prove.unit.innocent, next prove']
  ] as const)('%j and %s: %s', (assessment, proof, said) => {
    expect(prove(assessment, proof)).toBe(said);
  });
});
