// Security data read alone, through the diagnostic socket: the whole application against the simulated vehicle.
import { createHash } from 'node:crypto';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import { describeSafe } from '../app/src/lib/server/services/safe/describe-safe.ts';
import { handOverAll } from './support/hand-over.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { finishJob, recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { describeJob } from '../app/src/lib/server/services/job/describe-job.ts';
import {
  chooseAccess,
  loadAccessSheet,
  measuredOn
} from '../app/src/lib/server/services/plan/accesses.ts';
import { makeShop, plugIn, runToEnd, type Shop } from './support/shop.ts';

let shop: Shop;
let bench: Person;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop();
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
});
afterAll(() => shop.close());

const fitted = () => {
  const unit = [...shop.world.units.values()]
    .map((u) => u.spec)
    .find((u) => u.family === 'HV-EC4' && u.fitted !== undefined);
  if (!unit) throw new Error('no such unit in a vehicle');
  return unit;
};
let taken = 0;
async function open(reason: 'security' | 'failed-module', authority: boolean): Promise<number> {
  const unit = fitted();
  const vin = shop.world.simulator.vehicles.get(unit.fitted ?? '')?.spec.vin ?? '';
  const made = await takeIn(shop.root.deps, lead, {
    ...{ customer: 'Quay Test', vehicle: 'Halvard van', vin, family: 'HV-EC4', reason },
    ...{ complaint: 'Key wanted', authorisedBy: 'Office', promisedAt: null },
    ...{ intakeKey: `secret-read-${(taken += 1)}`, another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: unit.tag, place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  const jobNumber = made.value.number;
  if (authority) {
    const proof = { orderedBy: 'Office', proofKind: 'order' as const, proofNumber: '77' };
    const signature = [
      [
        [1, 1],
        [9, 9]
      ]
    ] as [number, number][][];
    const recorded = await recordAuthority(shop.root.deps, lead, {
      jobNumber,
      ...proof,
      signature
    });
    if (!recorded.ok) throw new Error(recorded.problem.code);
  }
  return jobNumber;
}
const socketKey = 'obd-2';
const choose = (jobNumber: number) =>
  chooseAccess(shop.root.deps, lead, {
    ...{ jobNumber, key: socketKey, method: 'whole-image', reason: 'only the secret' }
  });
const why = ({ refused, operation }: Awaited<ReturnType<typeof runToEnd>>) =>
  refused?.code ?? operation?.problem?.code ?? operation?.state;
const viewOf = async (jobNumber: number) => {
  const view = await loadJobView(shop.root.deps, jobNumber);
  if (!view) throw new Error('no such job');
  return view;
};

describe('security data read alone through the socket', () => {
  it('is an access only of a job that wants nothing else', async () => {
    const clone = await open('failed-module', true);
    expect(await choose(clone)).toMatchObject({ problem: { code: 'access.choice.shut' } });
    const options = async (n: number) =>
      (await loadAccessSheet(shop.root.deps, await viewOf(n))).options.find(
        (o) => o.key === socketKey
      );
    expect((await options(clone))?.possible).toBe(false);
    const only = await options(await open('security', true));
    expect(only?.notes.map((n) => n.code)).toContain('access.memory.secrets');
    expect(only?.possible).toBe(true);
  });

  it('two reads that agree are enough to hand it over, and are no backup of the region', async () => {
    const jobNumber = await open('security', true);
    const unit = fitted();
    expect((await choose(jobNumber)).ok).toBe(true);
    await plugIn(shop, unit.fitted ?? '');
    const where = { jobNumber, stationId: 'corner', role: 'original' } as const;
    expect(why(await runToEnd(shop, bench, { kind: 'identify', ...where }))).toBe('done');
    const read = (more: object) =>
      runToEnd(shop, bench, { kind: 'read', ...where, regionId: 'data-flash', ...more });
    expect((await viewOf(jobNumber)).ending.readsTrusted).toBe(false);
    expect(why(await read({ secretsOnly: true }))).toBe('done');
    expect((await viewOf(jobNumber)).ending.readsTrusted).toBe(false);
    expect(why(await read({ secretsOnly: true }))).toBe('done');
    const view = await viewOf(jobNumber);
    const [kept] = view.secrets.original;
    const memory = shop.world.units.get(unit.tag)?.memory.get('data-flash') as Uint8Array;
    const truth = Buffer.concat([memory.subarray(0x400, 0x410), memory.subarray(0x1400, 0x1410)]);
    // so short a content has no name that gives it away: every value could be tried
    const plainName = createHash('sha256').update(truth).digest('hex');
    expect(kept?.agreement.state).toBe('trusted');
    expect(kept?.agreement.trustedSha256).not.toBe(plainName);
    const content = await loadImage(shop.root.deps, kept?.agreement.trustedSha256 ?? '');
    expect(content).toEqual({ ok: true, value: new Uint8Array(truth) });
    expect(view.ending.readsTrusted).toBe(true);
    expect(view.line.read).toMatchObject({ verdict: 'go', code: 'read.security.trusted' });
    expect(kept?.findings).toEqual([]);
    // the record says what was read, and no more
    const { rows } = await shop.root.deps.db.$client.query<{ kind: string; part: string | null }>(
      `select e.kind, e.data->>'part' part from job_event e join job j on j.id = e.job_id
       where j.number = $1 and e.kind in ('read.started', 'read.kept', 'read.done')`,
      [jobNumber]
    );
    expect(rows).toHaveLength(6);
    expect(new Set(rows.map((r) => r.part))).toEqual(new Set(['security data']));
    expect(view.operations.at(-1)?.regions[0]?.name).toBe('Immobiliser secret');
    // of the region itself nothing was read
    expect(view.regions.original.map((r) => r.agreement.state)).toEqual(['none', 'none']);
    const data = describeJob(shop.root.deps, view, 'bench').regions.original;
    expect(data.map((r) => r.secrets?.state)).toEqual(['trusted', undefined]);
    expect(data[0]?.secrets?.reads[0]).toMatchObject({ lengthBytes: 32, trust: 'full' });
    // it lies in the safe, goes to somebody by name, and only then the job can end so
    const told = await describeSafe(shop.root.deps, bench, jobNumber);
    const [line] = told.ok ? told.value.lines : [];
    expect(line).toMatchObject({ name: 'Immobiliser secret', state: 'kept' });
    const close = () =>
      finishJob(shop.root.deps, bench, {
        ...{ jobNumber, result: 'data-handed-over', reason: 'To the locksmith.' }
      });
    expect(await close()).toMatchObject({ problem: { code: 'job.close.handover' } });
    const given = await handOverAll(shop.root.deps, bench, jobNumber);
    expect(given).toMatchObject({ ok: true, value: { number: 1 } });
    expect((await close()).ok).toBe(true);
    // a piece of a region says nothing of the time that the region takes
    expect(await measuredOn(shop.root.deps, 'HV-EC4')).toEqual([]);
  });

  it('the whole region stays shut over it, and another region has none', async () => {
    const jobNumber = await open('security', true);
    await choose(jobNumber);
    await plugIn(shop, fitted().fitted ?? '');
    const where = { jobNumber, stationId: 'corner', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...where });
    const read = (regionId: string, secretsOnly: boolean) =>
      runToEnd(shop, bench, { kind: 'read', ...where, regionId, secretsOnly });
    expect(why(await read('program-flash', true))).toBe('gate.access.region');
    const whole = await read('data-flash', false);
    expect(why(whole)).not.toBe('done');
    expect((await viewOf(jobNumber)).regions.original[0]?.reads).toEqual([]);
  });

  it('a link that breaks between the copies keeps nothing of it', async () => {
    const jobNumber = await open('security', true);
    await choose(jobNumber);
    await plugIn(shop, fitted().fitted ?? '');
    const where = { jobNumber, stationId: 'corner', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...where });
    const secretsOf = async () => (await viewOf(jobNumber)).secrets.original;
    const outcomes: unknown[] = [];
    for (let answers = 1; answers < 30; answers++) {
      shop.world.simulator.breakAfter(answers, 'close-mid');
      const read = await runToEnd(shop, bench, {
        ...{ kind: 'read', ...where, regionId: 'data-flash', secretsOnly: true }
      });
      outcomes.push(why(read));
      shop.world.simulator.fault = undefined;
      if (why(read) === 'done') break;
      expect(await secretsOf()).toEqual([]);
      await plugIn(shop, fitted().fitted ?? '');
      await runToEnd(shop, bench, { kind: 'identify', ...where });
    }
    // it broke at every step before the last, and then it was whole
    expect(outcomes.length).toBeGreaterThan(4);
    expect(outcomes.at(-1)).toBe('done');
    expect((await secretsOf())[0]?.agreement.total).toBe(1);
  });

  it('without authority nothing of it is read', async () => {
    const jobNumber = await open('security', false);
    await choose(jobNumber);
    await plugIn(shop, fitted().fitted ?? '');
    const where = { jobNumber, stationId: 'corner', role: 'original' } as const;
    await runToEnd(shop, bench, { kind: 'identify', ...where });
    const read = await runToEnd(shop, bench, {
      ...{ kind: 'read', ...where, regionId: 'data-flash', secretsOnly: true }
    });
    expect(why(read)).toBe('gate.authority.missing');
    expect((await viewOf(jobNumber)).secrets.original).toEqual([]);
  });
});
