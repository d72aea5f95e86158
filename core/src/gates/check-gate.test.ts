import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkGate } from './check-gate.ts';
import type { GateFacts } from './facts.ts';

const open: GateFacts = {
  ...{ carrier: 'can-uds', programmer: false, vehicle: undefined },
  ...{ vehicleLine: undefined, vehicleGap: undefined, meant: undefined, feed: undefined },
  ...{ personRole: 'bench', family: 'HV-EC4', jobClosed: false },
  ...{ needsAuthority: true, authorityProven: true },
  boxLinks: { cable: true, radio: false },
  need: { voltageMinMv: 12000, voltageMaxMv: 14000, limitMinMa: 5000, limitMaxMa: 7000 },
  supply: {
    on: true,
    setMv: 13500,
    limitMa: 5000,
    measuredMv: 13480,
    measuredMa: 900,
    ratedMa: 10000
  },
  room: { freeBytes: 10 * 1024 ** 3, needBytes: 2 ** 26 },
  stationBusy: false,
  connected: { chipId: 'D0', family: 'HV-EC4', tag: '0388' },
  originalChipId: '0F',
  donorChipId: 'D0',
  originalTag: '0417',
  donorTag: '0388',
  donorMismatches: [],
  donorProven: true,
  unitsSwapped: false,
  image: 'built',
  target: 'donor',
  backupWaived: undefined,
  regions: [
    {
      name: 'Data flash',
      trustedSha256: 'a',
      cloneSha256: 'a',
      suppliedSha256: undefined,
      suppliedWrong: undefined,
      donorBackedUp: true,
      donorEqualsOriginal: false
    },
    {
      name: 'Program flash',
      trustedSha256: 'b',
      cloneSha256: 'b',
      suppliedSha256: undefined,
      suppliedWrong: undefined,
      donorBackedUp: true,
      donorEqualsOriginal: false
    }
  ]
};
const supply = (change: object): Partial<GateFacts> => ({
  supply: { ...(open.supply as NonNullable<GateFacts['supply']>), ...change }
});
const regions = (change: object): Partial<GateFacts> => ({
  regions: open.regions.map((r, i) => (i === 1 ? { ...r, ...change } : r))
});

describe('the gate for a write', () => {
  it('is open when everything holds', () => {
    expect(checkGate('write', open)).toMatchObject({ open: true, holding: undefined });
  });
  const held: readonly [string, Partial<GateFacts>, string][] = [
    [
      'the original on the clamp',
      { connected: { chipId: '0F', family: 'HV-EC4', tag: '0388' } },
      'gate.original.connected'
    ],
    ['the original unknown', { originalChipId: undefined }, 'gate.original.unknown'],
    ['no proof of authority seen', { authorityProven: false }, 'gate.authority.missing'],
    ['a box on cable and radio', { boxLinks: { cable: true, radio: true } }, 'gate.link.both'],
    ['nothing identified since power came on', { connected: undefined }, 'gate.unit.unknown'],
    [
      'a stranger on the clamp',
      { connected: { chipId: '77', family: 'HV-EC4', tag: '0388' } },
      'gate.donor.other'
    ],
    [
      'a unit of another family',
      { connected: { chipId: 'D0', family: 'QN-TC2', tag: '0388' } },
      'gate.family.other'
    ],
    [
      'a region without two agreeing reads',
      regions({ trustedSha256: undefined }),
      'gate.original.untrusted'
    ],
    ['no clone image', regions({ cloneSha256: undefined }), 'gate.image.none'],
    ['an image built from other reads', { image: 'stale' }, 'gate.image.stale'],
    ['no kept backup of the donor', regions({ donorBackedUp: false }), 'gate.backup.missing'],
    ['a donor of other hardware', { donorMismatches: ['Hardware number'] }, 'gate.donor.differs'],
    ['units taken for each other', { unitsSwapped: true }, 'gate.units.swapped'],
    ['the supply off', supply({ on: false, measuredMv: 0 }), 'supply.output.off'],
    ['the limit under the need', supply({ limitMa: 4999 }), 'supply.limit.low'],
    ['a supply that cannot carry it', supply({ ratedMa: 4000 }), 'supply.rating.low'],
    ['a sagging voltage', supply({ measuredMv: 11900 }), 'supply.volts.outside'],
    ['a supply in limitation', supply({ measuredMa: 5000 }), 'supply.limit.reached'],
    ['no supply at all', { supply: undefined }, 'supply.link.absent'],
    ['a running operation', { stationBusy: true }, 'gate.station.busy'],
    ['a trainee', { personRole: 'trainee' }, 'gate.person.role'],
    ['the desk', { personRole: 'desk' }, 'gate.person.role'],
    ['a closed job', { jobClosed: true }, 'gate.job.closed'],
    ['a family without a driven way', { carrier: 'file', need: undefined }, 'gate.access.none']
  ];
  for (const [why, change, code] of held) {
    it(`is held by ${why}`, () => {
      const gate = checkGate('write', { ...open, ...change });
      expect(gate.open).toBe(false);
      expect(gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code)).toContain(code);
    });
  }
  it('lets a high limit pass with a Look', () => {
    const gate = checkGate('write', { ...open, ...supply({ limitMa: 9000 }) });
    expect(gate.open).toBe(true);
    expect(gate.lines.map((l) => l.code)).toContain('supply.limit.high');
  });
  it('is never open for the chip id of the original, whatever else is true (invariant 1)', () => {
    const chip = fc.constantFrom('0F', 'D0', '77', undefined);
    fc.assert(
      fc.property(chip, chip, chip, fc.boolean(), (connected, original, donor, built) => {
        const facts: GateFacts = {
          ...open,
          connected: connected && { chipId: connected, family: 'HV-EC4', tag: '0388' },
          originalChipId: original,
          donorChipId: donor,
          regions: built ? open.regions : []
        };
        const gate = checkGate('write', facts);
        if (gate.open) {
          expect(connected).toBe(donor);
          expect(original).toBeDefined();
          expect(connected).not.toBe(original);
          expect(built).toBe(true);
        }
      })
    );
  });
});

describe('the gates for reading', () => {
  it('let a trainee read, and the desk not', () => {
    const original = {
      ...open,
      connected: { chipId: '0F', family: 'HV-EC4', tag: '0388' }
    };
    expect(checkGate('read-original', { ...original, personRole: 'trainee' }).open).toBe(true);
    expect(checkGate('read-original', { ...original, personRole: 'desk' }).open).toBe(false);
  });
  it('hold the role of the unit on the clamp', () => {
    expect(checkGate('read-original', open).holding?.code).toBe('gate.original.other');
    expect(checkGate('read-donor', open).open).toBe(true);
    expect(checkGate('read-donor', { ...open, donorChipId: undefined }).holding?.code).toBe(
      'gate.donor.unknown'
    );
  });
  it('ask for the supply before the chip id is read', () => {
    expect(checkGate('identify', { ...open, connected: undefined }).open).toBe(true);
    expect(checkGate('identify', { ...open, ...supply({ on: false }) }).holding?.code).toBe(
      'supply.output.off'
    );
  });
});

describe('a chip on the clip', () => {
  const on = open.supply as NonNullable<GateFacts['supply']>;
  const clip: GateFacts = {
    ...open,
    ...{ carrier: 'chip', programmer: true, need: undefined },
    ...{ supply: { ...on, on: false }, originalChipId: undefined, donorChipId: undefined },
    connected: { chipId: undefined, family: undefined, tag: '0417' }
  };
  const codes = (kind: 'identify' | 'read-original' | 'read-donor' | 'write', change = {}) =>
    checkGate(kind, { ...clip, ...change });
  it('is read with a look at whose it is: nothing on it tells', () => {
    const gate = codes('read-original');
    expect(gate.open).toBe(true);
    expect(gate.lines.filter((l) => l.verdict === 'look').map((l) => l.code)).toEqual([
      'gate.family.untold',
      'gate.original.untold'
    ]);
    expect(codes('identify', { connected: undefined }).open).toBe(true);
  });
  it.each([
    ['identify', { programmer: false }, 'gate.programmer.none'],
    ['identify', { supply: on }, 'gate.feed.on'],
    ['read-original', { supply: on }, 'gate.feed.on'],
    ['read-original', { connected: undefined }, 'gate.unit.unknown'],
    ['read-donor', {}, 'gate.chip.other'],
    ['write', {}, 'gate.chip.other'],
    ['write', { supply: on }, 'gate.feed.on']
  ] as const)('%s is held by %j: %s', (kind, change, code) => {
    const gate = codes(kind, change);
    expect(gate.open).toBe(false);
    expect(gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code)).toContain(code);
  });
});

describe('every gate, rule by rule', () => {
  const onClamp = { chipId: '0F', family: 'HV-EC4', tag: '0388' };
  const donor = { chipId: 'D0', family: 'HV-EC4', tag: '0388' };
  const original: GateFacts = { ...open, connected: onClamp };
  const START: Record<'identify' | 'read-original' | 'read-donor' | 'write', GateFacts> = {
    identify: original,
    'read-original': original,
    'read-donor': { ...open, connected: donor },
    write: { ...open, connected: donor }
  };
  /** What is worse, the code that says so, and the gates that it holds; all others stay open. */
  const WORSE: readonly (readonly [Partial<GateFacts>, string, readonly (keyof typeof START)[]])[] =
    [
      [
        { personRole: 'desk' },
        'gate.person.role',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [{ personRole: 'trainee' }, 'gate.person.role', ['write']],
      [
        { jobClosed: true },
        'gate.job.closed',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [
        { carrier: 'file', need: undefined },
        'gate.access.none',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [
        { stationBusy: true },
        'gate.station.busy',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [
        { supply: undefined },
        'supply.link.absent',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [
        supply({ on: false, measuredMv: 0 }),
        'supply.output.off',
        ['identify', 'read-original', 'read-donor', 'write']
      ],
      [{ authorityProven: false }, 'gate.authority.missing', ['read-original', 'write']],
      [
        { boxLinks: { cable: true, radio: true } },
        'gate.link.both',
        ['read-original', 'read-donor', 'write']
      ],
      [{ connected: undefined }, 'gate.unit.unknown', ['read-original', 'read-donor', 'write']],
      [
        { connected: { chipId: '77', family: 'HV-EC4', tag: '0388' } },
        'gate.original.other',
        ['read-original']
      ],
      [
        { connected: { chipId: '0F', family: 'QN-TC2', tag: '0388' } },
        'gate.family.other',
        ['read-original']
      ],
      [
        { connected: { chipId: '77', family: 'HV-EC4', tag: '0388' } },
        'gate.donor.other',
        ['read-donor', 'write']
      ],
      [{ originalChipId: undefined }, 'gate.original.unknown', ['read-original', 'write']],
      [{ donorChipId: undefined }, 'gate.donor.unknown', ['read-donor', 'write']]
    ];
  const kinds = Object.keys(START) as (keyof typeof START)[];
  it.each(kinds)('%s is open when everything holds', (kind) => {
    expect(checkGate(kind, START[kind]).holding).toBeUndefined();
  });
  it.each(
    WORSE.flatMap(([change, code, held]) =>
      held.map((kind) => [`${kind} by ${code}`, kind, change, code] as const)
    )
  )('held: %s', (_, kind, change, code) => {
    const gate = checkGate(kind, { ...START[kind], ...change });
    expect(gate.open).toBe(false);
    expect(gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code)).toContain(code);
  });
  it('names one cause once, and supply before chip id', () => {
    for (const kind of ['read-original', 'read-donor', 'write'] as const) {
      const bare = {
        ...START[kind],
        ...supply({ on: false, measuredMv: 0 }),
        connected: undefined
      };
      const stops = checkGate(kind, bare).lines.filter((l) => l.verdict === 'stop');
      expect(stops.map((l) => l.code)).toEqual(['supply.output.off', 'gate.unit.unknown']);
      expect(checkGate(kind, bare).holding?.code).toBe('supply.output.off');
    }
  });
  it('drops no line that says Go, and leaves no cause out', () => {
    for (const kind of kinds) {
      const all = checkGate(kind, START[kind]).lines;
      expect(all.every((l) => l.verdict === 'go')).toBe(true);
      // identify looks at five things, a write at fifteen: as many lines
      expect(all).toHaveLength(
        { identify: 5, 'read-original': 11, 'read-donor': 10, write: 15 }[kind]
      );
    }
  });
});
