import { describe, expect, it } from 'vitest';
import { judgeNetwork, type NetworkNeed, type NetworkProbe } from './judge-network.ts';

const VIN = 'U8HVC3F2401084417';
const NEED: NetworkNeed = { service: 'Steps', vin: VIN, credits: 3, licence: true, minutes: 20 };
const GOOD: NetworkProbe = {
  ...{ host: 'steps.invalid', resolved: true, reached: true, blocked: false },
  pingsMs: Array.from({ length: 20 }, () => 40),
  ...{ login: { failed: [], ok: true }, credits: 7, licenceVin: VIN }
};
const of = (change: Partial<NetworkProbe>, need: Partial<NetworkNeed> = {}, age = 1) =>
  judgeNetwork({ ...GOOD, ...change }, { ...NEED, ...need }, age);

describe('readiness of the network', () => {
  it.each<[string, Partial<NetworkProbe>, Partial<NetworkNeed>, string, string]>([
    ['all is well', {}, {}, 'go', 'network.service.ready'],
    [
      'a licence that is bound to no vehicle',
      { licenceVin: '' },
      {},
      'go',
      'network.service.ready'
    ],
    [
      'no licence is asked for',
      { licenceVin: undefined },
      { licence: false },
      'go',
      'network.service.ready'
    ],
    [
      'let in at the second try',
      { login: { failed: ['busy'], ok: true } },
      {},
      'go',
      'network.service.ready'
    ],
    ['name', { resolved: false }, {}, 'stop', 'network.name.unknown'],
    ['reach', { reached: false }, {}, 'stop', 'network.service.unreached'],
    ['blocked', { blocked: true }, {}, 'stop', 'network.service.blocked'],
    [
      'login',
      { login: { failed: ['busy', 'busy', 'busy'], ok: false } },
      {},
      'stop',
      'network.login.failed'
    ],
    ['login never tried', { login: undefined }, {}, 'stop', 'network.login.failed'],
    ['licence', { licenceVin: undefined }, {}, 'stop', 'network.licence.none'],
    [
      'licence of another vehicle',
      { licenceVin: 'U8HVC3F2500966203' },
      {},
      'stop',
      'network.licence.other'
    ],
    ['credits', { credits: 2 }, {}, 'stop', 'network.credits.short'],
    ['credits not told', { credits: undefined }, {}, 'look', 'network.credits.unknown'],
    [
      'one of twenty lost',
      { pingsMs: [...GOOD.pingsMs.slice(1), null] },
      {},
      'look',
      'network.pings.lost'
    ],
    [
      'two of twenty lost',
      { pingsMs: [...GOOD.pingsMs.slice(2), null, null] },
      {},
      'stop',
      'network.pings.lost'
    ],
    ['never asked', { pingsMs: [] }, {}, 'stop', 'network.pings.lost'],
    ['slow', { pingsMs: [...GOOD.pingsMs.slice(1), 2500] }, {}, 'look', 'network.pings.slow']
  ])('%s', (_, ...row) => {
    const [probe, need, verdict, code] = row;
    expect(of(probe, need)).toMatchObject({ verdict, code });
  });
  it('what was found long ago says nothing, good or bad; what was never asked is to do', () => {
    for (const change of [{}, { reached: false }])
      expect(of(change, {}, 16)).toMatchObject({
        verdict: 'look',
        code: 'network.check.old',
        undone: true
      });
    expect(of({}, {}, Number.NaN).code).toBe('network.check.old');
    expect(judgeNetwork(undefined, NEED, 0)).toMatchObject({ verdict: 'look', undone: true });
  });
});
