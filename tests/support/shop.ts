// A whole shop for a test: an own database, a simulated bench, and the application's services in this process.
import { finishJob } from '../../app/src/lib/server/services/job/jobs.ts';
import { leaveOutSteps } from '../../app/src/lib/server/services/return/leave-out.ts';
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { createRoot, type Root } from '../../app/src/lib/server/root.ts';
import type { Person } from '../../app/src/lib/server/repositories/people.ts';
import type { KeySource } from '../../app/src/lib/server/vault/wrapping-key.ts';
import { findPersonWithHash } from '../../app/src/lib/server/repositories/people.ts';
import { findOperation } from '../../app/src/lib/server/repositories/operations.ts';
import { startOperation } from '../../app/src/lib/server/services/operation/start-operation.ts';
import { tapDoip, type DoipTap } from './doip-tap.ts';
import { listen } from '../../standins/src/world/listen.ts';
import { createControlServer } from '../../standins/src/world/control-server.ts';
import { loadProfiles } from '../../standins/src/world/load-profiles.ts';
import { CHIP_UNITS, DONOR_UNITS, STATIONS, UNITS } from '../../standins/src/world/saltmarsh.ts';
import { VEHICLES } from '../../standins/src/world/saltmarsh-vehicles.ts';
import { loadLayouts } from '../../standins/src/world/load-layouts.ts';
import { World } from '../../standins/src/world/world.ts';
import type { Problem } from '@badger/core/base/result';
import { findJob } from '../../app/src/lib/server/repositories/jobs.ts';
import { listScansOfJob, type ScanRow } from '../../app/src/lib/server/repositories/scans.ts';
import { startScan } from '../../app/src/lib/server/services/prove/scan-vehicle.ts';
import type { StartOperation } from '../../app/src/lib/schema/requests.ts';

export const at = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

export interface Shop {
  readonly root: Root;
  readonly world: World;
  readonly worldUrl: string;
  readonly databaseUrl: string;
  person(name: string): Promise<Person>;
  close(): Promise<void>;
}

/** Makes an empty database on the test cluster. */
export async function makeDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const base = process.env['DATABASE_URL'];
  if (!base) throw new Error('DATABASE_URL is not set');
  const name = `badger_${randomBytes(5).toString('hex')}`;
  const run = async (sql: string) => {
    const client = new pg.Client({ connectionString: base });
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await run(`create database ${name}`);
  const url = new URL(base);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => run(`drop database if exists ${name} with (force)`) };
}

export async function startWorld(
  speed = 0,
  profilesDir = at('profiles')
): Promise<{ world: World; url: string; stop: () => void }> {
  const world = new World({
    profiles: loadProfiles(profilesDir),
    units: [...UNITS, ...DONOR_UNITS],
    chipUnits: CHIP_UNITS,
    stations: STATIONS,
    vehicles: VEHICLES,
    layouts: loadLayouts(at('profiles/vehicles')),
    speed
  });
  await world.start();
  const control = createControlServer(world);
  const port = await listen(control);
  return {
    world,
    url: `http://127.0.0.1:${port}`,
    stop: () => {
      world.stop();
      control.close();
      control.closeAllConnections();
    }
  };
}

/** What wraps the data keys of a test's database. */
export const TEST_KEY: KeySource = { file: at('.badger/test-key') };

const silent = { info: () => undefined, warn: () => undefined, error: () => undefined };

export async function makeShop({
  speed = 0,
  tapped = false,
  now,
  profilesDir = at('profiles'),
  line = (url: string) => Promise.resolve(url),
  elsewhere
}: {
  speed?: number;
  tapped?: boolean;
  now?: string;
  profilesDir?: string;
  /** Puts something between the application and its database. */
  line?: (url: string) => Promise<string>;
  /** Address of a simulated bench in a process of its own; the shop's own is then only asked what is in its units. */
  elsewhere?: string;
} = {}): Promise<Shop & { readonly tap: DoipTap | undefined }> {
  const database = await makeDatabase();
  const bench = await startWorld(speed, profilesDir);
  const tap = tapped ? await tapDoip(bench.world.simulator.doipPort) : undefined;
  const root = await createRoot({
    doip: tap && `127.0.0.1:${tap.port}`,
    databaseUrl: await line(database.url),
    key: TEST_KEY,
    worldUrl: elsewhere ?? bench.url,
    profilesDir,
    migrationsDir: at('app/drizzle'),
    demo: true,
    now,
    log: silent as never
  });
  await until(() =>
    [...root.deps.bench.stations.values()].every((s) => s.supply.latest && s.thread.connected)
  );
  return {
    root,
    world: bench.world,
    worldUrl: bench.url,
    databaseUrl: database.url,
    tap,
    async person(name) {
      const row = await findPersonWithHash(root.deps.db, name);
      if (!row) throw new Error(`no person ${name}`);
      return { id: row.id, name: row.name, role: row.role };
    },
    async close() {
      await root.close();
      tap?.close();
      bench.stop();
      await database.drop();
    }
  };
}

/** Waits until something holds; throws when it does not within `patienceMs`. */
export async function until(
  holds: () => boolean | Promise<boolean>,
  patienceMs = 20_000
): Promise<void> {
  const deadline = performance.now() + patienceMs;
  while (!(await holds())) {
    if (performance.now() > deadline) throw new Error(`did not come true: ${holds.toString()}`);
    await new Promise((resolve) => setTimeout(resolve, 15));
  }
}

/** Clamps a unit with the pad held and gives it the family's supply. */
export async function powerUp(
  shop: Shop,
  stationId: string,
  tag: string,
  options = {}
): Promise<void> {
  const {
    padHeld = true,
    voltageMv = 13_500,
    limitMa = 5_000
  } = options as {
    padHeld?: boolean;
    voltageMv?: number;
    limitMa?: number;
  };
  const { bench } = shop.root.deps;
  const station = bench.stations.get(stationId);
  await station?.supply.apply({ on: false });
  await bench.world?.setStation(stationId, { unit: tag, padHeld });
  const on = await station?.supply.apply({ voltageMv, limitMa, on: true });
  if (!on?.ok) throw new Error(`supply: ${JSON.stringify(on)}`);
}

let files = 0;
/** A file that no other test file is: name and moment of change of its own, as two readings with a programmer have. */
export function freshFile(): { fileName: string; modifiedMs: number } {
  files++;
  return { fileName: `reading-${files}.bin`, modifiedMs: 1_700_000_000_000 + files * 60_000 };
}

/** Starts an operation and waits for its end. */
export async function runToEnd(shop: Shop, person: Person, request: StartOperation) {
  const { deps } = shop.root;
  const started = await startOperation(deps, person, request);
  if (!started.ok) return { refused: started.problem, operation: undefined };
  const operation = await waitForEnd(shop, started.value.operationId);
  return { refused: undefined, operation };
}

export async function waitForEnd(shop: Shop, operationId: string) {
  const { db, bench } = shop.root.deps;
  await until(async () => {
    const row = await findOperation(db, operationId);
    const open = [...bench.running.values()].some((o) => o.spec.id === operationId);
    return row?.endedAt !== null && !open;
  }, 50_000);
  return findOperation(db, operationId);
}

/** Puts the diagnostic cable into a vehicle and turns its key; `station` for an older one. */
export async function plugIn(
  shop: Shop,
  vehicle: string,
  options: { ignition?: 'off' | 'on' | 'running'; station?: string; support?: boolean } = {}
): Promise<void> {
  const { ignition = 'on', station, support = true } = options;
  await shop.root.deps.bench.world?.vehicle({ plug: vehicle, ...(station ? { station } : {}) });
  await shop.root.deps.bench.world?.vehicle({ vehicle, ignition, support });
}

/** Scans the vehicle of a job and waits for its end; gives the refusal's code, or the newest kept scan. */
export async function scanToEnd(
  shop: Shop,
  person: Person,
  request: { jobNumber: number; kind?: 'pre' | 'post' | 'cleared'; stationId?: string }
): Promise<{ refused: Problem | undefined; scan: ScanRow | undefined }> {
  const { deps } = shop.root;
  const { jobNumber, kind = 'pre', stationId } = request;
  const started = await startScan(deps, person, {
    jobNumber,
    kind,
    ...(stationId ? { stationId } : {})
  });
  if (!started.ok) return { refused: started.problem, scan: undefined };
  await until(() => ![...deps.bench.scans.values()].some((s) => s.jobNumber === jobNumber), 60_000);
  const job = await findJob(deps.db, jobNumber);
  const [newest] = job ? await listScansOfJob(deps.db, job.id) : [];
  return { refused: undefined, scan: newest };
}

/** Closes a job whose way back a test does not walk. */
export async function closeWithoutWayBack(shop: Shop, person: Person, jobNumber: number) {
  await leaveWayBackOut(shop, person, jobNumber);
  return finishJob(shop.root.deps, person, { jobNumber });
}

/** Leaves the way back of a job out, which a test does not walk; gives how many steps that were, or the code. */
export async function leaveWayBackOut(
  shop: Shop,
  person: Person,
  jobNumber: number
): Promise<number | string> {
  const note = 'no part of what is tried here';
  const left = await leaveOutSteps(shop.root.deps, person, { jobNumber, note });
  return left.ok ? left.value.steps : left.problem.code;
}
