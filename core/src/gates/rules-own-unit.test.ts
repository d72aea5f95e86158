// Rules of a write into the unit itself.
import { describe, expect, it } from 'vitest';
import { checkGate } from './check-gate.ts';
import type { GateFacts, RegionGateFact } from './facts.ts';
import { contentBuilt } from './rules/content-built.ts';
import { targetIsDonor, targetIsItself } from './rules/target.ts';

const region = (name: string, change: Partial<RegionGateFact> = {}): RegionGateFact => ({
  ...{ name, trustedSha256: `t-${name}`, cloneSha256: undefined },
  ...{ donorBackedUp: false, donorEqualsOriginal: false },
  ...{ suppliedSha256: undefined, suppliedWrong: undefined },
  ...change
});
const own = region('b', { suppliedSha256: 's', cloneSha256: 's' });
const facts: GateFacts = {
  ...{ personRole: 'bench', family: 'HV-EC4', jobClosed: false, needsAuthority: true },
  ...{
    vehicleLine: undefined,
    vehicleGap: undefined,
    meant: undefined,
    feed: undefined,
    vehicle: undefined
  },
  ...{ authorityProven: true, boxLinks: { cable: true, radio: false }, carrier: 'can-uds' },
  ...{ programmer: false, stationBusy: false, donorMismatches: [], donorProven: false },
  need: { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 5000, limitMaxMa: 7000 },
  supply: {
    ...{ on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_480, measuredMa: 900 },
    ratedMa: 10_000
  },
  room: { freeBytes: 2 ** 40, needBytes: 1000 },
  connected: { chipId: '0F', family: 'HV-EC4', tag: '0417' },
  ...{ originalChipId: '0F', donorChipId: undefined, originalTag: '0417', donorTag: undefined },
  ...{ unitsSwapped: false, target: 'original', backupWaived: undefined },
  image: 'built',
  regions: [region('a'), own]
};
const say = (change: Partial<GateFacts>) => {
  const line = contentBuilt({ ...facts, ...change });
  return `${line?.verdict} ${line?.code}`;
};

describe('what is written into the unit itself', () => {
  it('is supplied, plausible, built and still what was supplied last', () => {
    expect(say({})).toBe('go gate.image.built');
    const doubtful = { ...own, suppliedDoubt: 'image.checksum.differs' };
    expect(say({ regions: [region('a'), doubtful] })).toBe('look gate.content.doubtful');
    expect(say({ regions: [region('a'), { ...doubtful, cloneSha256: 'x' }] })).toBe(
      'stop gate.image.stale'
    );
    expect(say({ regions: [] })).toBe('stop gate.content.none');
    expect(say({ regions: [region('a')] })).toBe('stop gate.content.none');
    const unbuilt = { ...own, cloneSha256: undefined };
    expect(say({ regions: [region('a'), unbuilt] })).toBe('stop gate.image.none');
    expect(say({ regions: [region('a'), { ...own, cloneSha256: 'x' }] })).toBe(
      'stop gate.image.stale'
    );
    // a region that nothing is supplied for any more, and one that was supplied after the build
    expect(say({ regions: [region('a', { cloneSha256: 'old' }), own] })).toBe(
      'stop gate.image.stale'
    );
    expect(say({ regions: [region('a', { suppliedSha256: 'new' }), own] })).toBe(
      'stop gate.image.stale'
    );
    const wrong = { ...own, suppliedWrong: 'image.fill.single' };
    expect(contentBuilt({ ...facts, regions: [wrong] })).toMatchObject({
      verdict: 'stop',
      code: 'gate.content.wrong',
      params: { region: 'b', found: 'image.fill.single' }
    });
  });

  it('the kind of the job says which unit is written', () => {
    const of = (target: GateFacts['target']) => [
      targetIsDonor({ ...facts, target })?.code,
      targetIsItself({ ...facts, target })?.code
    ];
    expect(of('donor')).toEqual([undefined, 'gate.target.other']);
    expect(of('original')).toEqual(['gate.target.other', undefined]);
    expect(of(undefined)).toEqual(['gate.target.none', 'gate.target.none']);
  });
});

describe('the gate for it', () => {
  it('is open when everything holds, without any donor', () => {
    expect(checkGate('write-back', facts)).toMatchObject({ open: true });
  });

  it.each<[string, Partial<GateFacts>, string]>([
    ['a trainee', { personRole: 'trainee' }, 'gate.person.role'],
    ['no authority', { authorityProven: false }, 'gate.authority.missing'],
    [
      'a region without a way back',
      { regions: [region('a', { trustedSha256: undefined }), own] },
      'gate.original.untrusted'
    ],
    [
      'another unit',
      { connected: { chipId: 'D0', family: 'HV-EC4', tag: '0388' } },
      'gate.original.other'
    ],
    ['nobody connected', { connected: undefined }, 'gate.unit.unknown'],
    ['its chip id never read', { originalChipId: undefined }, 'gate.original.unknown'],
    [
      'another family',
      { connected: { chipId: '0F', family: 'HV-EC6', tag: '0417' } },
      'gate.family.other'
    ],
    ['a job for a donor', { target: 'donor' }, 'gate.target.other'],
    ['a closed job', { jobClosed: true }, 'gate.job.closed'],
    ['a station at work', { stationBusy: true }, 'gate.station.busy'],
    ['no supply', { supply: undefined }, 'supply.link.absent'],
    [
      'a way that this bench does not drive',
      { carrier: 'file', need: undefined },
      'gate.access.none'
    ],
    ['nothing supplied', { regions: [region('a')] }, 'gate.content.none']
  ])('%s holds it', (_, change, code) => {
    const gate = checkGate('write-back', { ...facts, ...change });
    expect(gate.open).toBe(false);
    expect(gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code)).toContain(code);
  });

  it('a memory chip does not say whose it is: the tag has to, and the content is held against the reads', () => {
    const clip = { carrier: 'chip' as const, need: undefined, programmer: true };
    const off = { supply: facts.supply && { ...facts.supply, on: false } };
    const on = (tag: string) => ({ chipId: undefined, family: undefined, tag });
    const codes = (tag: string) =>
      checkGate('write-back', { ...facts, ...clip, ...off, connected: on(tag) }).lines.map(
        (l) => l.code
      );
    expect(codes('0417')).toContain('gate.original.untold');
    expect(codes('0388')).toContain('gate.chip.other');
  });
});
