// Figures of the power desk that are sent to a job, and the battery of a vehicle that has to hold until a write is done.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import pg from 'pg';
import { VEHICLE_EXAMPLE, type VehicleInput } from '../app/src/lib/desk-values.ts';
import { validateDeskValue } from '../app/src/lib/generated/validators.js';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { describeDesk, keepDeskValue } from '../app/src/lib/server/services/wiring/desk.ts';
import { makeShop, type Shop } from './support/shop.ts';

/** A van whose engine unit stays in it, and a unit on the bench. */
const VAN = 2032;
const BENCH = 2031;
let shop: Shop;
let bench: Person;
let van = VAN;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
  const numbers = Array.from({ length: 12 }, (_, i) => 2028 + i);
  const views = await Promise.all(numbers.map((n) => loadJobView(shop.root.deps, n)));
  van = views.find((v) => v?.access?.carrier === 'vehicle-uds' && !v.job.closedAt)?.job.number ?? 0;
});
afterAll(() => shop.close());

const viewOf = async (number = van) => {
  const view = await loadJobView(shop.root.deps, number);
  if (!view) throw new Error('no job');
  return view;
};
const keep = async (more: Partial<VehicleInput>, number = van, who = bench) => {
  const kept = await keepDeskValue(shop.root.deps, who, {
    ...{ jobNumber: number, kind: 'vehicle' },
    input: { ...VEHICLE_EXAMPLE, ...more }
  });
  return kept.ok ? 'ok' : kept.problem.code;
};
/** What the gate of a write says of the battery. */
const said = async (number = van) => {
  const gate = checkJobGate(shop.root.deps, await viewOf(number), {
    ...{ kind: 'write-back', stationId: 'window', person: bench }
  });
  const line = gate.lines.find(
    (l) => l.code.startsWith('power.vehicle') || l.code === 'gate.vehicle.unplanned'
  );
  return line && `${line.verdict} ${line.code}`;
};

describe('the battery of a vehicle that is written in', () => {
  it('nobody has reckoned: it is said, and what the shop knows stands in the form, what must be measured does not', async () => {
    expect(await said()).toBe('look gate.vehicle.unplanned');
    const { vehicle } = describeDesk(shop.root.deps, await viewOf());
    expect(vehicle?.start).toMatchObject({
      rest: '',
      load: '',
      capacity: '',
      support: 'supply',
      given: '60'
    });
  });
  it.each([
    ['held', { year: '2010' }, 'go power.vehicle.held'],
    ['under the figure of the trade', { given: '40' }, 'look power.vehicle.trade'],
    ['a charger is no supply', { support: 'charger' as const }, 'stop power.vehicle.charger'],
    [
      'no support for hours',
      { support: 'none' as const, minutes: '240' },
      'stop power.vehicle.low'
    ],
    ['a figure that is none', { rest: 'twelve' }, 'look power.vehicle.unknown'],
    ['nothing typed', { rest: '' }, 'look power.vehicle.unknown']
  ])('%s', async (_, more, expected) => {
    expect(await keep(more)).toBe('ok');
    expect(await said()).toBe(expected);
  });
  it('a stop holds the write', async () => {
    await keep({ support: 'charger' });
    const gate = checkJobGate(shop.root.deps, await viewOf(), {
      ...{ kind: 'write-back', stationId: 'window', person: bench }
    });
    expect(gate.open).toBe(false);
    expect(gate.lines.filter((l) => l.verdict === 'stop').map((l) => l.code)).toContain(
      'power.vehicle.charger'
    );
  });
  it('a battery that was measured in the morning says nothing in the evening', async () => {
    await keep({ year: '2010' });
    expect(await said()).toBe('go power.vehicle.held');
    const { deps } = shop.root;
    const now = deps.clock.now.bind(deps.clock);
    deps.clock.now = () => new Date(now().getTime() + 5 * 3_600_000);
    expect(await said()).toBe('look gate.vehicle.unplanned');
    // and one that was too weak in the morning has not got better by itself
    await keep({ support: 'charger' });
    deps.clock.now = () => new Date(now().getTime() + 10 * 3_600_000);
    expect(await said()).toBe('stop power.vehicle.charger');
    deps.clock.now = now;
  });
  it('a unit on the bench has no such line, whatever was sent', async () => {
    expect(await keep({ support: 'charger' }, BENCH)).toBe('ok');
    expect(await said(BENCH)).toBeUndefined();
    const { kept, vehicle } = describeDesk(shop.root.deps, await viewOf(BENCH));
    expect(kept.map((k) => k.value.kind)).toEqual(['vehicle']);
    expect(vehicle).toBeUndefined();
  });
});

describe('what is refused', () => {
  it('by the wrong role, for no job, and after the end', async () => {
    expect(await keep({}, van, await shop.person('desk'))).toBe('gate.person.role');
    expect(await keep({}, 9)).toBe('job.number.unknown');
  });
  it.each([
    { kind: 'lead', input: VEHICLE_EXAMPLE },
    { kind: 'vehicle', input: { ...VEHICLE_EXAMPLE, support: 'solar' } },
    { kind: 'vehicle', input: { ...VEHICLE_EXAMPLE, rest: '1'.repeat(13) } },
    { kind: 'vehicle', input: { ...VEHICLE_EXAMPLE, more: '1' } },
    { kind: 'pair', input: { pair: '60', high: '', low: '', wanted: 3 } },
    { kind: 'budget', input: { unitAmps: '1', besideAmps: Array(6).fill('1'), ratedAmps: '1' } },
    { kind: 'other', input: {} },
    {}
  ])('%j', (body) => {
    expect(validateDeskValue(body)).toBe(false);
  });
  it.each(['update desk_value set kind = kind', 'delete from desk_value', 'truncate desk_value'])(
    '%s',
    async (sql) => {
      const client = new pg.Client({ connectionString: shop.databaseUrl });
      await client.connect();
      await expect(client.query(sql)).rejects.toThrow();
      await client.end();
    }
  );
});
