import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { resolveAccess, type DrivenAccess } from '@badger/core/access/access';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { ProfileDocument } from '@badger/core/profile/schema';
import { LiveOperation } from './live-operation.ts';

const text = readFileSync(new URL('../../../../../profiles/hv-ec4.json', import.meta.url), 'utf8');
const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
if (!parsed.ok) throw new Error(parsed.problem.code);
const access = resolveAccess(parsed.value, undefined) as DrivenAccess;
const make = (kind: 'read' | 'write') =>
  new LiveOperation({
    id: 'x',
    jobId: 'j',
    jobNumber: 1,
    kind,
    role: 'donor',
    tag: '0388',
    ranges: undefined,
    writes: 'image',
    regionIds: kind === 'write' ? ['data-flash', 'program-flash'] : ['data-flash'],
    profile: parsed.value,
    access,
    benchFeeds: true,
    person: { id: 'p', name: 'Bench', role: 'bench' },
    vin: 'U8HVC3F2401084417',
    plate: ''
  });
const sample = (measuredMv: number, measuredMa: number) => ({
  on: true,
  setMv: 13_500,
  limitMa: 5000,
  measuredMv,
  measuredMa
});

it('counts a write twice, once there and once back', () => {
  const live = make('write');
  expect(live.totalBytes).toBe(2 * (65_536 + 2_097_152));
  live.progress('data-flash', 65_536, 'write');
  live.progress('data-flash', 1000, 'read');
  expect(live.doneBytes).toBe(66_536);
  expect(live.estimate().leftSeconds).toBeGreaterThan(0);
  live.phase('data-flash', 'equal');
  expect(live.regions[0]).toMatchObject({ phase: 'equal', doneBytes: 65_536 });
});
it('sums up the supply of hours without falling over, and hands out fresh samples once', () => {
  const live = make('read');
  expect(live.figures()).toBeNull();
  for (let i = 0; i < 200_000; i++) live.addSample(sample(13_400 + (i % 100), 800 + (i % 200)));
  expect(live.figures()).toEqual({
    minMv: 13_400,
    maxMv: 13_499,
    minMa: 800,
    maxMa: 999,
    meanMa: 900,
    limitMa: 5000,
    samples: 200_000
  });
  expect(live.takeSamples()).toHaveLength(200_000);
  expect(live.takeSamples()).toHaveLength(0);
});
