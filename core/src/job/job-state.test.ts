import { trustByCount } from '../trust/examples.ts';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { planOfCopies } from '../clone/examples.ts';
import type { ClonePlan } from '../clone/plan.ts';
import { factsOfLine, gateFactsOf } from '../gates/facts-of-job.ts';
import { isTrusted } from '../reads/judge-region.ts';
import type { JobFact, JobRows, KeptReadFact, UnitFact } from './job-rows.ts';
import { pairsOfJob, readJobState, setsOfJob } from './job-state.ts';
import type { OperationFact } from './work-state.ts';

const load = (name: string): Profile => {
  const url = new URL(`../../../profiles/${name}.json`, import.meta.url);
  const parsed = parseProfile(JSON.parse(readFileSync(url, 'utf8')) as ProfileDocument);
  if (!parsed.ok) throw new Error(parsed.problem.code);
  return parsed.value;
};
const FAMILIES = new Map(['hv-ec4', 'md-im3', 'pw-bd1'].map((n) => [n.toUpperCase(), load(n)]));
const DATA = FAMILIES.get('HV-EC4')?.regions.find((r) => r.id === 'data-flash')?.address ?? NaN;
const profileOf = (family: string) => FAMILIES.get(family);
const T = (minute: number) => new Date(Date.UTC(2026, 0, 1, 8, minute));

const unit = (id: string, change: Partial<UnitFact> = {}): UnitFact => ({
  ...{ id, tag: `0${id}`, familyId: 'HV-EC4', chipId: `CHIP${id}`, labelNumbers: {}, numbers: {} },
  ...change
});
const REGIONS = ['data-flash', 'program-flash'];
let numbered = 0;
const read = (change: Partial<KeptReadFact>): KeptReadFact => ({
  ...{ id: `r${(numbered += 1)}`, unitId: 'o', role: 'original' },
  ...{ regionId: 'data-flash', number: 1 },
  ...{ sha256: 'a', lengthBytes: 65536, ranges: null, takenAt: T(1), findings: [] },
  ...change
});
const twice = (role: 'original' | 'donor', unitId: string) =>
  REGIONS.flatMap((regionId) =>
    [1, 2].map((number) => read({ role, unitId, regionId, number, sha256: `${role}-${regionId}` }))
  );
const sizeOf = (id: string) =>
  FAMILIES.get('HV-EC4')?.regions.find((r) => r.id === id)?.lengthBytes ?? NaN;
const { lines } = planOfCopies(
  'whole-image',
  REGIONS.map((regionId) => ({
    ...{ regionId, lengthBytes: sizeOf(regionId), sha256: `original-${regionId}` }
  }))
);
const write = (change: Partial<OperationFact> = {}): OperationFact => ({
  ...{ id: 'w', kind: 'write', unitId: 'd', state: 'done', mayHaveChangedAt: T(50) },
  cloneImageId: 'c',
  ...{ problem: null, endedAt: T(55) },
  ...change
});

const JOB: JobFact = {
  ...{ familyId: 'HV-EC4', reason: 'failed-module', vin: 'U8HVA4E1702001234', customer: 'K' },
  ...{ authorisedBy: 'K', proofOutcome: 'cause', backupWaived: null, closedAt: null, result: null }
};
const whole = (): JobRows => ({
  units: { original: unit('o'), donor: unit('d') },
  choice: { accessKey: 'boot-0', method: 'whole-image' },
  reads: [...twice('original', 'o'), ...twice('donor', 'd')],
  ...{ accepted: [], changes: [], consents: [] },
  clone: { id: 'c', plan: { method: 'whole-image', family: 'HV-EC4', lines } },
  ...{ operations: [write()], inVehicle: [] },
  writtenElsewhere: new Set(),
  authority: { orderedBy: 'K', proofKind: 'passport', proofNumber: '1', signature: { length: 9 } },
  ...{ arrival: { how: 'vehicle' }, vehicleScan: undefined, benchScan: undefined, tests: [] },
  handovers: 0
});
const nothing: JobRows = {
  ...{ units: {}, choice: undefined, reads: [], accepted: [], changes: [], consents: [] },
  ...{ clone: undefined, operations: [], inVehicle: [] },
  ...{ writtenElsewhere: new Set(), authority: undefined, arrival: undefined },
  ...{ vehicleScan: undefined, benchScan: undefined, tests: [], handovers: 0 }
};
const stateOf = (rows: JobRows, job = JOB) =>
  readJobState(job, rows, { profileOf, compared: () => undefined, judged: trustByCount });

describe('the state of a job', () => {
  it('of which everything is kept is built, written and proven', () => {
    const state = stateOf(whole());
    expect(state).toMatchObject({
      ...{ cloneState: 'built', writeState: 'verified', method: 'whole-image' },
      ...{ needsAuthority: true, authorityGap: undefined, target: { id: 'd' } },
      ending: { writeVerified: true, leftBroken: false, readsTrusted: true }
    });
    expect(state.access?.key).toBe('boot-0');
    expect(state.regions.donor.map((r) => r.verdict.state)).toEqual(['trusted', 'trusted']);
  });

  it('of which nothing is kept knows nothing, and says of nothing that it is sound', () => {
    const state = stateOf(nothing, { ...JOB, authorisedBy: null });
    expect(state).toMatchObject({
      ...{ cloneState: 'none', writeState: 'none', target: undefined, lastWrite: undefined },
      ...{ authorityGap: 'order', supplied: [], backupWaived: undefined },
      ending: { writeVerified: false, readsTrusted: false, authorityProven: false }
    });
    expect(state.regions.original.map((r) => r.verdict.state)).toEqual(['none', 'none']);
    expect(state.regions.partner).toEqual([]);
    const stranger = stateOf(whole(), { ...JOB, familyId: 'XX-NO1' });
    expect(stranger).toMatchObject({ profile: undefined, access: undefined, cloneState: 'none' });
    expect(stranger.ending.readsTrusted).toBe(false);
  });

  it('an order without a proof still lacks one', () => {
    expect(stateOf({ ...whole(), authority: undefined }).authorityGap).toBe('proof');
  });

  it('reads from after the first touch are no way back, nor another unit’s or another role’s', () => {
    const late = whole().reads.map((r) => (r.role === 'donor' ? { ...r, takenAt: T(59) } : r));
    const donor = (reads: readonly KeptReadFact[]) =>
      stateOf({ ...whole(), reads }).regions.donor.flatMap((r) => r.reads);
    expect(donor(late)).toEqual([]);
    expect(donor(whole().reads.map((r) => ({ ...r, unitId: 'x' })))).toEqual([]);
    expect(donor(whole().reads)).toHaveLength(4);
  });

  it('a donor that holds the original’s own content has no backup, unless it was written elsewhere', () => {
    const same = whole().reads.map((r) => ({ ...r, sha256: `original-${r.regionId}` }));
    const states = (writtenElsewhere: ReadonlySet<string>) =>
      stateOf({ ...whole(), reads: same, writtenElsewhere }).regions.donor.map(
        (r) => r.verdict.state
      );
    expect(states(new Set())).toContain('equal');
    expect(states(new Set(['d']))).not.toContain('equal');
  });

  it('a partner goes by its own family, whatever was chosen for the job', () => {
    const partner = unit('p', { familyId: 'MD-IM3', chipId: null });
    const own = [1, 2].map((number) =>
      read({ role: 'partner', unitId: 'p', regionId: 'eeprom', number, sha256: 'key' })
    );
    const rows = { ...whole(), units: { ...whole().units, partner }, reads: own };
    const [region] = stateOf(rows).regions.partner;
    expect(region).toMatchObject({ region: { id: 'eeprom' }, verdict: { state: 'trusted' } });
  });

  it('an image made by what the family said once is not written as it is', () => {
    const versioned = (version: number | undefined) => {
      const rows = whole();
      const plan = { ...rows.clone?.plan, ...(version === undefined ? {} : { version }) };
      const clone = { id: 'c', plan: plan as ClonePlan };
      return { ...rows, clone, operations: [] };
    };
    const imageOf = (rows: JobRows) => gateFactsOf(stateOf(rows)).image;
    expect(imageOf(versioned(FAMILIES.get('HV-EC4')?.version))).toBe('built');
    expect(imageOf(versioned(1))).toBe('stale');
    // what was written and proven by it stays proven
    expect(stateOf({ ...versioned(1), operations: [write()] })).toMatchObject({
      ...{ cloneState: 'built', writeState: 'verified' }
    });
    // plans of old do not say
    expect(imageOf(versioned(undefined))).toBe('built');
  });

  it('a supplied file is the newest of its region, and the image is stale when another came after it', () => {
    const job: JobFact = { ...JOB, reason: 'software' };
    const file = (number: number, sha256: string) => read({ role: 'supplied', number, sha256 });
    const lengthBytes = sizeOf('data-flash');
    const plan = planOfCopies('supplied-file', [
      { regionId: 'data-flash', lengthBytes, sha256: 'new' }
    ]);
    const rows = (files: KeptReadFact[]): JobRows => ({
      ...whole(),
      reads: [...twice('original', 'o'), ...files],
      clone: { id: 'c', plan }
    });
    expect(stateOf(rows([file(3, 'old'), file(4, 'new')]), job).cloneState).toBe('built');
    expect(stateOf(rows([file(3, 'new'), file(4, 'old')]), job).cloneState).toBe('stale');
  });

  it('security data read alone stands for its region, and for nothing where other addresses were read', () => {
    const job: JobFact = { ...JOB, reason: 'security' };
    const ranges = [
      { start: 0x400, end: 0x410 },
      { start: 0x1400, end: 0x1410 }
    ].map((r) => ({ start: r.start + DATA, end: r.end + DATA }));
    const part = (number: number, change: Partial<KeptReadFact> = {}) =>
      read({ number, sha256: 'secret', lengthBytes: 32, ranges, ...change });
    const of = (...reads: KeptReadFact[]) => {
      const state = stateOf({ ...whole(), reads }, job);
      const line = factsOfLine(state, {
        supply: undefined,
        connection: undefined
      }).originalRegions.map((r) => r.state);
      return [state.ending.readsTrusted, ...line];
    };
    expect(of(part(1), part(2))).toEqual([true, 'trusted']);
    expect(of(part(1))).toEqual([false, 'single']);
    expect(of(part(1), part(2, { sha256: 'other' }))).toEqual([false, 'disputed']);
    expect(of(part(1), part(2, { ranges: ranges.slice(1) }))).toEqual([false, 'single']);
    expect(of(part(1, { unitId: 'x' }), part(2, { unitId: 'x' }))).toEqual([false, 'none']);
    // a whole region that is blank is not mended by a part of it
    const blank = { code: 'image.fill.single', severity: 'stop', params: {} } as const;
    const dead = [3, 4].map((number) => read({ number, sha256: 'ff', findings: [blank] }));
    expect(of(part(1), part(2), ...dead)).toEqual([false, 'implausible']);
    // a part and a whole read of the region do not agree with each other, and a part is no backup
    expect(of(part(1), read({ number: 2, sha256: 'secret' }))).toEqual([false, 'single']);
    const clone = stateOf({ ...whole(), reads: [part(1), part(2)] });
    expect(clone.regions.original.map((r) => r.verdict.state)).toEqual(['none', 'none']);
  });

  it('trusts nothing whose bytes nobody could look at, and nothing that they speak against', () => {
    const seen = (change: object | undefined) =>
      readJobState(JOB, whole(), {
        ...{ profileOf, compared: () => undefined },
        judged: (set) => (change ? { ...trustByCount(set), ...change } : undefined)
      }).regions.original.map((r) => r.verdict.state);
    expect(new Set(seen({}))).toEqual(new Set(['trusted']));
    expect(new Set(seen(undefined))).toEqual(new Set(['unseen']));
    const doubt = { verdict: 'read-again', cause: 'undecided', readsNeeded: 1 };
    expect(new Set(seen(doubt))).toEqual(new Set(['doubtful']));
    expect(new Set(seen({ ...doubt, short: true }))).toEqual(new Set(['few']));
    const useless = { verdict: 'refuse', cause: 'stuck-bit', readsNeeded: undefined };
    expect(new Set(seen(useless))).toEqual(new Set(['implausible']));
    expect(new Set(seen({ ...useless, cause: 'undecided' }))).toEqual(new Set(['doubtful']));
    expect(new Set(seen({ verdict: 'reconstructed' }))).toEqual(new Set(['rebuilt']));
    expect(setsOfJob(JOB, whole(), profileOf).map((s) => s.reads.length)).toEqual(
      [...REGIONS, ...REGIONS].map(() => 2)
    );
  });
  it('asks for the pairs that stand apart and no others, and tells the difference of each', () => {
    const reads = ['a', 'b', 'a', 'c'].map((sha256, i) => read({ number: i + 1, sha256 }));
    const rows = { ...whole(), reads };
    const pairs = [['a', 'b'] as const, ['a', 'c'] as const];
    expect(pairsOfJob(JOB, rows, profileOf)).toEqual(pairs);
    expect(pairsOfJob(JOB, whole(), profileOf)).toEqual([]);
    const bytes = new Map(pairs.map(([a, b], i) => [a + b, i + 1]));
    const state = readJobState(JOB, rows, {
      profileOf,
      compared: (a, b) => ({ differingBytes: bytes.get(a + b) ?? 0 }) as never,
      judged: trustByCount
    });
    const told = state.regions.original[0]?.differences.map((d) => [
      ...[d.first, d.second, d.comparison.differingBytes]
    ]);
    expect(told).toEqual([
      [1, 2, 1],
      [1, 4, 2]
    ]);
  });
});

it('a write that was turned away before it touched the unit leaves what stood: proven, broken, failed in the vehicle', () => {
  const away = write({ id: 'w2', state: 'failed', mayHaveChangedAt: null });
  const fails = { outcome: 'fails' as const, signs: [], note: '', contents: [] };
  const stands: [Partial<JobRows>, string][] = [
    [{ operations: [write()] }, 'verified'],
    [{ operations: [write({ state: 'interrupted' })] }, 'interrupted'],
    [{ operations: [write({ state: 'failed' })] }, 'failed'],
    [{ operations: [write()], inVehicle: [{ operationId: 'w', ...fails }] }, 'refuted'],
    [{ operations: [] }, 'none']
  ];
  for (const [rows, expected] of stands) {
    const before = { ...whole(), ...rows };
    const after = { ...before, operations: [...before.operations, away] };
    expect(stateOf(before).writeState).toBe(expected);
    expect(stateOf(after)).toMatchObject({ writeState: expected, lastWrite: { id: 'w2' } });
    expect(stateOf(after).ending).toEqual(stateOf(before).ending);
  }
});

const otherwise = (rows: JobRows, n: number, change: Partial<KeptReadFact>): JobRows => ({
  ...rows,
  reads: rows.reads.map((r, i) => (i === n % rows.reads.length ? { ...r, ...change } : r))
});

const SINGLE_FILL = { code: 'image.fill.single', severity: 'stop', params: {} } as const;
/** Ways in which less, or worse, is known. */
const WORSE: readonly ((rows: JobRows, pick: number) => JobRows)[] = [
  (rows, n) => ({ ...rows, reads: rows.reads.filter((_, i) => i !== n % rows.reads.length) }),
  (rows, n) => otherwise(rows, n, { sha256: `x${n}` }),
  (rows, n) => otherwise(rows, n, { findings: [SINGLE_FILL] }),
  (rows) => ({ ...rows, clone: undefined }),
  (rows) => ({ ...rows, authority: undefined }),
  (rows) => ({ ...rows, choice: undefined }),
  (rows) => ({ ...rows, choice: { accessKey: 'boot-0', method: 'merge' } }),
  (rows) => ({ ...rows, units: { ...rows.units, donor: undefined as never } }),
  (rows) => ({ ...rows, operations: [] }),
  (rows) => ({ ...rows, operations: [...rows.operations, write({ state: 'failed' })] }),
  (rows) => ({ ...rows, operations: [...rows.operations, write({ cloneImageId: 'other' })] }),
  (rows) => ({ ...rows, operations: [...rows.operations, write({ state: 'running' })] }),
  (rows) => ({
    ...rows,
    inVehicle: [
      { operationId: 'w', outcome: 'fails', signs: ['vin-fault'], note: '', contents: [] }
    ]
  })
];

it('less or worse evidence never makes anything trusted, built, proven or allowed', () => {
  const good = (rows: JobRows) => {
    const { regions, ...state } = stateOf(rows);
    return {
      trusted: [...regions.original, ...regions.donor].map((r) => isTrusted(r.verdict)),
      built: state.cloneState === 'built',
      verified: state.ending.writeVerified,
      authority: state.authorityGap === undefined,
      handedOver: state.ending.readsTrusted
    };
  };
  const steps = fc.array(fc.tuple(fc.nat(WORSE.length - 1), fc.nat(40)), { maxLength: 6 });
  fc.assert(
    fc.property(steps, (worsened) => {
      let rows = whole();
      let before = good(rows);
      for (const [which, pick] of worsened) {
        if (rows.reads.length === 0) return;
        rows = (WORSE[which] as (typeof WORSE)[number])(rows, pick);
        const after = good(rows);
        for (const key of ['built', 'verified', 'authority', 'handedOver'] as const)
          expect(!after[key] || before[key], `${key} after step ${which}`).toBe(true);
        before = after;
      }
    }),
    { numRuns: 400 }
  );
});
