import { regionAs } from '../reads/examples.ts';
// Every stop of the line of work against every input that matters to it: verdict, code and parameters, word for word.
import { shapeOf } from '../job/shape.ts';
import { describe, expect, it } from 'vitest';
import { problemOf } from '../base/result.ts';
import { undone, type Judgement } from '../base/verdict.ts';
import { judgedAs as judge } from '../base/examples.ts';
import { judgeLineOfWork, judgeWiring, type JobFacts } from './line-of-work.ts';
import { findStage, STAGES, type Stage } from '../job/stages.ts';
import { findWaiting } from './waiting.ts';

const trusted = regionAs('trusted', { region: 'a' });
const remark = regionAs('remark', { region: 'b' });
const none = regionAs('none', { region: 'a' });
const single = regionAs('single', { region: 'b' });
const disputed = regionAs('disputed', { region: 'c' });
const implausible = regionAs('implausible', { region: 'd' });
const donorEqual = regionAs('equal', { region: 'a' });
const off = undone(judge('stop', 'supply.output.off', { x: 1 }));
const low = judge('stop', 'supply.limit.low', { x: 1 });
const fits = judge('go', 'donor.unit.fits');
const asks = judge('look', 'donor.unit.ask', { names: 'Frequency' });
const steady = judge('go', 'supply.output.fine');

/** A job in which everything is done. */
const whole: JobFacts = {
  ...{
    shape: shapeOf('failed-module'),
    supplied: 0,
    ownKept: true,
    checkedByUnit: false,
    vehicleKnown: true
  },
  ...{ result: undefined, reached: true, backupWaived: false },
  ...{ closed: false, customer: 'C', vinProblem: undefined, vinCheckDigit: 'holds' },
  ...{ authorisedBy: 'D', needsAuthority: true, authorityGap: undefined },
  ...{
    assessment: judge('go', 'proof.verdict.unit'),
    otherProven: false,
    proof: 'cause',
    method: 'whole-image'
  },
  ...{ hasProfile: true, originalTag: '0417', originalChipId: 'A', originalVin: 'V' },
  ...{ vehicleVin: 'V', donorTag: '0388', donorChipId: 'B', donorMismatches: [] },
  ...{ unitsSwapped: false, carrier: 'can-uds', donorCheck: fits, supply: steady },
  ...{ originalRegions: [trusted, trusted], donorRegions: [trusted], clone: 'built' },
  lastWrite: 'verified'
};
type Case = readonly [Partial<JobFacts>, Judgement];
const asked = judge('look', 'proof.verdict.open', { missing: 2 });

const TABLE: Readonly<Record<Stage, readonly Case[]>> = {
  arrive: [
    [{}, judge('go', 'arrive.job.complete', { customer: 'C', by: 'D' })],
    [{ vinCheckDigit: 'absent' }, judge('go', 'arrive.job.complete', { customer: 'C', by: 'D' })],
    [{ vinCheckDigit: 'differs' }, judge('look', 'arrive.vin.digit', { vin: 'V' })],
    [
      { vinProblem: 'p', vehicleKnown: false, shape: shapeOf('unknown-unit') },
      judge('go', 'arrive.job.complete', { customer: 'C', by: 'D' })
    ],
    // a VIN that is there and wrong is wrong, of a loose unit too; and a vehicle has one
    [
      { vinProblem: 'p', shape: shapeOf('unknown-unit') },
      judge('stop', 'arrive.vin.wrong', { vin: 'V' })
    ],
    [{ vinProblem: 'p', vehicleKnown: false }, judge('stop', 'arrive.vin.wrong', { vin: 'V' })],
    [{ authorityGap: 'proof' }, judge('stop', 'arrive.authority.thin', { missing: 'proof' })],
    [
      { authorityGap: 'order', needsAuthority: false },
      judge('go', 'arrive.job.complete', { customer: 'C', by: 'D' })
    ],
    [
      { authorisedBy: undefined, authorityGap: 'proof' },
      judge('stop', 'arrive.authority.none', { customer: 'C' })
    ],
    [
      { vinProblem: 'p', authorisedBy: undefined, vinCheckDigit: 'differs' },
      judge('stop', 'arrive.vin.wrong', { vin: 'V' })
    ]
  ],
  prove: [
    [{}, judge('go', 'prove.unit.cause')],
    [{ assessment: asked }, judge('look', 'prove.unit.decided')],
    [
      { assessment: judge('stop', 'proof.verdict.other') },
      judge('look', 'prove.unit.contradicted')
    ],
    [{ proof: 'not-cause' }, judge('stop', 'prove.unit.innocent')],
    [{ proof: 'open' }, judge('look', 'prove.unit.undecided')],
    [{ proof: 'open', assessment: asked }, asked]
  ],
  identify: [
    [{}, judge('go', 'identify.unit.known', { tag: '0417', chipId: 'A' })],
    [{ originalVin: undefined }, judge('go', 'identify.unit.known', { tag: '0417', chipId: 'A' })],
    [{ originalVin: 'W' }, judge('look', 'identify.vin.other', { found: 'W', vin: 'V' })],
    [
      { originalChipId: undefined, originalVin: 'W' },
      judge('look', 'identify.chip.unread', { tag: '0417' })
    ],
    [
      { carrier: 'file', originalChipId: undefined },
      judge('go', 'identify.unit.tagged', { tag: '0417' })
    ],
    [{ originalTag: undefined, carrier: 'file' }, judge('look', 'identify.unit.none')],
    [{ hasProfile: false, originalTag: undefined }, judge('stop', 'identify.family.unknown')]
  ],
  match: [
    [{}, judge('go', 'match.donor.fits', { tag: '0388' })],
    [
      { donorMismatches: ['Hardware', 'Market'] },
      judge('stop', 'match.donor.differs', { tag: '0388', field: 'Hardware' })
    ],
    [{ unitsSwapped: true, donorMismatches: ['x'] }, judge('stop', 'match.units.swapped')],
    // what is known to be wrong counts before the chip id is read, and over every access
    [{ donorChipId: undefined, unitsSwapped: true }, judge('stop', 'match.units.swapped')],
    [
      { carrier: 'file', donorMismatches: ['Frequency'] },
      judge('stop', 'match.donor.differs', { tag: '0388', field: 'Frequency' })
    ],
    [{ donorChipId: undefined }, judge('look', 'match.donor.unread', { tag: '0388' })],
    // a field that must be equal and is not known on both sides
    [{ donorCheck: asks }, asks],
    [{ donorCheck: undefined }, judge('look', 'match.donor.byhand', { tag: '0388' })],
    [{ carrier: 'chip', donorChipId: undefined }, judge('go', 'match.donor.fits', { tag: '0388' })],
    [
      { carrier: 'chip', donorChipId: undefined, donorCheck: asks },
      judge('look', 'match.donor.byhand', { tag: '0388' })
    ],
    [{ originalChipId: undefined }, judge('look', 'match.donor.unread', { tag: '0388' })],
    [
      { carrier: 'file', donorChipId: undefined, donorCheck: undefined },
      judge('look', 'match.donor.byhand', { tag: '0388' })
    ],
    [{ donorTag: undefined, carrier: 'file' }, judge('look', 'match.donor.none')],
    [{ method: 'none', donorTag: undefined }, judge('go', 'match.donor.needless')]
  ],
  wire: [
    [{}, steady],
    [{ supply: low }, low],
    [{ supply: off }, undone(judge('look', 'supply.output.off', { x: 1 }))],
    [{ supply: undefined }, judge('none', 'wire.station.none')],
    [{ carrier: 'file', supply: off }, judge('look', 'wire.access.elsewhere')]
  ],
  read: [
    [{}, judge('go', 'read.all.trusted', { count: 2, donor: '0388' })],
    [{ originalRegions: [] }, judge('none', 'read.region.none')],
    [{ originalRegions: [none, single, disputed] }, disputed],
    [{ originalRegions: [none, single] }, single],
    [{ originalRegions: [trusted, none] }, none],
    [{ originalRegions: [disputed, implausible] }, implausible],
    [{ originalRegions: [trusted, remark] }, remark],
    [{ donorRegions: [trusted, donorEqual] }, donorEqual],
    [{ donorRegions: [donorEqual], originalRegions: [none] }, none],
    [{ donorRegions: [trusted, single] }, judge('look', 'read.donor.missing', { tag: '0388' })],
    [
      { donorRegions: [trusted, single], backupWaived: true },
      judge('go', 'read.all.trusted', { count: 2, donor: '' })
    ],
    // what is the original's own content is waived by nobody
    [{ donorRegions: [donorEqual, single], backupWaived: true }, donorEqual],
    [{ donorRegions: [] }, judge('go', 'read.all.trusted', { count: 2, donor: '' })],
    [
      { donorRegions: [single], donorTag: undefined },
      judge('go', 'read.all.trusted', { count: 2, donor: '' })
    ],
    [
      { donorRegions: [donorEqual], donorTag: undefined },
      judge('go', 'read.all.trusted', { count: 2, donor: '' })
    ]
  ],
  build: [
    [{}, judge('go', 'build.image.ready')],
    [{ clone: 'stale' }, judge('stop', 'build.image.stale')],
    [{ clone: 'none' }, judge('look', 'build.image.none')],
    [{ clone: 'none', originalRegions: [trusted, remark] }, judge('look', 'build.image.none')],
    [{ clone: 'none', originalRegions: [trusted, single] }, judge('none', 'build.reads.missing')],
    [{ clone: 'none', originalRegions: [] }, judge('none', 'build.reads.missing')],
    [
      { partsGap: problemOf('clone.nothing.left', { method: 'merge' }) },
      judge('look', 'clone.nothing.left', { method: 'merge' })
    ],
    [{ method: 'merge', hasProfile: false }, judge('go', 'build.image.ready')]
  ],
  write: [
    [{}, judge('go', 'write.clone.verified')],
    [{ clone: 'stale' }, judge('look', 'write.clone.doubted')],
    [{ clone: 'none' }, judge('look', 'write.clone.doubted')],
    [{ lastWrite: 'refuted' }, judge('stop', 'write.clone.refuted')],
    [{ lastWrite: 'active' }, judge('look', 'write.clone.active')],
    [{ lastWrite: 'failed' }, judge('stop', 'write.clone.failed')],
    [{ lastWrite: 'interrupted', carrier: 'file' }, judge('stop', 'write.clone.interrupted')],
    [{ lastWrite: 'none' }, judge('look', 'write.clone.ready')],
    [{ lastWrite: 'none', carrier: 'file' }, judge('look', 'write.access.elsewhere')],
    [{ lastWrite: 'none', carrier: 'file', hasProfile: false }, judge('look', 'write.clone.ready')],
    [{ lastWrite: 'none', clone: 'stale' }, judge('none', 'write.image.none')],
    [{ lastWrite: 'none', donorRegions: [] }, judge('none', 'write.backup.none')],
    [
      { lastWrite: 'none', donorRegions: [], backupWaived: true },
      judge('look', 'write.clone.ready')
    ],
    [{ lastWrite: 'none', donorRegions: [trusted, single] }, judge('none', 'write.backup.none')],
    [{ lastWrite: 'none', donorRegions: [trusted, remark] }, judge('look', 'write.clone.ready')]
  ],
  return: [
    [{}, judge('look', 'return.job.open')],
    [{ closed: true, lastWrite: 'none' }, judge('go', 'return.job.closed', { result: '' })],
    [{ closed: true, result: 'ended' }, judge('go', 'return.job.closed', { result: 'ended' })],
    [
      { returnSteps: judge('stop', 'return.steps.half', { steps: 1 }) },
      judge('stop', 'return.steps.half', { steps: 1 })
    ],
    [
      { returnSteps: judge('look', 'return.steps.open', { steps: 1, of: 2 }) },
      judge('look', 'return.job.open')
    ],
    [{ lastWrite: 'none' }, judge('look', 'return.result.ready')],
    [{ lastWrite: 'none', reached: false }, judge('none', 'return.write.first')],
    [
      { lastWrite: 'none', reached: false, shape: shapeOf('security') },
      judge('none', 'return.result.first')
    ],
    [{ lastWrite: 'failed', reached: false }, judge('none', 'return.write.first')],
    [{ lastWrite: 'active', reached: false }, judge('none', 'return.write.first')]
  ]
};

for (const stage of STAGES) {
  describe(stage, () => {
    for (const [change, said] of TABLE[stage]) {
      it(`${JSON.stringify(change)}: ${said.verdict} ${said.code}`, () => {
        expect(judgeLineOfWork({ ...whole, ...change })[stage]).toEqual(said);
      });
    }
  });
}

describe('beside the stops', () => {
  it('a supply that is off is something to do; every other word of it stays', () => {
    expect(judgeWiring(undefined, off)).toEqual(
      undone(judge('look', 'supply.output.off', { x: 1 }))
    );
    for (const other of [low, steady]) expect(judgeWiring(undefined, other)).toEqual(other);
  });
  it('a measured fault comes before the supply, an unfit supply before what is not connected', () => {
    const short = judge('stop', 'wiring.feed.short');
    const open = undone(judge('look', 'wiring.wires.open'));
    const right = judge('go', 'wiring.connection.right');
    expect(judgeWiring(short, low)).toEqual(short);
    expect(judgeWiring(open, low)).toEqual(low);
    expect(judgeWiring(open, off)).toEqual(open);
    expect(judgeWiring(open, steady)).toEqual(open);
    expect(judgeWiring(right, low)).toEqual(low);
    expect(judgeWiring(right, steady)).toEqual(steady);
  });
  it('a stop is found by its own name only', () => {
    for (const stage of STAGES) expect(findStage(stage)).toBe(stage);
    for (const text of ['', 'Arrive', 'arrive ', 'return/'])
      expect(findStage(text)).toBeUndefined();
  });
  it.each([
    ['arrive', {}, 'desk'],
    ['prove', { prove: 'innocent' }, 'customer'],
    ['prove', { prove: 'elsewhere' }, 'customer'],
    ['prove', { prove: 'contradicted' }, 'bench'],
    ['prove', { prove: 'open' }, 'bench'],
    ['match', { match: 'none' }, 'part'],
    ['match', { match: 'differs' }, 'part'],
    ['match', { match: 'unread' }, 'bench'],
    ['match', { match: 'swapped' }, 'bench'],
    // what another stage lacks is not what the next one waits for
    ['write', { prove: 'innocent', match: 'none' }, 'bench'],
    ['read', { prove: 'elsewhere', match: 'differs' }, 'bench']
  ] as const)('at %s with %j it waits for: %s', (stage, change, waits) => {
    const states = { prove: 'cause', match: 'fits', ...change } as const;
    expect(findWaiting({ closed: false, next: { stage }, states })).toBe(waits);
    expect(findWaiting({ closed: true, next: { stage }, states })).toBe('nobody');
  });
});
