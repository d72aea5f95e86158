import type { Code } from '../base/codes.ts';
import { describe, expect, it } from 'vitest';
import type { Access } from '../access/access.ts';
import type { AgedReading } from '../access/vehicle/vehicle-reading.ts';
import { judgedAs as judge, problemAs } from '../base/examples.ts';
import { undone } from '../base/verdict.ts';
import { judgeUnitFeed } from '../electrical/judge-unit-feed.ts';
import { checkGate, type GateKind } from './check-gate.ts';
import type { GateFacts } from './facts.ts';
import { judgeFeed, needOf } from './judge-feed.ts';
import { judgeWiring } from './line-of-work.ts';
import { boardUnfed } from './rules/board-unfed.ts';
import { familyMatches } from './rules/family-matches.ts';
import { isMeant } from './rules/is-meant.ts';
import { isTheDonor } from './rules/is-the-donor.ts';
import { isTheOriginal } from './rules/is-the-original.ts';
import { linkSingle } from './rules/link-single.ts';
import { notTheOriginal } from './rules/not-the-original.ts';
import { programmerThere } from './rules/programmer-there.ts';
import { supplyCarries } from './rules/supply-carries.ts';
import { unitIdentified } from './rules/unit-identified.ts';
import { vehiclePlaced } from './rules/vehicle-placed.ts';

const fine: AgedReading = {
  ...{ vin: 'V', batteryMv: 13_200, speedKmh: 0, engineRpm: 0, ageSeconds: 5 }
};
const facts = {
  ...{ personRole: 'bench', family: 'F', jobClosed: false, needsAuthority: false },
  ...{ authorityProven: false, boxLinks: { cable: false, radio: false } },
  ...{
    carrier: 'vehicle-uds',
    vehicleLine: 'doip',
    vehicleGap: undefined,
    meant: undefined,
    feed: undefined,
    vehicle: fine
  },
  ...{ programmer: false, need: undefined, supply: undefined, stationBusy: false },
  ...{ room: { freeBytes: 9e12, needBytes: 1 } },
  connected: { chipId: '01', family: 'F', tag: '1' },
  ...{ originalChipId: '01', donorChipId: '02', originalTag: '1', donorTag: '2' },
  ...{ donorMismatches: [], donorProven: true, target: 'donor', backupWaived: undefined },
  ...{ unitsSwapped: false, regions: [], image: 'built' }
} as const satisfies GateFacts;
const gate = (kind: GateKind, change: Partial<GateFacts> = {}) => {
  const { open, holding } = checkGate(kind, { ...facts, ...change });
  return open ? 'open' : holding?.code;
};
const gap = (code: Code) => ({ vehicleGap: problemAs(code) });

describe('gates of a unit in its vehicle', () => {
  it.each([
    ['identify', {}, 'open'],
    ['identify', { vehicle: undefined }, 'open'],
    ['identify', gap('vehicle.layout.unknown'), 'vehicle.layout.unknown'],
    // it measures anew: a vehicle that once rolled, or ran, is not shut out for ever
    ['identify', { vehicle: { ...fine, speedKmh: 3 } }, 'open'],
    ['identify', { vehicle: { ...fine, engineRpm: 800 } }, 'open'],
    ['read-original', { vehicle: { ...fine, speedKmh: 3 } }, 'vehicle.speed.moving'],
    ['read-original', { vehicle: { ...fine, engineRpm: 800 } }, 'vehicle.engine.running'],
    ['read-original', {}, 'open'],
    ['read-original', { vehicle: undefined }, 'vehicle.look.none'],
    ['read-original', gap('vehicle.vin.none'), 'vehicle.vin.none'],
    ['read-original', { vehicle: { ...fine, batteryMv: undefined } }, 'vehicle.volts.unmeasured'],
    ['read-original', { connected: undefined }, 'gate.unit.unknown'],
    ['read-donor', { connected: { chipId: '02', family: 'F', tag: '2' } }, 'open'],
    ['read-donor', {}, 'gate.donor.other'],
    ['read-donor', { vehicle: undefined }, 'vehicle.look.none']
  ] as const)('%s with %j: %s', (kind, change, said) => {
    expect(gate(kind, change)).toBe(said);
  });
  it('an earlier bad reading is still told where it does not hold', () => {
    const rolling = { ...facts, vehicle: { ...fine, speedKmh: 3 } };
    const line = checkGate('identify', rolling).lines.find((l) => l.code.startsWith('vehicle.'));
    expect(line).toMatchObject({ verdict: 'look', code: 'vehicle.speed.moving' });
  });
  it('a write asks for a support supply, whatever else holds it', () => {
    for (const kind of ['write', 'write-back'] as const)
      for (const [vehicle, verdict] of [
        [fine, undefined],
        [{ ...fine, batteryMv: 12_600 }, 'stop'],
        [undefined, 'stop']
      ] as const) {
        const { lines } = checkGate(kind, { ...facts, vehicle });
        const line = lines.find((l) => l.code.startsWith('vehicle.') && l.verdict !== 'go');
        expect(line?.verdict).toBe(verdict);
        const placed = checkGate(kind, { ...facts, vehicle, ...gap('vehicle.unit.unknown') }).lines;
        expect(placed.map((l) => l.code)).toContain('vehicle.unit.unknown');
      }
  });
  it('what is asked of bench, box and programmer is not asked of it', () => {
    expect(supplyCarries(facts)).toBeUndefined();
    expect(boardUnfed(facts)).toBeUndefined();
    expect(programmerThere(facts)).toBeUndefined();
    expect(linkSingle(facts)).toBeUndefined();
    // over its own pair the box is between
    const both = { cable: true, radio: true };
    expect(linkSingle({ ...facts, vehicleLine: 'can', boxLinks: both })?.verdict).toBe('stop');
    expect(linkSingle({ ...facts, vehicleLine: undefined })?.verdict).toBe('look');
  });
  it('it tells who it is, as on the bench', () => {
    expect(unitIdentified(facts)).toEqual(judge('go', 'gate.unit.known', { chipId: '01' }));
    const untold = { ...facts, connected: { chipId: undefined, family: undefined, tag: '1' } };
    for (const rule of [unitIdentified, familyMatches, isTheOriginal, isTheDonor, notTheOriginal])
      expect(rule(untold)?.verdict).toBe('stop');
    expect(notTheOriginal(facts)?.code).toBe('gate.original.connected');
  });
  it.each(['can-uds', 'chip', 'file'] as const)('nothing of it is asked over %s', (carrier) => {
    expect(vehiclePlaced({ ...facts, carrier, ...gap('vehicle.vin.none') })).toBeUndefined();
    const { lines } = checkGate('identify', { ...facts, carrier, vehicle: undefined });
    expect(lines.filter((l) => l.code.startsWith('vehicle.'))).toEqual([]);
  });
  it('the line of work: not measured yet is something to do, measured and bad is Stop', () => {
    const socket = { carrier: 'vehicle-uds', key: 'obd-0', spec: {}, socket: {} } as Access;
    const feed = (vehicle: AgedReading | undefined) => {
      const judged = judgeFeed(needOf(socket), { supply: undefined, programmer: false, vehicle });
      return judged && judgeWiring(undefined, judged);
    };
    expect(feed(undefined)).toEqual(undone(judge('look', 'vehicle.look.none')));
    expect(feed({ ...fine, ageSeconds: 700 })).toEqual(undone(judge('look', 'vehicle.look.old')));
    expect(feed({ ...fine, batteryMv: 11_000 })?.verdict).toBe('stop');
    expect(feed(fine)?.verdict).toBe('go');
    const unasked = { by: undefined, measuredMv: undefined, ageSeconds: undefined };
    const need = {
      ...{ voltageMinMv: 12_000, voltageMaxMv: 14_000 },
      limitMinMa: 1,
      limitMaxMa: 2
    };
    for (const by of [undefined, 'vehicle'] as const) {
      const said = judgeUnitFeed({ ...unasked, by }, undefined, need);
      expect(said.verdict).toBe('stop');
      expect(judgeWiring(undefined, said).verdict).toBe('look');
    }
    expect(judgeWiring(undefined, judge('stop', 'gate.feed.twice')).verdict).toBe('stop');
  });
});

describe('the unit that is meant: a new one, or a partner', () => {
  const meant = { tag: '7', chipId: '01' };
  const at = { chipId: '01', family: 'F', tag: '7' };
  it.each<[Partial<GateFacts>, string, string]>([
    [{ meant, connected: at }, 'go', 'gate.meant.connected'],
    [{ meant, connected: undefined }, 'stop', 'gate.unit.unknown'],
    [{ meant: undefined, connected: at }, 'stop', 'gate.meant.none'],
    [{ meant: { tag: '7', chipId: undefined }, connected: at }, 'stop', 'gate.meant.unknown'],
    [{ meant, connected: { ...at, chipId: '02' } }, 'stop', 'gate.meant.other'],
    [{ meant, connected: { ...at, chipId: undefined } }, 'stop', 'gate.unit.unknown'],
    [{ carrier: 'chip', meant, connected: at }, 'look', 'gate.meant.untold'],
    [{ carrier: 'chip', meant, connected: { ...at, tag: '8' } }, 'stop', 'gate.chip.other']
  ])('%j: %s %s', (change, verdict, code) => {
    expect(isMeant({ ...facts, ...change })).toMatchObject({ verdict, code });
  });
  it('it is read only with authority where its family holds security data', () => {
    expect(gate('read-other', { meant, connected: at })).toBe('open');
    expect(gate('read-other', { meant, connected: at, needsAuthority: true })).toBe(
      'gate.authority.missing'
    );
    expect(gate('read-other', { meant, connected: { ...at, family: 'G' } })).toBe(
      'gate.family.other'
    );
  });
});
