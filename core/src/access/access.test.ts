import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import type { LayoutDocument } from '../scan/layout-schema.ts';
import { parseLayout, type VehicleLayout } from '../scan/layout.ts';
import {
  accessToRegion,
  isDriven,
  resolveAccess,
  targetOf,
  tellsIndividual,
  type Access
} from './access.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const profiles = new Map(
  readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .map((n): [string, Profile] => {
      const text = readFileSync(new URL(n, folder), 'utf8');
      const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
      if (!parsed.ok) throw new Error(`${n}: ${parsed.problem.code}`);
      return [parsed.value.id, parsed.value];
    })
);
const vehicles = new URL('vehicles/', folder);
const layouts = new Map(
  readdirSync(vehicles).map((n): [string, VehicleLayout] => {
    const doc = JSON.parse(readFileSync(new URL(n, vehicles), 'utf8')) as LayoutDocument;
    const parsed = parseLayout(doc);
    if (!parsed.ok) throw new Error(`${n}: ${parsed.problem.code}`);
    return [parsed.value.id, parsed.value];
  })
);
const targetFor = (profile: Profile, access: Access) => {
  if (!isDriven(access)) throw new Error('not driven');
  const target = targetOf(profile, access, { vin: '', layout: undefined });
  if (!target.ok) throw new Error(target.problem.code);
  return target.value;
};
const of = (id: string) => profiles.get(id) as Profile;
const said = (id: string, chosen?: string) => {
  const access = resolveAccess(of(id), chosen);
  return `${access.carrier} ${access.key ?? '-'}`;
};

describe('the access of a job', () => {
  it.each([
    // nothing chosen: the first known one that the bench drives
    ['HV-EC4', undefined, 'can-uds boot-0'],
    ['QN-TC2', undefined, 'can-uds bench-0'],
    ['PW-BD1', undefined, 'can-uds bench-0'],
    ['MD-IM3', undefined, 'chip clip-0'],
    ['MD-CM5', undefined, 'chip lifted-0'],
    ['SR-KU1', undefined, 'chip pads-0'],
    // what was chosen is what happens
    ['MD-IM3', 'lifted-1', 'chip lifted-1'],
    ['PW-BD1', 'clip-1', 'chip clip-1'],
    // a way that is known to fail is not driven, and neither is a new unit
    ['MD-CM5', 'clip-1', 'file clip-1'],
    ['HV-EC4', 'new-unit', 'file new-unit'],
    // a key that the profile no longer has is no choice
    ['HV-EC4', 'clip-9', 'can-uds boot-0']
  ] as const)('%s with %s chosen goes by %s', (id, chosen, expected) => {
    expect(said(id, chosen)).toBe(expected);
  });
  it('is found for every access of every family, and driven only with all that it takes', () => {
    for (const profile of profiles.values()) {
      for (const [i, spec] of profile.accesses.entries()) {
        const access = resolveAccess(profile, `${spec.kind}-${i}`);
        expect(access.spec).toBe(spec);
        const whole =
          (spec.can && spec.supply) ?? spec.socket ?? (spec.chip && spec.reads.length > 0);
        expect(isDriven(access)).toBe(Boolean(whole) && spec.known !== 'fails');
        if (!isDriven(access)) continue;
        const make = [...layouts.values()].find((l) => l.make === profile.make);
        const target = targetOf(profile, access, { vin: 'V', layout: make });
        expect(target.ok && target.value.carrier).toBe(access.carrier);
      }
    }
  });
  it('only a unit that speaks tells which individual it is', () => {
    expect(tellsIndividual(resolveAccess(of('HV-EC4'), undefined))).toBe(true);
    expect(tellsIndividual(resolveAccess(of('MD-IM3'), undefined))).toBe(false);
    expect(tellsIndividual(resolveAccess(of('HV-EC4'), 'new-unit'))).toBe(false);
  });
});

describe('the access to one region', () => {
  const to = (id: string, chosen: string | undefined, region: string) =>
    accessToRegion(of(id), resolveAccess(of(id), chosen), region)?.key;
  it('is the job’s where it reaches, and another one beside it where it does not', () => {
    expect(to('PW-BD1', undefined, 'eeprom')).toBe('bench-0');
    expect(to('PW-BD1', 'clip-1', 'eeprom')).toBe('clip-1');
    // the clip reaches the EEPROM only: the processor goes by the bench
    expect(to('PW-BD1', 'clip-1', 'processor')).toBe('bench-0');
    expect(to('MD-CM5', 'clip-1', 'eeprom')).toBe('lifted-0');
    expect(to('HV-EC4', undefined, 'nothing')).toBeUndefined();
  });
});

describe('what the driver is given', () => {
  it('a chip: its size, its pages, its place in the unit', () => {
    const bd1 = of('PW-BD1');
    const access = resolveAccess(bd1, 'clip-1');
    expect(targetFor(bd1, access)).toEqual({
      carrier: 'chip',
      kind: {
        ...{ lengthBytes: 32_768, addressBytes: 2, pageBytes: 64, clockHz: 1_000_000 },
        eraseBytes: undefined
      },
      base: 0x10000000,
      slowed: false,
      identification: undefined
    });
  });
  it('a clock that was lowered is told as such', () => {
    const bd1 = of('PW-BD1');
    const access = resolveAccess(bd1, 'clip-1');
    if (access.carrier !== 'chip') throw new Error('a chip');
    const slow = { ...access, chip: { ...access.chip, clockHz: 500_000 } };
    expect(targetFor(bd1, slow)).toMatchObject({ slowed: true, kind: { clockHz: 500_000 } });
  });
  it('a unit over CAN: its channel and every identity field that a data identifier tells', () => {
    const hv = of('HV-EC4');
    const access = resolveAccess(hv, undefined);
    const target = targetFor(hv, access);
    expect(target).toMatchObject({ carrier: 'can-uds', can: { bitrateBps: 500_000 } });
    if (target?.carrier !== 'can-uds') throw new Error('over CAN');
    expect(target.identity.length).toBeGreaterThan(2);
    expect(target.identity.every((f) => f.did > 0 && f.id !== '')).toBe(true);
  });
});

describe('of several ways', () => {
  const can = {} as never;
  const chip = {
    ...{ addressBytes: 2, pageBytes: 32, clockHz: 1000 },
    identification: undefined
  } as const;
  const spec = (kind: string, known: string, more = {}) => ({
    ...{ kind, known, reads: ['eeprom'], writes: [], can: undefined, supply: undefined },
    ...{ chip: undefined, ...more }
  });
  const of3 = (...accesses: ReturnType<typeof spec>[]) =>
    ({ accesses, regions: [] }) as unknown as Profile;
  const key = (p: Profile, chosen?: string) => {
    const { carrier, key: k } = resolveAccess(p, chosen);
    return `${carrier} ${k ?? '-'}`;
  };
  it('one that is only untried, or known to fail, is never taken by itself', () => {
    const untried = spec('clip', 'untried', { chip });
    const fails = spec('clip', 'fails', { chip });
    const works = spec('lifted', 'works', { chip });
    expect(key(of3(untried, works))).toBe('chip lifted-1');
    expect(key(of3(fails, works))).toBe('chip lifted-1');
    // chosen by somebody it is driven: that is how it gets tried
    expect(key(of3(untried, works), 'clip-0')).toBe('chip clip-0');
    expect(
      accessToRegion(of3(untried), { carrier: 'file', key: undefined, spec: undefined }, 'eeprom')
    ).toBeUndefined();
    expect(
      accessToRegion(of3(fails, works), resolveAccess(of3(fails, works), 'clip-0'), 'eeprom')?.key
    ).toBe('lifted-1');
  });
  it('needs all that it takes: channel and supply, or a chip and a region', () => {
    expect(key(of3(spec('bench', 'works', { can })))).toBe('file bench-0');
    expect(key(of3(spec('bench', 'works', { supply: can })))).toBe('file bench-0');
    expect(key(of3(spec('clip', 'works', { chip, reads: [] })))).toBe('file clip-0');
  });
  it('with none at all there is only a file, and a unit sent away is one too', () => {
    expect(resolveAccess(of3(), undefined)).toEqual({
      ...{ carrier: 'file', key: undefined, spec: undefined }
    });
    const works = of3(spec('lifted', 'works', { chip }));
    for (const chosen of ['new-unit', 'send-away'])
      expect(resolveAccess(works, chosen)).toEqual({
        carrier: 'file',
        key: chosen,
        spec: undefined
      });
    expect(key(works, '')).toBe('chip lifted-0');
  });
  it('a unit over CAN reaches what its way reads, and nothing else', () => {
    const both = spec('bench', 'works', { can, supply: can, reads: ['eeprom', 'flash'] });
    const p = of3(both);
    expect(accessToRegion(p, resolveAccess(p, undefined), 'flash')?.key).toBe('bench-0');
    expect(accessToRegion(p, resolveAccess(p, undefined), 'other')).toBeUndefined();
  });
});
