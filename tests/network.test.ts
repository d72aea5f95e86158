// The service of paid steps is asked before a step: over HTTP, with everything that can be wrong on the way.
import { createServer } from 'node:http';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { judgeNetwork, type NetworkNeed } from '@badger/core/network/judge-network';
import { StepsClient } from '../app/src/lib/server/bench/steps-client.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import {
  checkNetwork,
  describeNetwork
} from '../app/src/lib/server/services/wiring/network-ready.ts';
import {
  createStepsService,
  STEPS_KEY,
  type StepsHost
} from '../standins/src/steps/steps-service.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';
import { makeShop, type Shop } from './support/shop.ts';

const NEED: NetworkNeed = {
  ...{ service: 'Steps', vin: 'U8HVC3F2401084417', credits: 3, licence: true, minutes: 20 }
};

describe('the service of paid steps', () => {
  const host: StepsHost = { stepsFault: undefined, stepsCredits: 5, stepsLicenceVin: '' };
  const service = createStepsService(host);
  const close = trackSockets(service);
  let url = '';
  beforeAll(async () => {
    url = `http://127.0.0.1:${await listen(service)}`;
  });
  afterAll(() => close());
  afterEach(() =>
    Object.assign(host, { stepsFault: undefined, stepsCredits: 5, stepsLicenceVin: '' })
  );
  const judged = async (at = url, key = STEPS_KEY) =>
    judgeNetwork(await new StepsClient(at, key, 400).probe(), NEED, 0);

  it('answers, and the account is told', async () => {
    expect(await judged()).toMatchObject({ verdict: 'go', params: { sent: 20, credits: 5 } });
  });
  it.each<[string, Partial<StepsHost>, string]>([
    ['does not answer', { stepsFault: { kind: 'hang-up' } }, 'network.service.unreached'],
    [
      'is blocked by a sign-in page',
      { stepsFault: { kind: 'blocked' } },
      'network.service.blocked'
    ],
    [
      'is too slow for every answer',
      { stepsFault: { kind: 'slow', delayMs: 700 } },
      'network.service.unreached'
    ],
    ['loses one answer in five', { stepsFault: { kind: 'lossy', every: 5 } }, 'network.pings.lost'],
    ['has too few credits', { stepsCredits: 1 }, 'network.credits.short'],
    ['has no licence', { stepsLicenceVin: undefined }, 'network.licence.none'],
    ['has one for another vehicle', { stepsLicenceVin: 'X' }, 'network.licence.other']
  ])('%s', async (_, change, code) => {
    Object.assign(host, change);
    expect((await judged()).code).toBe(code);
  });
  it('a bench login that fails twice is tried a third time, and the reasons are kept', async () => {
    host.stepsFault = { kind: 'login', times: 2 };
    const probe = await new StepsClient(url, STEPS_KEY, 400).probe();
    expect(probe.login).toEqual({
      ...{ failed: ['no place free for this bench', 'no place free for this bench'], ok: true }
    });
    host.stepsFault = { kind: 'login', times: 9 };
    expect(await judged()).toMatchObject({
      ...{ code: 'network.login.failed' },
      params: { tries: 3, reason: 'no place free for this bench' }
    });
  });
  it('a wrong key, a name that nobody knows, a port where nobody listens', async () => {
    expect(await judged(url, 'wrong')).toMatchObject({
      ...{ code: 'network.login.failed' },
      params: { tries: 1, reason: 'key' }
    });
    expect((await judged('http://steps.invalid')).code).toBe('network.name.unknown');
    const gone = createServer();
    const port = await listen(gone);
    await new Promise((resolve) => gone.close(resolve));
    expect((await judged(`http://127.0.0.1:${port}`)).code).toBe('network.service.unreached');
  });
});

describe('a job that asks a server', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await makeShop();
  });
  afterAll(() => shop.close());
  const viewOf = async (number: number) => {
    const view = await loadJobView(shop.root.deps, number);
    if (!view) throw new Error('no job');
    return view;
  };
  const jobWithNetwork = async () => {
    for (let number = 2025; number < 2050; number++) {
      const view = await loadJobView(shop.root.deps, number);
      if (view && !view.job.closedAt && view.access?.spec?.needs.includes('network')) return number;
    }
    throw new Error('no job asks a server');
  };

  it('is checked, kept with its event, and judged; a job without a server keeps nothing', async () => {
    const bench = await shop.person('bench');
    const number = await jobWithNetwork();
    const before = await describeNetwork(shop.root.deps, await viewOf(number));
    expect(before?.judgement).toMatchObject({ code: 'network.check.none', undone: true });
    expect((await checkNetwork(shop.root.deps, bench, { jobNumber: number })).ok).toBe(true);
    const after = await describeNetwork(shop.root.deps, await viewOf(number));
    expect(after?.judgement.verdict).toBe('go');
    const events = await listEvents(shop.root.deps.db, (await viewOf(number)).job.id);
    expect(events.at(-1)).toMatchObject({
      kind: 'network.checked',
      data: { found: 'network.service.ready' }
    });
    expect(await checkNetwork(shop.root.deps, bench, { jobNumber: 2031 })).toMatchObject({
      problem: { code: 'network.need.none' }
    });
    expect(await describeNetwork(shop.root.deps, await viewOf(2031))).toBeUndefined();
    const desk = await shop.person('desk');
    expect(await checkNetwork(shop.root.deps, desk, { jobNumber: number })).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
  });
});
