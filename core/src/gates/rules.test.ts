import { describe, expect, it } from 'vitest';
import type { ConnectedUnit, GateFacts, GateRule, RegionGateFact } from './facts.ts';
import { boardUnfed } from './rules/board-unfed.ts';
import { authorityRecorded } from './rules/authority-recorded.ts';
import { diskHolds } from './rules/disk-holds.ts';
import { donorBackedUp } from './rules/donor-backed-up.ts';
import { donorFits } from './rules/donor-fits.ts';
import { familyMatches } from './rules/family-matches.ts';
import { imageBuilt } from './rules/image-built.ts';
import { isTheDonor } from './rules/is-the-donor.ts';
import { isTheOriginal } from './rules/is-the-original.ts';
import { jobOpen } from './rules/job-open.ts';
import { linkSingle } from './rules/link-single.ts';
import { notTheOriginal } from './rules/not-the-original.ts';
import { originalsTrusted } from './rules/originals-trusted.ts';
import { personMayRead } from './rules/person-may-read.ts';
import { personMayWrite } from './rules/person-may-write.ts';
import { programmerThere } from './rules/programmer-there.ts';
import { stationFree } from './rules/station-free.ts';
import { supplyCarries } from './rules/supply-carries.ts';
import { unitIdentified } from './rules/unit-identified.ts';
import { accessDriven } from './rules/access-driven.ts';

const GIB = 1024 ** 3;
const region = (name: string, change: Partial<RegionGateFact> = {}): RegionGateFact => ({
  ...{ name, trustedSha256: `t-${name}`, cloneSha256: `t-${name}` },
  ...{ donorBackedUp: true, donorEqualsOriginal: false },
  ...{ suppliedSha256: undefined, suppliedWrong: undefined },
  ...change
});
const two = (change: Partial<RegionGateFact>) => ({ regions: [region('a'), region('b', change)] });
const need = { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 5000, limitMaxMa: 7000 };
const facts: GateFacts = {
  ...{ carrier: 'can-uds', programmer: false },
  ...{
    vehicleLine: undefined,
    vehicleGap: undefined,
    meant: undefined,
    feed: undefined,
    vehicle: undefined
  },
  ...{ personRole: 'bench', family: 'HV-EC4', jobClosed: false, needsAuthority: true },
  ...{ authorityProven: true, boxLinks: { cable: true, radio: false }, need },
  supply: {
    ...{ on: true, setMv: 13_500, limitMa: 5000, measuredMv: 13_480, measuredMa: 900 },
    ratedMa: 10_000
  },
  room: { freeBytes: 10 * GIB, needBytes: 1000 },
  ...{ stationBusy: false, connected: { chipId: 'D0', family: 'HV-EC4', tag: '0388' } },
  ...{ originalChipId: '0F', donorChipId: 'D0', originalTag: '0417', donorTag: '0388' },
  ...{
    donorMismatches: [],
    donorProven: true,
    unitsSwapped: false,
    target: 'donor',
    backupWaived: undefined,
    image: 'built',
    regions: [region('a'), region('b')]
  }
};
const on = (
  chipId: string | undefined,
  family: string | undefined = 'HV-EC4'
): { connected: ConnectedUnit } => ({
  connected: { chipId, family, tag: '0388' }
});
/** A chip on the clip that was said to be of the unit `tag`. */
const clip = (tag: string): Partial<GateFacts> => ({
  carrier: 'chip',
  connected: { chipId: undefined, family: undefined, tag }
});
const supplyOff = { supply: { ...(facts.supply as NonNullable<GateFacts['supply']>), on: false } };
const chip: Partial<GateFacts> = { carrier: 'chip', need: undefined };
const none = { connected: undefined };

/** Every rule against every input that matters: what it says, word for word. */
const TABLE: Readonly<
  Record<
    string,
    readonly [
      GateRule,
      ...(readonly [Partial<GateFacts>, string, Record<string, string | number>?])[]
    ]
  >
> = {
  authorityRecorded: [
    authorityRecorded,
    [{}, 'go gate.authority.recorded'],
    [{ authorityProven: false }, 'stop gate.authority.missing'],
    [{ needsAuthority: false, authorityProven: false }, 'go gate.authority.needless']
  ],
  diskHolds: [
    diskHolds,
    [
      { room: { freeBytes: GIB + 1000, needBytes: 1000 } },
      'go gate.disk.holds',
      { freeBytes: GIB + 1000, needBytes: 1000 }
    ],
    [
      { room: { freeBytes: GIB + 999, needBytes: 1000 } },
      'look gate.disk.low',
      { freeBytes: GIB + 999, needBytes: 1000 }
    ],
    [
      { room: { freeBytes: 1000, needBytes: 1000 } },
      'look gate.disk.low',
      { freeBytes: 1000, needBytes: 1000 }
    ],
    [
      { room: { freeBytes: 999, needBytes: 1000 } },
      'stop gate.disk.full',
      { freeBytes: 999, needBytes: 1000 }
    ],
    [{ room: { freeBytes: undefined, needBytes: 1 } }, 'look gate.disk.unknown'],
    [{ room: { freeBytes: Number.NaN, needBytes: 1 } }, 'look gate.disk.unknown'],
    [{ room: { freeBytes: Infinity, needBytes: 1 } }, 'look gate.disk.unknown']
  ],
  donorBackedUp: [
    donorBackedUp,
    [{}, 'go gate.backup.kept', { count: 2 }],
    [two({ donorBackedUp: false }), 'stop gate.backup.missing', { region: 'b' }],
    [two({ donorEqualsOriginal: true }), 'stop gate.backup.equal', { region: 'b' }],
    [
      two({ donorEqualsOriginal: true, donorBackedUp: false }),
      'stop gate.backup.equal',
      { region: 'b' }
    ],
    [{ regions: [] }, 'stop gate.backup.missing', { region: '' }],
    // a lead's word stands for what is missing, never for what is the original's own content, nor for nothing
    [
      { ...two({ donorBackedUp: false }), backupWaived: 'why' },
      'look gate.backup.waived',
      { region: 'b', reason: 'why' }
    ],
    [
      { ...two({ donorEqualsOriginal: true }), backupWaived: 'why' },
      'stop gate.backup.equal',
      { region: 'b' }
    ],
    [{ regions: [], backupWaived: 'why' }, 'stop gate.backup.missing', { region: '' }],
    [{ backupWaived: 'why' }, 'go gate.backup.kept', { count: 2 }]
  ],
  donorFits: [
    donorFits,
    [{}, 'go gate.donor.fits'],
    [{ donorMismatches: ['Hardware', 'x'] }, 'stop gate.donor.differs', { field: 'Hardware' }],
    [{ donorProven: false }, 'look gate.donor.unproven'],
    [{ donorProven: false, donorMismatches: ['x'] }, 'stop gate.donor.differs', { field: 'x' }],
    [{ unitsSwapped: true, donorProven: false }, 'stop gate.units.swapped'],
    [{ unitsSwapped: true }, 'stop gate.units.swapped'],
    [{ unitsSwapped: true, donorMismatches: ['x'] }, 'stop gate.units.swapped']
  ],
  familyMatches: [
    familyMatches,
    [{}, 'go gate.family.same', { family: 'HV-EC4', found: 'HV-EC4' }],
    [on('D0', 'QN-TC2'), 'stop gate.family.other', { family: 'HV-EC4', found: 'QN-TC2' }],
    [{ connected: { chipId: 'D0', family: undefined, tag: '0388' } }, 'stop gate.unit.unknown'],
    [clip('0388'), 'look gate.family.untold', { family: 'HV-EC4' }],
    [{ ...clip('0388'), ...none }, 'stop gate.unit.unknown'],
    [none, 'stop gate.unit.unknown']
  ],
  imageBuilt: [
    imageBuilt,
    [{}, 'go gate.image.built', { count: 2 }],
    [two({ cloneSha256: undefined }), 'stop gate.image.none'],
    [two({ cloneSha256: '' }), 'stop gate.image.none'],
    [{ image: 'none' }, 'stop gate.image.none'],
    [{ image: 'stale' }, 'stop gate.image.stale', { region: '' }],
    [{ image: 'stale', ...two({ cloneSha256: 'x' }) }, 'stop gate.image.stale', { region: 'b' }],
    [{ regions: [] }, 'stop gate.image.none']
  ],
  isTheDonor: [
    isTheDonor,
    [{}, 'go gate.donor.connected', { chipId: 'D0', donorChipId: 'D0', tag: '0388' }],
    [
      { donorTag: undefined },
      'go gate.donor.connected',
      { chipId: 'D0', donorChipId: 'D0', tag: '' }
    ],
    [on('77'), 'stop gate.donor.other', { chipId: '77', donorChipId: 'D0', tag: '0388' }],
    [{ donorChipId: undefined }, 'stop gate.donor.unknown'],
    [{ donorChipId: '' }, 'stop gate.donor.unknown'],
    [on(''), 'stop gate.unit.unknown'],
    [clip('0388'), 'look gate.donor.untold', { tag: '0388' }],
    [{ ...clip('0388'), donorTag: undefined }, 'stop gate.chip.other', { tag: '0388', wanted: '' }],
    // checked in another job, or before the donor was another unit
    [clip('0396'), 'stop gate.chip.other', { tag: '0396', wanted: '0388' }],
    [clip('0417'), 'stop gate.chip.other', { tag: '0417', wanted: '0388' }],
    [{ ...clip('0388'), ...none }, 'stop gate.unit.unknown'],
    [none, 'stop gate.unit.unknown']
  ],
  isTheOriginal: [
    isTheOriginal,
    [on('0F'), 'go gate.original.clamped', { chipId: '0F', originalChipId: '0F' }],
    [{}, 'stop gate.original.other', { chipId: 'D0', originalChipId: '0F' }],
    [{ originalChipId: undefined }, 'stop gate.original.unknown'],
    [none, 'stop gate.unit.unknown'],
    [on(''), 'stop gate.unit.unknown'],
    [clip('0417'), 'look gate.original.untold'],
    [clip('0388'), 'stop gate.chip.other', { tag: '0388', wanted: '0417' }],
    [{ ...clip('0417'), ...none }, 'stop gate.unit.unknown']
  ],
  jobOpen: [jobOpen, [{}, 'go gate.job.open'], [{ jobClosed: true }, 'stop gate.job.closed']],
  linkSingle: [
    linkSingle,
    [{}, 'go gate.link.single'],
    [{ boxLinks: { cable: false, radio: true } }, 'go gate.link.single'],
    [{ boxLinks: { cable: true, radio: true } }, 'stop gate.link.both'],
    [{ boxLinks: { cable: false, radio: false } }, 'look gate.link.unknown'],
    [{ ...chip, boxLinks: { cable: true, radio: true } }, 'nothing']
  ],
  notTheOriginal: [
    notTheOriginal,
    [{}, 'go gate.original.absent', { chipId: 'D0' }],
    [on('0F'), 'stop gate.original.connected', { chipId: '0F' }],
    [{ originalChipId: undefined }, 'stop gate.original.unknown'],
    [{ originalChipId: '', ...none }, 'stop gate.original.unknown'],
    [on(''), 'stop gate.unit.unknown'],
    [clip('0388'), 'nothing'],
    [none, 'stop gate.unit.unknown']
  ],
  originalsTrusted: [
    originalsTrusted,
    [{}, 'go gate.original.trusted', { count: 2 }],
    [two({ trustedSha256: undefined }), 'stop gate.original.untrusted', { region: 'b' }],
    [two({ trustedSha256: '' }), 'stop gate.original.untrusted', { region: 'b' }],
    // nothing that was read is nothing that is trusted
    [{ regions: [] }, 'stop gate.original.untrusted', { region: '' }]
  ],
  personMayRead: [
    personMayRead,
    [{}, 'go gate.person.may', { role: 'bench' }],
    [{ personRole: 'lead' }, 'go gate.person.may', { role: 'lead' }],
    [{ personRole: 'trainee' }, 'go gate.person.may', { role: 'trainee' }],
    [{ personRole: 'desk' }, 'stop gate.person.role', { role: 'desk', right: 'memory.read' }]
  ],
  personMayWrite: [
    personMayWrite,
    [{}, 'go gate.person.may', { role: 'bench' }],
    [{ personRole: 'lead' }, 'go gate.person.may', { role: 'lead' }],
    [
      { personRole: 'trainee' },
      'stop gate.person.role',
      { role: 'trainee', right: 'memory.write' }
    ],
    [{ personRole: 'desk' }, 'stop gate.person.role', { role: 'desk', right: 'memory.write' }]
  ],
  stationFree: [
    stationFree,
    [{}, 'go gate.station.free'],
    [{ stationBusy: true }, 'stop gate.station.busy']
  ],
  supplyCarries: [
    supplyCarries,
    [{ supply: undefined }, 'stop supply.link.absent'],
    [{ need: undefined }, 'stop gate.access.none', { family: 'HV-EC4' }],
    [{ carrier: 'file', need: undefined }, 'stop gate.access.none', { family: 'HV-EC4' }],
    [chip, 'nothing'],
    [{ ...chip, supply: undefined }, 'nothing']
  ],
  unitIdentified: [
    unitIdentified,
    [{}, 'go gate.unit.known', { chipId: 'D0' }],
    [none, 'stop gate.unit.unknown'],
    [on(''), 'stop gate.unit.unknown'],
    [on(undefined), 'stop gate.unit.unknown'],
    [clip('0388'), 'go gate.chip.contact'],
    // a unit that was identified over the box says nothing of the chip
    [{ ...on('D0'), carrier: 'chip' }, 'stop gate.unit.unknown']
  ],
  accessDriven: [
    accessDriven,
    [{}, 'go gate.access.driven', { family: 'HV-EC4' }],
    [chip, 'go gate.access.driven', { family: 'HV-EC4' }],
    [{ carrier: 'file' }, 'stop gate.access.none', { family: 'HV-EC4' }]
  ],
  programmerThere: [
    programmerThere,
    [{}, 'nothing'],
    [{ carrier: 'file' }, 'nothing'],
    [chip, 'stop gate.programmer.none'],
    [{ ...chip, programmer: true }, 'go gate.programmer.there']
  ],
  boardUnfed: [
    boardUnfed,
    [{}, 'nothing'],
    [{ carrier: 'file', supply: undefined }, 'nothing'],
    [chip, 'stop gate.feed.on'],
    [{ ...chip, supply: undefined }, 'look gate.feed.unknown'],
    [{ ...chip, ...supplyOff }, 'go gate.feed.off']
  ]
};

for (const [name, [rule, ...cases]] of Object.entries(TABLE)) {
  describe(name, () => {
    for (const [change, said, params] of cases) {
      it(`${JSON.stringify(change)}: ${said}`, () => {
        const line = rule({ ...facts, ...change });
        expect(line ? `${line.verdict} ${line.code}` : 'nothing').toBe(said);
        if (line && !line.code.startsWith('supply.')) expect(line.params).toEqual(params ?? {});
      });
    }
  });
}
