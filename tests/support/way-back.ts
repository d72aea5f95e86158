import pg from 'pg';
import type { Person } from '../../app/src/lib/server/repositories/people.ts';
import { takeIn } from '../../app/src/lib/server/services/job/intake.ts';
import { loadJobView } from '../../app/src/lib/server/services/job/job-view.ts';
import { doAtVehicle } from '../../app/src/lib/server/services/return/do-at-vehicle.ts';
import { noteStep } from '../../app/src/lib/server/services/return/note-step.ts';
import { describeReturn } from '../../app/src/lib/server/services/return/view-return.ts';
import { watchStart } from '../../app/src/lib/server/services/return/watch-start.ts';
import type { DoAtVehicle } from '../../app/src/lib/schema/requests.ts';
import { makeShop, until, type Shop } from './shop.ts';

/** A shop whose people lead jobs back into their vehicles. */
export interface WayBack {
  readonly shop: Shop;
  readonly bench: Person;
  readonly lead: Person;
  readonly trainee: Person;
  readonly db: pg.Client;
  close(): Promise<void>;
}

export async function makeWayBack(): Promise<WayBack> {
  const shop = await makeShop();
  const db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  return {
    ...{ shop, db, bench: await shop.person('bench') },
    ...{ lead: await shop.person('lead'), trainee: await shop.person('trainee') },
    close: async () => {
      await db.end();
      await shop.close();
    }
  };
}

/** Opens a job of a vehicle; gives its number. */
export async function openJob(
  { shop, bench }: WayBack,
  of: { vin: string; family: string; reason: 'new-module' | 'failed-module' | 'software' }
): Promise<number> {
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: 'Way back', complaint: 'Dead', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `return-${of.vin}-${of.family}`, another: true, ...of },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: []
  });
  if (!made.ok) throw new Error(`${made.problem.code} ${JSON.stringify(made.problem.params)}`);
  return made.value.number;
}

export function vehicleOf({ shop }: WayBack, id: string) {
  const found = shop.world.simulator.vehicles.get(id);
  if (!found) throw new Error(id);
  return found;
}

/** Hands at a vehicle. */
export const hands = ({ shop }: WayBack, change: object) =>
  shop.root.deps.bench.world?.vehicle(change);

export async function wayBackOf({ shop }: WayBack, jobNumber: number) {
  const view = await loadJobView(shop.root.deps, jobNumber);
  if (!view) throw new Error('no job');
  return describeReturn(shop.root.deps, view);
}

export const stepOf = async (w: WayBack, jobNumber: number, id: string) =>
  (await wayBackOf(w, jobNumber)).steps.find((s) => s.id === id);

/** Says something of a step; gives `ok` or the code. */
export async function say(
  { shop, bench }: WayBack,
  step: { jobNumber: number; stepId: string },
  {
    state = 'seen',
    note = '',
    by = bench
  }: { state?: 'seen' | 'wrong' | 'waived' | 'again'; note?: string; by?: Person } = {}
): Promise<string> {
  const said = await noteStep(shop.root.deps, by, { ...step, state, note });
  return said.ok ? 'ok' : said.problem.code;
}

/** Does something at the vehicle; gives how it ended, or the code. */
export async function teach(
  { shop, bench }: WayBack,
  asked: DoAtVehicle & { jobNumber: number },
  by: Person = bench
): Promise<string> {
  const done = await doAtVehicle(shop.root.deps, by, asked);
  return done.ok ? done.value.state : done.problem.code;
}

/** Watches while somebody turns the key, twenty times faster than life; gives the code of what was seen, or of the refusal. */
export async function watch(
  w: WayBack,
  vehicle: string,
  asked: { jobNumber: number; stepId: string; stationId?: string; key?: number; keys?: number }
): Promise<string | undefined> {
  const { bench } = w.shop.root.deps;
  await hands(w, { vehicle, ignition: 'on' });
  await bench.world?.setSpeed(20);
  try {
    const begun = await watchStart(w.shop.root.deps, w.bench, asked);
    if (!begun.ok) return begun.problem.code;
    await hands(w, { vehicle, ignition: 'running' });
    await until(() => bench.acts.size === 0, 60_000);
  } finally {
    await bench.world?.setSpeed(0);
  }
  await hands(w, { vehicle, ignition: 'on' });
  return (await stepOf(w, asked.jobNumber, asked.stepId))?.last?.evidence.judgement?.code;
}

/** What a unit is told when somebody else codes it, engine off. */
export const BY_HAND = {
  ...{ engineRpm: 0, oilC: 20, lamp: 0, faults: new Set<never>() },
  key: { id: 'key-1', belongs: true, remoteMhz: 433 }
} as const;
