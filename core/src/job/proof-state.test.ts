import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import type { ScannedUnit } from '../scan/scan.ts';
import type { JobRows } from './job-rows.ts';
import { buildProof } from './proof-state.ts';

const url = new URL('../../../profiles/hv-ec4.json', import.meta.url);
const read = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
const profile = read.ok ? read.value : undefined;
const unit = (kind: string, state: string) =>
  ({
    ...{ id: kind, name: kind, kind, state, address: 1, optional: false },
    ...{ identification: {}, faults: [], faultMemory: 'read', problem: undefined, tookMs: 1 }
  }) as unknown as ScannedUnit;
const scan = (units: ScannedUnit[], unitId: string | null = null) =>
  ({ vehicleVin: null, batteryMv: 12_600, units, unitId }) as unknown as JobRows['vehicleScan'];
const speaks = (change: Partial<JobRows>) => {
  const rows = { units: {}, operations: [], tests: [], arrival: undefined, ...change };
  const job = { reason: 'failed-module' } as const;
  return buildProof({ job, profile, rows: rows as never, originalRegions: [] }).cloneable.verdict
    .code;
};
const vehicle = (state: string) => scan([unit(profile?.kind ?? '', state), unit('body', 'talks')]);
const original = { id: 'o', chipId: null } as never;

it('what the vehicle’s scan says of the unit counts before the job has a tag for it', () => {
  expect(speaks({})).toBe('clone.unit.unknown');
  expect(speaks({ vehicleScan: vehicle('silent') })).toBe('clone.unit.silent');
  expect(speaks({ vehicleScan: vehicle('talks') })).toBe('clone.unit.unread');
  expect(speaks({ vehicleScan: vehicle('badly') })).toBe('clone.unit.badly');
});

it('what the original told on the bench counts before that; another unit’s answers do not', () => {
  const vehicleScan = vehicle('silent');
  const bench = (unitId: string | null) => scan([unit('engine', 'talks')], unitId);
  const units = { original };
  expect(speaks({ units, vehicleScan, benchScan: bench('o') })).toBe('clone.unit.unread');
  expect(speaks({ units, vehicleScan, benchScan: bench('other') })).toBe('clone.unit.silent');
  expect(speaks({ vehicleScan, benchScan: bench(null) })).toBe('clone.unit.silent');
});
